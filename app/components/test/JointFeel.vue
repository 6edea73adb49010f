<script setup lang="ts">
import { DIRECTION_LABELS, STATE_FEELS, STATE_LABELS } from '#core/condition/survey'
import { isFaulty } from '#core/piece/facts'
import type { Finding, Joint } from '#core/piece/schema'
import { DIRECTIONS, type JointState } from '#core/piece/words'

/** How a joint moves under the hand, and which way. */
const { joint, finding } = defineProps<{ joint: Joint, finding: Finding }>()
const emit = defineEmits<{ answer: [state: JointState] }>()
const store = usePiece()
const ANSWERS = ['solid', 'ticks', 'gives', 'swings', 'apart'] as const
useKeys(Object.fromEntries(ANSWERS.map((s, i) => [String(i + 1), () => emit('answer', s)])))
</script>

<template>
  <div class="answers" role="group" aria-label="How it moves">
    <UButton
      v-for="(state, i) in ANSWERS"
      :key="state"
      v-memo="[finding.state === state]"
      color="neutral"
      variant="outline"
      class="answer ring-0"
      data-enter="goes-on"
      :class="{ fault: isFaulty(state) }"
      :aria-pressed="finding.state === state"
      @click="emit('answer', state)"
    >
      <JointMark :state="state" /><span class="answer-word"
      >{{ STATE_LABELS[state] }} <UKbd>{{ i + 1 }}</UKbd></span>
      <span class="small soft">{{ STATE_FEELS[state] }}</span>
    </UButton>
  </div>
  <section v-if="isFaulty(finding.state)">
    <h2 id="way">Which way</h2>
    <div class="chips" role="group" aria-labelledby="way">
      <FieldChipButton
        v-for="d in DIRECTIONS"
        :key="d"
        v-memo="[finding.directions.includes(d)]"
        :label="DIRECTION_LABELS[d]"
        :pressed="finding.directions.includes(d)"
        @click="store.tell({ do: 'set-direction', joint: joint.id, direction: d, on: !finding.directions.includes(d) })"
      />
    </div>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 7px;
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
</style>
