<script setup lang="ts">
import { formatBit } from '#core/measure/length'
import { describeDuration, describeWallTime, parseWallTime } from '#core/measure/wall-time'
import { PHASES } from '#core/plan'
import { TOOLS, type ToolUse } from '#core/reference/tools'
import { wallNow } from '~/composables/useDevice'
import StandView from '~/stand/StandView.vue'

/** Bench mode: one step at a time, readable across the room, with its clock; beside it what it is done to. */
const store = usePiece()
const { piece, undoable } = storeToRefs(store)
const { plan } = storeToRefs(usePlan())
const route = useRoute()
const stand = useStand()
const pieceId = computed(() => String(route.params.id))
watch(
  pieceId,
  (id) => {
    stand.reset()
    void store.open(id)
  },
  { immediate: true },
)
useHead({ title: () => (piece.value ? `${piece.value.title}, at the bench` : 'At the bench') })

const mode = useBenchMode(pieceId)
const { steps, step, at, state, following, doneCount, held, checks, clock } = mode
const { show, go, tick, letGo, begin, putOff, takeBack, startClock, oneMore } = mode
const chosen = computed({ get: () => step.value?.id, set: id => show(id ?? null) })
useFacing(piece, () => step.value?.joints ?? [])
const small = useSmallScreen()
const when = (min: number) => describeWallTime(min, parseWallTime(wallNow()))
const why = ref(false)
watch(
  () => step.value?.id,
  () => {
    why.value = false
  },
)
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
  <div class="at-bench" :class="{ beside: !small && step }">
    <StandView v-if="!small && step && piece" planned class="front" />
    <main class="room" tabindex="-1">
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
        <p v-if="clock" class="clock amber" role="timer" :aria-label="`${clockWords(clock.leftSec)} left`">
          {{ clockWords(clock.leftSec) }}
        </p>
        <p v-if="clock && clock.leftSec < 0" class="text" role="alert">
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
        <StepJump v-model="chosen" :steps="steps" :first="doneCount + 1" />
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
  </div>
</template>

<style scoped>
.at-bench {
  height: 100%;
}
.at-bench.beside {
  display: grid;
  grid-template-columns: minmax(300px, 34%) minmax(0, 1fr);
}
.front {
  border-right: 1px solid var(--rule);
}
.room:focus {
  outline: none;
}
.room {
  height: 100%;
  padding: 4vh 4vw;
  overflow: auto;
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
