<script setup lang="ts">
import { describeWallTime, parseWallTime } from '#core/measure/wall-time'
import { tagOf } from '#core/piece/facts'
import { checksFor, dryFacts, dryStages, hasOverhangs, openInStage, rehearsedFacts } from '#core/plan'
import { OPEN_TIME_SHARE } from '#core/reference/rates'
import { newId, wallNow } from '~/composables/useDevice'

/** Everything closed once without glue, measured, pulled true, and gone through by the clock. */
const store = usePiece()
const { piece } = storeToRefs(store)
const { plan } = storeToRefs(usePlan())
const { go } = useStep()
const { quantity } = useUnits()
const stand = useStand()
const stages = computed(() => (piece.value && plan.value ? dryStages(piece.value, plan.value) : []))
/** The first that is not closed yet, or the one picked. */
const picked = ref<number | null>(null)
const dry = computed(
  () =>
    stages.value.find(s => s.stage.number === picked.value) ?? stages.value.find(s => !s.isClosed) ?? stages.value[0],
)
const checks = computed(() =>
  piece.value && plan.value && dry.value ? checksFor(piece.value, plan.value.stages, dry.value.stage.number) : [],
)
const tags = (ids: readonly string[]) => ids.map(id => tagOf(piece.value!.joints.find(j => j.id === id)!)).join(', ')
const NUMBERS = ['none', 'one', 'two', 'three', 'four', 'five', 'six']
const inWords = (n: number) => NUMBERS[n] ?? String(n)
const heading = computed(() => {
  if (!dry.value) {
    return plan.value?.stages.some(s => s.glued)
      ? 'Nothing is left to close dry'
      : 'Nothing comes apart, so there is nothing to close dry'
  }
  const { stage, joints, heldOff, left, isClosed } = dry.value
  const name = `Dry run, stage ${stage.number}`
  if (heldOff.length > 0) {
    return `${name}: ${inWords(heldOff.length)} of ${inWords(joints.length)} ${joints.length === 1 ? 'joint' : 'joints'} ${heldOff.length === 1 ? 'does' : 'do'} not close`
  }
  if (isClosed) return `${name}: it closes`
  return left.length === joints.length
    ? `${name}: close it once without glue`
    : `${name}: ${inWords(left.length)} still to close`
})
const minutes = (value: number) => quantity({ value, unit: 'min' })
const clock = useRehearsal(() => `${piece.value?.id ?? ''}/${dry.value?.stage.joints.join('+') ?? ''}`)
const opens = computed(() =>
  plan.value && dry.value && dry.value.stage.glues.length > 0 ? openInStage(plan.value, dry.value.stage) : null,
)
const timed = computed(() => {
  const stage = dry.value?.stage
  if (!stage) return ''
  const usable
    = opens.value === null ? '' : `; the glue leaves ${minutes(opens.value * OPEN_TIME_SHARE)} of ${minutes(opens.value)}`
  return stage.rehearsal
    ? `Rehearsed in ${minutes(stage.rehearsal.tookMin)}; with spreading ${minutes(stage.working.value)}, where the table said ${minutes(stage.rehearsal.tableMin)}${usable}.`
    : `Not rehearsed; the table says ${minutes(stage.working.value)} with spreading${usable}.`
})
const isTooLong = computed(
  () => opens.value !== null && (dry.value?.stage.working.value ?? 0) > opens.value * OPEN_TIME_SHARE,
)

