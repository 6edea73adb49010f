<script setup lang="ts">
import type { Piece } from '#core/piece/schema'
import { phraseText } from '#core/measure/phrase'
import { answerCheck, type TrueCheck } from '#core/plan'

/** Diagonals, rocking, twist: what they should read, what they do, and what to pull. */
const { piece, checks, big = false } = defineProps<{ piece: Piece, checks: readonly TrueCheck[], big?: boolean }>()
const shop = useShop()
const { units, len } = useUnits()
const rows = computed(() =>
  checks.map(check => ({
    check,
    answer: answerCheck(piece, check, shop.settings),
    slots: check.slots.map(s => ({
      key: s.key,
      label: phraseText(s.label, units.value),
      hint: s.targetMm === null || check.kind !== 'diagonals' ? '' : `drawn ${len(Math.round(s.targetMm))}`,
    })),
  })),
)
</script>

<template>
  <ul class="checks" :class="{ big }">
    <li v-for="row in rows" :key="row.check.id">
      <p>
        <strong><PhraseText :phrase="row.check.title" /></strong>
        {{ ' ' }}
        <span class="small soft"><PhraseText :phrase="row.check.how" /></span>
      </p>
      <div class="slots">
        <FieldTrueReading v-for="s in row.slots" :key="s.key" :reading="s.key" :label="s.label" :hint="s.hint" />
      </div>
      <p v-if="row.answer" role="status" class="answer" :class="{ off: !row.answer.isTrue }">
        <PhraseText :phrase="row.answer.words" />
      </p>
    </li>
  </ul>
</template>

<style scoped>
.checks {
  display: grid;
  gap: 12px;
}
.checks li {
  display: grid;
  gap: 4px;
}
.slots {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 4px 12px;
}
.answer {
  border-left: 4px solid var(--blue);
  padding-left: 10px;
}
.answer.off {
  border-left-color: var(--red);
}
.big :deep(.box) {
  min-height: 56px;
  font-size: 24px;
  width: 100%;
}
</style>
