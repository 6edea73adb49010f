<script setup lang="ts">
import { mm, q, say } from '#core/measure/phrase'
import type { Piece } from '#core/piece/schema'
import { OVERHANG_PLACES } from '#core/plan'
import { feetOf, standOver, topOver, type Overhangs } from '#core/truing'

/** A top over its base: eight overhangs tell a shifted, a turned and a skewed one apart. */
const { piece } = defineProps<{ piece: Piece }>()
const LABELS: Readonly<Record<keyof Overhangs, string>> = {
  frontLeft: 'Front, left end',
  frontRight: 'Front, right end',
  rightFront: 'Right, front end',
  rightBack: 'Right, back end',
  backRight: 'Back, right end',
  backLeft: 'Back, left end',
  leftBack: 'Left, back end',
  leftFront: 'Left, front end',
}
const keyOf = (place: keyof Overhangs) => `overhang/${place.toLowerCase()}`
const read = computed(() => Object.fromEntries(OVERHANG_PLACES.map(p => [p, piece.trueReadings?.[keyOf(p)]?.value])))
const isWhole = computed(() => OVERHANG_PLACES.every(p => read.value[p] !== undefined))
const run = computed(() => standOver(feetOf(piece)))
const answer = computed(() => {
  if (!isWhole.value) return null
  const lies = topOver(read.value as unknown as Overhangs, run.value.wideMm, run.value.deepMm)
  if (!lies.ok) return say`${lies.issues[0]!.message}`
  const { shiftedRightMm: right, shiftedBackMm: back, turnedDeg, skewedDeg, says } = lies.value
  if (says.length === 0) return say`It lies even, shifted, turned and skewed by less than shows.`
  const shift = says.includes('shifted')
    ? say`Shifted ${mm(Math.abs(right))} to the ${right > 0 ? 'right' : 'left'} and ${mm(Math.abs(back))} to the ${back > 0 ? 'back' : 'front'}: push it the other way. `
    : say``
  const turn = says.includes('turned')
    ? say`Turned by ${q(Math.abs(turnedDeg), 'deg')} ${turnedDeg > 0 ? 'against' : 'with'} the clock on its base. `
    : say``
  const skew = says.includes('skewed')
    ? say`Top and base are skewed against each other by ${q(Math.abs(skewedDeg), 'deg')}: the two diagonals of one of them say which.`
    : say``
  return say`${shift}${turn}${skew}`
})
</script>

<template>
  <section aria-labelledby="top-over" class="over">
    <h2 id="top-over">How the top lies</h2>
    <p class="small soft">
      How far its edge stands out over the apron, at both ends of each side; left and right as one stands before the
      front.
    </p>
    <div class="places">
      <FieldTrueReading v-for="p in OVERHANG_PLACES" :key="p" :reading="keyOf(p)" :label="LABELS[p]" />
    </div>
    <p v-if="answer" role="status"><PhraseText :phrase="answer" /></p>
  </section>
</template>

<style scoped>
.over {
  display: grid;
  gap: 8px;
}
.places {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  gap: 4px 12px;
}
</style>
