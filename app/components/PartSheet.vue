<script setup lang="ts">
import { leanOf, lengthOf } from '#core/condition/part-figures'
import { handOf, twinId } from '#core/piece/edits'
import { BEND_WAYS, bentAxis, type BendWay } from '#core/piece/new-part'
import { formWords, JOINT_KINDS, FORMS, sizesOf, usualForm, type JointKind } from '#core/piece/joint-forms'
import { sectionAt } from '#core/piece/geometry'
import { measured, type Measured } from '#core/measure/measured'
import type { Result } from '#core/measure/result'
import type { Edit, Joint, Part } from '#core/piece/schema'
import { FINISHES, SHOW_FACES } from '#core/piece/words'
import { SPECIES } from '#core/reference/species'

/** One part: whether it is there, its wood, its section and bend, its joints; and what can be done with it as a whole. */
const { part } = defineProps<{ part: Part }>()
const store = usePiece()
const { piece, pickedPart } = storeToRefs(store)
const refused = ref('')
const bendWay = ref<BendWay>('backward')
const lean = computed(() => leanOf(part))
const length = computed(() => lengthOf(part))
const joints = computed(() => piece.value!.joints.filter(j => j.enters === part.id))
const neighbours = (j: Joint) => piece.value!.joints.filter(x => x.receives === j.receives && x.id !== j.id)
const hand = computed(() => handOf(part.id))

function edit(change: Edit): Result<unknown> {
  const result = store.tell({ do: 'edit-frame', edit: change })
  refused.value = result.ok ? '' : result.issues[0]!.message
  return result
}
const describe = (facts: Partial<Extract<Edit, { do: 'describe-part' }>>) => edit({ do: 'describe-part', part: part.id, ...facts })
const free = (wanted: string) => { let id = wanted.slice(0, 56); for (let n = 2; piece.value!.parts.some(p => p.id === id); n++) id = `${wanted.slice(0, 56)}-${n}`; return id }
function duplicate(): void {
  const as = free(part.id)
  if (edit({ do: 'duplicate-part', part: part.id, as, label: `${part.label}, another`, by: [0, 40, 0] }).ok) pickedPart.value = as
}
function mirror(): void {
  const as = free(hand.value === 'none' ? `${part.id}-mirrored` : twinId(part.id))
  if (edit({ do: 'mirror-part', part: part.id, as, label: hand.value === 'none' ? `${part.label}, mirrored` : twinId(part.label) }).ok) pickedPart.value = as
}
function remove(): void { if (edit({ do: 'remove-part', part: part.id }).ok) pickedPart.value = null }

const stations = computed(() => [...part.section.stations].sort((a, b) => a.along - b.along))
const withStations = (next: Part['section']['stations']) => edit({ do: 'shape-part', part: part.id, section: { ...part.section, stations: next } })
/** As they are now: two fields may be left in one breath, before this is drawn anew. */
const latestStations = () => [...(piece.value!.parts.find(p => p.id === part.id) ?? part).section.stations].sort((a, b) => a.along - b.along)
const size = (i: number, key: 'widthMm' | 'depthMm') => (m: Measured) => withStations(latestStations().map((s, k) => (k === i ? { ...s, [key]: m.value } : s)))
const place = (i: number) => (m: Measured) => withStations(latestStations().map((s, k) => (k === i ? { ...s, along: m.value / 100 } : s)))
function addStation(): void { withStations([...stations.value, { along: 0.5, ...sectionAt(part, 0.5) }].map(({ along, widthMm, depthMm }) => ({ along, widthMm, depthMm }))) }
const bend = (m: Measured) => edit({ do: 'shape-part', part: part.id, axis: bentAxis(part, m.value, bendWay.value) })
function retype(j: Joint, kind: string): void {
  const { widthMm, depthMm } = sectionAt(part, 0)
  edit({ do: 'change-joint', joint: j.id, form: usualForm(kind as JointKind, widthMm, depthMm) })
}
const special = (j: Joint) => (['through', 'wedged', 'haunched', 'pinned'] as const).filter(k => (j.form.kind === 'mortise-and-tenon') || (j.form.kind === 'round-tenon' && (k === 'through' || k === 'wedged')))
const isSpecial = (j: Joint, key: string) => (j.form as Partial<Record<string, unknown>>)[key] === true
const toggle = (j: Joint, key: string) => edit({ do: 'change-joint', joint: j.id, form: { ...j.form, [key]: !isSpecial(j, key) } as Joint['form'] })
const items = (ids: readonly string[]) => ids.map(value => ({ label: value.replaceAll('-', ' '), value }))
</script>

