<script setup lang="ts">
import { describeDuration } from '#core/measure/wall-time'
import { CAUTIONS } from '#core/reference/cautions'
import type { Recipe } from '#core/glue'
import { recipesAlike } from '#core/plan'
import { bodyName } from '#core/bodies'
import { WAYS_OUT } from '#core/hardware'
import { tagOf } from '#core/piece/facts'
import { faultTag } from '#core/piece/faults'
import type { Decision, Move } from '#core/takeapart'
import { newId, wallNow } from '~/composables/useDevice'

const store = usePiece()
const { piece } = storeToRefs(store)
const { plan } = storeToRefs(usePlan())
const stand = useStand()
const { go } = useStep()
/** A move is played on the stand, with all before it made; pressed again it goes back. */
const play = (nth: number) => {
  stand.movesShown = stand.movesShown === nth ? nth - 1 : nth
}
onBeforeUnmount(() => {
  stand.movesShown = 0
})
const { len } = useUnits()
const tag = (id: string) => tagOf(piece.value!.joints.find(j => j.id === id)!)
const ORDER: readonly Decision[] = ['undecided', 'open', 'in-the-way', 'mend-in-place', 'leave-shut']
const decisions = computed(() =>
  [...(plan.value?.takeApart.decisions ?? [])].sort((a, b) => ORDER.indexOf(a.decision) - ORDER.indexOf(b.decision)),
)
const count = (d: Decision) => decisions.value.filter(x => x.decision === d).length
const heading = computed(() => {
  const opening = count('open') + count('in-the-way')
  if (!plan.value || decisions.value.length === 0) return ''
  const isStuck = plan.value.takeApart.problems.length > 0
  if (opening === 0 || (moves.value.length === 0 && !isStuck)) return 'Nothing has to come apart'
  return `${opening} joints open in ${moves.value.length} ${moves.value.length === 1 ? 'move' : 'moves'}, ${count('leave-shut')} stay shut`
})
/** What has come apart already needs no move; only its way home is planned. */
const moves = computed(() =>
  (plan.value?.takeApart.moves ?? []).map((move, i) => ({ move, i })).filter(({ move }) => move.opens.length > 0),
)
const mostSpringMm = computed(() => Math.max(0, ...moves.value.map(({ move }) => move.springMm)))
const cautions = computed(() => [
  ...new Set(
    moves.value.flatMap(({ move }) => [
      ...move.cautions,
      ...move.undo.flatMap(id => plan.value!.recipes[id]?.cautions ?? []),
      ...move.locksFirst.flatMap(l => WAYS_OUT[l.kind].cautions),
    ]),
  ),
])
/** What has to be done before a move: like things together, each with how. */
function firstOf(move: Move): { what: string, how: string }[] {
  const locks = new Map<string, { joints: Set<string>, how: string, label: string }>()
  for (const l of move.locksFirst) {
    const known = locks.get(l.kind) ?? {
      joints: new Set<string>(),
      how: WAYS_OUT[l.kind].way,
      label: WAYS_OUT[l.kind].label,
    }
    known.joints.add(tag(l.joint))
    locks.set(l.kind, known)
  }
  return [
    ...move.offFirst.map(h => ({ what: `${WAYS_OUT[h.kind].label} off first.`, how: WAYS_OUT[h.kind].way })),
    ...(move.findMetal.length > 0
      ? [
          {
            what: `Find the metal in ${move.findMetal.map(tag).join(', ')}.`,
            how: 'Signs of it were seen: a magnet, under every plug and filler.',
          },
        ]
      : []),
    ...[...locks.values()].map(l => ({ what: `Out first: ${l.label}, ${[...l.joints].join(', ')}.`, how: l.how })),
    ...move.frail.map((id) => {
      const f = piece.value!.faults.find(x => x.id === id)!
      return {
        what: `${f.kind === 'worm' ? 'No blow at' : 'Hold'} ${faultTag(piece.value!, f)}.`,
        how:
          f.kind === 'worm'
            ? 'The wood there is eaten.'
            : 'A padded clamp across it while this is moved, only so tight that it opens no further.',
      }
    }),
  ]
}
const opening = computed(() => plan.value?.tasks.filter(t => t.kind === 'open') ?? [])
const opened = computed(() => opening.value.length > 0 && opening.value.every(t => t.done))
function logOpened(): void {
  store.tell({
    do: 'log-event',
    event: {
      id: newId(),
      at: wallNow(),
      kind: 'opened',
      stage: null,
      of: opening.value.flatMap(t => t.facts),
      note: '',
    },
  })
  void go('glue-up')
}
/** The joints of an earlier move whose rounds are the same: told once is enough. */
function toldBefore(recipe: Recipe, at: number): string {
  const key = (r: Recipe) => JSON.stringify(r.rounds)
  const earlier = moves.value.filter(({ i }) => i < at).flatMap(({ move }) => recipesAlike(move, plan.value!.recipes))
  return (
    earlier
      .find(group => key(group.recipe) === key(recipe))
      ?.joints.map(tag)
      .join(', ') ?? ''
  )
}
/** A search that was stopped says what no way of opening it would cost less than. */
const provenNote = computed(() => {
  if (!plan.value || plan.value.takeApart.boundMin >= plan.value.takeApart.expectedMin - 0.5) return ''
  return `; stopped before it was proven, and none costs less than ${describeDuration(plan.value.takeApart.boundMin)}`
})
</script>

