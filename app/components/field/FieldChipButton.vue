<script setup lang="ts">
/** One of several small things to press; pressed ones are told by their mark, not by colour alone. */
const { pressed = undefined, plain = false } = defineProps<{
  label: string
  pressed?: boolean | undefined
  plain?: boolean
}>()
</script>

<template>
  <UButton
    color="neutral"
    variant="outline"
    :label="label"
    class="chip ring-0"
    :class="{ plain }"
    :aria-pressed="pressed"
  />
</template>

<style scoped>
.chip {
  font: inherit;
}
</style>
