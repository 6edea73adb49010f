<script setup lang="ts">
import type { Fault } from '#core/piece/schema'
import { HOLDS, METALS, OLD_GLUES, REGISTERS } from '#core/piece/words'

/** What somebody did before: with what, how well it lies, whether it holds. */
const { fault } = defineProps<{ fault: Extract<Fault, { kind: 'earlier-repair' }> }>()
const { put, take, lift, drop, joints, jointItems } = useFault(() => fault)
</script>

<template>
  <div class="fields">
    <slot />
  </div>
  <FieldLine label="At the joint">
    <PickOne
      :model-value="fault.joint ?? ''"
      :items="jointItems(joints, 'none, in the part')"
      @update:model-value="put({ joint: $event || null })"
    />
  </FieldLine>
  <FieldLine label="Their glue">
    <PickOne
      :model-value="fault.glue"
      :items="wordItems(OLD_GLUES)"
      @update:model-value="put({ glue: $event })"
    />
  </FieldLine>
  <FieldLine label="Their metal">
    <PickOne
      :model-value="fault.metal ?? ''"
      :items="[{ label: 'none', value: '' }, ...wordItems(METALS)]"
      @update:model-value="put({ metal: $event || null })"
    />
  </FieldLine>
  <ChoiceRow
    label="Register"
    tone="fault"
    :items="wordItems(REGISTERS)"
    :model-value="fault.register"
    @update:model-value="put({ register: $event })"
  />
  <div v-if="fault.register === 'out-of-register'" class="fields">
    <LengthField
      dense
      label="Stands off by"
      :value="fault.offMm"
      :take="take('offMm')"
      :clear="lift('offMm')"
      hint="step in the line"
    />
    <LengthField
      dense
      label="Leans by"
      unit="deg"
      :value="fault.leanDeg"
      :take="take('leanDeg')"
      :clear="lift('leanDeg')"
      hint="degrees"
    />
  </div>
  <div v-if="!fault.joint" class="fields">
    <LengthField
      dense
      label="Its line to the axis"
      unit="deg"
      :value="fault.angleDeg ?? null"
      :take="take('angleDeg')"
      :clear="drop('angleDeg')"
      hint="degrees; straight across is 90"
    />
  </div>
  <ChoiceRow
    label="Still holding"
    tone="fault"
    :items="wordItems(HOLDS)"
    :model-value="fault.holds"
    @update:model-value="put({ holds: $event })"
  />
</template>
