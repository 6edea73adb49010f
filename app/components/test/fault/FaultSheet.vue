<script setup lang="ts">
import { datumEnd } from '#core/piece/ends'
import { axisLengthMm } from '#core/piece/geometry'
import { measured, type Measured } from '#core/measure/measured'
import { fail } from '#core/measure/result'
import type { Fault } from '#core/piece/schema'

/** One thing wrong in the wood, looked at: where it is, what is to be told of its kind, its metal, its pictures. */
const { fault } = defineProps<{ fault: Fault }>()
const store = usePiece()
const { piece, part, put } = useFault(() => fault)
const selection = useSelection()
const lengthMm = computed(() => axisLengthMm(part.value))
const from = computed(() => datumEnd(piece.value!, part.value))
const moveTo = (m: Measured) =>
  m.value <= lengthMm.value
    ? put({ along: m.value / lengthMm.value })
    : fail('off_the_part', `The part is ${Math.round(lengthMm.value)} mm long: it cannot be more.`)
function remove(): void {
  store.tell({ do: 'remove-fault', fault: fault.id })
  selection.release()
}
</script>

<template>
  <div v-if="piece" class="sheet">
    <FaultFacts :fault="fault">
      <LengthField dense :label="`From its ${from}`" :value="measured(fault.along * lengthMm)" :take="moveTo" />
    </FaultFacts>
    <HoldList
      v-if="fault.kind === 'break' || fault.kind === 'split'"
      :on="{ kind: 'fault', id: fault.id }"
      heading="Metal through it"
    />
    <TextField
      label="Note"
      :value="fault.note"
      :draft-key="`${piece.id}-${fault.id}-note`"
      :take="note => put({ note }).ok"
    />
    <PhotoStrip :of="{ kind: 'fault', id: fault.id }" />
    <FieldKeyButton slim label="Take it off" class="off" @click="remove" />
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 10px;
  border-left: 3px solid var(--red);
  padding: 4px 0 8px 12px;
}
.off {
  justify-self: start;
}
</style>
