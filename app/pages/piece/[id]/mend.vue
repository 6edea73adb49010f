<script setup lang="ts">
import { formatBit } from '#core/measure/length'
import { FORMS } from '#core/piece/joint-forms'
import { fitClassOf } from '#core/wood/fit'
import { glueFaces, jointCase, widest } from '#core/mend'
import { faultPhrase } from '#core/condition/fault-words'
import { tagOf } from '#core/piece/facts'
import { sheetFor, troubleName, type AnsweredTrouble } from '#core/plan'
import { jointName, nameOf } from '#core/piece/names'

const store = usePiece()
const { piece } = storeToRefs(store)
const selection = useSelection()
const { plan } = storeToRefs(usePlan())
const { go } = useStep()
const { quantity } = useUnits()

/** The trouble in view: the one picked here or on the stand, the first that has a mend otherwise. */
/** Charts are fetched when they are asked for. */
const showsYear = ref(false)
const troubles = computed(() => plan.value?.troubles ?? [])
const trouble = computed(() => {
  const of = (id: string | null) => troubles.value.find(t => t.id === id)
  return (
    of(selection.troubleId)
    ?? troubles.value.find(t => setOf(t).options.length > 0)
    ?? troubles.value[0]
  )
})
/** What glue holds and is loose, or stands out of its line. */
const isOfJoint = (t: AnsweredTrouble) => t.kind === 'joint-loose' || t.kind === 'out-of-register'
const NONE = { options: [], chosen: null, picked: false } as const
function setOf(t: AnsweredTrouble) {
  const own = isOfJoint(t)
    ? plan.value?.mends.find(m => m.joint === t.joint)
    : plan.value?.woodMends.find(m => m.trouble === t.id)
  return own ?? NONE
}
const mends = computed(() => (trouble.value ? setOf(trouble.value) : NONE))
const chosen = computed(() => mends.value.options.find(o => o.id === mends.value.chosen))
const work = computed(() => (chosen.value?.verdict.fits ? chosen.value.verdict : null))
const fitting = computed(() => mends.value.options.filter(o => o.verdict.fits).length)
const joint = computed(() =>
  trouble.value && isOfJoint(trouble.value) ? piece.value?.joints.find(j => j.id === trouble.value!.joint) : undefined,
)
/** The sheet of the chosen mend, where it draws one. */
const drawn = computed(() =>
  piece.value && plan.value && trouble.value && work.value ? sheetFor(piece.value, plan.value, trouble.value.id) : null,
)
/** The part whose length is to be measured in the dry frame, if the mend makes one. */
const shouldersOf = computed(() => work.value?.steps.find(s => s.shouldersOf)?.shouldersOf ?? null)
const fault = computed(() => piece.value?.faults.find(f => f.id === trouble.value?.fault))

const clearances = computed(() =>
  piece.value && joint.value && plan.value ? jointCase(piece.value, joint.value, plan.value.school, 0) : null,
)
const snapped = computed(() => (clearances.value ? clearances.value.finding.signs['dowel-stub'] === 'seen' : false))
/** The larger of the two ways a joint can be loose, and where that is. */
const play = computed(() => {
  const c = clearances.value
  if (!c) return { mm: 0, where: '', assumed: false }
  const faces = glueFaces(c)
  const { fit } = FORMS[c.joint.form.kind]
  const edges = fit === 'cheeks' && widest(c.clearance.edge) > widest(faces)
  const ends = edges ? c.clearance.edge : faces
  return {
    mm: widest(ends),
    where: fit === 'round' ? 'all round' : fit === 'face' ? 'at the face' : edges ? 'at the edges' : 'at the cheeks',
    assumed: ends.mouth.basis === 'assumed',
  }
})
/** What wants a word of the repairer: what no mend answers, and what was settled otherwise. */
const others = computed(() => troubles.value.filter(t => t.answer !== 'mended' && setOf(t).chosen === null))
const open = computed(() => others.value.filter(t => t.answer === 'open'))
const openNames = computed(
  () =>
    open.value
      .slice(0, 4)
      .map(t => troubleName(piece.value!, t))
      .join('; ') + (open.value.length > 4 ? ' …' : ''),
)
const heading = computed(() => (plan.value ? 'Nothing is wrong: nothing to mend' : 'Working out the mends'))
const does = computed(() =>
  fitting.value === 0
    ? 'no mend here does'
    : fitting.value === 1
      ? 'one mend would do'
      : `${fitting.value} mends would do`,
)
const SCHOOLS = { conserve: 'conserve first', everyday: 'everyday shop', strength: 'strength first' } as const
/** A few words for a chip: the tag, and where it has none the name. */
const chipWords = (t: AnsweredTrouble) =>
  t.tag ? (t.part && t.fault ? nameOf(piece.value!, t.part) : '') : troubleName(piece.value!, t)
