<script setup lang="ts">
import { jointName } from '#core/piece/names'
import type { Fault } from '#core/piece/schema'
import { RUNS_OUT } from '#core/piece/words'

/** A split: how long and how open, where it starts and ends, which joints it crosses. */
const { fault } = defineProps<{ fault: Extract<Fault, { kind: 'split' }> }>()
const { piece, latest, put, take, lift, joints, jointItems } = useFault(() => fault)
const RUNS_OUT_LABELS = { 'not-seen': 'not looked', 'yes': 'runs out', 'no': 'ends found' } as const
const runsOutItems = RUNS_OUT.map(value => ({ label: RUNS_OUT_LABELS[value], value }))
function toggleCrossed(joint: string): void {
  const now = latest()
  if (now.kind !== 'split') return
  put({ crosses: now.crosses.includes(joint) ? now.crosses.filter(c => c !== joint) : [...now.crosses, joint] })
}
</script>

<template>
  <div class="fields">
    <slot />
    <LengthField dense label="Length" :value="fault.lengthMm" :take="take('lengthMm')" />
    <LengthField
      dense
      label="Stands open"
      :value="fault.openMm"
      :take="take('openMm')"
      :clear="lift('openMm')"
    />
  </div>
  <FieldLine label="Starts at">
    <PickOne
      :model-value="fault.joint ?? ''"
      :items="jointItems(joints, 'no joint')"
      @update:model-value="put({ joint: $event || null })"
    />
  </FieldLine>
  <ChoiceRow
    label="At its end it"
    tone="fault"
    :items="runsOutItems"
    :model-value="fault.runsOut"
    @update:model-value="put({ runsOut: $event })"
  />
  <FieldLine v-if="joints.length > 1" group label="Crosses">
    <FieldChipButton
      v-for="j in joints.filter(x => x.id !== fault.joint)"
      :key="j.id"
      :label="`J${j.number}`"
      :aria-label="`J${j.number} ${jointName(piece!, j)}`"
      :pressed="fault.crosses.includes(j.id)"
      @click="toggleCrossed(j.id)"
    />
  </FieldLine>
</template>
