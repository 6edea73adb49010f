<script setup lang="ts">
import { CAUSES, causeNamed } from '#core/cause'
import { isHeldByHardware } from '#core/hardware'
import { faultyJoints, tagOf } from '#core/piece/facts'
import { faultName } from '#core/plan'
import { jointName } from '#core/piece/names'

const store = usePiece()
const { piece } = storeToRefs(store)
const { picked, atJoint } = storeToRefs(useSelection())
const { plan } = storeToRefs(usePlan())
const { go } = useStep()
const { quantity } = useUnits()
/** Joints that glue should hold: what hardware holds has no cause in its glue. */
const faulty = computed(() =>
  piece.value ? faultyJoints(piece.value).filter(j => !isHeldByHardware(piece.value!, j)) : [],
)
const joint = computed(() => faulty.value.find(j => j.id === atJoint.value) ?? faulty.value[0])
const diagnosis = computed(() => plan.value?.diagnoses.find(d => d.joint === joint.value?.id))
const own = computed(() => (joint.value ? piece.value?.choices.causes[`joint:${joint.value.id}`] : undefined))
const why = ref('')
watch(
  own,
  (o) => {
    why.value = o?.why ?? ''
  },
  { immediate: true },
)
const heading = computed(() => {
  if (!plan.value) return 'Working out why'
  const top = diagnosis.value?.causes[0]
  if ((!joint.value || !top) && plan.value.faultDiagnoses.length > 0) {
    return 'Nothing is loose; something is wrong in the wood'
  }
  if (!joint.value || !top) return 'Nothing is loose: there is no cause to look for'
  return own.value
    ? `${tagOf(joint.value)}: ${causeNamed(own.value.cause)?.label ?? own.value.cause}, in your own judgement`
    : `${tagOf(joint.value)}: ${top.probability >= 0.6 ? 'most likely' : 'perhaps'} ${top.label.toLowerCase()}`
})
/**
 * Breaks, splits and repairs come first: what is worst is asked about first. Only those somebody can say something
 * about.
 */
const wood = computed(() => (plan.value?.faultDiagnoses ?? []).filter(d => d.causes.length > 0))
function nameOf(id: string): string {
  const fault = piece.value?.faults.find(f => f.id === id)
  return fault ? `Why: ${faultName(piece.value!, fault)}` : ''
}
const COLUMNS = [
  { id: 'cause', label: 'Cause' },
  { id: 'for', label: 'Speaks for it' },
  { id: 'against', label: 'Against' },
  { id: 'open', label: 'Not looked at' },
]
const CAUSE_ITEMS = [{ label: 'as worked out', value: 'none' }, ...CAUSES.map(c => ({ label: c.label, value: c.id }))]
function overrule(cause: string): void {
  if (joint.value) {
    store.tell({
      do: 'overrule-cause',
      trouble: `joint:${joint.value.id}`,
      cause: CAUSES.find(c => c.id === cause)?.id ?? null,
      why: why.value,
    })
  }
}
function answerBracing(answer: 'restore' | 'accept'): void {
  store.tell({ do: 'answer-bracing', answer: piece.value?.choices.bracing?.answer === answer ? null : answer, why: '' })
}
</script>

<template>
  <article v-if="piece" class="sheet">
    <header v-if="wood.length > 0">
      <h1>{{ nameOf(wood[0]!.fault) }}</h1>
    </header>
    <section v-for="(d, i) in wood" :key="d.fault" :aria-labelledby="`why-${d.fault}`">
      <h2 :id="`why-${d.fault}`" :class="{ 'sr-only': i === 0 }">{{ nameOf(d.fault) }}</h2>
      <CauseBars :causes="d.causes.slice(0, 3)" />
      <ul class="small">
        <li v-for="c in d.causes.slice(0, 2)" :key="c.cause">
          <strong>{{ c.label }}</strong
          >: {{ c.evidenceFor.join('; ') || 'nothing seen that speaks for it'
          }}<span v-if="c.notLooked.length > 0" class="soft">; not looked at: {{ c.notLooked.join('; ') }}</span
          >. {{ c.answer }}
        </li>
      </ul>
    </section>
    <header v-if="joint || wood.length === 0">
      <component :is="wood.length > 0 ? 'h2' : 'h1'">{{ heading }}</component>
      <p v-if="joint" class="small soft">
        {{ jointName(piece, joint) }}. Several causes may hold at once; a mend that leaves one in place fails again.
      </p>
    </header>
    <div v-if="faulty.length > 1" class="chips" role="group" aria-label="Loose joints">
      <FieldChipButton
        v-for="j in faulty"
        :key="j.id"
        :label="`${tagOf(j)} ${jointName(piece, j)}`"
        :pressed="j.id === joint?.id"
        @click="picked = j.id"
      />
    </div>
    <section v-if="diagnosis">
      <CauseBars :causes="diagnosis.causes.slice(0, 4)" />
      <FieldTable
        class="small"
        label="Causes, and what speaks for each"
        :columns="COLUMNS"
        :rows="diagnosis.causes.slice(0, 3)"
        :id-of="c => c.cause"
      >
        <template #cause="{ row: c }">
          <strong>{{ c.label }}</strong>
          <br>{{ c.answer }}
        </template>
        <template #for="{ row: c }">{{ c.evidenceFor.join('; ') || '–' }}</template>
        <template #against="{ row: c }">{{ c.evidenceAgainst.join('; ') || '–' }}</template>
        <template #open="{ row: c }">
          <span class="soft">{{ c.notLooked.join('; ') || '–' }}</span>
        </template>
      </FieldTable>
      <p v-if="diagnosis.nextTest">
        <strong>Next test worth doing:</strong> {{ diagnosis.nextTest.label }},
        {{ quantity({ value: diagnosis.nextTest.minutes, unit: 'min' }) }}.
        <span class="soft">{{ diagnosis.nextTest.hint }}</span>
      </p>
      <p class="small soft">
        Bands are rough: the weights are this program’s reading of trade practice, to rank causes, not to measure them.
      </p>
    </section>
    <section v-if="joint && diagnosis" aria-labelledby="own">
      <h2 id="own">You judge otherwise?</h2>
      <div class="own">
        <PickOne
          :model-value="own?.cause ?? 'none'"
          :items="CAUSE_ITEMS"
          aria-labelledby="own"
          @update:model-value="overrule(String($event))"
        /><UInput
          v-model="why"
          placeholder="why"
          aria-label="Why you judge otherwise"
          class="w-72"
          @change="own && overrule(own.cause)"
        />
      </div>
    </section>
    <section v-if="plan && faulty.length > 0" aria-labelledby="whole">
      <h2 id="whole">The frame as a whole</h2>
      <p>{{ plan.whole.sentence }}</p>
      <template v-if="plan.whole.needsAnswer">
        <p>{{ plan.whole.answers.join(' ') }}</p>
        <div class="chips" role="group" aria-labelledby="whole">
          <FieldChipButton
            plain
            label="Put it back"
            :pressed="piece.choices.bracing?.answer === 'restore'"
            @click="answerBracing('restore')"
          />
          <FieldChipButton
            plain
            label="Leave it, the owner knows"
            :pressed="piece.choices.bracing?.answer === 'accept'"
            @click="answerBracing('accept')"
          />
        </div>
      </template>
    </section>
    <WorksheetFoot>
      <FieldKeyButton main label="Choose the mends" @click="go('mend')" />
    </WorksheetFoot>
  </article>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  gap: 16px;
  flex: 1;
}
section {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.own {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
</style>
