<script setup lang="ts">
import { surveyOf } from '#core/condition/survey'
import type { StepId } from '#core/plan'

/** The steps of the work with what is done in each; on a small screen one list with its neighbours beside it. */
const { small } = defineProps<{ small: boolean }>()
const { piece } = storeToRefs(usePiece())
const { plan } = storeToRefs(usePlan())
const { pieceId, index, go, move } = useStep()

const counts = computed<Partial<Record<StepId, string>>>(() => {
  if (!piece.value) return {}
  const s = surveyOf(piece.value)
  const p = plan.value
  const causes = (p?.diagnoses.length ?? 0) + (p?.faultDiagnoses.filter(d => d.causes.length > 0).length ?? 0)
  const answered = p?.troubles.filter(t => t.answer !== 'open').length
  return {
    'test': `${s.tested}/${s.total}`,
    'cause': causes > 0 ? String(causes) : '',
    'mend': p?.troubles.length ? `${answered}/${p.troubles.length}` : '',
    'glue-up': p?.stages.length ? String(p.stages.length) : '',
  }
})
const items = computed(() =>
  STEPS.map(s => ({ label: [s.label, counts.value[s.id]].filter(Boolean).join(' '), value: s.id })),
)
const current = computed({ get: () => STEPS[index.value]?.id ?? STEPS[0]!.id, set: id => void go(id) })
</script>

<template>
  <nav class="steps no-print" :class="{ small }" aria-label="Steps of the work">
    <template v-if="small">
      <UButton
        color="neutral"
        variant="ghost"
        icon="i-lucide-chevron-left"
        aria-label="Step before"
        class="neighbour"
        :disabled="index <= 0"
        @click="move(-1)"
      />
      <USelect v-model="current" :items="items" aria-label="Step" class="min-w-0 flex-1" />
      <UButton
        color="neutral"
        variant="ghost"
        icon="i-lucide-chevron-right"
        aria-label="Next step"
        class="neighbour"
        :disabled="index >= STEPS.length - 1"
        @click="move(1)"
      />
    </template>
    <ol v-else>
      <li v-for="(step, i) in STEPS" :key="step.id">
        <NuxtLink :to="stepPath(pieceId, step.id)" :aria-current="i === index ? 'step' : undefined" class="step">
          <span>{{ step.label }}</span>
          <span class="measure small soft">{{ counts[step.id] }}</span>
        </NuxtLink>
      </li>
    </ol>
    <UndoKeys :small="small" />
  </nav>
</template>

<style scoped>
.steps {
  border-right: 1px solid var(--rule);
  padding-top: 8px;
  display: flex;
  flex-direction: column;
  justify-content: space-between;
}
.step {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 44px;
  padding: 4px 10px 4px 13px;
  border-left: 3px solid transparent;
  color: inherit;
  text-decoration: none;
}
.step:hover {
  background: var(--ink-wash);
}
.step[aria-current] {
  background: var(--sheet);
  border-left-color: var(--ink);
  font-weight: 700;
}
@media (max-width: 1000px) {
  .steps {
    flex-flow: row wrap;
    border-right: 0;
    border-bottom: 1px solid var(--rule);
    padding: 0;
  }
  .steps ol {
    display: flex;
    flex-wrap: wrap;
  }
  .step {
    border-left: 0;
    border-bottom: 3px solid transparent;
    gap: 6px;
    white-space: nowrap;
  }
  .step[aria-current] {
    border-bottom-color: var(--ink);
  }
}
.small {
  flex-flow: row nowrap;
  align-items: center;
  gap: 2px;
  padding: 2px 6px;
}
.neighbour {
  min-width: 44px;
  min-height: 44px;
  justify-content: center;
}
</style>
