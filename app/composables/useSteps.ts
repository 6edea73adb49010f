import type { StepId } from '#core/plan'

/** The order of the work; screens and the step list follow it. */
export const STEPS: readonly { readonly id: StepId, readonly label: string }[] = [
  { id: 'take-in', label: 'Take in' },
  { id: 'test', label: 'Test' },
  { id: 'cause', label: 'Cause' },
  { id: 'mend', label: 'Mend' },
  { id: 'open-up', label: 'Open up' },
  { id: 'dry-run', label: 'Dry run' },
  { id: 'glue-up', label: 'Glue-up' },
  { id: 'record', label: 'Record' },
]

export const stepPath = (pieceId: string, step: StepId): string => `/piece/${pieceId}/${step}`

/** The step on screen, and ways to the next and the one before. */
export function useStep() {
  const route = useRoute()
  const pieceId = computed(() => String(route.params.id))
  // The three ways are a page of Mend.
  const index = computed(() =>
    STEPS.findIndex(s => route.path.endsWith(`/${s.id}`) || (s.id === 'mend' && route.path.endsWith('/ways'))),
  )
  const go = (step: StepId) => navigateTo(stepPath(pieceId.value, step))
  const move = (by: 1 | -1) => {
    const next = STEPS[index.value + by]
    if (next) void go(next.id)
  }
  return { pieceId, index, go, move }
}
