<script setup lang="ts">
import type { SmallPicture } from '#core/drawing'
import SmallDrawing from '~/stand/SmallDrawing.vue'

/** A piece's small picture as the server drew it of a version; the browser keeps it by that version. */
const { id, of, title, blueJoints } = defineProps<{
  id: string
  of: number | null
  title: string
  blueJoints: readonly string[]
}>()
const picture = shallowRef<SmallPicture>()
watch(
  () => [id, of] as const,
  async () => {
    if (of === null) return
    const found = await $fetch<SmallPicture>(`/api/pieces/${id}/picture`, { query: { of } }).catch(() => undefined)
    // With the server gone the one before stays.
    if (found) picture.value = found
  },
  { immediate: true },
)
</script>

<template>
  <SmallDrawing v-if="picture" :picture="picture" :title="title" :blue-joints="blueJoints" />
  <USkeleton v-else class="thumb-wait" aria-hidden="true" />
</template>

<style scoped>
.thumb-wait {
  width: 92px;
  height: 92px;
}
</style>
