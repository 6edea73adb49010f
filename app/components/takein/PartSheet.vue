<script setup lang="ts">
import { leanOf, lengthOf } from '#core/condition/part-figures'
import { measured, type Measured } from '#core/measure/measured'
import { acrossSizes, withAcross, type AcrossSize } from '#core/piece/part-sizes'
import { handOf, twinId } from '#core/piece/sides'
import type { Result } from '#core/measure/result'
import type { Edit, Part } from '#core/piece/schema'
import { FINISHES, SHOW_FACES } from '#core/piece/words'
import { NOT_KNOWN, SPECIES } from '#core/reference/species'
import { handSeen, partName } from '#core/piece/names'

/**
 * One part: whether it is there, its wood, its section and bend, its joints; and what can be done with it as a whole.
 */
const { part } = defineProps<{ part: Part }>()
const store = usePiece()
const { piece } = storeToRefs(store)
const { pickedPart } = storeToRefs(useSelection())
const refused = ref('')
const lean = computed(() => leanOf(part))
const length = computed(() => lengthOf(part))
const joints = computed(() => piece.value!.joints.filter(j => j.enters === part.id))
const hand = computed(() => handOf(part.id))
/** The part of the other side, where it is missing: a mirrored one takes its place. */
const lostTwin = computed(() =>
  hand.value === 'none' ? undefined : piece.value!.parts.find(p => p.id === twinId(part.id) && p.missing),
)
/** Below this a leg stands upright as far as a bit is concerned, degrees. */
const LEANS_DEG = 0.4

function edit(change: Edit): Result<unknown> {
  const result = store.tell({ do: 'edit-frame', edit: change })
  refused.value = result.ok ? '' : result.issues[0]!.message
  return result
}
const ACROSS_LABELS = {
  diameter: 'Diameter',
  height: 'Height',
  thickness: 'Thickness',
  width: 'Width, from the front',
  depth: 'Depth, from the side',
} as const
const across = computed(() => acrossSizes(part))
const takeAcross = (size: AcrossSize) => (m: Measured) =>
  edit({ do: 'shape-part', part: part.id, section: withAcross(part.section, size, m.value) })
const describe = (facts: Partial<Extract<Edit, { do: 'describe-part' }>>) =>
  edit({ do: 'describe-part', part: part.id, ...facts })
const rename = (label: string) => label !== '' && edit({ do: 'rename-part', part: part.id, label }).ok

/** An id nobody has yet, like the one wanted. */
function free(wanted: string): string {
  let id = wanted.slice(0, 56)
  for (let n = 2; piece.value!.parts.some(p => p.id === id); n++) id = `${wanted.slice(0, 56)}-${n}`
  return id
}
function duplicate(): void {
  const as = free(`extra-${part.id.replace(/-\d+$/, '')}`)
  if (edit({ do: 'duplicate-part', part: part.id, as, by: [0, 40, 0] }).ok) pickedPart.value = as
}
function mirror(): void {
  const as = lostTwin.value?.id ?? free(hand.value === 'none' ? `${part.id}-mirrored` : twinId(part.id))
  if (edit({ do: 'mirror-part', part: part.id, as }).ok) pickedPart.value = as
}
function remove(): void {
  if (edit({ do: 'remove-part', part: part.id }).ok) pickedPart.value = null
}

const items = (ids: readonly string[]) => ids.map(value => ({ label: value.replaceAll('-', ' '), value }))
const THERE = items(['there', 'missing', 'beyond-saving'])
const there = computed(() => (part.stillIn ? 'beyond-saving' : part.missing ? 'missing' : 'there'))
const WOODS = [NOT_KNOWN, ...SPECIES.map(s => s.name)].map(value => ({ label: value, value }))
</script>

<template>
  <div v-if="piece" class="sheet">
    <TextField label="Name" :value="partName(piece, part)" :draft-key="`${piece.id}-${part.id}-name`" :take="rename" />
    <ChoiceRow
      label="Is it there"
      :tone="part.missing ? 'fault' : 'plain'"
      :items="THERE"
      :model-value="there"
      @update:model-value="describe({ missing: $event !== 'there', stillIn: $event === 'beyond-saving' })"
    />
    <HoldList :on="{ kind: 'part', id: part.id, along: 0 }" heading="Hardware on it" />
    <p class="small">
      <template v-if="hand !== 'none'">{{ handSeen(piece, part.id) }} hand · </template>long
      <FigureValue label="Length" :figure="length.along" />
      <template v-if="length.straight">
        along the bend, <FigureValue label="End to end" :figure="length.straight" /> straight
      </template>
    </p>
    <p v-if="lean && lean.inSpace.value > LEANS_DEG" class="small">
      leans <FigureValue label="Lean in space" :figure="lean.inSpace" /> in space, along a line
      <FigureValue label="Sight line" :figure="lean.sightLine" /> off straight ahead:
      <FigureValue label="From the front" :figure="lean.front" /> from the front,
      <FigureValue label="From the side" :figure="lean.side" /> from the side
    </p>
    <div class="fields">
      <LengthField
        v-for="s in across"
        :key="s.id"
        dense
        :label="ACROSS_LABELS[s.id]"
        :value="measured(s.valueMm)"
        :take="takeAcross(s)"
        :hint="part.section.stations.length > 1 ? 'where it is thickest' : ''"
      />
    </div>
    <FieldLine label="Wood">
      <PickOne
        :model-value="part.species"
        :items="WOODS"
        @update:model-value="describe({ species: $event })"
      />
    </FieldLine>
    <FieldLine label="Finish near its joints">
      <PickOne
        :model-value="part.finish ?? piece.intake.finish"
        :items="items(FINISHES)"
        @update:model-value="describe({ finish: $event as Part['finish'] })"
      />
    </FieldLine>
    <FieldLine label="Shows">
      <PickOne
        :model-value="part.show ?? 'all-round'"
        :items="items(SHOW_FACES)"
        @update:model-value="describe({ show: $event as Part['show'] })"
      />
    </FieldLine>
    <LengthField
      class="grain"
      label="Slope of the grain, 1 in"
      unit="1 in"
      :value="part.grainOneIn ?? null"
      :take="m => describe({ grainOneIn: m })"
      hint="12 is 1 in 12; straight grain is left out"
    />
    <GrainPicture :one-in="part.grainOneIn?.value ?? null" />
    <PartShape :part="part" :edit="edit" />
    <PartJoint v-for="j in joints" :key="j.id" :joint="j" :edit="edit" />
    <div class="chips">
      <FieldKeyButton slim label="Duplicate" @click="duplicate" />
      <FieldKeyButton
        slim
        :label="lostTwin ? `Mirror to the ${partName(piece, lostTwin)}` : 'Mirror'"
        @click="mirror"
      />
      <FieldKeyButton slim label="Take it away" @click="remove" />
    </div>
    <FieldRefusal :text="refused" />
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 10px;
  border-left: 3px solid var(--ink);
  padding: 4px 0 8px 12px;
}
.grain {
  max-width: 420px;
}
</style>