<template>
  <div v-if="piece" class="sheet">
    <TextField label="Name" :value="part.label" :draft-key="`${piece.id}-${part.id}-name`" :take="label => label !== '' && edit({ do: 'rename-part', part: part.id, label }).ok" />
    <ChoiceRow label="Is it there" :tone="part.missing ? 'fault' : 'plain'" :items="[{ label: 'there', value: 'there' }, { label: 'missing', value: 'missing' }]" :model-value="part.missing ? 'missing' : 'there'" @update:model-value="describe({ missing: $event === 'missing' })" />
    <p class="small"><template v-if="hand !== 'none'">{{ hand }} hand · </template>long <FigureValue label="Length" :figure="length.along" /><template v-if="length.straight"> along the bend, <FigureValue label="End to end" :figure="length.straight" /> straight</template><template v-if="lean && lean.inSpace.value > 0.4">; leans <FigureValue label="Lean in space" :figure="lean.inSpace" /> in space, along a line <FigureValue label="Sight line" :figure="lean.sightLine" /> off straight ahead (<FigureValue label="From the front" :figure="lean.front" /> from the front, <FigureValue label="From the side" :figure="lean.side" /> from the side)</template>.</p>
    <div class="line"><label for="part-wood">Wood</label><PickOne id="part-wood" :model-value="part.species" :items="SPECIES.map(s => ({ label: s.name, value: s.name }))" @update:model-value="describe({ species: $event })" /></div>
    <div class="line"><label for="part-finish">Finish near its joints</label><PickOne id="part-finish" :model-value="part.finish ?? piece.intake.finish" :items="items(FINISHES)" @update:model-value="describe({ finish: $event as Part['finish'] })" /></div>
    <div class="line"><label for="part-show">Shows</label><PickOne id="part-show" :model-value="part.show ?? 'all-round'" :items="items(SHOW_FACES)" @update:model-value="describe({ show: $event as Part['show'] })" /></div>
    <LengthField class="grain" label="Slope of the grain, 1 in" unit="1 in" :value="part.grainOneIn ?? null" :take="m => describe({ grainOneIn: m })" hint="12 is 1 in 12; straight grain is left out" />
    <details>
      <summary>Section and bend</summary>
      <table class="rows"><thead><tr><th>Along, %</th><th>Width</th><th>Depth</th></tr></thead><tbody><tr v-for="(s, i) in stations" :key="i"><td><LengthField dense label="Along" unit="%" :value="measured(s.along * 100)" :take="place(i)" /></td><td><LengthField dense label="Width" :value="measured(s.widthMm)" :take="size(i, 'widthMm')" /></td><td><LengthField dense label="Depth" :value="measured(s.depthMm)" :take="size(i, 'depthMm')" /></td></tr></tbody></table>
      <div class="chips"><button type="button" class="chip" @click="addStation">+ a station</button><button v-if="stations.length > 1" type="button" class="chip" @click="withStations(stations.slice(0, -1))">Take the last off</button></div>
      <ChoiceRow label="Shape" :items="[{ label: 'rectangular', value: 'rectangle' }, { label: 'round or oval', value: 'round' }]" :model-value="part.section.shape" @update:model-value="edit({ do: 'shape-part', part: part.id, section: { ...part.section, shape: $event as Part['section']['shape'] } })" />
      <div class="line"><label for="bend-way">Bends</label><PickOne id="bend-way" :model-value="bendWay" :items="items(Object.keys(BEND_WAYS))" @update:model-value="bendWay = $event as BendWay" /></div>
      <LengthField label="Off the straight, at its middle" :value="null" :take="bend" hint="0 makes it straight" />
    </details>
    <details v-for="j in joints" :key="j.id">
      <summary>J{{ j.number }} into the {{ piece.parts.find(p => p.id === j.receives)!.label }}: {{ formWords(j.form) }}</summary>
      <div class="line"><label :for="`kind-${j.id}`">Kind</label><PickOne :id="`kind-${j.id}`" :model-value="j.form.kind" :items="JOINT_KINDS.map(k => ({ label: FORMS[k].label, value: k }))" @update:model-value="retype(j, $event)" /></div>
      <div v-if="special(j).length > 0" class="chips" role="group" aria-label="What is special about it"><button v-for="s in special(j)" :key="s" type="button" class="chip plain" :aria-pressed="isSpecial(j, s)" @click="toggle(j, s)">{{ s }}</button></div>
      <div class="columns"><LengthField v-for="s in sizesOf(j)" :key="s.key" dense :label="s.label" :value="s.key === 'depthMm' ? j.depthMm : (j.form as unknown as Record<string, Measured>)[s.key]!" :take="m => store.tell({ do: 'measure-joint', joint: j.id, size: s.key, measure: m })" /></div>
      <div v-if="neighbours(j).length > 0" class="line"><label :for="`shares-${j.id}`">Shares its hole with</label><PickOne :id="`shares-${j.id}`" :model-value="j.shares ?? ''" :items="[{ label: 'none', value: '' }, ...neighbours(j).map(n => ({ label: `J${n.number} ${n.label}`, value: n.id }))]" @update:model-value="edit({ do: 'change-joint', joint: j.id, shares: $event || null })" /></div>
    </details>
    <div class="chips"><button type="button" class="key-button slim" @click="duplicate">Duplicate</button><button type="button" class="key-button slim" @click="mirror">Mirror</button><button type="button" class="key-button slim" @click="remove">Take it away</button></div>
    <span v-if="refused" class="field-error" role="alert">{{ refused }}</span>
  </div>
</template>

<style scoped>
.sheet { display: grid; gap: 10px; border-left: 3px solid var(--ink); padding: 4px 0 8px 12px; }
.line { display: grid; grid-template-columns: 150px 1fr; gap: 4px 12px; align-items: center; }
.grain { max-width: 420px; }
.columns { display: grid; grid-template-columns: repeat(auto-fill, minmax(130px, 1fr)); gap: 4px 14px; margin-top: 6px; }
details { display: grid; gap: 6px; }
summary { cursor: pointer; min-height: 36px; display: flex; align-items: center; color: var(--soft); text-decoration: underline; text-underline-offset: 3px; }
@media (max-width: 640px) { .line { grid-template-columns: 1fr; } }
</style>
