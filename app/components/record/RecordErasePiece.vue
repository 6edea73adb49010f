<script setup lang="ts">
import type { ErasedAnswer } from '#shared/wire'
import { errorsOf } from '~/composables/useApi'
import { copiesInWords } from '~/composables/useErased'

/** This piece goes for good, with its log and pictures. */
const { id, title } = defineProps<{ id: string, title: string }>()
const isAsking = ref(false)
const error = ref('')
const toast = useToast()
async function erase(): Promise<void> {
  isAsking.value = false
  try {
    const { copies } = await $fetch<ErasedAnswer>(`/api/pieces/${id}`, { method: 'DELETE' })
    await navigateTo('/')
    toast.add({ title: `${title} is erased.`, description: copiesInWords(copies), duration: 0 })
  }
  catch (e) {
    error.value = errorsOf(e)[''] ?? ''
  }
}
</script>

<template>
  <div class="no-print">
    <FieldChipButton label="Erase this piece for good" @click="isAsking = true" />
    <FieldRefusal :text="error" />
    <UModal
      v-model:open="isAsking"
      title="Erase for good"
      :description="`${title}, with everything that was found, done and photographed. This cannot be undone.`"
    >
      <template #footer>
        <FieldKeyButton main label="Erase for good" @click="erase" />
        <FieldKeyButton label="Keep" @click="isAsking = false" />
      </template>
    </UModal>
  </div>
</template>
