<script setup lang="ts">
import { minutesOfRecipe, ROUNDS, type Recipe } from '#core/glue'

/** How the old glue of some joints is let go, round by round, the next one only if the last has not done it. */
const { tags, many, recipe, asFor } = defineProps<{ tags: string, many: number, recipe: Recipe, asFor: string }>()
const { quantity } = useUnits()
const min = ([low, high]: readonly [number, number]) =>
  high < 10 ? quantity({ value: high, unit: 'min' }) : `${low}–${quantity({ value: high, unit: 'min' })}`
const total = computed(() => {
  const { hands, wait } = minutesOfRecipe(recipe)
  return {
    low: Math.round(hands.low * many + wait.low),
    usual: Math.round(hands.usual * many + wait.usual),
    high: Math.round(hands.high * many + wait.high),
  }
})
const GLUE_WORDS = {
  protein: 'protein glue',
  pva: 'PVA',
  epoxy: 'epoxy',
  polyurethane: 'polyurethane',
  cyanoacrylate: 'cyanoacrylate',
  construction: 'construction glue',
  urea: 'urea',
  none: 'no glue',
  unknown: 'unknown',
} as const
/** What it is taken for: said, or by its age and what was done to it, the likeliest two. */
const glues = computed(() => {
  const odds = Object.entries(recipe.odds).sort((a, b) => b[1] - a[1]) as [keyof typeof GLUE_WORDS, number][]
  if (odds.length === 1) return GLUE_WORDS[odds[0]![0]]
  return `probably ${odds
    .slice(0, 2)
    .map(([glue, share]) => `${GLUE_WORDS[glue]} ${Math.round(share * 100)} %`)
    .join(', ')}`
})
</script>

<template>
  <div class="recipe" role="group" :aria-label="`Undo ${tags}`">
    <p class="small">
      <strong>Undo {{ tags }}</strong
      >, {{ glues }}: <span class="measure">{{ min([total.low, total.high]) }}</span>, usually
      <span class="measure">{{ quantity({ value: total.usual, unit: 'min' }) }}</span>.
    </p>
    <p v-if="asFor" class="small soft">The same rounds as for {{ asFor }}.</p>
    <ol v-else class="rounds">
      <li v-for="(round, i) in recipe.rounds" :key="round.id">
        <FieldFold>
          <template #label>
            <span class="measure">{{ i + 1 }}</span>
            {{ round.row.label
            }}<span v-if="round.row.soakMin[1] > 0" class="small soft"
            >, <span class="measure">{{ min(round.row.soakMin) }}</span>
            </span>
            <span v-if="i > 0" class="small soft">, come to in {{ Math.round(round.reach * 100) }} %</span>
          </template>
          <p class="small">{{ round.row.words }}</p>
          <p v-if="round.shield" class="small red">Shield: <PhraseText :phrase="round.shield" />.</p>
          <p class="small">It has let go when: {{ round.row.sign }}</p>
          <p class="small">Stop when: {{ round.row.stop }}</p>
        </FieldFold>
      </li>
    </ol>
    <p v-if="!asFor && recipe.leftOut.length > 0" class="small soft">
      Not told:
      <template v-for="(left, i) in recipe.leftOut" :key="left.id"
      >
        {{ i > 0 ? '; ' : '' }}{{ ROUNDS[left.id].label }}, for <PhraseText :phrase="left.why" />
      </template
      >.
    </p>
  </div>
</template>

<style scoped>
.recipe {
  display: grid;
  gap: 2px;
  padding-left: 12px;
  border-left: 2px solid var(--rule);
}
.rounds {
  display: grid;
  gap: 0;
}
.rounds p {
  padding-left: 18px;
}
</style>
