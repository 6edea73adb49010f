<script setup lang="ts">
import { parseWallTime } from '#core/measure/wall-time'
import type { Piece } from '#core/piece/schema'
import { troublesOf } from '#core/condition/troubles'
import { faultyJoints } from '#core/piece/facts'
import { memberWords } from '#core/piece/sets'
import { nextStep, type Plan } from '#core/plan'
import { foldedAxis, lanesOf } from '#core/shop/lanes'
import { inWorkingOrder } from '#core/shop/order'
import { clampNamed } from '#core/reference/clamps'
import { planInWorker } from '~/composables/usePlanner'
import { wallNow } from '~/composables/useDevice'
import { listenLive } from '~/composables/useLive'
import { errorsOf } from '~/composables/useApi'
import SmallDrawing from '~/stand/SmallDrawing.vue'

useHead({ title: 'Bench · Arreglo' })
const shop = useShop()
const { text } = useUnits()
const pieces = shallowRef<Piece[] | null>(null)
const plans = shallowRef<ReadonlyMap<string, Plan>>(new Map())
const error = ref('')
/** Whether the list is what this device had last, because the server is gone. */
const isKept = ref(false)
const now = computed(() => parseWallTime(wallNow()))
const axis = computed(() => foldedAxis(shop.settings, now.value, 3))

async function load(): Promise<void> {
  try {
    const listed = await listPieces()
    pieces.value = listed.pieces.map(p => p.piece)
    isKept.value = listed.isKept
    error.value = ''
  }
  catch (e) { error.value = errorsOf(e)[''] ?? 'The pieces cannot be read.' }
}
onMounted(load)
onScopeDispose(listenLive({ changed: () => { void load() }, reached: (yes) => { if (yes) void load() } }))
let latest = 0
watch([pieces, () => shop.settings], async () => {
  const request = ++latest
  const made = new Map<string, Plan>()
  for (const piece of pieces.value ?? []) {
    made.set(piece.id, await planInWorker(piece, shop.settings, wallNow()))
    if (request !== latest) return // something newer is being planned, or the bench was left
    plans.value = new Map([...plans.value, ...made])
  }
  plans.value = made
})
onScopeDispose(() => { latest++ })

interface Row { piece: Piece, plan: Plan | undefined, loose: number, wood: number, glued: boolean, next: ReturnType<typeof nextStep> | undefined, bars: ReturnType<typeof lanesOf> }
const rows = computed<Row[]>(() => (pieces.value ?? []).map((piece) => {
  const plan = plans.value.get(piece.id)
  return { piece, plan, loose: faultyJoints(piece).length, wood: troublesOf(piece).filter(t => t.kind !== 'joint-loose').length, glued: Boolean(plan && plan.stages.length > 0 && plan.stages.every(s => s.glued)), next: plan ? nextStep(piece, plan, now.value) : undefined, bars: plan ? lanesOf(piece, plan) : [] }
}))
const ALL = ''
const [stage, customer, due] = [ref(ALL), ref(ALL), ref(ALL)]
const DAY_MIN = 1440
/** Due dates as a shop asks for them. */
const DUE = [{ label: 'due any time', value: ALL }, { label: 'overdue', value: '0' }, { label: 'due within two days', value: '2' }, { label: 'due within a week', value: '7' }, { label: 'no date', value: 'none' }]
function isDue({ intake }: Piece): boolean {
  if (due.value === ALL) return true
  if (due.value === 'none') return intake.due === null
  if (intake.due === null) return false
  const today = now.value - now.value % DAY_MIN
  return parseWallTime(intake.due) < (due.value === '0' ? now.value : today + (Number(due.value) + 1) * DAY_MIN)
}
const stages = computed(() => [{ label: 'every stage', value: ALL }, ...STEPS.filter(s => rows.value.some(r => r.next?.step === s.id)).map(s => ({ label: s.label, value: s.id as string }))])
const customers = computed(() => [{ label: 'for anybody', value: ALL }, ...[...new Set((pieces.value ?? []).map(p => p.intake.customer).filter(Boolean))].sort().map(c => ({ label: c, value: c }))])
const shown = computed(() => rows.value.filter(r => (stage.value === ALL || r.next?.step === stage.value) && (customer.value === ALL || r.piece.intake.customer === customer.value) && isDue(r.piece)))
const filtered = computed(() => stage.value !== ALL || customer.value !== ALL || due.value !== ALL)
function showAll(): void { stage.value = customer.value = due.value = ALL }
const WORDS = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten', 'Eleven', 'Twelve']
const inClamps = computed(() => rows.value.filter(r => r.plan?.stages.some(s => s.glued && s.clampsOffMin > now.value)))
const heading = computed(() => {
  if (!pieces.value) return ''
  if (pieces.value.length === 0) return 'The bench is empty'
  const many = pieces.value.length === 1 ? 'One piece' : `${WORDS[pieces.value.length] ?? pieces.value.length} pieces`
  return `${many} on the bench, ${inClamps.value.length === 0 ? 'none in clamps' : inClamps.value.length === 1 ? 'one in clamps' : `${inClamps.value.length} in clamps`}`
})
const clampsOut = computed(() => shop.settings.rack.map(row => ({ row, out: inClamps.value.flatMap(r => r.plan!.stages.filter(s => s.glued && s.clampsOffMin > now.value).flatMap(s => s.clamps)).filter(c => c.clamp?.row.id === row.id).length })))
/** From this share of the lane on a bar has room for its own label. */
const INSIDE_SHARE = 0.17
const pct = (x: number) => `${(x * 100).toFixed(2)}%`
const dayName = (min: number) => (min - axis.value.fromMin < 1440 ? 'today' : new Date(min * 60_000).toLocaleDateString('en', { weekday: 'short', timeZone: 'UTC' }))
const start = () => navigateTo('/start')
useKeys({ N: () => { void start() } })
</script>

