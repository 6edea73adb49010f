<script setup lang="ts">
/** One customer out of many, searched by letters. */
const { customers } = defineProps<{ customers: readonly string[] }>()
/** Nothing stands for anybody. */
const customer = defineModel<string>({ required: true })
const isOpen = defineModel<boolean>('open', { default: false })

const ANYBODY = 'all'
const items = computed(() => [
  { label: 'for anybody', value: ANYBODY },
  ...customers.map(c => ({ label: c, value: c })),
])
</script>

<template>
  <USelectMenu
    v-model:open="isOpen"
    :model-value="customer || ANYBODY"
    value-key="value"
    :items="items"
    aria-label="Customer"
    class="w-44"
    @update:model-value="customer = $event === ANYBODY ? '' : $event"
  />
</template>
