<script setup lang="ts">
import { VERDICTS } from '#core/piece/words'

/** A job may end without a repair: not worth it, referred on, or the owner decides. Then it wants a reason. */
const store = usePiece()
const { piece } = storeToRefs(store)
const why = ref(piece.value?.outcome?.why ?? '')
const error = ref('')
const LABELS = {
  'repair': 'repair it',
  'not-worth-it': 'not worth it',
  'refer-on': 'refer on',
  'owner-decides': 'owner decides',
} as const

function end(verdict: (typeof VERDICTS)[number]): void {
  const result = store.tell({
    do: 'set-outcome',
    verdict: piece.value?.outcome?.verdict === verdict ? null : verdict,
    why: why.value,
  })
  error.value = result.ok ? '' : result.issues[0]!.message
}
</script>

<template>
  <section v-if="piece" class="outcome" aria-labelledby="outcome-head">
    <h2 id="outcome-head">What becomes of it</h2>
    <div class="chips" role="group" aria-labelledby="outcome-head">
      <FieldChipButton
        v-for="v in VERDICTS"
        :key="v"
        plain
        :label="LABELS[v]"
        :pressed="piece.outcome?.verdict === v"
        @click="end(v)"
      />
    </div>
    <label for="why" class="small soft">Why, in a sentence the owner can read (needed unless it is repaired)</label>
    <UInput
      id="why"
      v-model="why"
      class="w-full"
      @change="piece.outcome && store.tell({ do: 'set-outcome', verdict: piece.outcome.verdict, why })"
    />
    <FieldRefusal :text="error" />
  </section>
</template>

<style scoped>
.outcome {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
</style>
