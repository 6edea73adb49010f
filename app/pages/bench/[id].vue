<script setup lang="ts">
import { formatBit } from '#core/measure/length'
import { useIntervalFn } from '@vueuse/core'
import {
  describeDuration,
  describeWallTime,
  formatWallTime,
  MIN_PER_DAY,
  minuteOfDay,
  parseWallTime,
} from '#core/measure/wall-time'
import { nextWorkingMin } from '#core/glueup'
import type { PieceEvent } from '#core/piece/schema'
import { benchSteps, checksFor, eventOf, gatesFor, gatesOfTask, glueTask, PHASES } from '#core/plan'
import { TOOLS, type ToolUse } from '#core/reference/tools'
import { stateOf } from '#core/work'
import { newId, wallNow } from '~/composables/useDevice'

/** Bench mode: one step at a time, readable across the room, with its clock. */
const store = usePiece()
const { piece, undoable } = storeToRefs(store)
const { plan } = storeToRefs(usePlan())
const shop = useShop()
const route = useRoute()
const pieceId = computed(() => String(route.params.id))
watch(pieceId, id => store.open(id), { immediate: true })
useHead({ title: () => (piece.value ? `${piece.value.title}, at the bench` : 'At the bench') })

const steps = computed(() => (piece.value && plan.value ? benchSteps(plan.value) : []))
/** The one in view, kept by what it is: what is done leaves the list, and the list may be made again meanwhile. */
const inView = ref<string | null>(null)
const at = computed(() =>
  Math.max(
    0,
    steps.value.findIndex(s => s.id === inView.value),
  ),
)
const step = computed(() => steps.value[at.value])
const state = computed(() => (step.value ? stateOf(step.value) : 'open'))
/** What still holds this gluing or cutting back. */
const held = computed(() => {
  if (!plan.value || !step.value) return []
  const stage = plan.value.stages.find(s => glueTask(s) === step.value?.id)
  return stage ? gatesFor(plan.value, stage) : gatesOfTask(plan.value, step.value)
})
/** What is looked at while the frame of this step can still be moved. */
const checks = computed(() => {
  const [p, made, task] = [piece.value, plan.value, step.value]
  if (!p || !made || !task) return []
  if (task.kind === 'dry-run') {
    return made.stages
      .filter(s => !s.glued)
      .flatMap(s => checksFor(p, made.stages, s.number))
      .filter((c, i, all) => all.findIndex(o => o.id === c.id) === i)
  }
  const stage = made.stages.find(s => glueTask(s) === task.id)
  return stage ? checksFor(p, made.stages, stage.number) : []
})
const following = computed(() => steps.value[at.value + 1])
const doneCount = computed(() => (plan.value ? plan.value.tasks.length - steps.value.length : 0))
const when = (min: number) => describeWallTime(min, parseWallTime(wallNow()))
const why = ref(false)
const endsAt = ref<number | null>(null)
const now = ref(Date.now())
useIntervalFn(() => {
  now.value = Date.now()
}, 500)
const leftSec = computed(() => (endsAt.value === null ? null : Math.round((endsAt.value - now.value) / 1000)))
const clock = computed(() => {
  if (leftSec.value === null) return null
  const sec = Math.abs(leftSec.value)
  return `${leftSec.value < 0 ? '−' : ''}${String(Math.floor(sec / 60)).padStart(2, '0')}:${String(sec % 60).padStart(2, '0')}`
})

function go(by: 1 | -1): void {
  inView.value = steps.value[Math.max(0, Math.min(steps.value.length - 1, at.value + by))]?.id ?? null
  why.value = false
  endsAt.value = null
}
/** What happens to the step in view goes into the piece’s log by what it is done to. */
function log(event: Pick<PieceEvent, 'kind' | 'of'> & Partial<Pick<PieceEvent, 'until'>>): void {
  store.tell({ do: 'log-event', event: { id: newId(), at: wallNow(), stage: null, note: '', ...event } })
}
/** The next thing comes into view once this one is done. */
function tick(): void {
  const task = step.value
  // What is done by measuring is not done by saying so.
  if (!task || task.shouldersOf) return
  go(1)
  log(eventOf(task))
}
/** It has let go: what would have come after it need not be done. */
function letGo(): void {
  const task = step.value
  if (!task?.spares) return
  go(1)
  log({ kind: 'done', of: [...task.facts, ...task.spares] })
}
function begin(): void {
  const task = step.value
  if (!task) return
  log({ kind: 'begun', of: [...task.facts] })
  inView.value = task.id
}
/** Until the shop opens on the next working day. */
function putOff(): void {
  const task = step.value
  if (!task) return
  go(1)
  const atMin = parseWallTime(wallNow())
  const tomorrowMin = nextWorkingMin(shop.settings, atMin - minuteOfDay(atMin) + MIN_PER_DAY)
  log({ kind: 'put-off', of: [...task.facts], until: formatWallTime(tomorrowMin) })
}
/** A press too many is taken back, and what it ticked comes into view again. */
function takeBack(): void {
  inView.value = null
  void store.undo()
}
function startClock(): void {
  if (!step.value?.clockMin) return
  endsAt.value = Date.now() + step.value.clockMin * 60_000
  if (state.value !== 'running') begin()
}
function oneMore(): void {
  endsAt.value = (endsAt.value ?? Date.now()) + 60_000
}
const toDryRun = () => {
  if (step.value?.kind === 'dry-run') void navigateTo(stepPath(pieceId.value, 'dry-run'))
}
const leave = () => navigateTo(stepPath(pieceId.value, 'open-up'))
const toolText = ({ id, sizeMm }: ToolUse) => `${TOOLS[id].label}${sizeMm === null ? '' : ` ${formatBit(sizeMm)}`}`
const PHASE_WORDS = { open: 'Take apart', mend: 'Mend', glue: 'Glue up', after: 'Afterwards' } as const
useKeys({
  ' ': tick,
  's': begin,
  'd': toDryRun,
  'l': letGo,
  'p': putOff,
  'u': takeBack,
  'ArrowRight': () => go(1),
  'ArrowLeft': () => go(-1),
  'Backspace': () => go(-1),
  '+': oneMore,
  'w': () => {
    why.value = !why.value
  },
  'c': startClock,
  'b': () => {
    void leave()
  },
  'Escape': () => {
    void leave()
  },
})
</script>

