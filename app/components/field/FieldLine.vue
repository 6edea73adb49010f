<script setup lang="ts">
/**
 * One thing that is entered: its name, its control in the slot, and why what was entered was refused. The control is
 * tied to its name and to the refusal. Of several keys that belong together it is a group.
 */
const { label, error = '', note = '', group = false } = defineProps<{
  label: string
  error?: string | undefined
  note?: string
  group?: boolean
}>()
const LOOK = {
  root: 'text-[15px]',
  label: 'font-normal py-1.5',
  container: 'mt-0 flex flex-wrap items-center gap-x-3.5 gap-y-1 min-w-0',
  error: 'mt-0',
  help: 'mt-0',
}
</script>

<template>
  <div v-if="group" class="field-line" role="group" :aria-label="label">
    <span aria-hidden="true" class="name">{{ label }}</span>
    <div class="chips"><slot /></div>
  </div>
  <UFormField v-else class="field-line" :label="label" :error="error || false" :ui="LOOK">
    <slot />
    <template v-if="error" #error>
      <span class="field-error" role="alert">{{ error }}</span>
    </template>
    <template v-if="note" #help>
      <span class="small soft">{{ note }}</span>
    </template>
  </UFormField>
</template>

<style scoped>
.field-line {
  display: grid;
  grid-template-columns: var(--field-columns, 150px minmax(0, 1fr));
  gap: 4px 12px;
  align-items: start;
  width: 100%;
}
/* What belongs together may be a list and a size: neither is stretched to the other. */
.field-line > .chips {
  align-items: center;
}
/* The name stands level with the first line of its control. */
.name {
  padding: 6px 0;
}
@media (max-width: 640px) {
  .field-line {
    grid-template-columns: var(--field-columns-small, minmax(0, 1fr));
  }
}
</style>
