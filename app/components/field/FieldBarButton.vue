<script setup lang="ts">
/** A quiet word in the top bar that one presses; a pressed one is underlined, not only darker. */
const { pressed = undefined, press = undefined } = defineProps<{
  label: string
  pressed?: boolean | undefined
  press?: string | undefined
}>()
</script>

<template>
  <UButton color="neutral" variant="link" :label="label" class="bar-button" :aria-pressed="pressed">
    <template v-if="press" #trailing>
      <UKbd>{{ press }}</UKbd>
    </template>
  </UButton>
</template>

<style scoped>
.bar-button {
  min-height: 44px;
  min-width: 44px;
  justify-content: center;
  padding: 0 7px;
  font: inherit;
  color: var(--soft);
}
.bar-button[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 700;
  text-decoration: underline;
  text-underline-offset: 4px;
  text-decoration-thickness: 2px;
}
</style>
