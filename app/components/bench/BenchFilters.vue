<script setup lang="ts">
import type { BenchSums } from '#shared/bench'
import type { BenchFilters } from '~/composables/useBench'
import { STEPS } from '~/composables/useSteps'

/** What of the bench is shown: by words, stage, customer and date, or what went home. */
const { sums, shown, total, isFiltered } = defineProps<{
  sums: BenchSums
  shown: number
  total: number
  isFiltered: boolean
}>()
const filters = defineModel<BenchFilters>({ required: true })
defineEmits<{ showAll: [] }>()

/** Stands for no choice: a select has no empty value. */
const ALL = 'all'
const chosen = (key: 'step' | 'customer' | 'due') =>
  computed({
    get: () => filters.value[key] || ALL,
    set: (value: string) => {
      Object.assign(filters.value, { [key]: value === ALL ? '' : value })
    },
  })
const [step, customer, due] = [chosen('step'), chosen('customer'), chosen('due')]
const stages = computed(() => [
  { label: 'every stage', value: ALL },
  ...STEPS.filter(s => sums.steps.includes(s.id)).map(s => ({ label: s.label, value: s.id as string })),
])
const customers = computed(() => [
  { label: 'for anybody', value: ALL },
  ...sums.customers.map(c => ({ label: c, value: c })),
])
const DUE = [
  { label: 'due any time', value: ALL },
  { label: 'overdue', value: 'overdue' },
  { label: 'due within two days', value: 'two-days' },
  { label: 'due within a week', value: 'week' },
  { label: 'no date', value: 'none' },
]
const count = (n: number) => n.toLocaleString('en').replaceAll(',', ' ')
</script>

<template>
  <div class="filters" role="group" aria-label="Show">
    <UInput
      v-model="filters.find"
      type="search"
      placeholder="Title or customer"
      aria-label="Title or customer"
      maxlength="100"
      class="w-52"
    />
    <USelect v-model="step" :items="stages" aria-label="Stage" class="w-40" />
    <USelectMenu v-model="customer" value-key="value" :items="customers" aria-label="Customer" class="w-44" />
    <USelect v-model="due" :items="DUE" aria-label="Due" class="w-44" />
    <FieldChipButton
      v-if="sums.over > 0"
      :label="`gone home, ${count(sums.over)}`"
      :pressed="filters.over"
      @click="filters.over = !filters.over"
    />
    <span v-if="isFiltered || shown < total" class="small soft" role="status">
      {{ count(shown) }} of {{ count(total) }}
      <UButton v-if="isFiltered" variant="link" color="neutral" label="show all" @click="$emit('showAll')" />
    </span>
  </div>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin-bottom: 8px;
}
</style>
