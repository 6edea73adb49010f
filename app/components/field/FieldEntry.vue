<script setup lang="ts">
/**
 * A line that is told once it is left or Enter is pressed. What was typed stays until it is taken: a refusal, or
 * another device's change meanwhile, takes nothing away from the hand.
 */
const { value, take } = defineProps<{
  value: string
  /** Gives on what was typed. @returns whether it was taken */
  take: (text: string) => boolean | Promise<boolean>
}>()
const typed = ref<string | null>(null)

async function commit(): Promise<void> {
  const text = typed.value
  if (text !== null && (await take(text)) && typed.value === text) typed.value = null
}
/** What was typed and taken back by hand is nobody's any more. */
function leave(): void {
  if (typed.value === value) typed.value = null
}
</script>

<template>
  <UInput
    :model-value="typed ?? value"
    autocomplete="off"
    @update:model-value="text => (typed = String(text))"
    @change="commit"
    @blur="leave"
  />
</template>
