<script setup lang="ts">
import { faultPhrase } from '#core/condition/fault-words'
import { tagOf } from '#core/piece/facts'
import { FAULT_LABELS, faultTag } from '#core/piece/faults'
import { nameOf } from '#core/piece/names'
import type { Fault } from '#core/piece/schema'

/** One thing wrong in the wood, looked at; from here one goes back to the joint one came from. */
const { fault } = defineProps<{ fault: Fault }>()
const { piece } = storeToRefs(usePiece())
const selection = useSelection()
const { text } = useUnits()
const joint = computed(() => piece.value?.joints.find(j => j.id === selection.atJoint))
const kind = computed(() => FAULT_LABELS[fault.kind])
const back = () => selection.release()
useKeys({ Enter: back })
</script>

<template>
  <article v-if="piece" class="looked-at">
    <header>
      <h1>
        <span class="red">{{ faultTag(piece, fault) }}</span>
        {{ kind[0]!.toUpperCase() + kind.slice(1) }} in the {{ nameOf(piece, fault.part) }}
      </h1>
      <p class="small soft">{{ text(faultPhrase(piece, fault)) }}</p>
    </header>
    <FaultSheet :fault="fault" />
    <slot />
    <WorksheetFoot>
      <FieldKeyButton main :label="joint ? `Back to ${tagOf(joint)}` : 'Back to the joints'" press="Enter" @click="back" />
    </WorksheetFoot>
  </article>
</template>

<style scoped>
.looked-at {
  display: flex;
  flex-direction: column;
  gap: 14px;
  flex: 1;
}
</style>
