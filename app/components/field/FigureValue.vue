<script setup lang="ts">
import type { Figure } from '#core/measure/figure'
import { describeDuration } from '#core/measure/wall-time'

/** A computed number that opens to how it was worked out. `range` shows its band instead of its middle. */
const {
  figure,
  label,
  range = false,
  duration = false,
} = defineProps<{ figure: Figure, label: string, range?: boolean, duration?: boolean }>()
const { quantity, exact } = useUnits()
const shown = computed(() => {
  if (duration) return Number.isFinite(figure.value) ? describeDuration(figure.value) : 'never'
  return range && figure.low !== undefined && figure.high !== undefined
    ? quantity({ value: figure.low, high: figure.high, unit: figure.unit })
    : quantity({ value: figure.value, unit: figure.unit })
})
/** It rests on a size that was assumed: slanted as in a field, and said in words. */
const isAssumed = computed(() => figure.derivation.inputs.some(i => i.basis === 'assumed'))
const isForce = computed(() => figure.unit === 'N' || figure.unit === 'kN')
const asRange = computed(() => ({ value: figure.low ?? figure.value, high: figure.high, unit: figure.unit }))
const BASIS = { measured: 'measured', assumed: 'assumed', table: 'from a table', computed: 'worked out' } as const
const CONFIDENCE = { high: 'sure', medium: 'fairly sure', low: 'rough' } as const
</script>

<template>
  <UPopover :content="{ side: 'bottom', align: 'start' }">
    <UButton
      variant="link"
      color="neutral"
      class="figure measure"
      :class="{ assumed: isAssumed }"
      :label="shown"
      :aria-label="`${label}: ${shown}${isAssumed ? ', partly assumed' : ''}. How it was worked out`"
    />
    <template #content>
      <div class="sheet small">
        <p>
          <strong>{{ label }}</strong> <span class="measure">{{ shown }}</span>
          <span v-if="isForce" class="measure soft">, {{ exact(asRange) }}</span>
        </p>
        <p>{{ figure.derivation.rule }}</p>
        <dl class="inputs">
          <div v-for="input in figure.derivation.inputs" :key="input.label">
            <dt>{{ input.label }}</dt>
            <dd class="measure" :class="{ soft: input.basis === 'assumed' }">
              {{ exact({ value: input.value, unit: input.unit }) }}
            </dd>
            <dd class="soft">{{ BASIS[input.basis] }}</dd>
          </div>
        </dl>
        <p class="soft">
          Source: {{ figure.derivation.source.replaceAll('-', ' ') }},
          {{ CONFIDENCE[figure.derivation.confidence] }}.<template v-if="figure.derivation.limit">
            Leaves something out: {{ figure.derivation.limit.replaceAll('-', ' ') }}.
          </template
          >
        </p>
      </div>
    </template>
  </UPopover>
</template>

<style scoped>
.figure {
  display: inline;
  min-height: 24px;
  padding: 0;
  color: inherit;
  font: inherit;
  font-family: var(--font-mono);
  position: relative;
  cursor: help;
  text-decoration: underline dotted var(--soft) 1px;
  text-underline-offset: 3px;
}
.figure.assumed {
  font-style: italic;
}
/* A figure stands in a line of text: a finger needs more room than it has there. */
@media (pointer: coarse) {
  .figure::after {
    content: '';
    position: absolute;
    inset: -10px -4px;
  }
}
.sheet {
  max-width: 380px;
  padding: 12px 14px;
  display: grid;
  gap: 6px;
  background: var(--sheet);
  color: var(--ink);
}
.inputs > div {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 10px;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
