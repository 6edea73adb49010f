<script setup lang="ts">
import { MONTHS } from '~/logic/months'
import { LineChart } from 'echarts/charts'
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import VChart from 'vue-echarts'
import { jointCase } from '#core/mend'
import type { Work } from '#core/mend'
import type { Joint, Piece } from '#core/piece/schema'
import { PLACES, type PlaceId } from '#core/piece/words'
import { driestOf, gapOverYear, type MonthGap } from '#core/mend/year'
import { PLACE_ROWS } from '#core/wood/places'
import { useChartColours } from '~/composables/useChartColours'

use([CanvasRenderer, LineChart, GridComponent, MarkLineComponent, TooltipComponent])

/** How far a joint stands open through the year of the place it lives in, as it is and with the mend in view. */
const { piece, joint, work } = defineProps<{ piece: Piece, joint: Joint, work: Work | null }>()
const store = usePiece()
const shop = useShop()
const colours = useChartColours()
const { quantity } = useUnits()
/** A slip fit: up to this any glue holds well, millimetres. */
const SLIP_MM = 0.15
const place = computed<PlaceId>(() => piece.intake.place ?? 'heated-rooms')
const PLACE_ITEMS = PLACES.map(value => ({ value, label: PLACE_ROWS[value].label }))
const bench = computed(() => ({
  temperatureC: shop.settings.climate.nowC,
  humidityPct: shop.settings.climate.nowRhPct,
}))
const asCase = computed(() => jointCase(piece, joint, 'everyday', 0))
const now = computed(() => gapOverYear(asCase.value, place.value, bench.value))
const mended = computed(() => (work ? gapOverYear(asCase.value, place.value, bench.value, work.leavesGapMm) : []))
const gap = (m: MonthGap | undefined) => (m ? quantity({ value: m.gapMm, unit: 'fit-mm' }) : '')
const words = computed(() => {
  const [dry, then] = [driestOf(now.value), driestOf(mended.value)]
  if (!dry) return ''
  const month = MONTHS[dry.month - 1]
  return `Driest in ${month}: the wood at ${dry.moisturePct.toFixed(1)} %, the joint ${gap(dry)} open as it is${then ? `, ${gap(then)} with this mend before its glue` : ''}.`
})
const option = computed(() => {
  const c = colours.value
  const line = (name: string, year: readonly MonthGap[], colour: string, dashed: boolean) => ({
    name,
    type: 'line' as const,
    data: year.map(m => Number(m.gapMm.toFixed(3))),
    symbol: 'none',
    lineStyle: { color: colour, width: 2, type: dashed ? ('dashed' as const) : ('solid' as const) },
    endLabel: { show: true, formatter: name, color: colour },
  })
  return {
    animation: false,
    grid: { left: 52, right: 92, top: 14, bottom: 26 },
    textStyle: { fontFamily: 'Atkinson Hyperlegible Next Variable', color: c.soft },
    tooltip: { trigger: 'axis' as const, valueFormatter: (v: unknown) => `${Number(v).toFixed(2)} mm` },
    xAxis: {
      type: 'category' as const,
      data: MONTHS.map(m => m.slice(0, 3)),
      axisLine: { lineStyle: { color: c.rule } },
      axisLabel: { color: c.soft },
    },
    yAxis: {
      type: 'value' as const,
      scale: true,
      axisLabel: { color: c.soft, formatter: '{value} mm' },
      splitLine: { lineStyle: { color: c.rule } },
    },
    series: [
      {
        ...line('as it is', now.value, c.ink, false),
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: c.soft, type: 'dotted' as const },
          label: { formatter: 'slip fit', color: c.soft, position: 'insideStartTop' as const },
          data: [{ yAxis: SLIP_MM }],
        },
      },
      ...(mended.value.length > 0 ? [line('mended', mended.value, c.blue, true)] : []),
    ],
  }
})
</script>

<template>
  <section v-if="now.length > 0" class="year" aria-label="Through the year, where it lives">
    <p class="small soft">
      <USelect
        :model-value="place"
        :items="PLACE_ITEMS"
        value-key="value"
        class="w-48"
        aria-label="The air it lives in"
        @update:model-value="store.tell({ do: 'describe', intake: { place: $event } })"
      />
      {{ words }}
    </p>
    <VChart style="height: 190px" :option="option" autoresize aria-hidden="true" />
    <table class="sr-only">
      <caption>
        Clearance through the year
      </caption>
      <thead>
        <tr>
          <th>Month</th>
          <th>As it is</th>
          <th>Mended</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(m, i) in now" :key="m.month">
          <td>{{ MONTHS[i] }}</td>
          <td>{{ gap(m) }}</td>
          <td>{{ gap(mended[i]) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.year {
  display: grid;
  gap: 8px;
}
</style>
