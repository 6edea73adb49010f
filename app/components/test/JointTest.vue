<script setup lang="ts">
import { suggestNext, surveySentence } from '#core/condition/survey'
import { formWords } from '#core/piece/joint-forms'
import { findingOf, isFaulty, tagOf } from '#core/piece/facts'
import type { JointState } from '#core/piece/words'
import { jointName } from '#core/piece/names'

/** One joint tried: how it moves, what is seen at it, what that speaks for, and which is next. */
const store = usePiece()
const { piece } = storeToRefs(store)
const selection = useSelection()
const { go } = useStep()
const joint = computed(() => piece.value?.joints.find(j => j.id === selection.atJoint) ?? piece.value?.joints[0])
const name = computed(() => (joint.value ? jointName(piece.value!, joint.value) : ''))
const finding = computed(() => (piece.value && joint.value ? findingOf(piece.value, joint.value.id) : null))
const place = computed(() => ({ kind: 'joint' as const, id: joint.value?.id ?? null }))
const suggestion = computed(() => (piece.value ? suggestNext(piece.value, joint.value?.id) : undefined))

function answer(state: JointState): void {
  if (joint.value) store.tell({ do: 'test-joint', joint: joint.value.id, state })
}
function keep(): void {
  if (suggestion.value) selection.choose('joint', suggestion.value.joint.id)
  else void go('cause')
}
const sentence = (text: string) => text[0]!.toUpperCase() + text.slice(1)
/** Keys that open a group put the focus on its first choice; from there Tab and Enter do the rest. */
const focusIn = (group: string) => document.querySelector<HTMLElement>(`${group} button`)?.focus()
useKeys({
  0: () => answer('not-tested'),
  Enter: keep,
  d: () => focusIn('[aria-labelledby="way"]'),
  s: () => focusIn('[aria-labelledby="looked"]'),
  a: () => focusIn('.holds [role="group"]:last-child'),
  f: () => focusIn('[aria-label="Add a fault"]'),
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
        {{ sentence(name) }}
      </h1>
      <p class="small soft">{{ sentence(formWords(joint.form)) }}, hold one part and work the other each way</p>
    </header>
    <JointFeel :joint="joint" :finding="finding" @answer="answer" />
    <JointClearance v-if="isFaulty(finding.state)" :joint="joint" :finding="finding" />
    <FieldFold
      v-show="finding.state !== 'not-tested'"
      late
      :shown="isFaulty(finding.state)"
      label="Signs, old glue and metal in it"
    >
      <JointSigns :joint="joint" :finding="finding" />
    </FieldFold>
    <JointSpeaksFor v-if="isFaulty(finding.state)" :joint="joint" />
    <JointOfSet v-if="piece.set" :joint="joint" :set="piece.set.id" />
    <section>
      <h2>Pictures of {{ tagOf(joint) }}</h2>
      <PhotoStrip :of="place" />
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
.next {
  padding: 0 2px;
  min-width: 24px;
  min-height: 24px;
  font: inherit;
  font-weight: 700;
  text-decoration: underline;
}
section {
  display: grid;
  gap: 7px;
}
</style>