function log(event: { kind: 'dry-run-closed' | 'rehearsed', of: string[], tookMin?: number }): void {
  store.tell({ do: 'log-event', event: { id: newId(), at: wallNow(), stage: null, note: '', ...event } })
}
function rehearsed(): void {
  if (!dry.value) return
  const tookMin = Math.max(0.1, Math.round(10 * clock.stop()) / 10)
  log({ kind: 'rehearsed', of: rehearsedFacts(dry.value.stage), tookMin })
}
function closed(): void {
  if (!dry.value || !plan.value) return
  for (const joint of dry.value.left) store.tell({ do: 'close-dry', joint, close: { offMm: null, why: null } })
  log({ kind: 'dry-run-closed', of: dryFacts(dry.value, plan.value) })
  picked.value = null
}
const nextHeld = computed(() => dry.value?.heldOff[0])
function closesNow(): void {
  const joint = nextHeld.value
  if (joint) {
    store.tell({ do: 'close-dry', joint, close: { offMm: null, why: piece.value?.dryClose?.[joint]?.why ?? null } })
  }
}
watch(
  () => dry.value?.stage.number,
  (number) => {
    stand.stageShown = number ?? null
  },
  { immediate: true },
)
onBeforeUnmount(() => {
  stand.stageShown = null
})
const when = (at: string) => describeWallTime(parseWallTime(at), parseWallTime(wallNow()))
</script>

<template>
  <article v-if="piece && plan" class="sheet">
    <header>
      <h1>{{ heading }}</h1>
      <p v-if="dry" class="small soft">
        Nothing is glued yet. {{ timed }}
        <template v-if="dry.stage.rehearsal">Timed {{ when(dry.stage.rehearsal.at) }}.</template>
      </p>
      <p v-if="isTooLong" class="small" role="note">
        <strong>Too long for its glue:</strong> another pair of hands, a slower glue or another split stand under
        <NuxtLink :to="stepPath(piece.id, 'glue-up')">Glue-up</NuxtLink>.
      </p>
    </header>
    <div v-if="stages.length > 1" class="chips" role="group" aria-label="Stages">
      <FieldChipButton
        v-for="s in stages"
        :key="s.stage.number"
        :label="`Stage ${s.stage.number}: ${tags(s.joints.map(j => j.joint))}${s.isClosed ? ', closes' : ''}`"
        :pressed="s === dry"
        @click="picked = s.stage.number"
      />
    </div>
    <template v-if="dry">
      <ul class="joints" aria-label="Joints of this stage">
        <DryrunJointRow
          v-for="j in dry.joints"
          :key="j.joint"
          :piece="piece"
          :plan="plan"
          :joint="j.joint"
          :close="j.close"
        />
      </ul>
      <section v-if="checks.length > 0" aria-labelledby="true-now">
        <h2 id="true-now">Is it true</h2>
        <DryrunTrueChecks :piece="piece" :checks="checks" />
      </section>
      <DryrunMeasureNow :piece="piece" :plan="plan" />
      <DryrunLaidOut :piece="piece" :stage="dry.stage" />
    </template>
    <DryrunFeetLand :piece="piece" />
    <DryrunFeetLevel :piece="piece" />
    <DryrunTopOver v-if="hasOverhangs(piece)" :piece="piece" />
    <WorksheetFoot>
      <template v-if="dry">
        <p v-if="clock.startedAt.value !== null" class="clock measure" role="timer">{{ clock.shown.value }}</p>
        <FieldKeyButton v-if="nextHeld" main :label="`${tags([nextHeld])} closes now`" @click="closesNow" />
        <FieldKeyButton v-else-if="!dry.isClosed" main :label="`Stage ${dry.stage.number} closes`" @click="closed" />
        <FieldKeyButton v-if="clock.startedAt.value !== null" label="Last clamp on, checked: stop" @click="rehearsed" />
        <FieldKeyButton v-if="clock.startedAt.value !== null" label="Never mind" @click="clock.cancel()" />
        <FieldKeyButton
          v-else
          :label="dry.stage.rehearsal ? 'Rehearse again, with the clock' : 'Rehearse, with the clock'"
          @click="clock.start()"
        />
      </template>
      <FieldKeyButton :main="!dry || dry.isClosed" label="Glue it up" @click="go('glue-up')" />
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
.sheet > section,
.sheet > :deep(section) {
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.joints {
  border-top: 1px solid var(--rule);
}
.clock {
  font-size: 26px;
  font-weight: 600;
  color: var(--amber);
  align-self: center;
}
</style>
