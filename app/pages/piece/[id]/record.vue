<script setup lang="ts">
import { describeEntry } from '#core/piece/history'
import { drawAsFound, drawingSvg, markFaults, VIEWS } from '#core/drawing'
import { isLoose, presentJoints, tagOf } from '#core/piece/facts'
import { customerRecord, recordOf } from '#core/record'

const store = usePiece()
const { piece, log } = storeToRefs(store)
const { plan } = storeToRefs(usePlan())
const record = computed(() => (piece.value && plan.value ? recordOf(piece.value, plan.value) : null))
/** The numbered drawing the tags belong to: what is mended in blue, what is loose and has no mend in red. */
const sheet = computed(() => {
  const p = piece.value
  if (!p) return ''
  const answered = new Set(plan.value?.troubles.filter(t => t.answer === 'mended').map(t => t.id))
  const drawing = drawAsFound(p, VIEWS.bench)
  const marks = presentJoints(p).map(j => ({
    joint: j.id,
    tag: tagOf(j),
    pencil: answered.has(`joint:${j.id}`) ? ('blue' as const) : isLoose(p, j) ? ('red' as const) : ('ink' as const),
  }))
  const faults = markFaults(p, drawing.camera).map(f => ({
    ...f,
    pencil: answered.has(`fault:${f.mark.fault}`) ? ('blue' as const) : ('red' as const),
  }))
  return `data:image/svg+xml,${encodeURIComponent(drawingSvg(drawing, p.title, marks, faults))}`
})
const short = computed(() => (piece.value && plan.value ? customerRecord(piece.value, plan.value) : []))
/** What goes on paper: a page for the customer, or everything. */
const paper = ref<'short' | 'full'>('full')
const isFull = ref(false)
async function print(what: 'short' | 'full'): Promise<void> {
  paper.value = what
  if (what === 'full') isFull.value = true
  await nextTick()
  window.print()
}
</script>

<template>
  <article v-if="piece && record" class="sheet" :class="`paper-${paper}`">
    <header class="spread">
      <div>
        <h1>{{ record.title }}: condition and treatment</h1>
        <p class="small soft">For the customer; the full record for the next repairer stands behind it.</p>
      </div>
      <img :src="sheet" :alt="`${piece.title}, drawn with the numbers of its joints`" class="drawing">
    </header>
    <RecordSections :sections="short" />
    <FieldFold v-model:open="isFull" class="full" label="The full record">
      <RecordSections :sections="record.sections" />
    </FieldFold>
    <section v-if="record.tags.length > 0" class="full" aria-labelledby="tags">
      <h2 id="tags">Paper tags</h2>
      <p class="small soft no-print">One for each end that comes loose; the numbers are those on the drawing.</p>
      <ul class="tags">
        <li v-for="t in record.tags" :key="t.tag">
          <strong class="number">{{ t.tag }}</strong>
          <span>{{ t.part }}<br>{{ t.end }}</span>
          <span class="small"><PhraseText :phrase="t.text" /></span>
        </li>
      </ul>
    </section>
    <section class="no-print"><OutcomeChoice /></section>
    <FieldFold class="no-print" :label="`Logbook, ${log.length} entries`">
      <ol class="log small">
        <li v-for="entry in [...log].reverse().slice(0, 200)" :key="entry.id">
          <span class="measure">{{ entry.at.slice(0, 16).replace('T', ' ') }}</span> {{ describeEntry(entry) }}
        </li>
      </ol>
    </FieldFold>
    <RecordErasePiece :id="piece.id" :title="piece.title" />
    <WorksheetFoot>
      <FieldKeyButton main label="Print record and tags" @click="print('full')" />
      <FieldKeyButton label="Print for the customer" @click="print('short')" />
      <a class="key-button" :href="`/api/pieces/${piece.id}/file`" download>Piece file</a>
      <a class="key-button" :href="`/api/pieces/${piece.id}/drawing`" download>Drawing, SVG</a>
    </WorksheetFoot>
  </article>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  gap: 14px;
  flex: 1;
}
.spread {
  display: flex;
  justify-content: space-between;
  gap: 16px;
}
.drawing {
  width: 240px;
  max-height: 320px;
  background: #fff;
  border: 1px solid var(--rule);
}
section {
  border-top: 1px solid var(--rule);
  padding-top: 10px;
  display: grid;
  gap: 6px;
}
.tags {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 8px;
}
.tags li {
  border: 1px dashed var(--soft);
  padding: 8px 10px;
  display: grid;
  gap: 4px;
  break-inside: avoid;
}
.number {
  font: 700 26px var(--font-display);
}
.log {
  display: grid;
  gap: 2px;
  max-height: 260px;
  overflow: auto;
}
@media (max-width: 640px) {
  .spread {
    display: grid;
  }
}
@media print {
  .paper-short .full {
    display: none;
  }
  .full :deep(.fold-line) {
    display: none;
  }
}
</style>
