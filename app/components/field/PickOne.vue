<script setup lang="ts">
/** One of a short list. Its empty value stands for no choice; the component underneath has none. */
const { modelValue, items } = defineProps<{
  modelValue: string
  items: readonly { readonly label: string, readonly value: string }[]
}>()
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()
const NOTHING = '–'
const chosen = computed({
  get: () => modelValue || NOTHING,
  set: (value: string) => emit('update:modelValue', value === NOTHING ? '' : value),
})
const shown = computed(() => items.map(({ label, value }) => ({ label, value: value || NOTHING })))
</script>

<template>
  <USelect v-model="chosen" :items="shown" class="pick-one" />
</template>

<style scoped>
.pick-one {
  justify-self: start;
  max-width: 100%;
}
</style>
