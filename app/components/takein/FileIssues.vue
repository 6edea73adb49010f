<script setup lang="ts">
/** What a piece file would have to say to be taken in, place by place. */
interface FileIssue {
  readonly path: string
  readonly message: string
}
const { issues } = defineProps<{ issues: readonly FileIssue[] }>()
const COLUMNS = [
  { id: 'path', label: 'Where in the file' },
  { id: 'message', label: 'What would be right' },
]
const MOST_SHOWN = 12
</script>

<template>
  <FieldTable
    label="What the file would have to say"
    :columns="COLUMNS"
    :rows="issues.slice(0, MOST_SHOWN)"
    :id-of="i => i.path"
  >
    <template #path="{ row: i }">
      <span class="measure">{{ i.path || 'the whole' }}</span>
    </template>
    <template #message="{ row: i }">{{ i.message }}</template>
  </FieldTable>
  <p v-if="issues.length > MOST_SHOWN" class="small soft">and {{ issues.length - MOST_SHOWN }} more.</p>
</template>
