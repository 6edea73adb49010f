<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { MIN_PER_DAY, parseWallTime } from '#core/measure/wall-time'
import { foldedAxis } from '#core/shop/lanes'
import { PAGE_ROWS } from '#shared/bench'
import { useBench } from '~/composables/useBench'
import { wallNow } from '~/composables/useDevice'

useHead({ title: 'Bench · Arreglo' })
const shop = useShop()
const { filters, isFiltered, rows, page, sums, error, busy, isKept, load, more, showAll } = useBench()

const TICK_MS = 30_000
const now = ref(parseWallTime(wallNow()))
useIntervalFn(() => {
  now.value = parseWallTime(wallNow())
}, TICK_MS)
const DAYS_SHOWN = 3
const axis = computed(() => foldedAxis(shop.settings, now.value, DAYS_SHOWN))
const ticks = computed(() =>
  axis.value.ticks.map(({ wallMin, at }) => ({
    wallMin,
    left: `${(at * 100).toFixed(2)}%`,
    label: `${wallMin % MIN_PER_DAY === shop.settings.opensMin ? `${dayName(wallMin)} ` : ''}${Math.floor((wallMin % MIN_PER_DAY) / 60)}`,
  })),
)
const dayName = (min: number) =>
  min - axis.value.fromMin < MIN_PER_DAY
    ? 'today'
    : new Date(min * 60_000).toLocaleDateString('en', { weekday: 'short', timeZone: 'UTC' })

const WORDS = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten', 'Eleven', 'Twelve']
const heading = computed(() => {
  if (!sums.value) return ''
  const { onBench, inClamps } = sums.value
  if (onBench === 0) return 'The bench is empty'
  const many
    = onBench === 1 ? 'One piece' : `${WORDS[onBench] ?? onBench.toLocaleString('en').replaceAll(',', ' ')} pieces`
  return `${many} on the bench, ${inClamps === 0 ? 'none in clamps' : inClamps === 1 ? 'one in clamps' : `${inClamps} in clamps`}`
})
const stale = computed(() => rows.value?.filter(r => r.isStale).length ?? 0)
const hasFilters = computed(() => (sums.value ? sums.value.onBench > 1 || sums.value.over > 0 : false))
const start = () => navigateTo('/start')
useKeys({
  N: () => {
    void start()
  },
})
</script>

<template>
  <div class="bench">
    <main class="list">
      <header class="head">
        <div>
          <h1>{{ heading }}</h1>
          <p v-if="stale > 0 && !isKept" class="small soft" role="status">
            Working out {{ stale === 1 ? 'one plan' : `${stale} plans` }} of those shown
          </p>
        </div>
        <FieldKeyButton main label="Start a piece" press="N" @click="start" />
      </header>
      <p v-if="isKept" class="small soft" role="status">
        The server cannot be reached: this is the bench as this device last had it.
      </p>
      <p v-if="error" class="field-error" role="alert">
        {{ error }} <FieldKeyButton slim label="Try again" @click="load" />
      </p>
      <div v-if="sums && sums.onBench === 0 && sums.over === 0" class="empty">
        <p>Start a piece: pick the drawing that looks like it, type six measurements, go round the joints.</p>
      </div>
      <BenchFilters
        v-if="sums && rows && hasFilters"
        v-model="filters"
        :sums="sums"
        :shown="rows.length"
        :total="page.total"
        :is-filtered="isFiltered"
        @show-all="showAll"
      />
      <p v-if="rows?.length === 0 && isFiltered" class="none soft" role="status">Nothing on the bench fits that.</p>
      <div v-if="rows && rows.length > 0" class="ruler" aria-hidden="true">
        <span v-for="t in ticks" :key="t.wallMin" class="tick-label measure" :style="{ left: t.left }">{{
          t.label
        }}</span>
      </div>
      <ol>
        <BenchLine v-for="row in rows ?? []" :key="row.id" :row="row" :axis="axis" :now-min="now" />
      </ol>
      <FieldKeyButton
        v-if="page.next"
        :label="`Show ${Math.min(PAGE_ROWS, page.total - (rows?.length ?? 0))} more`"
        :loading="busy"
        class="more"
        @click="more"
      />
    </main>
    <BenchBeside v-if="sums && sums.onBench > 0" :sums="sums" />
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 290px;
  min-height: 100%;
}
.list {
  padding: 18px 20px 30px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  margin-bottom: 14px;
}
.ruler {
  position: relative;
  height: 22px;
  margin-left: 330px;
  border-bottom: 1px solid var(--rule);
}
.tick-label {
  position: absolute;
  font-size: 13px;
  color: var(--soft);
  transform: translateX(-2px);
}
.empty,
.none {
  padding: 40px 0;
}
.more {
  margin-top: 14px;
}
@media (max-width: 1000px) {
  .bench {
    grid-template-columns: 1fr;
  }
}
@media (max-width: 640px) {
  .list {
    padding: 12px 12px 24px;
  }
  .ruler {
    display: none;
  }
}
</style>