<template>
  <main class="room">
    <template v-if="step">
      <p class="count">
        {{ PHASE_WORDS[PHASES[step.kind]] }} · {{ doneCount + at + 1 }} of {{ doneCount + steps.length }}
        <span v-if="step.time"> · {{ when(step.time.startMin) }}</span>
        <strong v-if="state === 'running'"> · at it since {{ when(step.log.begunMin!) }}</strong>
        <strong v-if="state === 'put-off'"> · put off until {{ when(step.log.notBeforeMin!) }}</strong>
      </p>
      <h1><PhraseText :phrase="step.title" /></h1>
      <p class="text"><PhraseText :phrase="step.words" /></p>
      <p class="about">
        About {{ describeDuration(step.minutes.usual)
        }}<template v-if="step.waitMin > 0">, then {{ describeDuration(step.waitMin) }} of waiting</template>
        <template v-if="following"> · then: <PhraseText :phrase="following.title" /></template>
      </p>
      <MendDryFitReading v-if="step.shouldersOf" :key="step.id" :part="step.shouldersOf" class="measure-here" />
      <p v-if="step.tools.length > 0" class="about">Have ready: {{ step.tools.map(toolText).join(', ') }}</p>
      <p v-if="why" class="why"><PhraseText :phrase="step.why" /></p>
      <p v-if="clock" class="clock amber" role="timer" :aria-label="`${clock} left`">{{ clock }}</p>
      <p v-if="leftSec !== null && leftSec < 0" class="text" role="alert">
        The time is over: close and clamp now, or scrape it off.
      </p>
      <div v-if="held.length > 0" class="held" role="note">
        <p>Not yet:</p>
        <ul>
          <li v-for="gate in held" :key="gate.id"><PhraseText :phrase="gate.words" /></li>
        </ul>
      </div>
      <DryrunTrueChecks v-if="checks.length > 0 && piece" :piece="piece" :checks="checks" big class="measure-here" />
      <AfterFeelAgain
        v-if="piece && plan && (step.kind === 'clamps-off' || step.kind === 'test-again')"
        :piece="piece"
        :plan="plan"
        big
      />
      <footer>
        <FieldKeyButton v-if="step.spares" main big label="It let go" press="l" @click="letGo" />
        <FieldKeyButton
          v-if="!step.shouldersOf"
          :main="held.length === 0 && !step.spares"
          big
          :label="step.spares ? 'It still holds' : held.length > 0 ? 'Done all the same' : 'Done'"
          press="space"
          @click="tick"
        />
        <FieldKeyButton
          v-if="step.kind === 'dry-run'"
          big
          label="Something does not close"
          press="d"
          @click="toDryRun"
        />
        <FieldKeyButton big label="Next" press="→" :disabled="at >= steps.length - 1" @click="go(1)" />
        <FieldKeyButton v-if="step.clockMin && !clock" big label="Start the clock" press="c" @click="startClock" />
        <FieldKeyButton v-if="clock" big label="One more minute" press="+" @click="oneMore" />
        <FieldKeyButton v-if="state !== 'running'" big label="Begin" press="s" @click="begin" />
        <FieldKeyButton v-if="state !== 'put-off'" big label="Put off" press="p" @click="putOff" />
        <FieldKeyButton big label="Why" press="w" :aria-pressed="why" @click="why = !why" />
        <FieldKeyButton big label="Back" :disabled="at === 0" @click="go(-1)" />
        <FieldKeyButton big label="Undo" press="u" :disabled="!undoable" @click="takeBack" />
        <FieldKeyButton big label="Leave" press="b" @click="leave" />
      </footer>
    </template>
    <template v-else-if="piece && plan">
      <h1>Nothing to do at the bench yet</h1>
      <p class="text">Go round the joints first.</p>
      <footer><FieldKeyButton big label="Leave" press="b" @click="leave" /></footer>
    </template>
  </main>
</template>

<style scoped>
.room {
  min-height: 100%;
  padding: 4vh 6vw;
  display: flex;
  flex-direction: column;
  gap: 22px;
  font-size: 28px;
  line-height: 1.35;
}
.count {
  color: var(--soft);
}
.about {
  color: var(--soft);
  font-size: 0.8em;
}
h1 {
  font-size: 44px;
}
.text :deep(.measure),
.why :deep(.measure) {
  font-size: inherit;
}
.text::first-letter,
.why::first-letter {
  text-transform: uppercase;
}
.why {
  color: var(--soft);
}
.clock {
  font: 600 96px/1 var(--font-mono);
  font-variant-numeric: tabular-nums;
}
footer {
  position: sticky;
  bottom: 0;
  margin-top: auto;
  padding: 12px 0;
  background: var(--ground);
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
.measure-here :deep(.small),
main > :deep(section .small) {
  font-size: 17px;
}
.held {
  border-left: 4px solid var(--red);
  padding-left: 16px;
  font-size: 0.8em;
}
.held ul {
  padding-left: 1.1em;
  list-style: disc;
}
@media (max-width: 640px) {
  .room {
    font-size: 22px;
    padding: 20px 16px;
  }
  h1 {
    font-size: 30px;
  }
  .clock {
    font-size: 72px;
  }
}
</style>
