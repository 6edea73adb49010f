<script setup lang="ts">
import { FORMS } from '#core/piece/joint-forms'
import { fitClassOf } from '#core/wood/fit'
import { glueFaces, jointCase, widest, workFigures } from '#core/mend'
import { CAUTIONS } from '#core/reference/cautions'
import { faultyJoints, tagOf } from '#core/piece/facts'
import { troubleName, type AnsweredTrouble, type MendOption } from '#core/plan'
import { jointName } from '#core/piece/names'

const store = usePiece()
const { piece } = storeToRefs(store)
const { picked } = storeToRefs(useSelection())
const { plan } = storeToRefs(usePlan())
const { go } = useStep()
const { quantity, len } = useUnits()
const faulty = computed(() => (piece.value ? faultyJoints(piece.value) : []))
const joint = computed(() => faulty.value.find(j => j.id === picked.value) ?? faulty.value[0])
const mend = computed(() => plan.value?.mends.find(m => m.joint === joint.value?.id))
const chosen = computed(() => mend.value?.options.find(o => o.id === mend.value?.chosen))
const fitting = computed(() => mend.value?.options.filter(o => o.verdict.fits).length ?? 0)
const clearances = computed(() => (piece.value && joint.value && plan.value ? jointCase(piece.value, joint.value, plan.value.school, 0) : null))
const snapped = computed(() => (clearances.value ? clearances.value.finding.signs['dowel-stub'] === 'seen' : false))
/** The larger of the two ways a joint can be loose, and where that is. */
const play = computed(() => {
  const c = clearances.value
  if (!c) return { mm: 0, where: '', assumed: false }
  const faces = glueFaces(c)
  const { fit } = FORMS[c.joint.form.kind]
  const edges = fit === 'cheeks' && widest(c.clearance.edge) > widest(faces)
  const ends = edges ? c.clearance.edge : faces
  return { mm: widest(ends), where: fit === 'round' ? 'all round' : fit === 'face' ? 'at the face' : edges ? 'at the edges' : 'at the cheeks', assumed: ends.mouth.basis === 'assumed' }
})
/** What the plan has no mend for: what is wrong in the wood, and joints that no mend fits or that were settled otherwise. */
const hasMend = (t: AnsweredTrouble) => t.fault === null && (plan.value?.mends.some(m => m.joint === t.joint && m.chosen !== null) ?? false)
const others = computed(() => plan.value?.troubles.filter(t => t.answer !== 'mended' && !hasMend(t)) ?? [])
const open = computed(() => others.value.filter(t => t.answer === 'open'))
const openNames = computed(() => open.value.slice(0, 4).map(t => troubleName(piece.value!, t)).join('; ') + (open.value.length > 4 ? ' …' : ''))
const heading = computed(() => {
  if (!plan.value) return 'Working out the mends'
  if (plan.value.troubles.length === 0) return 'Nothing is wrong: nothing to mend'
  const { length } = open.value
  return length === 0 ? 'Everything found is settled' : `${length} found, and no mend here yet: yours to decide`
})
const COUNT_WORDS = ['no mend here does', 'one mend would do', 'two mends would do', 'three mends would do', 'four mends would do', 'five mends would do']
const UNDO = { yes: 'comes undone', partly: 'in part', no: 'cannot' } as const
const SCHOOLS = { conserve: 'conserve first', everyday: 'everyday shop', strength: 'strength first' } as const
const holdWords = (o: MendOption) => { if (!o.verdict.fits) return ''; const mid = (o.verdict.hold.low + o.verdict.hold.high) / 2; return mid > 0.8 ? 'good' : mid > 0.65 ? 'fair to good' : mid > 0.5 ? 'low to fair' : 'low' }
function choose(option: MendOption): void {
  if (!joint.value || !option.verdict.fits) return
  store.tell({ do: 'choose-mend', trouble: `joint:${joint.value.id}`, mend: mend.value?.picked && mend.value.chosen === option.id ? null : option.id })
}
</script>

