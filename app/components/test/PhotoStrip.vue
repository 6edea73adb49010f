<script setup lang="ts">
import type { Photo } from '#core/piece/schema'
import { errorsOf } from '~/composables/useApi'
import { wallNow } from '~/composables/useDevice'

/** Pictures of the piece, of a joint or of a fault: taken or chosen, shown small, opened large. */
const { of } = defineProps<{ of: Photo['of'] }>()
const store = usePiece()
const { piece } = storeToRefs(store)
const busy = ref(false)
const error = ref('')
const own = computed(() => piece.value?.photos.filter(p => p.of.kind === of.kind && p.of.id === of.id) ?? [])
const LARGEST = 16_000_000

async function add(file: File): Promise<void> {
  if (!piece.value) return
  error.value = ''
  if (file.size > LARGEST) {
    error.value = `“${file.name}” is ${Math.round(file.size / 1e6)} MB: a picture may have ${LARGEST / 1e6} MB.`
  }
  else {
    busy.value = true
    try {
      const kept = await $fetch<{ id: string, widthPx: number, heightPx: number }>(
        `/api/pieces/${piece.value.id}/photos`,
        { method: 'POST', body: file, headers: { 'content-type': 'application/octet-stream' } },
      )
      const told = store.tell({ do: 'add-photo', photo: { ...kept, at: wallNow(), of, caption: '' } })
      if (!told.ok) error.value = told.issues[0]!.message
    }
    catch (failure) {
      error.value = Object.values(errorsOf(failure)).join(' ')
    }
    busy.value = false
  }
}
</script>

<template>
  <div class="photos">
    <a v-for="p in own" :key="p.id" :href="`/api/photos/${p.id}`" target="_blank" rel="noopener" class="shot">
      <img
        :src="`/api/photos/${p.id}?small`"
        :alt="p.caption || `Picture of ${p.at.replace('T', ', ')}`"
        loading="lazy"
      ></a>
    <FieldFile label="Add a picture" accept="image/jpeg,image/png,image/webp" :busy="busy" @take="add" />
    <FieldKeyButton
      v-if="own.length > 0"
      slim
      label="Take the last off"
      @click="store.tell({ do: 'remove-photo', photo: own[own.length - 1]!.id })"
    />
    <FieldRefusal :text="error" />
  </div>
</template>

<style scoped>
.photos {
  position: relative;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.shot img {
  height: 64px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  display: block;
}
</style>
