<script setup lang="ts">
import type { Piece } from '#core/piece/schema'
import type { FloorFinding, FloorTest } from '#core/piece/words'
import { floorTestsFor } from '#core/plan'
import { wallNow } from '~/composables/useDevice'

/** What was tried on the floor before it went home, and what was seen: written down, whatever it was. */
const { piece } = defineProps<{ piece: Piece }>()
const store = usePiece()
const rows = computed(() => floorTestsFor(piece))
const FOUND: readonly { readonly value: FloorFinding, readonly label: string }[] = [
  { value: 'fine', label: 'fine' },
  { value: 'moves', label: 'something moves' },
  { value: 'left-out', label: 'left out' },
]
const seen = (id: FloorTest) => piece.onFloor?.[id] ?? null
function tell(id: FloorTest, found: FloorFinding): void {
  const before = seen(id)
  store.tell({
    do: 'try-on-floor',
    test: id,
    seen: before?.found === found ? null : { found, at: wallNow(), note: before?.note ?? '' },
  })
}
const note = (id: FloorTest, text: string) => {
  const before = seen(id)
  return store.tell({
    do: 'try-on-floor',
    test: id,
    seen: { found: before?.found ?? 'fine', at: before?.at ?? wallNow(), note: text },
  })
}
const moves = computed(() => rows.value.some(r => seen(r.id)?.found === 'moves'))
</script>

<template>
  <section v-if="rows.length > 0" aria-labelledby="on-floor" class="floor">
    <h2 id="on-floor">On the floor, before it goes home</h2>
    <p class="small soft">
      Only when all has cured. It proves nothing for good: stop at the first sound, and let nobody sit who does not know
      why.
    </p>
    <ol>
      <li v-for="row in rows" :key="row.id">
        <div class="tried" role="group" :aria-label="row.title">
          <p>
            <strong>{{ row.title }}.</strong> <PhraseText :phrase="row.words" />
          </p>
          <ChoiceRow
            label="Seen"
            :tone="seen(row.id)?.found === 'moves' ? 'fault' : 'plain'"
            :items="FOUND"
            :model-value="seen(row.id)?.found ?? null"
            @update:model-value="tell(row.id, $event as FloorFinding)"
          />
          <TextField
            v-if="seen(row.id)"
            :label="`${row.title}: what was seen`"
            :value="seen(row.id)!.note"
            :draft-key="`${piece.id}-floor-${row.id}`"
            :take="text => note(row.id, text).ok"
          />
        </div>
      </li>
    </ol>
    <p v-if="moves" role="status">Something moves: feel every joint again, above, and say which.</p>
  </section>
</template>

<style scoped>
.floor {
  display: grid;
  gap: 8px;
}
.tried {
  display: grid;
  gap: 4px;
}
.floor li {
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
