<script setup lang="ts">
import { sectionAt } from '#core/piece/geometry'
import { BEND_WAYS, bentAxis, type BendWay } from '#core/piece/new-part'
import { measured, type Measured } from '#core/measure/measured'
import type { Result } from '#core/measure/result'
import type { Edit, Part } from '#core/piece/schema'

/** A part's section at its stations, round or rectangular, and how far it bends off the straight. */
const { part, edit } = defineProps<{ part: Part, edit: (change: Edit) => Result<unknown> }>()
const { piece } = storeToRefs(usePiece())
const bendWay = ref<BendWay>('backward')
type Stations = Part['section']['stations']

const stations = computed(() => inOrder(part.section.stations))
const inOrder = (list: Stations): Stations => [...list].sort((a, b) => a.along - b.along)
/** As they are now: two fields may be left in one breath, before this is drawn anew. */
const latest = () => inOrder((piece.value!.parts.find(p => p.id === part.id) ?? part).section.stations)
const put = (next: Stations) => edit({ do: 'shape-part', part: part.id, section: { ...part.section, stations: next } })
const size = (i: number, key: 'widthMm' | 'depthMm') => (m: Measured) =>
  put(latest().map((s, k) => (k === i ? { ...s, [key]: m.value } : s)))
const place = (i: number) => (m: Measured) =>
  put(latest().map((s, k) => (k === i ? { ...s, along: m.value / 100 } : s)))
function addStation(): void {
  const { widthMm, depthMm } = sectionAt(part, 0.5)
  put([...latest(), { along: 0.5, widthMm, depthMm }])
}
const bend = (m: Measured) => edit({ do: 'shape-part', part: part.id, axis: bentAxis(part, m.value, bendWay.value) })
const SHAPES = [
  { label: 'rectangular', value: 'rectangle' },
  { label: 'round or oval', value: 'round' },
]
const WAYS = Object.keys(BEND_WAYS).map(value => ({ label: value, value }))
</script>

<template>
  <FieldFold label="Section and bend" class="shape">
    <ol class="stations" aria-label="Its section, from end to end">
      <li v-for="(s, i) in stations" :key="i">
        <LengthField dense label="Along, %" unit="%" :value="measured(s.along * 100)" :take="place(i)" />
        <LengthField dense label="Width" :value="measured(s.widthMm)" :take="size(i, 'widthMm')" />
        <LengthField dense label="Depth" :value="measured(s.depthMm)" :take="size(i, 'depthMm')" />
      </li>
    </ol>
    <div class="chips">
      <FieldChipButton label="+ a station" @click="addStation" />
      <FieldChipButton v-if="stations.length > 1" label="Take the last off" @click="put(latest().slice(0, -1))" />
    </div>
    <ChoiceRow
      label="Shape"
      :items="SHAPES"
      :model-value="part.section.shape"
      @update:model-value="
        edit({
          do: 'shape-part',
          part: part.id,
          section: { ...part.section, shape: $event as Part['section']['shape'] },
        })
      "
    />
    <FieldLine label="Bends">
      <PickOne :model-value="bendWay" :items="WAYS" @update:model-value="bendWay = $event as BendWay" />
    </FieldLine>
    <LengthField label="Off the straight, at its middle" :value="null" :take="bend" hint="0 makes it straight" />
  </FieldFold>
</template>

<style scoped>
.stations li {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px;
}
</style>
