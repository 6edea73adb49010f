<script setup lang="ts">
import { memberWords } from '#core/piece/set-words'
import type { FoldedAxis } from '#core/shop/lanes'
import type { BenchRow } from '#shared/bench'

/** A piece on the bench: what it is, what is next, and its lane over the next days. */
const { row, axis, nowMin } = defineProps<{ row: BenchRow, axis: FoldedAxis, nowMin: number }>()
const { text } = useUnits()
const plan = computed(() => row.plan)
/** From this share of the lane on a bar has room for its own label. */
const INSIDE_SHARE = 0.17
const LEAST_SHARE = 0.006
const pct = (x: number) => `${(x * 100).toFixed(2)}%`
const bars = computed(() =>
  (plan.value?.bars ?? []).map((bar) => {
    const [from, to] = [axis.at(bar.fromMin), axis.at(bar.toMin)]
    return {
      ...bar,
      style: { left: pct(from), width: pct(Math.max(LEAST_SHARE, to - from)) },
      inside: to - from > INSIDE_SHARE,
    }
  }),
)
const spoken = computed(() => bars.value.flatMap(b => b.label || []).join(', ') || 'nothing planned')
</script>

<template>
  <li class="row">
    <BenchPieceThumb :id="row.id" :of="plan?.pictureOf ?? null" :title="row.title" :blue-joints="plan?.glued ?? []" />
    <NuxtLink :to="stepPath(row.id, plan?.next.step ?? 'take-in')" class="quiet what">
      <h2>
        {{ row.title }}<span v-if="row.set" class="soft member">, {{ memberWords(row) }}</span>
      </h2>
      <span class="small soft">{{ row.customer }}</span>
      <span v-if="plan">
        {{ text(plan.next.words)
        }}<span v-if="plan.next.minutes && plan.next.step === 'test'" class="soft"
        >, about {{ plan.next.minutes }} min</span
        >
      </span>
      <span v-if="plan" class="small loose" :class="{ red: plan.loose > 0 && !plan.isGlued, blue: plan.isGlued }">
        <template v-if="plan.tested === 0"><JointMark state="not-tested" /> not tested</template>
        <template v-else-if="plan.isGlued"><JointMark state="solid" planned /> {{ plan.loose }} mended</template>
        <template v-else>
          <JointMark :state="plan.loose > 0 ? 'gives' : 'solid'" />
          {{ plan.loose > 0 ? `${plan.loose} loose` : 'none loose' }}</template
        >
        <template v-if="plan.inWood > 0 && !plan.isGlued">, {{ plan.inWood }} in the wood</template>
      </span>
      <span v-if="row.isStale" class="small soft" data-testid="stale">{{
        plan ? 'planned anew in a moment' : 'not planned yet'
      }}</span>
    </NuxtLink>
    <div class="lane" :class="{ stale: row.isStale }" role="img" :aria-label="spoken">
      <span
        v-for="(night, i) in axis.nights"
        :key="i"
        class="night"
        :style="{ left: pct(night.from), width: pct(night.to - night.from) }"
      />
      <span v-for="(bar, i) in bars" :key="`b${i}`" class="bar" :class="bar.kind" :style="bar.style">
        <span v-if="bar.label" class="bar-label" :class="{ inside: bar.inside }">{{ bar.label }}</span>
      </span>
      <span class="now" :style="{ left: pct(axis.at(nowMin)) }" />
    </div>
  </li>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 100px 220px minmax(0, 1fr);
  gap: 5px;
  border-bottom: 1px solid var(--rule);
  padding: 8px 0;
  align-items: stretch;
}
.what {
  display: grid;
  align-content: center;
  gap: 2px;
}
.what h2 {
  font-size: 17px;
}
.member {
  font-weight: 400;
  font-size: 14px;
}
.loose {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.lane {
  position: relative;
  min-height: 92px;
  overflow: hidden;
}
.lane.stale .bar {
  opacity: 0.45;
}
.night {
  position: absolute;
  top: 0;
  bottom: 0;
  background: var(--ink-wash);
}
.now {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 2px;
  background: var(--ink);
}
.bar {
  position: absolute;
  height: 26px;
  border-radius: 4px;
  white-space: nowrap;
  font-size: 13px;
  line-height: 26px;
}
.bar-label {
  padding-left: 8px;
}
.bar.hands-on {
  top: 8px;
  background: var(--ink);
  color: var(--ink);
}
.bar.hands-on .bar-label:not(.inside) {
  position: absolute;
  left: 100%;
  z-index: 1;
}
.bar.hands-on .bar-label.inside {
  display: block;
  overflow: hidden;
  color: var(--sheet);
}
.bar.clamps,
.bar.rest {
  overflow: hidden;
}
.bar.clamps {
  top: 40px;
  background: var(--blue-wash);
  border: 1px solid var(--blue);
  color: var(--blue);
  line-height: 24px;
}
.bar.rest {
  top: 40px;
  border: 1px solid var(--rule);
  color: var(--soft);
  background: repeating-linear-gradient(45deg, var(--ink-wash) 0 5px, transparent 5px 10px);
  line-height: 24px;
}
@media (max-width: 640px) {
  .row {
    grid-template-columns: 92px minmax(0, 1fr);
  }
  .lane {
    grid-column: 1 / -1;
    min-height: 74px;
  }
}
</style>