<template>
  <article v-if="piece && plan" class="sheet">
    <header>
      <h1>{{ heading }}</h1>
      <p class="small soft">
        About <FigureValue :figure="plan.preparation" label="Opening, mending and dry run" duration /> of work before
        glue. Label, photograph and measure overhangs first.
      </p>
    </header>
    <p v-for="(problem, i) in plan.takeApart.problems" :key="i" class="field-error">
      <PhraseText :phrase="problem.words" />
    </p>
    <section v-if="moves.length > 0" aria-labelledby="moves">
      <h2 id="moves">Moves, in order</h2>
      <p v-if="plan.takeApart.offBefore.length > 0" class="red">
        Off before anything:
        {{
          plan.takeApart.offBefore
            .map(o =>
              o.kind === 'lift'
                ? bodyName(piece!, o.part)
                : { 'drop-in-seat': 'the drop-in seat', 'stuffing': 'cover and stuffing at the joints that open' }[
                  o.kind
                ],
            )
            .join(', ')
        }}.
      </p>
      <ol class="moves">
        <li v-for="{ move, i } in moves" :key="i">
          <p class="move">
            <strong>
              <span class="measure">{{ i + 1 }}</span> <PhraseText :phrase="move.words"
              /></strong>
            <FieldChipButton
              plain
              :label="stand.movesShown > i ? 'put back' : 'show it'"
              class="play"
              :pressed="stand.movesShown > i"
              @click="play(i + 1)"
            />
          </p>
          <ul v-if="firstOf(move).length > 0" class="first">
            <li v-for="(step, k) in firstOf(move)" :key="k">
              <span class="red">{{ step.what }}</span>
              <span v-if="step.how" class="small soft"> {{ step.how }}</span>
            </li>
          </ul>
          <p v-if="move.why" class="small soft"><PhraseText :phrase="move.why" /></p>
          <OpenupReleaseRecipe
            v-for="group in recipesAlike(move, plan.recipes)"
            :key="group.joints.join()"
            :tags="group.joints.map(tag).join(', ')"
            :many="group.joints.length"
            :recipe="group.recipe"
            :as-for="toldBefore(group.recipe, i)"
          />
          <p v-if="move.watch.length > 0" class="small">
            Looser than it should be, and in the line of pull: {{ move.watch.map(tag).join(', ') }}. Hold it shut.
          </p>
        </li>
      </ol>
      <p class="small">
        Each of them: mallet over a block or a spreader close to the joint, along its line, a little at each end in
        turn. If it does not move, look again for metal.
      </p>
      <p v-for="caution in cautions" :key="caution" class="small soft">Caution: {{ CAUTIONS[caution] }}</p>
      <p v-if="mostSpringMm > 0.5" class="small soft">
        The frame is sprung by <span class="measure">{{ len(mostSpringMm) }}</span> at most.
      </p>
    </section>
    <section aria-labelledby="each">
      <h2 id="each">Each joint, and why</h2>
      <OpenupDecisions :piece="piece" :plan="plan" :decisions="decisions" />
      <p v-if="plan.takeApart.expectedMin > 0" class="small soft">
        Chosen as the cheapest in expected minutes of work and harm together:
        {{ describeDuration(plan.takeApart.expectedMin) }}{{ provenNote }}.
      </p>
    </section>
    <WorksheetFoot>
      <FieldKeyButton
        main
        :label="opened ? 'It is open' : 'It is open: plan the glue-up'"
        :disabled="opened"
        @click="logOpened"
      />
      <FieldKeyButton label="Look at the glue-up" @click="go('glue-up')" />
      <NuxtLink :to="`/bench/${piece.id}`" class="key-button">Bench mode <UKbd>b</UKbd></NuxtLink>
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
.moves {
  display: grid;
  gap: 14px;
}
.moves li {
  display: grid;
  gap: 3px;
}
.first {
  display: grid;
  gap: 2px;
}
.keep,
.play {
  white-space: nowrap;
}
.move {
  display: flex;
  justify-content: space-between;
  align-items: start;
  gap: 12px;
}
</style>
