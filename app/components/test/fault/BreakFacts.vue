<script setup lang="ts">
import { readBreak } from '#core/condition/breaks'
import { datumEnd, sideName } from '#core/piece/ends'
import type { Fault } from '#core/piece/schema'
import { BREAK_SURFACES, PARTINGS, THROUGH } from '#core/piece/words'

/** A break: how it lies, what its faces are like, what passes through it, and what that makes of it. */
const { fault } = defineProps<{ fault: Extract<Fault, { kind: 'break' }> }>()
const { piece, part, latest, put, take, lift, sockets, jointItems } = useFault(() => fault)
const { text } = useUnits()
const from = computed(() => datumEnd(piece.value!, part.value))
const reading = computed(() => readBreak(piece.value!, fault))
/** The four sides of a part, degrees round from its width; a fault lies on the nearest. */
const QUARTERS = [0, 90, 180, -90]
const quarterOf = (deg: number) => QUARTERS[((Math.round(deg / 90) % 4) + 4) % 4]!
const PARTING_LABELS = { 'not-seen': 'not looked', 'apart': 'in two pieces', 'hangs': 'hangs by fibres' } as const
const partingItems = PARTINGS.map(value => ({ label: PARTING_LABELS[value], value }))
function toggleThrough(what: (typeof THROUGH)[number]): void {
  const now = latest()
  if (now.kind !== 'break') return
  put({ through: now.through.includes(what) ? now.through.filter(t => t !== what) : [...now.through, what] })
}
</script>

<template>
  <div class="fields">
    <slot />
    <LengthField
      dense
      label="Slope of the break"
      unit="deg"
      :value="fault.angleDeg"
      :take="take('angleDeg')"
      hint="90 straight across, 15 a long slant"
    />
    <LengthField
      dense
      label="Across the grain by"
      unit="deg"
      :value="fault.fibreDeg"
      :take="take('fibreDeg')"
      :clear="lift('fibreDeg')"
      hint="0 along it, 90 right across it"
    />
    <LengthField
      dense
      label="Gap when pressed"
      :value="fault.gapMm"
      :take="take('gapMm')"
      :clear="lift('gapMm')"
      hint="0 if it closes"
    />
    <LengthField
      dense
      label="How much is missing"
      unit="%"
      :value="fault.lostPct"
      :take="take('lostPct')"
      :clear="lift('lostPct')"
      hint="of its face"
    />
  </div>
  <BreakPicture :angle-deg="fault.angleDeg.value" :fibre-deg="fault.fibreDeg?.value ?? null" />
  <ChoiceRow
    label="The part is"
    tone="fault"
    :items="partingItems"
    :model-value="fault.parted"
    @update:model-value="put({ parted: $event })"
  />
  <FieldLine v-if="sockets.length > 0" label="Through the joint">
    <PickOne
      :model-value="fault.joint ?? ''"
      :items="jointItems(sockets, 'none')"
      @update:model-value="put({ joint: $event || null })"
    />
  </FieldLine>
  <ChoiceRow
    label="Surface"
    tone="fault"
    :items="wordItems(BREAK_SURFACES)"
    :model-value="fault.surface"
    @update:model-value="put({ surface: $event })"
  />
  <ChoiceRow
    :label="`Nearer its ${from} on the`"
    :items="QUARTERS.map(value => ({ label: sideName(piece!, part, value), value }))"
    :model-value="quarterOf(fault.turnDeg)"
    @update:model-value="put({ turnDeg: Number($event) })"
  />
  <FieldLine group label="Passes through it">
    <FieldChipButton
      v-for="t in THROUGH"
      :key="t"
      :label="t"
      :pressed="fault.through.includes(t)"
      @click="toggleThrough(t)"
    />
  </FieldLine>
  <p class="says">
    Face <FigureValue label="Glue area, one face" :figure="reading.glueArea" />,
    <FigureValue label="Long grain" :figure="reading.longGrain" range /> long grain. {{ text(reading.words) }}
  </p>
</template>

<style scoped>
.says {
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
</style>