<template>
  <div class="bench">
    <main class="list">
      <header class="head"><div><h1>{{ heading }}</h1><p v-if="pieces && plans.size < pieces.length" class="small soft" role="status">Working out the plans, {{ plans.size }} of {{ pieces.length }}</p></div><button type="button" class="key-button main" @click="start">Start a piece <kbd>N</kbd></button></header>
      <p v-if="isKept" class="small soft" role="status">The server cannot be reached: this is the bench as this device last had it.</p>
      <p v-if="error" class="field-error" role="alert">{{ error }} <button type="button" class="key-button slim" @click="load">Try again</button></p>
      <div v-if="pieces?.length === 0" class="empty"><p>Start a piece: pick the drawing that looks like it, type six measurements, go round the joints.</p></div>
      <div v-if="rows.length > 1" class="filters" role="group" aria-label="Show"><PickOne v-model="stage" :items="stages" aria-label="Stage" /><PickOne v-model="customer" :items="customers" aria-label="Customer" /><PickOne v-model="due" :items="DUE" aria-label="Due" /><span v-if="filtered" class="small soft" role="status">{{ shown.length }} of {{ rows.length }} <button type="button" class="link" @click="showAll">show all</button></span></div>
      <div v-if="rows.length > 0" class="ruler" aria-hidden="true"><span v-for="t in axis.ticks" :key="t.wallMin" class="tick-label measure" :style="{ left: pct(t.at) }">{{ t.wallMin % 1440 === shop.settings.opensMin ? `${dayName(t.wallMin)} ` : '' }}{{ Math.floor((t.wallMin % 1440) / 60) }}</span></div>
      <ol>
        <li v-for="row in shown" :key="row.piece.id" class="row">
          <SmallDrawing :piece="row.piece" :blue-joints="row.glued ? row.plan!.stages.flatMap(s => s.joints) : []" />
          <NuxtLink :to="stepPath(row.piece.id, row.next?.step ?? 'take-in')" class="quiet what">
            <h2>{{ row.piece.title }}<span v-if="row.piece.set" class="soft member">, {{ memberWords(row.piece) }}</span></h2>
            <span class="small soft">{{ row.piece.intake.customer }}</span>
            <span>{{ row.next ? text(row.next.words) : '' }}<span v-if="row.next?.minutes && row.next.step === 'test'" class="soft">, about {{ row.next.minutes }} min</span></span>
            <span class="small loose" :class="{ red: row.loose > 0 && !row.glued, blue: row.glued }"><template v-if="row.plan && row.plan.survey.tested === 0"><JointMark state="not-tested" /> not tested</template><template v-else-if="row.glued"><JointMark state="solid" planned /> {{ row.loose }} mended</template><template v-else><JointMark :state="row.loose > 0 ? 'gives' : 'solid'" /> {{ row.loose > 0 ? `${row.loose} loose` : 'none loose' }}</template><template v-if="row.wood > 0 && !row.glued">, {{ row.wood }} in the wood</template></span>
          </NuxtLink>
          <div class="lane" role="img" :aria-label="row.bars.flatMap(b => b.label || []).join(', ') || 'nothing planned'">
            <span v-for="(night, i) in axis.nights" :key="i" class="night" :style="{ left: pct(night.from), width: pct(night.to - night.from) }" />
            <span v-for="(bar, i) in row.bars" :key="`b${i}`" class="bar" :class="bar.kind" :style="{ left: pct(axis.at(bar.fromMin)), width: pct(Math.max(0.006, axis.at(bar.toMin) - axis.at(bar.fromMin))) }"><span v-if="bar.label" class="bar-label" :class="{ inside: axis.at(bar.toMin) - axis.at(bar.fromMin) > INSIDE_SHARE }">{{ bar.label }}</span></span>
            <span class="now" :style="{ left: pct(axis.at(now)) }" />
          </div>
        </li>
      </ol>
    </main>
    <aside v-if="rows.length > 0" class="aside">
      <section><h2>Now, in this order</h2><ol class="now-list"><li v-for="row in inWorkingOrder(rows, now).filter(r => r.next)" :key="row.piece.id"><NuxtLink :to="stepPath(row.piece.id, row.next!.step)" class="quiet"><strong>{{ row.piece.title }}</strong><span v-if="row.piece.set" class="soft">, {{ memberWords(row.piece) }}</span><br><span class="small soft">{{ text(row.next!.words) }}</span></NuxtLink></li></ol></section>
      <section><h2>Clamps</h2><ul class="clamps"><li v-for="c in clampsOut" :key="c.row.id"><span>{{ clampNamed(c.row.type).label }}</span><span class="measure">{{ c.out }} of {{ c.row.count }} out</span></li></ul></section>
    </aside>
  </div>
