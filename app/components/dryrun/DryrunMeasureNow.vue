<script setup lang="ts">
import { phraseText } from '#core/measure/phrase'
import type { Measured } from '#core/measure/measured'
import { findingOf } from '#core/piece/facts'
import type { Piece } from '#core/piece/schema'
import { cutBetween, measureNow, type MeasureNow, type Plan } from '#core/plan'

/** What can only be measured while the frame stands together dry. */
const { piece, plan } = defineProps<{ piece: Piece, plan: Plan }>()
const store = usePiece()
const { units } = useUnits()
const wanted = computed(() => measureNow(piece, plan))
const words = (m: MeasureNow) => phraseText(m.label, units.value)
const cutOf = (m: MeasureNow) => (m.kind === 'shoulders' ? cutBetween(piece, m.part) : null)
type Clearance = Extract<MeasureNow, { kind: 'clearance' }>
const takeClearance = (m: Clearance) => (measure: Measured) =>
  store.tell({ do: 'measure-clearance', joint: m.joint, where: m.clearance, measure })
const clearanceOf = (m: Clearance) => findingOf(piece, m.joint).clearance[m.clearance] ?? null
</script>

<template>
  <section v-if="wanted.length > 0" aria-labelledby="measure-now" class="now">
    <h2 id="measure-now">Measure now, it cannot be measured later</h2>
    <div v-for="m in wanted" :key="m.id" class="one">
      <MendDryFitReading v-if="m.kind === 'shoulders'" :part="m.part" />
      <FieldTrueReading v-else-if="m.kind === 'reading'" :reading="m.key" :label="words(m)" :dense="false" />
      <LengthField v-else :label="words(m)" :value="clearanceOf(m)" :take="takeClearance(m)" />
      <p v-if="cutOf(m)" role="status"><PhraseText :phrase="cutOf(m)!" /></p>
      <p v-else class="small soft"><PhraseText :phrase="m.why" /></p>
    </div>
  </section>
</template>

<style scoped>
.now {
  display: grid;
  gap: 8px;
}
.one {
  display: grid;
  gap: 2px;
}
</style>
