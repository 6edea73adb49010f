<script setup lang="ts">
import type { Work } from '#core/mend'
import { CAUTIONS } from '#core/reference/cautions'

/** A mend’s sizes, steps and cautions; its drawing goes in the slot. */
const { work, title } = defineProps<{ work: Work, title: string }>()
</script>

<template>
  <section class="cut" :aria-label="`Cut sheet, ${title}`">
    <h2>Cut sheet, {{ title }}</h2>
    <slot />
    <dl v-if="work.sizes.length > 0" class="sizes">
      <div v-for="size in work.sizes" :key="size.label">
        <dt>{{ size.label }}</dt>
        <dd><FigureValue :figure="size.figure" :label="size.label" /></dd>
      </div>
    </dl>
    <ol class="steps">
      <li v-for="(step, i) in work.steps" :key="i"><PhraseText :phrase="step.words" /></li>
    </ol>
    <p v-for="caution in work.cautions" :key="caution" class="small soft">Caution: {{ CAUTIONS[caution] }}</p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  align-content: start;
  border-top: 1px solid var(--rule);
  padding-top: 10px;
}
.sizes {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 0 24px;
}
.sizes div {
  display: flex;
  justify-content: space-between;
  border-bottom: 1px solid var(--rule);
  padding: 5px 0;
}
.steps {
  list-style: decimal;
  padding-left: 20px;
  display: grid;
  gap: 4px;
}
</style>