</template>

<style scoped>
.bench { display: grid; grid-template-columns: minmax(0, 1fr) 290px; min-height: 100%; }
.list { padding: 18px 20px 30px; }
.head { display: flex; justify-content: space-between; align-items: center; gap: 12px; margin-bottom: 14px; }
.filters { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; margin-bottom: 8px; }
.link { background: none; border: 0; padding: 0; color: var(--ink); text-decoration: underline; cursor: pointer; }
.member { font-weight: 400; font-size: 14px; }
.ruler { position: relative; height: 22px; margin-left: 330px; border-bottom: 1px solid var(--rule); }
.tick-label { position: absolute; font-size: 13px; color: var(--soft); transform: translateX(-2px); }
.row { display: grid; grid-template-columns: 100px 220px minmax(0, 1fr); gap: 5px; border-bottom: 1px solid var(--rule); padding: 8px 0; align-items: stretch; }
.what { display: grid; align-content: center; gap: 2px; }
.what h2 { font-size: 17px; }
.loose { display: inline-flex; gap: 6px; align-items: center; }
.lane { position: relative; min-height: 92px; overflow: hidden; }
.night { position: absolute; top: 0; bottom: 0; background: var(--ink-wash); }
.now { position: absolute; top: 0; bottom: 0; width: 2px; background: var(--ink); }
.bar { position: absolute; height: 26px; border-radius: 4px; white-space: nowrap; font-size: 13px; line-height: 26px; }
.bar-label { padding-left: 8px; }
.bar.hands-on { top: 8px; background: var(--ink); color: var(--ink); }
.bar.hands-on .bar-label:not(.inside) { position: absolute; left: 100%; z-index: 1; }
.bar.hands-on .bar-label.inside { display: block; overflow: hidden; color: var(--sheet); }
.bar.clamps, .bar.rest { overflow: hidden; }
.bar.clamps { top: 40px; background: var(--blue-wash); border: 1px solid var(--blue); color: var(--blue); line-height: 24px; }
.bar.rest { top: 40px; border: 1px solid var(--rule); color: var(--soft); background: repeating-linear-gradient(45deg, var(--ink-wash) 0 5px, transparent 5px 10px); line-height: 24px; }
.aside { background: var(--sheet); border-left: 1px solid var(--rule); padding: 20px 18px; display: grid; gap: 24px; align-content: start; }
.now-list li, .clamps li { border-top: 1px solid var(--rule); padding: 9px 0; }
.clamps li { display: flex; justify-content: space-between; gap: 8px; }
section h2 { margin-bottom: 8px; }
.empty { padding: 40px 0; }
@media (max-width: 1000px) {
  .bench { grid-template-columns: 1fr; }
  .aside { border-left: 0; border-top: 1px solid var(--rule); }
}
@media (max-width: 640px) {
  .list { padding: 12px 12px 24px; }
  .ruler { display: none; }
  .row { grid-template-columns: 92px minmax(0, 1fr); }
  .lane { grid-column: 1 / -1; min-height: 74px; }
}
</style>
