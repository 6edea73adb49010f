<script setup lang="ts">
import { LengthMm } from '#core/measure/measured-schema'
import { assumed, type Measured } from '#core/measure/measured'
import { isSatIn } from '#core/piece/facts'
import type { Piece } from '#core/piece/schema'
import type { FeetAimKind } from '#core/piece/words'
import { footName, levelInWords } from '#core/plan'
import { feetOf, FLOOR, HEIGHTS, levelled, SEAT } from '#core/truing'

/** Feet by their heights over a flat board: which float, and what comes off which. */
const { piece } = defineProps<{ piece: Piece }>()
const store = usePiece()
const feet = computed(() => feetOf(piece).map(f => ({ id: f.part, label: footName(piece, f.part) })))
const found = computed(() => levelled(piece))
const issue = computed(() => (found.value && !found.value.ok ? found.value.issues[0]! : null))
const problemAt = (id: string) =>
  issue.value?.path === id && issue.value.code !== 'missing' ? issue.value.message : undefined
const AIMS: readonly { readonly value: FeetAimKind, readonly label: string }[] = [
  { value: 'as-held', label: 'as it is held now' },
  { value: 'least-wood', label: 'least wood' },
  { value: 'slope', label: 'a slope of the seat' },
]
/** What nobody sits on has no seat to slope. */
const aims = computed(() => AIMS.filter(a => a.value !== 'slope' || isSatIn(piece)))
const aim = computed(() => piece.feetAim ?? { kind: 'as-held' as const, riseMm: null })
const USUAL_RISE_MM = 12
const choose = (kind: FeetAimKind) =>
  store.tell({
    do: 'aim-feet',
    aim: { kind, riseMm: kind === 'slope' ? (aim.value.riseMm ?? assumed(USUAL_RISE_MM)) : null },
  })
const takeRise = (riseMm: Measured) =>
  store.tell({ do: 'aim-feet', aim: { kind: 'slope', riseMm: LengthMm.parse(riseMm) } })
const isFloorAsked = ref(false)
const hasFloor = computed(() => isFloorAsked.value || feet.value.some(f => piece.trueReadings?.[`${FLOOR}/${f.id}`]))
const SEAT_PLACES = ['front', 'back', 'left', 'right'] as const
</script>

<template>
  <section v-if="feet.length >= 3" aria-labelledby="feet-level" class="level">
    <h2 id="feet-level">How the feet stand</h2>
    <p class="small soft">
      On the flat board, held still with wedges: how high each end stands over it, 0 where it touches.
    </p>
    <div class="feet">
      <FieldTrueReading
        v-for="f in feet"
        :key="f.id"
        :reading="`${HEIGHTS}/${f.id}`"
        :label="f.label"
        :hint="found && !piece.trueReadings?.[`${HEIGHTS}/${f.id}`] ? 'still wanted' : ''"
        :problem="problemAt(f.id)"
      />
    </div>
    <ChoiceRow
      label="Cut it to stand"
      :items="aims"
      :model-value="aim.kind"
      @update:model-value="choose($event as FeetAimKind)"
    />
    <div v-if="aim.kind === 'slope'" class="feet">
      <LengthField
        label="Front of the seat higher by"
        :value="aim.riseMm"
        :take="takeRise"
        dense
        hint="over the depth of the feet"
      />
      <FieldTrueReading
        v-for="p in SEAT_PLACES"
        :key="p"
        :reading="`${SEAT}/${p}`"
        :label="`Seat ${p}, as held`"
        hint="over the board"
      />
    </div>
    <div v-if="hasFloor" class="feet">
      <FieldTrueReading
        v-for="f in feet"
        :key="f.id"
        :reading="`${FLOOR}/${f.id}`"
        :label="`Floor under ${f.label}`"
        hint="over its lowest"
      />
    </div>
    <p v-else><FieldChipButton plain label="for a floor that is not level" @click="isFloorAsked = true" /></p>
    <p v-if="found?.ok" role="status"><PhraseText :phrase="levelInWords(piece, found.value)" /></p>
    <p v-else-if="issue" class="small soft" role="status">{{ issue.message }}</p>
  </section>
</template>

<style scoped>
.level {
  display: grid;
  gap: 8px;
}
.feet {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 4px 12px;
}
</style>
