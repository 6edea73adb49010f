<script setup lang="ts">
/** Millimetres or inches, on every screen of this device. */
const { units } = storeToRefs(useDevice())
</script>

<template>
  <span class="switch" role="group" aria-label="Units">
    <FieldBarButton v-for="u in ['mm', 'in'] as const" :key="u" :label="u" :pressed="units === u" @click="units = u" />
  </span>
</template>

<style scoped>
.switch {
  display: inline-flex;
}
</style>
