<script setup lang="ts">
import { fallsShortKn, lineFigures, padWantedMm, SLIP_DEG, type ClampLine } from '#core/clamping'
import { clampWords, type Plan } from '#core/plan'
import { clampNamed } from '#core/reference/clamps'
import { caulSheet, wantsCaul, type CaulFor } from '#core/sheet'
import type { Piece } from '#core/piece/schema'

/**
 * The clamps of one stage in the order of use, numbered as on the drawing, with what each stands on and what it
 * pulls.
 */
const { piece, stage } = defineProps<{ piece: Piece, stage: Plan['stages'][number] }>()
const { len, quantity } = useUnits()
/** Less than this beside its joints racks nothing that a diagonal would show, millimetres. */
const BESIDE_MM = 8
const COLUMNS = [
  { id: 'order', label: 'In this order' },
  { id: 'pull', label: 'Pull' },
  { id: 'span', label: 'Span' },
  { id: 'rack', label: 'From the rack' },
]
const ready = ref<Record<number, boolean>>({})

/** What a jaw of a line stands on, where it wants a caul of its own. */
function caulFor(line: ClampLine): CaulFor | null {
  if (line.by === 'strap') return null
  const on = {
    offSquareDeg: line.offSquareDeg > SLIP_DEG ? line.offSquareDeg : 0,
    roundMm: line.roundMm,
    curve: line.curve,
  }
  return wantsCaul(on, SLIP_DEG) ? on : null
}
const rows = computed(() =>
  stage.clamps.map(({ line, clamp, grip }, i) => ({
    nth: i + 1,
    line,
    clamp,
    grip,
    words: clampWords(piece, line),
    figures: lineFigures(line),
    padMm: padWantedMm(line),
    shortKn: fallsShortKn({ line, clamp }),
    caul: caulFor(line),
  })),
)
</script>

<template>
  <FieldTable label="Clamps, in the order of use" :columns="COLUMNS" :rows="rows" :id-of="r => String(r.nth)">
    <template #order="{ row }">
      <div class="what">
        <span class="nth measure" aria-hidden="true">{{ row.nth }}</span>
        <UCheckbox
          v-model="ready[row.nth]"
          :label="row.words"
          :aria-label="`${row.nth}. ${row.words}: laid out`"
          color="neutral"
        />
      </div>
      <span v-if="row.line.by === 'strap'" class="small soft on"
      >wax or paper at its corners; the ratchet on the side away from what resists most</span
      >
      <span v-if="(row.line.besideMm ?? 0) > BESIDE_MM" class="small soft on"
      >pulls <FigureValue :figure="row.figures.racks" :label="`Beside its joints, ${row.words}`" /> beside its
        joints: watch the diagonals, or set a second one opposite</span
      >
      <span v-if="row.line.over" class="small soft on"
      >too near each other for a jaw each: one stiff caul over all {{ row.line.over }}</span
      >
      <span v-if="row.line.offSquareDeg > SLIP_DEG" class="small soft on">
        <FigureValue :figure="row.figures.offSquare" :label="`Off square, ${row.words}`" /> off square: a sloped caul, or it
        slips</span
      >
      <span v-if="row.line.roundMm" class="small soft on"
      >on a round part of {{ len(row.line.roundMm) }}: a notched caul, or the jaw rolls off</span
      >
      <span v-if="row.line.curve" class="small soft on"
      >on a bend: cauls to its curve, a hollow one outside and a rounded one inside</span
      >
      <span v-if="row.padMm" class="small soft on">a pad of {{ len(row.padMm) }} square, or it bruises</span>
      <FieldFold v-if="row.caul" :label="`Caul for ${row.nth}, to saw from`">
        <SheetDrawing
          :sheet="caulSheet(row.caul, `Caul for ${row.words}`)"
          :name="`${piece.id}-caul-${stage.number}-${row.nth}`"
        />
      </FieldFold>
    </template>
    <template #pull="{ row }">
      <FigureValue :figure="row.line.force" :label="`Force, ${row.words}`" range />
      <span v-if="row.shortKn" class="small on"
      >this clamp gives {{ quantity({ value: row.shortKn, unit: 'kN' }) }} at most: as tight as it goes, and a
        second one beside it if there is one</span
      >
      <span v-if="row.line.bearsMPa" class="small soft on">
        <FigureValue :figure="row.figures.underPad" :label="`Under the pad, ${row.words}`" /> under the pad; it
        bears {{ quantity({ value: row.line.bearsMPa, unit: 'MPa' }) }}</span
      >
    </template>
    <template #span="{ row }"><FigureValue :figure="row.figures.span" :label="`Span, ${row.words}`" /></template>
    <template #rack="{ row }">
      <template v-if="row.clamp"
      >
        {{ clampNamed(row.clamp.row.type).label }} <span class="measure">{{ len(row.clamp.row.openingMm) }}</span>,
        no. {{ row.clamp.nth }}
      </template
      >
      <strong v-else>none reaches</strong>
      <span v-if="row.grip" class="small soft on"
      >gripped: {{ clampNamed(row.grip.row.type).label }}
        <span class="measure">{{ len(row.grip.row.openingMm) }}</span>, no. {{ row.grip.nth }}</span
      >
    </template>
  </FieldTable>
</template>

<style scoped>
.what {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 32px;
}
.nth {
  flex: none;
  width: 22px;
  height: 22px;
  border: 1.5px solid var(--blue);
  border-radius: 50%;
  color: var(--blue);
  display: inline-grid;
  place-items: center;
  font-size: 13px;
  line-height: 1;
}
/* What a clamp stands on, a line each. */
.on {
  display: block;
}
</style>
