<script setup lang="ts">
/** One file, chosen by pressing or dropped; the same one may be chosen again. */
const { label, accept, busy = false } = defineProps<{ label: string, accept: string, busy?: boolean }>()
const emit = defineEmits<{ take: [file: File] }>()
function take(file: File | null | undefined): void {
  if (file) emit('take', file)
}
</script>

<template>
  <UFileUpload
    :accept="accept"
    :aria-label="label"
    :preview="false"
    :disabled="busy"
    reset
    @update:model-value="f => take(Array.isArray(f) ? f[0] : f)"
  >
    <template #default="{ open }">
      <FieldKeyButton slim :label="label" :loading="busy" @click="open()" />
    </template>
  </UFileUpload>
</template>
