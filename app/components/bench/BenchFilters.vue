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
const chosen = (key: 'step' | 'due') =>
  computed({
    get: () => filters.value[key] || ALL,
    set: (value: string) => {
      Object.assign(filters.value, { [key]: value === ALL ? '' : value })
    },
  })
const [step, due] = [chosen('step'), chosen('due')]
const stages = computed(() => [
  { label: 'every stage', value: ALL },
  ...STEPS.filter(s => sums.steps.includes(s.id)).map(s => ({ label: s.label, value: s.id as string })),
])
/** The list to search in is fetched when it is first asked for: few of those who look at the bench do. */
const isPicking = ref(false)
const isOpen = ref(false)
const pick = () => {
  isPicking.value = isOpen.value = true
}
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
    <LazyCustomerPick
      v-if="isPicking"
      v-model="filters.customer"
      v-model:open="isOpen"
      :customers="sums.customers"
    />
    <UButton
      v-else
      variant="outline"
      color="neutral"
      trailing-icon="i-lucide-chevron-down"
      class="w-44 justify-between font-normal"
      aria-haspopup="listbox"
      aria-label="Customer"
      :label="filters.customer || 'for anybody'"
      @click="pick"
    />
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
