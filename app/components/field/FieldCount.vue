<script setup lang="ts">
/** A whole number of things, typed or counted up and down. What was typed stays, taken or not. */
const { name, value } = defineProps<{
  /** What is counted, for whoever cannot see what stands beside it. */
  name: string
  value: number
}>()
const emit = defineEmits<{ take: [count: number] }>()
const typed = ref<number | null>(value)
watch(
  () => value,
  (now) => {
    typed.value = now
  },
)
const more = computed(() => ({ 'variant': 'link' as const, 'aria-label': `One more: ${name}` }))
const fewer = computed(() => ({ 'variant': 'link' as const, 'aria-label': `One fewer: ${name}` }))
const WHOLE = { useGrouping: false, maximumFractionDigits: 0 }
function take(count: number | null | undefined): void {
  typed.value = count ?? null
  if (typed.value !== null) emit('take', typed.value)
}
</script>

<template>
  <UInputNumber
    :model-value="typed"
    class="w-28"
    color="neutral"
    disable-wheel-change
    :aria-label="name"
    :format-options="WHOLE"
    :increment="more"
    :decrement="fewer"
    @update:model-value="take"
  />
</template>
