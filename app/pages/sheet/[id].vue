<script setup lang="ts">
import { sheetFor } from '#core/plan'
import { CHECK_MM, PAPERS, type Paper } from '#core/sheet/paper'

/** A cut sheet on paper at 1:1: pages that overlap, each with its check lines. */
definePageMeta({ layout: false })
useHead({ title: 'Sheet 1:1 · Arreglo' })
const route = useRoute()
const store = usePiece()
const { piece } = storeToRefs(store)
const { plan } = storeToRefs(usePlan())
const pieceId = computed(() => String(route.params.id))
const trouble = computed(() => String(route.query.trouble ?? ''))
watch(pieceId, id => store.open(id), { immediate: true })

const paperId = ref<Paper['id']>('a4')
const ITEMS = [
  { label: 'A4', value: 'a4' },
  { label: 'Letter', value: 'letter' },
]
const sheet = computed(() => (piece.value && plan.value ? sheetFor(piece.value, plan.value, trouble.value) : null))
const refused = ref('')
const pages = shallowRef<{ pages: readonly string[], paper: Paper } | null>(null)
watch(
  [sheet, paperId],
  async () => {
    if (!sheet.value) return
    const program = await import('#core/sheet/tiles').catch(() => null)
    refused.value = program ? '' : NOT_FETCHED
    if (!program || !sheet.value) return
    pages.value = program.sheetPages(
      sheet.value,
      PAPERS.find(p => p.id === paperId.value)!,
    )
  },
  { immediate: true },
)
/** The paper’s own size, so that the browser scales nothing. */
useHead({
  style: [
    {
      key: 'paper',
      innerHTML: () =>
        pages.value ? `@page { size: ${pages.value.paper.wideMm}mm ${pages.value.paper.highMm}mm; margin: 0 }` : '',
    },
  ],
})
const print = () => window.print()
</script>

<template>
  <main class="paper">
    <header class="no-print">
      <h1>{{ sheet?.title ?? 'Sheet 1:1' }}</h1>
      <p class="small soft">
        Print without scaling, and measure both {{ CHECK_MM }} mm lines before anything is sawn. Pages are laid on each
        other cross on cross.
      </p>
      <div class="row">
        <UFormField label="Paper"><USelect v-model="paperId" :items="ITEMS" class="w-28" /></UFormField>
        <FieldKeyButton
          main
          :label="pages && pages.pages.length > 1 ? `Print ${pages.pages.length} pages` : 'Print'"
          @click="print"
        />
        <NuxtLink :to="`/piece/${pieceId}/mend`" class="key-button slim">Back to the mend</NuxtLink>
      </div>
      <FieldRefusal :text="refused" />
      <p v-if="plan && piece && !sheet">No sheet: its mend draws none, or none is chosen.</p>
    </header>
    <!-- The drawing is made here from figures and escaped names; nothing of it comes from elsewhere. -->
    <!-- eslint-disable-next-line vue/no-v-html -->
    <div v-for="(page, i) in pages?.pages ?? []" :key="i" class="page" v-html="page" />
  </main>
</template>

<style scoped>
.paper {
  min-height: 100dvh;
  background: var(--ground);
  padding: 16px;
}
header {
  display: grid;
  gap: 10px;
  padding-bottom: 16px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
}
.page {
  background: #fff;
  width: fit-content;
  margin-bottom: 16px;
  border: 1px solid var(--rule);
}
.page :deep(svg) {
  display: block;
}
@media print {
  .paper {
    padding: 0;
    background: none;
  }
  .page {
    border: 0;
    margin: 0;
    break-after: page;
  }
}
</style>
