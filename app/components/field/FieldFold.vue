<script setup lang="ts">
/** Something that is read by few: one line that opens. `label` says what is in it. */
const { label = '' } = defineProps<{ label?: string }>()
defineSlots<{ default(): unknown, label?(): unknown }>()
const open = defineModel<boolean>('open', { default: false })
</script>

<template>
  <UCollapsible v-model:open="open" class="fold" :unmount-on-hide="false">
    <UButton
      variant="link"
      color="neutral"
      class="fold-line"
      :trailing-icon="open ? 'i-lucide-chevron-up' : 'i-lucide-chevron-down'"
    >
      <span><slot name="label">{{ label }}</slot></span>
    </UButton>
    <template #content>
      <div class="inside"><slot /></div>
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
