<script setup lang="ts">
import type { Joint } from '#core/piece/schema'

/** In a set what was found at one is often found at the others. */
const { joint, set } = defineProps<{ joint: Joint, set: string }>()
const { copyToOthers, copying, copied } = useSetCopy(() => joint.id)
</script>

<template>
  <section>
    <h2>The set</h2>
    <div class="of-set">
      <FieldKeyButton slim label="Copy this finding to the others" :disabled="copying" @click="copyToOthers" />
      <NuxtLink :to="`/set/${set}`" class="key-button slim">Compare them</NuxtLink>
    </div>
    <p v-if="copied" class="small soft" role="status">{{ copied }}</p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 7px;
}
.of-set {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
