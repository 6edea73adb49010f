<script setup lang="ts">
/**
 * Something one presses: at least 44 px for a thumb, 36 where several stand together, 60 at the bench. `press` is the
 * key that does the same.
 */
const {
  slim = false,
  main = false,
  big = false,
  press = undefined,
} = defineProps<{
  label: string
  slim?: boolean
  main?: boolean
  big?: boolean
  press?: string | undefined
}>()
</script>

<template>
  <UButton color="neutral" variant="outline" :label="label" class="key-button ring-0" :class="{ slim, main, big }">
    <template v-if="press" #trailing>
      <UKbd>{{ press }}</UKbd>
    </template>
  </UButton>
</template>

<style scoped>
.big {
  min-height: 60px;
  font-size: 20px;
}
</style>
