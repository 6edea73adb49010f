<script setup lang="ts">
import { describeDuration, describeWallTime, parseWallTime } from '#core/measure/wall-time'
import type { SurfaceAim } from '#core/piece/words'
import { PHASES, surfaceAimOf, type Plan } from '#core/plan'
import { wallNow } from '~/composables/useDevice'

/**
 * What is left when the clamps are off: trimming, trying everything again, and the surface, as far as the repairer
 * takes it.
 */
const { plan } = defineProps<{ plan: Plan }>()
const store = usePiece()
const { piece } = storeToRefs(store)
const AIMS: readonly { readonly value: SurfaceAim, readonly label: string }[] = [
  { value: 'keep', label: 'only the mends' },
  { value: 'blend', label: 'blended into each part' },
  { value: 'refinish', label: 'all of it anew' },
  { value: 'elsewhere', label: 'not here' },
]
const tasks = computed(() => plan.tasks.filter(t => PHASES[t.kind] === 'after'))
const aim = computed(() => (piece.value ? surfaceAimOf(piece.value, plan.school) : null))
const when = (min: number) => describeWallTime(min, parseWallTime(wallNow()))
const choose = (surface: SurfaceAim) => {
  store.tell({ do: 'choose-surface', surface })
}
</script>

<template>
  <section v-if="piece && tasks.length > 0" aria-labelledby="after">
    <h2 id="after">When the clamps are off</h2>
    <ChoiceRow
      label="How far the surface goes"
      :items="AIMS"
      :model-value="aim"
      @update:model-value="choose($event as SurfaceAim)"
    />
    <p v-if="!piece.choices.surface" class="small soft">
      {{
        aim === 'keep'
          ? 'Taken for it: a precious piece, and one that is conserved, keeps its surface.'
          : 'Taken for it: each mend is blended into its part. Nothing is stripped unless the owner asks.'
      }}
    </p>
    <ol class="after">
      <li v-for="t in tasks" :key="t.id" :class="{ soft: t.done }">
        <strong><PhraseText :phrase="t.title" /></strong><span v-if="t.done" class="small">, done</span>
        <span class="small soft">
          {{ t.time ? `${when(t.time.startMin)}, ` : '' }}{{ describeDuration(t.minutes.usual)
          }}<template v-if="t.waitMin > 0">, then left {{ describeDuration(t.waitMin) }}</template>
        </span>
        <PhraseText :phrase="t.words" />
      </li>
    </ol>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.after {
  list-style: decimal;
  padding-left: 20px;
  display: grid;
  gap: 8px;
}
.after strong {
  font-weight: 600;
}
.after li > span {
  display: block;
}
</style>
