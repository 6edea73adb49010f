<script setup lang="ts">
import type { Joint } from '#core/piece/schema'
import { METALS, type MetalKind } from '#core/piece/words'
import { newId } from '~/composables/useDevice'

/** What holds a joint besides its glue: what is there can be marked as hidden or taken off, anything else added. */
const { joint } = defineProps<{ joint: Joint }>()
const store = usePiece()
const { piece } = storeToRefs(store)
const own = computed(() => piece.value?.metal.filter(m => m.joint === joint.id) ?? [])
const words = (kind: string) => kind.replaceAll('-', ' ')
function add(kind: MetalKind): void {
  store.tell({ do: 'add-metal', metal: { id: `metal-${newId().slice(0, 8)}`, joint: joint.id, kind, hidden: false, note: '' } })
}
</script>

<template>
  <div>
    <h2 id="metal">Metal and pins in it</h2>
    <ul v-if="own.length > 0" class="own">
      <li v-for="m in own" :key="m.id">
        <button type="button" class="chip" aria-pressed="true" :aria-label="`Take off: ${words(m.kind)}`" @click="store.tell({ do: 'remove-metal', metal: m.id })">{{ words(m.kind) }} ×</button>
        <button type="button" class="chip plain" :aria-pressed="m.hidden" :aria-label="`${words(m.kind)} is hidden`" @click="store.tell({ do: 'change-metal', metal: { ...m, hidden: !m.hidden } })">hidden</button>
      </li>
    </ul>
    <div class="chips" role="group" aria-labelledby="metal">
      <button v-for="kind in METALS" :key="kind" type="button" class="chip" :aria-label="`Add: ${words(kind)}`" @click="add(kind)">+ {{ words(kind) }}</button>
    </div>
  </div>
</template>

<style scoped>
.own { display: flex; flex-wrap: wrap; gap: 6px 14px; margin-bottom: 6px; }
.own li { display: flex; gap: 4px; }
</style>
