<script setup lang="ts">
import { LineChart } from 'echarts/charts'
import { GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import VChart from 'vue-echarts'
import { temperatureAtC } from '#core/glue'
import { fahrenheitOf } from '#core/measure/temperature'
import { clockOf, describeWallTime } from '#core/measure/wall-time'
import type { Plan } from '#core/plan'
import { useChartColours } from '~/composables/useChartColours'

use([CanvasRenderer, LineChart, GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent])

/** The wood's temperature through the hours in clamps, against the coldest the glue will stand. */
const { plan } = defineProps<{ plan: Plan }>()
const shop = useShop()
const { units, degrees } = useUnits()
const colours = useChartColours()
const read = (celsius: number) => (units.value === 'in' ? fahrenheitOf(celsius) : celsius)
const STEP_MIN = 30
const span = computed(() => {
  const from = Math.min(...plan.stages.map(s => s.clampedMin))
  const off = Math.max(
    ...plan.stages.map(s => (Number.isFinite(s.clampsOffMin) ? s.clampsOffMin : s.clampedMin + 1440)),
  )
  return { from, to: Math.min(off + 120, from + 4320) }
})
const points = computed(() => {
  const out: [number, number][] = []
  for (let t = span.value.from; t <= span.value.to; t += STEP_MIN) {
    out.push([t, read(temperatureAtC(shop.settings.climate, shop.settings, t))])
  }
  return out
})
const coldest = computed(() => Math.round(read(plan.glue.chosen?.glue.coldestC ?? 0)))
const option = computed(() => {
  const c = colours.value
  const values = [...points.value.map(p => p[1]), coldest.value]
  return {
    animation: false,
    grid: { left: 44, right: 16, top: 22, bottom: 26 },
    textStyle: { fontFamily: 'Atkinson Hyperlegible Next Variable', color: c.soft },
    tooltip: {
      trigger: 'axis' as const,
      formatter: (items: { value: [number, number] }[]) =>
        `${describeWallTime(items[0]!.value[0], plan.startMin)}: ${items[0]!.value[1].toFixed(1)} ${degrees.value}`,
    },
    xAxis: {
      type: 'value' as const,
      min: span.value.from,
      max: span.value.to,
      splitLine: { show: false },
      axisLine: { lineStyle: { color: c.rule } },
      axisLabel: { color: c.soft, formatter: (t: number) => clockOf(t) },
    },
    yAxis: {
      type: 'value' as const,
      min: Math.floor(Math.min(...values) - 2),
      max: Math.ceil(Math.max(...values) + 2),
      axisLabel: { color: c.soft, formatter: `{value} ${degrees.value}` },
      splitLine: { lineStyle: { color: c.rule } },
    },
    series: [
      {
        type: 'line' as const,
        data: points.value,
        symbol: 'none',
        lineStyle: { color: c.ink, width: 2 },
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: c.soft, type: 'dashed' as const },
          label: {
            position: 'insideEndBottom' as const,
            color: c.soft,
            formatter: `${plan.glue.chosen?.glue.label}: not below ${coldest.value} ${degrees.value}`,
          },
          data: [{ yAxis: coldest.value }],
        },
        markArea: {
          silent: true,
          itemStyle: { color: c.blueWash },
          label: { color: c.blue, position: 'insideTop' as const },
          data: plan.stages
            .filter(s => Number.isFinite(s.clampsOffMin))
            .map(
              s =>
                [{ name: `stage ${s.number} in clamps`, xAxis: s.clampedMin }, { xAxis: s.clampsOffMin }] as [
                  object,
                  object,
                ],
            ),
        },
      },
    ],
  }
})
const words = computed(
  () =>
    `The wood’s temperature in clamps: from ${Math.min(...points.value.map(p => p[1])).toFixed(1)} to ${Math.max(...points.value.map(p => p[1])).toFixed(1)} ${degrees.value}; the glue wants ${coldest.value} ${degrees.value}.`,
)
</script>

<template>
  <section class="night" aria-label="Warm enough while it cures?">
    <p class="small soft">{{ words }}</p>
    <VChart style="height: 190px" :option="option" autoresize aria-hidden="true" />
  </section>
</template>

<style scoped>
.night {
  display: grid;
  gap: 6px;
}
</style>