const title = computed(() =>
  trouble.value ? `${trouble.value.tag || troubleName(piece.value!, trouble.value)} ${chosen.value?.short ?? ''}` : '',
)

function choose(mend: string | null): void {
  if (trouble.value) store.tell({ do: 'choose-mend', trouble: trouble.value.id, mend })
}
</script>

<template>
  <article v-if="piece" class="sheet">
    <template v-if="trouble && plan">
      <p v-if="open.length > 0" class="small">
        <a href="#troubles" class="red"
        >{{
          open.length === 1
            ? 'One thing found has no mend here and wants a decision'
            : `${open.length} things found have no mend here and want a decision`
        }}: {{ openNames }}</a
        >
      </p>
      <header>
        <h1 v-if="joint">
          <span class="red">{{ tagOf(joint) }}</span> has <template v-if="snapped">a snapped dowel</template>
          <template v-else-if="trouble.kind === 'out-of-register'">a step in its line and holds</template>
          <template v-else>
            <span class="measure big">{{ quantity({ value: play.mm, unit: 'fit-mm' }) }}</span> of play
            {{ play.where }}
          </template
          >: {{ does }}
        </h1>
        <h1 v-else>
          <span v-if="trouble.tag" class="red">{{ trouble.tag }}</span>
          {{ troubleName(piece, trouble).replace(`${trouble.tag}, `, '') }}: {{ does }}
        </h1>
        <p class="small soft">
          <template v-if="joint"
          >
            {{ jointName(piece, joint)
            }}<template v-if="!snapped && trouble.kind === 'joint-loose'">
              <template v-if="play.assumed">, play assumed until you measure it</template>. Fit
              {{ fitClassOf(play.mm).label }}: {{ fitClassOf(play.mm).meaning }}
            </template
            >.
          </template>
          <template v-else-if="fault"><PhraseText :phrase="faultPhrase(piece, fault)" />. </template>Manner of work:
          <strong>{{ SCHOOLS[plan.school] }}</strong>;
          <NuxtLink :to="`/piece/${piece.id}/ways`" class="aside">Three ways side by side</NuxtLink>.
        </p>
      </header>
      <div v-if="troubles.length > 1" class="chips" role="group" aria-label="Everything found">
        <UButton
          v-for="t in troubles"
          :key="t.id"
          color="neutral"
          variant="outline"
          class="chip plain ring-0"
          :aria-pressed="t.id === trouble.id"
          :aria-label="t.tag || troubleName(piece, t)"
          @click="selection.chooseTrouble(t)"
        >
          <strong v-if="t.tag" :class="{ red: t.answer === 'open' }">{{ t.tag }}</strong> {{ chipWords(t)
          }}<span v-if="t.answer === 'left' || t.answer === 'mended-otherwise'" class="soft"> · settled</span>
        </UButton>
      </div>
      <p v-if="trouble.waitsFor.length > 0" class="small">
        Waits for
        {{
          troubles
            .filter(t => trouble!.waitsFor.includes(t.id))
            .map(t => t.tag || troubleName(piece!, t))
            .join(', ')
        }}: see to that first.
      </p>
      <p v-else-if="mends.options.length === 0 && trouble.answer === 'open'" class="small">
        No mend here serves it yet. Leave it with a reason, or say how you mended it, below.
      </p>
      <MendTable
        v-if="mends.options.length > 0"
        :options="mends.options"
        :chosen="mends.chosen"
        :picked="mends.picked"
        :wanted="piece!.choices.mends[trouble.id] ?? null"
        @choose="choose"
      />
      <FieldFold
        v-if="mends.chosen && trouble.answer === 'mended'"
        class="small"
        label="Leave it as it is, or mended otherwise"
      >
        <TroubleList :key="trouble.id" :troubles="[trouble]" alone />
      </FieldFold>
      <MendDryFitReading v-if="shouldersOf" :key="shouldersOf" :part="shouldersOf" />
      <CutSheet v-if="work && chosen" :work="work" :title="title">
        <SheetDrawing
          v-if="drawn"
          :sheet="drawn"
          :name="`${piece.id}-${trouble.tag || 'mend'}`"
          :trouble="trouble.id"
        />
        <JointSection v-else-if="joint" :joint="joint" :piece="piece" :mend="chosen.id" :work="work" />
      </CutSheet>
      <FieldFold v-if="joint" v-model:open="showsYear" label="Through the year, where it lives">
        <LazyYearChart v-if="showsYear" :piece="piece" :joint="joint" :work="work" />
      </FieldFold>
      <div class="pair">
        <section aria-labelledby="glue">
          <h2 id="glue">Glue</h2>
          <p v-if="plan.glue.chosen">
            <strong>{{ plan.glue.chosen.glue.label }}</strong
            >, open <FigureValue :figure="plan.glue.chosen.open" label="Open time today" />;
            {{ plan.glue.chosen.inFavour.join(', ') }}.
          </p>
          <p v-else-if="plan.glue.lines.length > 0 || plan.stops.some(s => s.id === 'no-glue')">
            <strong>No glue does as things stand.</strong>
          </p>
          <OtherGlues :plan="plan" :piece="piece" />
          <p v-if="plan.glue.choice.runnerUp" class="small soft">
            Next best: {{ plan.glue.choice.runnerUp.glue.label }}. It would win {{ plan.glue.choice.wouldWin }}.
          </p>
          <GlueList />
        </section>
        <CuttingList />
      </div>
      <section v-if="plan.tools.length > 0" aria-labelledby="tools">
        <h2 id="tools">Tools for what is left, in the order of first use</h2>
        <ul class="tools">
          <li v-for="t in plan.tools" :key="t.id">
            {{ t.label
            }}<template v-if="t.sizesMm.length"
            >
              {{ ' ' }}<span class="measure">{{ t.sizesMm.map(formatBit).join(', ') }}</span>
            </template>
          </li>
        </ul>
      </section>
    </template>
    <header v-else>
      <h1>{{ heading }}</h1>
    </header>
    <TroubleList v-if="plan && others.length > 0" :troubles="others" />
    <WorksheetFoot>
      <FieldKeyButton main label="How it comes apart" @click="go('open-up')" />
    </WorksheetFoot>
  </article>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  gap: 12px;
  flex: 1;
}
.big {
  font-size: inherit;
}
.aside {
  text-decoration: underline;
  text-underline-offset: 3px;
}
section {
  display: grid;
  gap: 8px;
  align-content: start;
  border-top: 1px solid var(--rule);
  padding-top: 10px;
}
.tools {
  columns: 2;
  column-gap: 24px;
  font-size: 14px;
}
.tools li {
  break-inside: avoid;
  padding: 2px 0;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 24px;
}
@media (max-width: 640px) {
  .tools {
    columns: 1;
  }
  .pair {
    grid-template-columns: 1fr;
  }
}
</style>
