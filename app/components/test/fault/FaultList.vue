<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { faultPhrase } from '#core/condition/fault-words'
import { FAULT_LABELS, faultTag, spokenFault } from '#core/piece/faults'
import { datumEnd } from '#core/piece/ends'
import type { Measured } from '#core/measure/measured'
import { fail, succeed, type Result } from '#core/measure/result'
import { axisLengthMm } from '#core/piece/geometry'
import { FAULT_KINDS, type FaultKind } from '#core/piece/words'
import { nameOf, partName } from '#core/piece/names'

/** What is wrong in the wood itself: pointed at on the drawing, or by part and place; the picked one opens. */
const store = usePiece()
const selection = useSelection()
const { piece } = storeToRefs(store)
const { pickedFault } = storeToRefs(useSelection())
const stand = useStand()
const { place } = useFaults()
const { text } = useUnits()
const byHand = ref<FaultKind | null>(null)
const part = ref('')
const along = ref(0)
const refused = ref('')
const faults = computed(() => piece.value?.faults ?? [])
const chosen = computed(() => piece.value?.parts.find(p => p.id === part.value) ?? piece.value?.parts[0])

function point(kind: FaultKind): void {
  stand.placing = stand.placing === kind ? null : kind
  byHand.value = stand.placing
  part.value = piece.value?.joints.find(j => j.id === selection.atJoint)?.receives ?? ''
  refused.value = ''
}
/** A place beyond the part is refused where it is typed. */
function takeAlong(m: Measured): Result<Measured> {
  const most = axisLengthMm(chosen.value!)
  if (m.value > most) return fail('off_the_part', `The part is ${Math.round(most)} mm long: it cannot be more.`)
  along.value = m.value
  return succeed(m)
}
function putByHand(): void {
  const result = place(byHand.value!, chosen.value!.id, along.value / axisLengthMm(chosen.value!))
  refused.value = result.ok ? '' : result.issues[0]!.message
  if (result.ok) {
    byHand.value = null
    stand.placing = null
  }
}
/** Escape ends pointing, from wherever the hand is. */
useEventListener(document, 'keydown', (e: KeyboardEvent) => {
  if (e.key === 'Escape' && stand.placing !== null) stand.placing = null
})
watch(
  () => stand.placing,
  (kind) => {
    if (kind === null) byHand.value = null
  },
)
onBeforeUnmount(() => {
  stand.placing = null
})
</script>

<template>
  <section v-if="piece" class="faults" aria-labelledby="in-the-wood">
    <h2 id="in-the-wood">In the wood</h2>
    <div class="chips" role="group" aria-label="Add a fault">
      <FieldChipButton
        v-for="kind in FAULT_KINDS"
        :key="kind"
        v-memo="[stand.placing === kind]"
        :label="`+ ${FAULT_LABELS[kind]}`"
        :pressed="stand.placing === kind"
        @click="point(kind)"
      />
    </div>
    <div v-if="byHand" class="pointing" role="status">
      <p>Press on the drawing where the {{ FAULT_LABELS[byHand] }} is, or say where:</p>
      <div class="where">
        <PickOne
          :model-value="chosen!.id"
          :items="piece.parts.map(p => ({ label: partName(piece!, p), value: p.id }))"
          aria-label="Part"
          @update:model-value="part = $event"
        />
        <LengthField
          dense
          :label="`From its ${datumEnd(piece, chosen!)}`"
          :value="{ value: along, basis: 'assumed' }"
          :take="takeAlong"
        />
        <FieldKeyButton slim label="Put it there" @click="putByHand" />
      </div>
      <FieldRefusal :text="refused" />
    </div>
    <ul v-if="faults.length > 0" class="list">
      <li v-for="f in faults" :key="f.id">
        <UButton
          variant="ghost"
          color="neutral"
          class="one"
          :aria-pressed="f.id === pickedFault"
          :aria-label="spokenFault(piece, f)"
          @click="pickedFault = f.id"
        >
          <strong class="red">{{ faultTag(piece, f) }}</strong> {{ nameOf(piece, f.part)
          }}<span class="small soft">{{ text(faultPhrase(piece, f)) }}</span>
        </UButton>
      </li>
    </ul>
    <p v-if="faults.length === 0 && !byHand" class="small soft">
      Breaks, splits, worm, wood that is gone, what earlier hands did.
    </p>
  </section>
</template>

<style scoped>
.faults {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.pointing {
  border-left: 3px solid var(--red);
  padding: 4px 0 4px 12px;
  display: grid;
  gap: 8px;
}
.where {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: start;
}
.one {
  width: 100%;
  text-align: left;
  border-radius: 0;
  border-bottom: 1px solid var(--rule);
  padding: 8px 0;
  min-height: 44px;
  font: inherit;
  color: var(--ink);
  display: grid;
  grid-template-columns: 38px 1fr;
  gap: 0 4px;
}
.one .small {
  grid-column: 2;
}
.one[aria-pressed='true'] {
  box-shadow: inset 3px 0 0 var(--ink);
  padding-left: 8px;
}
</style>
