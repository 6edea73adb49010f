<script setup lang="ts">
import { signsAt } from '#core/condition/signs'
import { DIRECTION_LABELS, STATE_FEELS, STATE_LABELS, suggestNext, surveySentence } from '#core/condition/survey'
import { diagnose } from '#core/cause'
import type { Measured } from '#core/measure/measured'
import { tapersOf } from '#core/condition/taper'
import { clearancesOf, formWords } from '#core/piece/joint-forms'
import { findingOf, isFaulty, tagOf } from '#core/piece/facts'
import { DIRECTIONS, OLD_GLUES, type ClearanceKey, type JointState, type SignId } from '#core/piece/words'
import { jointName } from '#core/piece/names'

const store = usePiece()
const { piece } = storeToRefs(store)
const selection = useSelection()
const { go } = useStep()
const { quantity } = useUnits()
const joint = computed(() => piece.value?.joints.find(j => j.id === selection.atJoint) ?? piece.value?.joints[0])
const name = computed(() => (joint.value ? jointName(piece.value!, joint.value) : ''))
const finding = computed(() => (piece.value && joint.value ? findingOf(piece.value, joint.value.id) : null))
const suggestion = computed(() => (piece.value ? suggestNext(piece.value, joint.value?.id) : undefined))
const diagnosis = computed(() =>
  piece.value && joint.value && finding.value && isFaulty(finding.value.state)
    ? diagnose(piece.value, joint.value)
    : null,
)
const ANSWERS = ['solid', 'ticks', 'gives', 'swings', 'apart'] as const

function answer(state: JointState): void {
  if (joint.value) store.tell({ do: 'test-joint', joint: joint.value.id, state })
}
function keep(): void {
  if (suggestion.value) selection.choose('joint', suggestion.value.joint.id)
  else void go('cause')
}
function cycle(sign: SignId): void {
  const look = finding.value?.signs[sign]
  store.tell({
    do: 'look-for',
    joint: joint.value!.id,
    sign,
    look: look === undefined ? 'seen' : look === 'seen' ? 'not-there' : null,
  })
}
const lookWords = (sign: SignId) =>
  ({ 'seen': 'seen', 'not-there': 'looked, not there' })[finding.value?.signs[sign] as string] ?? 'not looked'
const CLEARANCE_LABELS: Record<ClearanceKey, string> = {
  'cheek': 'Cheeks, mouth',
  'cheek-bottom': 'Cheeks, bottom',
  'edge': 'Edges, mouth',
  'edge-bottom': 'Edges, bottom',
  'round': 'Around, mouth',
  'round-bottom': 'Around, bottom',
}
const takeClearance = (where: ClearanceKey) => (measure: Measured) =>
  store.tell({ do: 'measure-clearance', joint: joint.value!.id, where, measure })
const tapers = computed(() => (joint.value && finding.value ? tapersOf(joint.value, finding.value) : []))
const { copyToOthers, copying, copied } = useSetCopy(() => joint.value?.id)
/** Keys that open a group put the focus on its first choice; from there Tab and Enter do the rest. */
const focusIn = (id: string) => document.querySelector<HTMLElement>(`[aria-labelledby="${id}"] button`)?.focus()
const sentence = (text: string) => text[0]!.toUpperCase() + text.slice(1)
const words = (id: string) => id.replaceAll('-', ' ')
useKeys({
  0: () => answer('not-tested'),
  ...Object.fromEntries(ANSWERS.map((s, i) => [String(i + 1), () => answer(s)])),
  Enter: keep,
  d: () => focusIn('way'),
  s: () => focusIn('looked'),
  a: () => document.querySelector<HTMLElement>('.holds [role="group"]:last-child button')?.focus(),
  f: () => document.querySelector<HTMLElement>('[aria-label="Add a fault"] button')?.focus(),
})
</script>

