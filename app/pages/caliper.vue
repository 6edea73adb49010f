<script setup lang="ts">
import { MM_PER_INCH } from '#core/measure/length'
import { errorsOf } from '~/composables/useApi'

/**
 * A stand-in for a digital caliper: its jaws are moved here, and its key sends what it reads to the field in focus
 * elsewhere.
 */
definePageMeta({ layout: 'default' })
useHead({ title: 'Caliper · Arreglo' })
const { units } = useUnits()
const MOST_MM = 160
const openMm = ref(17.52)
const zeroMm = ref(0)
const said = ref('')
const reading = computed(() => Math.round((openMm.value - zeroMm.value) * 100) / 100)
/** As finely as the instrument shows it: hundredths of a millimetre, thousandths of an inch. */
const shown = computed(() =>
  units.value === 'in' ? `${(reading.value / MM_PER_INCH).toFixed(3)} in` : `${reading.value.toFixed(2)} mm`,
)
const move = (by: number) => {
  openMm.value = Math.min(MOST_MM, Math.max(0, Math.round((openMm.value + by) * 100) / 100))
}

async function send(): Promise<void> {
  try {
    await $fetch('/api/readings', { method: 'POST', body: { valueMm: reading.value } })
    said.value = `Sent ${shown.value}`
  }
  catch (e) {
    said.value = Object.values(errorsOf(e)).join(' ')
  }
}
useKeys({ 'ArrowRight': () => move(0.01), 'ArrowLeft': () => move(-0.01), ' ': () => void send() })
</script>

<template>
  <main class="caliper">
    <h1>A caliper to try things with</h1>
    <p class="soft">
      It stands in for a digital caliper. Put the cursor into a size on another page or screen, move the jaws here, and
      send: the field takes it. A caliper that types like a keyboard works as it is.
    </p>
    <svg viewBox="0 0 640 150" role="img" :aria-label="`Jaws ${openMm} mm open`" class="tool">
      <rect x="20" y="30" width="600" height="26" class="metal" />
      <path d="M20 30h30v110l-14 -14v-70h-16z" class="metal" />
      <g :transform="`translate(${50 + openMm * 3.2} 0)`">
        <path d="M0 22h92v42h-78v62l-14 14z" class="metal" />
        <rect x="22" y="28" width="62" height="28" class="glass" />
      </g>
      <line v-for="n in 17" :key="n" :x1="50 + (n - 1) * 32" :x2="50 + (n - 1) * 32" y1="30" y2="40" class="tick" />
    </svg>
    <output class="reading measure" aria-live="polite">{{ shown }}</output>
    <div class="jaws">
      <span aria-hidden="true">Jaws</span>
      <USlider
        v-model="openMm"
        :min="0"
        :max="MOST_MM"
        :step="0.01"
        color="neutral"
        aria-label="How far the jaws are open, mm"
      />
    </div>
    <div class="chips">
      <FieldKeyButton main label="Send" press="space" @click="send" />
      <FieldKeyButton label="Zero here" @click="zeroMm = openMm" />
      <FieldKeyButton v-if="zeroMm !== 0" label="Zero at closed" @click="zeroMm = 0" />
    </div>
    <p class="small soft" role="status">{{ said }}</p>
  </main>
</template>

<style scoped>
.caliper {
  padding: 24px;
  max-width: 760px;
  display: grid;
  gap: 14px;
  justify-items: start;
}
.tool {
  width: 100%;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 4px;
}
.metal {
  fill: var(--wood-shade);
  stroke: var(--ink);
  stroke-width: 1.4;
}
.glass {
  fill: var(--sheet);
  stroke: var(--ink);
}
.tick {
  stroke: var(--ink);
  stroke-width: 1;
}
.reading {
  font-size: 44px;
  line-height: 1.1;
}
.jaws {
  display: flex;
  gap: 12px;
  align-items: center;
  width: 100%;
  min-height: 44px;
}
</style>
