<script setup lang="ts">
/**
 * Something that is read by few: one line that opens. `label` says what is in it. `late` makes its inside only once it
 * was open; `shown` has it stand there without a line, when it concerns everybody.
 */
const { label = '', late = false, shown = false } = defineProps<{ label?: string, late?: boolean, shown?: boolean }>()
defineSlots<{ default(): unknown, label?(): unknown }>()
const open = defineModel<boolean>('open', { default: false })
const isOpen = computed({
  get: () => shown || open.value,
  set: (now) => {
    open.value = now
  },
})
const wasOpen = ref(!late)
watch(isOpen, (now) => {
  if (now) wasOpen.value = true
}, { immediate: true })
</script>

<template>
  <UCollapsible v-model:open="isOpen" class="fold" :unmount-on-hide="false">
    <UButton
      v-if="!shown"
      variant="link"
      color="neutral"
      class="fold-line"
      :trailing-icon="open ? 'i-lucide-chevron-up' : 'i-lucide-chevron-down'"
    >
      <span><slot name="label">{{ label }}</slot></span>
    </UButton>
    <template #content>
      <div v-if="wasOpen" class="inside"><slot /></div>
    </template>
  </UCollapsible>
</template>

<style scoped>
.fold-line {
  min-height: 36px;
  padding: 0;
  font: inherit;
  color: var(--soft);
  text-align: left;
  text-decoration: underline;
  text-underline-offset: 3px;
  white-space: normal;
}
.inside {
  display: grid;
  gap: 8px;
  padding-top: 4px;
}
@media (pointer: coarse) {
  .fold-line {
    min-height: 44px;
  }
}
</style>