<template>
  <article v-if="piece" class="sheet">
    <template v-if="joint && mend && plan">
      <p v-if="open.length > 0" class="small"><a href="#troubles" class="red">{{ open.length === 1 ? 'One thing found has' : `${open.length} things found have` }} no mend here and want a decision: {{ openNames }}</a></p>
      <header>
        <h1><span class="red">{{ tagOf(joint) }}</span> has <template v-if="snapped">a snapped dowel</template><template v-else><span class="measure big">{{ quantity({ value: play.mm, unit: 'fit-mm' }) }}</span> of play {{ play.where }}</template>: {{ COUNT_WORDS[fitting] }}</h1>
        <p class="small soft">{{ jointName(piece, joint) }}<template v-if="!snapped"><template v-if="play.assumed">, play assumed until you measure it</template>. Fit {{ fitClassOf(play.mm).label }}: {{ fitClassOf(play.mm).meaning }}</template>. Worked to: <strong>{{ SCHOOLS[plan.school] }}</strong>.</p>
      </header>
      <div v-if="faulty.length > 1" class="chips" role="group" aria-label="Loose joints"><button v-for="j in faulty" :key="j.id" type="button" class="chip plain" :aria-pressed="j.id === joint.id" @click="picked = j.id">{{ tagOf(j) }}</button></div>
      <table class="rows options">
        <thead><tr><th>Mend</th><th>Holds</th><th>Undo</th><th>Wood lost</th><th>Time</th></tr></thead>
        <tbody>
          <tr v-for="option in mend.options" :key="option.id" :class="{ chosen: option.id === mend.chosen, out: !option.verdict.fits }">
            <td>
              <button v-if="option.verdict.fits" type="button" class="pick" :class="{ blue: option.id === mend.chosen }" :aria-pressed="option.id === mend.chosen" @click="choose(option)">{{ option.label }}</button>
              <strong v-else>{{ option.label }}</strong>
              <span v-if="option.verdict.fits" class="small reason"><PhraseText :phrase="option.verdict.reason" /></span>
            </td>
            <template v-if="option.verdict.fits"><td>{{ holdWords(option) }}</td><td>{{ UNDO[option.undo] }}</td><td><FigureValue :figure="workFigures(option.verdict).removed" label="Wood lost" /></td><td><FigureValue :figure="workFigures(option.verdict).minutes" label="Time" /></td></template>
            <td v-else colspan="4" class="soft">not here: <PhraseText :phrase="option.verdict.reason" /></td>
          </tr>
        </tbody>
      </table>
      <p class="small soft">{{ mend.picked ? 'Your choice. Press it again to leave it to the plan.' : 'The plan’s choice, by school and by what has to open. Press another to take it.' }}</p>
      <section v-if="chosen?.verdict.fits" class="cut" :aria-label="`Cut sheet, ${chosen.label}`">
        <h2>Cut sheet, {{ tagOf(joint) }} {{ chosen.short }}</h2>
        <JointSection :joint="joint" :piece="piece" :mend="chosen.id" :work="chosen.verdict" />
        <dl v-if="chosen.verdict.sizes.length > 0" class="sizes"><div v-for="size in chosen.verdict.sizes" :key="size.label"><dt>{{ size.label }}</dt><dd><FigureValue :figure="size.figure" :label="size.label" /></dd></div></dl>
        <ol class="steps"><li v-for="(step, i) in chosen.verdict.steps" :key="i"><PhraseText :phrase="step" /></li></ol>
        <p v-for="caution in chosen.verdict.cautions" :key="caution" class="small soft">Caution: {{ CAUTIONS[caution] }}</p>
      </section>
      <div class="pair">
        <section aria-labelledby="glue">
          <h2 id="glue">Glue</h2>
          <p v-if="plan.glue.chosen"><strong>{{ plan.glue.chosen.glue.label }}</strong>, open <FigureValue :figure="plan.glue.chosen.open" label="Open time today" />; {{ plan.glue.chosen.inFavour.join(', ') }}.</p>
          <p v-else><strong>No glue does as things stand.</strong></p>
          <p v-if="plan.glue.choice.runnerUp" class="small soft">Next best: {{ plan.glue.choice.runnerUp.glue.label }}. It would win {{ plan.glue.choice.wouldWin }}.</p>
          <GlueList />
        </section>
        <section aria-labelledby="buy">
          <h2 id="buy">To buy or cut, for the whole piece</h2>
          <p v-if="plan.stock.length === 0" class="soft">Nothing.</p>
          <ul>
            <li v-for="(s, i) in plan.stock" :key="i"><strong>{{ s.count }} {{ s.count === 1 ? s.what : `${s.what}s` }}</strong><template v-if="s.sizesMm.length">,&#32;<span class="measure">{{ s.sizesMm.map(x => len(x)).join(' × ') }}</span></template><template v-if="s.wood">, {{ s.wood }}</template><br><span class="small soft">{{ s.note }}</span></li>
            <li v-if="plan.glue.grams">{{ plan.glue.chosen?.glue.label }}, about <FigureValue :figure="plan.glue.grams" label="Glue to have ready" /></li>
          </ul>
        </section>
      </div>
    </template>
    <header v-else><h1>{{ heading }}</h1></header>
    <TroubleList v-if="plan && others.length > 0" :troubles="others" />
    <WorksheetFoot><button type="button" class="key-button main" @click="go('open-up')">How it comes apart</button></WorksheetFoot>
  </article>
</template>

<style scoped>
.sheet { display: flex; flex-direction: column; gap: 12px; flex: 1; }
.options td:first-child { padding-left: 10px; border-left: 3px solid transparent; width: 46%; }
.options tr.chosen td { background: var(--blue-wash); }
.options tr.chosen td:first-child { border-left-color: var(--blue); }
.pick { display: block; background: none; border: 0; padding: 0; font-weight: 700; cursor: pointer; text-align: left; min-height: 28px; text-decoration: underline; text-underline-offset: 3px; text-decoration-thickness: 1px; }
.reason { display: block; }
.big { font-size: inherit; }
section { display: grid; gap: 8px; align-content: start; border-top: 1px solid var(--rule); padding-top: 10px; }
.sizes { display: grid; grid-template-columns: repeat(auto-fill, minmax(200px, 1fr)); gap: 0 24px; }
.sizes div { display: flex; justify-content: space-between; border-bottom: 1px solid var(--rule); padding: 5px 0; }
.steps { list-style: decimal; padding-left: 20px; display: grid; gap: 4px; }
.pair { display: grid; grid-template-columns: 1fr 1fr; gap: 24px; }
@media (max-width: 640px) {
  .pair { grid-template-columns: 1fr; }
  .options thead { display: none; }
  .options tr { display: flex; flex-wrap: wrap; border-bottom: 1px solid var(--rule); }
  .options td { border: 0; padding: 4px 10px 4px 0; }
  .options td:first-child { width: 100%; }
}
</style>
