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
const { quantity } = useUnits()
const shown = computed(() => {
  if (duration) return Number.isFinite(figure.value) ? describeDuration(figure.value) : 'never'
  return range && figure.low !== undefined && figure.high !== undefined
    ? quantity({ value: figure.low, high: figure.high, unit: figure.unit })
    : quantity({ value: figure.value, unit: figure.unit })
})
const BASIS = { measured: 'measured', assumed: 'assumed', table: 'from a table', computed: 'worked out' } as const
const CONFIDENCE = { high: 'sure', medium: 'fairly sure', low: 'rough' } as const
</script>

<template>
  <UPopover :content="{ side: 'bottom', align: 'start' }">
    <button type="button" class="figure measure" :aria-label="`${label}: ${shown}. How it was worked out`">
      {{ shown }}
    </button>
    <template #content>
      <div class="sheet small">
        <p>
          <strong>{{ label }}</strong> <span class="measure">{{ shown }}</span>
        </p>
        <p>{{ figure.derivation.rule }}</p>
        <table class="rows">
          <tbody>
            <tr v-for="input in figure.derivation.inputs" :key="input.label">
              <td>{{ input.label }}</td>
              <td class="measure" :class="{ soft: input.basis === 'assumed' }">
                {{ quantity({ value: input.value, unit: input.unit }) }}
              </td>
              <td class="soft">{{ BASIS[input.basis] }}</td>
            </tr>
          </tbody>
        </table>
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
  background: none;
  border: 0;
  padding: 0;
  color: inherit;
  cursor: help;
  text-decoration: underline dotted var(--soft) 1px;
  text-underline-offset: 3px;
}
.sheet {
  max-width: 380px;
  padding: 12px 14px;
  display: grid;
  gap: 6px;
  background: var(--sheet);
  color: var(--ink);
}
.sheet .rows td {
  padding: 4px 10px 4px 0;
}
</style>
