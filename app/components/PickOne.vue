<script setup lang="ts">
/** One of a short list, as the browser's own select: it works with a thumb, a keyboard and a screen reader alike. */
const { modelValue, items } = defineProps<{
  modelValue: string
  items: readonly { readonly label: string, readonly value: string }[]
}>()
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()
</script>

<template>
  <select
    class="pick-one"
    :value="modelValue"
    @change="emit('update:modelValue', ($event.target as HTMLSelectElement).value)"
  >
    <option v-for="item in items" :key="item.value" :value="item.value">{{ item.label }}</option>
  </select>
</template>

<style scoped>
.pick-one {
  justify-self: start;
  min-height: 40px;
  max-width: 100%;
  padding: 4px 10px;
  border: 1px solid var(--soft);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}
</style>
