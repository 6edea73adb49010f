<script setup lang="ts">
import { describeDuration, describeWallTime, parseWallTime } from '#core/measure/wall-time'
import { drivenHome } from '#core/clamping'
import { spareTime } from '#core/glue'
import { isFlatFrame, isSatIn, tagOf } from '#core/piece/facts'
import { checksFor, eventOf, gatesFor, glueNames, glueTask, openInStage, stageLines, type Plan } from '#core/plan'
import { OPEN_TIME_SHARE } from '#core/reference/rates'
import { newId, wallNow } from '~/composables/useDevice'

const store = usePiece()
const { piece } = storeToRefs(store)
const { plan } = storeToRefs(usePlan())
const { go } = useStep()
/** Charts are fetched when they are asked for. */
const showsNight = ref(false)
const { quantity } = useUnits()
const now = computed(() => parseWallTime(wallNow()))
const when = (min: number) => (Number.isFinite(min) ? describeWallTime(min, now.value) : 'never in this cold')
const usableIn = (stage: Plan['stages'][number]) => openInStage(plan.value!, stage) * OPEN_TIME_SHARE
/** The open time of what is spread in a stage; of two glues the shorter. */
const openOf = (stage: Plan['stages'][number]) =>
  plan
    .value!.glue.choice.verdicts.filter(v => stage.glues.includes(v.glue.id))
    .reduce((a, b) => (b.open.value < a.open.value ? b : a)).open
const stand = useStand()
/** What is knocked home and takes no clamp. */
function drivenIn(stage: Plan['stages'][number]): string {
  const joints = stage.joints
    .filter(id => !stage.dry.includes(id))
    .map(id => piece.value!.joints.find(j => j.id === id)!)
  return drivenHome(piece.value!, joints).map(tagOf).join(', ')
}
const isGlued = (stage: Plan['stages'][number]) => stage.glues.length > 0
const dryRun = computed(() => plan.value?.gates.find(g => g.id === 'dry-run')?.done ?? false)
const heading = computed(() => {
  const p = plan.value
  if (!p) return ''
  if (p.stages.length === 0) return p.stops.length > 0 ? 'Not ready to be glued' : 'Nothing to glue'
  const least = Math.min(...p.stages.filter(isGlued).map(s => usableIn(s) - s.working.value))
  return least < 0
    ? 'One stage does not fit its open time'
    : `${p.stages.length === 1 ? 'One stage' : `${p.stages.length} stages`}, ${quantity({ value: least, unit: 'min' })} to spare`
})
function logGlued(stage: Plan['stages'][number]): void {
  const task = plan.value?.tasks.find(t => t.id === glueTask(stage))
  if (task) {
    store.tell({ do: 'log-event', event: { id: newId(), at: wallNow(), stage: null, note: '', ...eventOf(task) } })
  }
}
const shop = useShop()
const roomName = (joints: readonly string[]) =>
  shop.settings.rooms.find(r => r.id === piece.value?.choices.rooms[joints[0] ?? ''])?.name ?? ''
const own = computed(() => piece.value?.choices)
const MOST_HANDS = 6
const hands = computed(() => own.value?.hands ?? shop.settings.hands)
const isAllGlued = computed(() => (plan.value?.stages.length ?? 0) > 0 && plan.value!.stages.every(s => s.glued))
const nextStage = computed(() => plan.value?.stages.find(s => !s.glued))
const stopping = computed(() => (plan.value && nextStage.value ? gatesFor(plan.value, nextStage.value) : []))
/** The clamps of the stage that comes next stand on the drawing while one is here. */
watch(
  () => nextStage.value?.number,
  (number) => {
    stand.stageShown = number ?? null
  },
  { immediate: true },
)
onBeforeUnmount(() => {
  stand.stageShown = null
})
const firstSpread = computed(() => Math.min(...(plan.value?.stages.filter(s => !s.glued).map(s => s.startMin) ?? [])))
</script>

