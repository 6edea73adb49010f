<script setup lang="ts">
import { spokenJoint } from '#core/condition/survey'
import { spokenFault } from '#core/piece/faults'
import { refDebounced } from '@vueuse/core'
import { memberWords } from '#core/piece/sets'
import { partName } from '#core/piece/names'
import type { BenchRow } from '#shared/bench'
import { useKeeping } from '~/composables/useQueue'

const open = defineModel<boolean>('open', { required: true })
const store = usePiece()
const selection = useSelection()
const { piece } = storeToRefs(store)
const route = useRoute()
const stand = useStand()
/** Pieces are found on the server, for there may be thousands; with it gone among those this device last had. */
const term = ref('')
const asked = refDebounced(term, 150)
const pieces = shallowRef<readonly BenchRow[]>([])
watch(
  [open, asked],
  async ([yes, find]) => {
    if (!yes) return
    const found = await benchPage(find.trim() === '' ? {} : { find }).then(
      p => p.rows,
      async () =>
        (
          await useKeeping()
            .bench()
            .catch(() => undefined)
        )?.page.rows ?? [],
    )
    if (find === asked.value) pieces.value = found
  },
  { immediate: true },
)

interface Found {
  label: string
  onSelect(): void
}
const close = (act: () => unknown) => () => {
  open.value = false
  void act()
}
const groups = computed(() => {
  const here = route.path.startsWith('/piece/') ? piece.value : null
  const joints: Found[] = here
    ? here.joints.map(j => ({
        label: spokenJoint(here, j),
        onSelect: close(() => {
          selection.picked = j.id
        }),
      }))
    : []
  const faults: Found[] = here
    ? here.faults.map(f => ({
        label: spokenFault(here, f),
        onSelect: close(() => {
          selection.pickedFault = f.id
          return navigateTo(stepPath(here.id, 'test'))
        }),
      }))
    : []
  const parts: Found[] = here
    ? here.parts.map(p => ({
        label: p.missing ? `${partName(here, p)}, missing` : partName(here, p),
        onSelect: close(() => {
          selection.pickedPart = p.id
          return navigateTo(stepPath(here.id, 'take-in'))
        }),
      }))
    : []
  const steps: Found[] = here
    ? STEPS.map(s => ({ label: s.label, onSelect: close(() => navigateTo(stepPath(here.id, s.id))) }))
    : []
  const actions: Found[] = [
    { label: 'Bench', onSelect: close(() => navigateTo('/')) },
    { label: 'Start a piece', onSelect: close(() => navigateTo('/start')) },
    { label: 'Quick answers', onSelect: close(() => navigateTo('/quick')) },
    { label: 'Shop', onSelect: close(() => navigateTo('/shop')) },
    { label: 'Caliper', onSelect: close(() => navigateTo('/caliper')) },
    ...(here
      ? [
          { label: 'Undo', onSelect: close(() => store.undo()) },
          { label: 'Redo', onSelect: close(() => store.redo()) },
          { label: 'Draw apart or together', onSelect: close(() => stand.toggleApart()) },
          {
            label: 'X-ray',
            onSelect: close(() => {
              stand.xray = !stand.xray
            }),
          },
        ]
      : []),
  ]
  return [
    { id: 'joints', label: 'Joints', items: joints },
    { id: 'faults', label: 'In the wood', items: faults },
    { id: 'parts', label: 'Parts', items: parts },
    { id: 'steps', label: 'Steps', items: steps },
    {
      id: 'pieces',
      label: 'Pieces',
      ignoreFilter: asked.value.trim() !== '',
      items: pieces.value.map(p => ({
        label: p.set ? `${p.title}, ${memberWords(p)}` : p.title,
        onSelect: close(() => navigateTo(stepPath(p.id, 'test'))),
      })),
    },
    { id: 'actions', label: 'Actions', items: actions },
  ].filter(g => g.items.length > 0)
})
</script>

<template>
  <UModal v-model:open="open" title="Find" description="A piece, a joint or an action">
    <template #content>
      <UCommandPalette
        v-model:search-term="term"
        :groups="groups"
        placeholder="Find a piece, a joint or an action"
        class="h-96"
      />
    </template>
  </UModal>
</template>