<template>
  <article v-if="piece && joint && finding" class="sheet">
    <p v-if="suggestion" class="small soft">
      Suggested next,
      <UButton
        variant="link"
        color="neutral"
        class="next"
        :label="tagOf(suggestion.joint)"
        @click="selection.choose('joint', suggestion.joint.id)"
      />: {{ suggestion.reason }}
    </p>
    <p v-else class="small soft">{{ surveySentence(piece) }}.</p>
    <header>
      <h1>
        <span :class="{ red: isFaulty(finding.state) }">{{ tagOf(joint) }}</span>
        {{ name[0]!.toUpperCase() + name.slice(1) }}
      </h1>
      <p class="small soft">{{ sentence(formWords(joint.form)) }}, hold one part and work the other each way</p>
    </header>
    <div class="answers" role="group" aria-label="How it moves">
      <UButton
        v-for="(state, i) in ANSWERS"
        :key="state"
        color="neutral"
        variant="outline"
        class="answer ring-0"
        data-enter="goes-on"
        :class="{ fault: isFaulty(state) }"
        :aria-pressed="finding.state === state"
        @click="answer(state)"
      >
        <JointMark :state="state" /><span class="answer-word"
        >{{ STATE_LABELS[state] }} <kbd>{{ i + 1 }}</kbd></span>
        <span class="small soft">{{ STATE_FEELS[state] }}</span>
      </UButton>
    </div>
    <template v-if="isFaulty(finding.state)">
      <section>
        <h2 id="way">Which way</h2>
        <div class="chips" role="group" aria-labelledby="way">
          <FieldChipButton
            v-for="d in DIRECTIONS"
            :key="d"
            :label="DIRECTION_LABELS[d]"
            :pressed="finding.directions.includes(d)"
            @click="store.tell({ do: 'set-direction', joint: joint.id, direction: d, on: !finding.directions.includes(d) })"
          />
        </div>
      </section>
      <section>
        <h2>Clearance, mortise less tenon</h2>
        <div class="gaps">
          <LengthField
            v-for="where in clearancesOf(joint.form)"
            :key="`${joint.id}-${where}`"
            dense
            :label="CLEARANCE_LABELS[where]"
            :value="finding.clearance[where] ?? null"
            :take="takeClearance(where)"
            :clear="
              () => {
                store.tell({ do: 'measure-clearance', joint: joint!.id, where, measure: null })
              }
            "
            hint="whole gap"
          />
        </div>
        <p v-for="t in tapers" :key="t.where" class="small">
          Tapered {{ t.where }}: <LazyFigureValue label="Wider by" :figure="t.by" /> wider at the {{ t.widerAt }},
          <LazyFigureValue label="Taper" :figure="t.angle" />. Do not run a drill into it.
        </p>
      </section>
    </template>
    <component :is="isFaulty(finding.state) ? 'div' : 'details'" v-if="finding.state !== 'not-tested'" class="closer">
      <summary v-if="!isFaulty(finding.state)">Signs, old glue and metal in it</summary>
      <section>
        <h2 id="looked">Looked for</h2>
        <div class="chips" role="group" aria-labelledby="looked">
          <FieldChipButton
            v-for="s in signsAt(joint)"
            :key="s.id"
            :label="s.label"
            :data-look="finding.signs[s.id] ?? 'none'"
            :title="s.hint"
            :aria-label="`${s.label}: ${lookWords(s.id)}`"
            @click="cycle(s.id)"
          />
        </div>
        <p class="small soft">Press once for seen, twice for looked and not there, again for not looked.</p>
      </section>
      <section class="pair">
        <div>
          <h2 id="old">Old glue</h2>
          <PickOne
            :model-value="finding.oldGlue"
            :items="OLD_GLUES.map(g => ({ label: g === 'pva' ? 'PVA' : words(g), value: g }))"
            class="w-48"
            aria-labelledby="old"
            @update:model-value="
              store.tell({ do: 'set-old-glue', joint: joint.id, glue: $event as (typeof OLD_GLUES)[number] })
            "
          />
        </div>
        <HoldList :on="{ kind: 'joint', id: joint.id }" heading="Metal, pins and hardware" />
      </section>
    </component>
    <template v-if="isFaulty(finding.state)">
      <section v-if="diagnosis">
        <div class="spread">
          <h2>What this speaks for</h2>
          <span class="small soft">after {{ diagnosis.observations }} observations</span>
        </div>
        <CauseBars :causes="diagnosis.causes.slice(0, 3)" />
        <p v-if="diagnosis.nextTest" class="small soft">
          Most would be learnt from looking for <strong>{{ diagnosis.nextTest.label }}</strong>,
          {{ quantity({ value: diagnosis.nextTest.minutes, unit: 'min' }) }}: {{ diagnosis.nextTest.hint }}.
        </p>
      </section>
    </template>
    <section v-if="piece.set">
      <h2>The set</h2>
      <div class="of-set">
        <FieldKeyButton slim label="Copy this finding to the others" :disabled="copying" @click="copyToOthers" />
        <NuxtLink :to="`/set/${piece.set.id}`" class="key-button slim">Compare them</NuxtLink>
      </div>
      <p v-if="copied" class="small soft" role="status">{{ copied }}</p>
    </section>
    <section>
      <h2>Pictures of {{ tagOf(joint) }}</h2>
      <PhotoStrip :of="{ kind: 'joint', id: joint.id }" />
    </section>
    <slot />
    <WorksheetFoot>
      <FieldKeyButton
        main
        :label="suggestion ? `Keep and go to ${tagOf(suggestion.joint)}` : 'Why did it fail?'"
        press="Enter"
        @click="keep"
      />
      <FieldKeyButton label="Not tested" press="0" @click="answer('not-tested')" />
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
.of-set {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.next {
  padding: 0 2px;
  min-width: 24px;
  min-height: 24px;
  font: inherit;
  font-weight: 700;
  text-decoration: underline;
}
.answers {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(96px, 1fr));
  gap: 8px;
}
.answer {
  display: grid;
  justify-items: center;
  align-content: center;
  gap: 3px;
  min-height: 96px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  padding: 6px 4px;
  white-space: normal;
  color: var(--ink);
  font: inherit;
}
.answer :deep(svg) {
  width: 48px;
  height: 28px;
}
.answer-word {
  font-weight: 700;
}
.answer:hover {
  border-color: var(--soft);
}
.answer[aria-pressed='true'] {
  border-color: var(--ink);
  box-shadow: inset 0 0 0 1px var(--ink);
}
.answer.fault[aria-pressed='true'] {
  border-color: var(--red);
  box-shadow: inset 0 0 0 1px var(--red);
  color: var(--red);
}
section {
  display: grid;
  gap: 7px;
}
.gaps {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(118px, 1fr));
  gap: 10px;
}
.pair {
  grid-template-columns: auto 1fr;
  gap: 24px;
}
.closer {
  display: grid;
  gap: 14px;
}
.closer > summary {
  cursor: pointer;
  min-height: 36px;
  display: flex;
  align-items: center;
  color: var(--soft);
  text-decoration: underline;
  text-underline-offset: 3px;
}
.pair > div {
  display: grid;
  gap: 7px;
  align-content: start;
}
.spread {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  border-top: 1px solid var(--rule);
  padding-top: 10px;
}
@media (max-width: 640px) {
  .pair {
    grid-template-columns: 1fr;
  }
}
</style>