<template>
  <article v-if="piece && plan" class="sheet">
    <header>
      <h1>{{ heading }}</h1>
      <p v-if="plan.glue.chosen" class="small soft">
        {{ plan.glue.chosen.glue.label }}, open <FigureValue :figure="plan.glue.chosen.open" label="Open time today" />,
        of which three quarters may be used:
        <span class="measure">{{
          quantity({ value: plan.glue.chosen.open.value * OPEN_TIME_SHARE, unit: 'min' })
        }}</span>. It comes undone with {{ plan.glue.chosen.glue.undoBy }}.
      </p>
      <OtherGlues class="small soft" :plan="plan" :piece="piece" />
    </header>
    <StopList :stops="plan.stops" />
    <p v-for="(change, i) in plan.glue.changes" :key="`c${i}`" class="small soft"><PhraseText :phrase="change" />.</p>
    <p v-if="own?.hands" class="small">
      Planned with {{ own.hands }} pairs of hands.
      <FieldChipButton plain label="as the shop has" @click="store.tell({ do: 'choose-hands', hands: null })" />
    </p>
    <p v-if="own?.notBefore" class="small">
      Glue is not spread before {{ when(parseWallTime(own.notBefore)) }}.
      <FieldChipButton
        plain
        label="as soon as it is ready"
        @click="store.tell({ do: 'begin-later', notBefore: null })"
      />
    </p>
    <FieldWhatIf
      v-if="plan.stages.some(s => !s.glued) && hands < MOST_HANDS"
      :piece="piece"
      :plan="plan"
      :command="{ do: 'choose-hands', hands: hands + 1 }"
      label="what would another pair of hands change?"
    />
    <section v-if="plan.stages.length > 0" aria-labelledby="gate">
      <h2 id="gate">Before any glue is spread</h2>
      <ul class="gates">
        <li v-for="gate in plan.gates" :key="gate.id" :class="{ soft: gate.done }">
          <span class="box" aria-hidden="true">{{ gate.done ? '✓' : '' }}</span>
          <span>
            <PhraseText :phrase="gate.words" /><span class="sr-only">{{
              gate.done ? ', done' : ', not yet'
            }}</span></span>
          <NuxtLink v-if="!gate.done && gate.step !== 'glue-up'" :to="stepPath(piece.id, gate.step)" class="small"
          >go there</NuxtLink
          >
        </li>
      </ul>
    </section>
    <section v-for="stage in plan.stages" :key="stage.number" :aria-labelledby="`stage-${stage.number}`" class="stage">
      <div class="spread">
        <h2 :id="`stage-${stage.number}`">
          Stage {{ stage.number }}: <PhraseText :phrase="stageLines(piece, plan, stage)" />
        </h2>
        <span class="small">
          <template v-if="stage.glued">glued</template>
          <template v-else>start {{ when(stage.startMin) }}</template>
        </span>
      </div>
      <p v-if="!isGlued(stage)" class="small">
        Fastened without glue: hardware holds it, and it may be used as soon as it is tight.
      </p>
      <GlueupMinutesBar v-else :stage="stage" :usable-min="usableIn(stage)" :open-min="openOf(stage).value" />
      <dl class="figures">
        <div v-if="isGlued(stage)">
          <dt>Glue</dt>
          <dd>{{ glueNames(stage) }}</dd>
        </div>
        <div>
          <dt>Work, first spread to last clamp</dt>
          <dd><FigureValue :figure="stage.working" label="Working time" /></dd>
        </div>
        <div v-if="isGlued(stage)">
          <dt>To spare</dt>
          <dd><FigureValue :figure="spareTime(openOf(stage), stage.working.value)" label="Minutes to spare" /></dd>
        </div>
        <div v-if="isGlued(stage)">
          <dt>Clamps on, off</dt>
          <dd>{{ when(stage.clampedMin) }} – {{ when(stage.clampsOffMin) }}</dd>
        </div>
        <div v-if="isGlued(stage)">
          <dt>Clamp time</dt>
          <dd><FigureValue :figure="stage.cureMin" label="Clamp time" duration /></dd>
        </div>
        <div v-if="isGlued(stage)">
          <dt>Not to be stressed before</dt>
          <dd>{{ when(stage.restUntilMin) }}</dd>
        </div>
        <div v-if="roomName(stage.joints)">
          <dt>Cures in</dt>
          <dd>
            {{ roomName(stage.joints) }}
            <FieldChipButton
              plain
              label="at the bench instead"
              @click="store.tell({ do: 'choose-room', joints: [...stage.joints], room: null })"
            />
          </dd>
        </div>
        <div v-if="stage.after.length > 0">
          <dt>After</dt>
          <dd>stage {{ stage.after.join(', ') }} is out of clamps</dd>
        </div>
      </dl>
      <p v-if="stage.clamps.length === 0" class="small">Nothing is clamped: by hand and by its own fit.</p>
      <template v-else>
        <p>
          <FieldChipButton
            plain
            :label="stand.stageShown === stage.number ? 'Clamps off the drawing' : 'Clamps on the drawing'"
            :aria-pressed="stand.stageShown === stage.number"
            @click="stand.stageShown = stand.stageShown === stage.number ? null : stage.number"
          />
        </p>
        <GlueupClampTable :piece="piece" :stage="stage" />
      </template>
      <template v-if="!stage.glued && checksFor(piece, plan.stages, stage.number).length > 0">
        <h3>While it is open: is it true</h3>
        <DryrunTrueChecks :piece="piece" :checks="checksFor(piece, plan.stages, stage.number)" />
      </template>
      <p v-if="drivenIn(stage)" class="small">
        {{ drivenIn(stage) }}: driven home over a block, then the piece on its feet and weight on it.
      </p>
      <p class="small soft">
        Force brings the shoulder home; if it takes more, something holds it off: stop and look. Pads and film under
        every jaw. Diagonals, {{ isFlatFrame(piece) ? 'flat on a board' : 'level and four feet' }} while it is open; nip
        up once after five minutes.
      </p>
    </section>
    <FieldFold
      v-if="plan.stages.length > 0 && plan.glue.chosen"
      v-model:open="showsNight"
      label="Warm enough while it cures?"
    >
      <LazyNightChart v-if="showsNight" :plan="plan" />
    </FieldFold>
    <AfterFeelAgain :piece="piece" :plan="plan" />
    <GlueupAfterGluing :plan="plan" />
    <AfterFloorTests v-if="isAllGlued && plan.returnMin !== null" :piece="piece" />
    <p v-if="plan.returnMin !== null" class="return">
      {{ !isSatIn(piece) ? 'May be used' : 'May be sat in' }} from <strong>{{ when(plan.returnMin) }}</strong>, not
      before.
      <template v-if="nextStage"
      >
        Spread first from <strong>{{ when(firstSpread) }}</strong> on;
        {{ describeDuration(plan.preparation.value) }} of opening, mending and fitting in all.
      </template
      >
    </p>
    <p v-else-if="plan.stages.length > 0" class="return">
      No date yet on which it may be {{ !isSatIn(piece) ? 'used' : 'sat in' }}: something is neither mended nor settled,
      not tried, not measured, would come back, or does not fit the time or the clamps. The list above says which.
    </p>
    <WorksheetFoot v-if="plan.stages.length > 0">
      <FieldKeyButton v-if="!dryRun" main label="Close it dry first" @click="go('dry-run')" />
      <FieldKeyButton
        v-else-if="nextStage"
        main
        :label="`Stage ${nextStage.number} is ${isGlued(nextStage) ? 'in clamps' : 'fastened'}`"
        :disabled="stopping.length > 0"
        @click="logGlued(nextStage)"
      />
      <FieldKeyButton label="Write it down" @click="go('record')" />
    </WorksheetFoot>
  </article>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  gap: 14px;
  flex: 1;
}
section {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.gates li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 3px 0;
}
.box {
  flex: none;
  width: 17px;
  height: 17px;
  border: 1px solid var(--soft);
  border-radius: 3px;
  display: inline-grid;
  place-items: center;
  font-size: 12px;
  line-height: 1;
}
.spread {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 12px;
}
.figures {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 0 28px;
}
.figures div {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  border-bottom: 1px solid var(--rule);
  padding: 5px 0;
}
.figures dt {
  color: var(--soft);
  font-size: 13px;
}
.return {
  border-left: 4px solid var(--blue);
  padding-left: 12px;
}
</style>
