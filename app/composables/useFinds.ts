import { refDebounced } from '@vueuse/core'
import { spokenJoint } from '#core/condition/survey'
import { spokenFault } from '#core/piece/faults'
import { partName } from '#core/piece/names'
import { memberWords } from '#core/piece/set-words'
import { troubleName } from '#core/plan'
import { GLUES } from '#core/reference/glues'
import type { BenchRow } from '#shared/bench'
import { keptLists } from './keptHere'

/** Something that can be found, and what choosing it does. */
export interface Found {
  readonly label: string
  readonly suffix?: string
  onSelect(): void
}
interface FoundGroup {
  readonly id: string
  readonly label: string
  readonly items: Found[]
  /** Its items were found elsewhere: they are not sifted again. */
  readonly ignoreFilter?: boolean
}

/** Sections of the Shop page, by the id of each. */
const SETTINGS = [
  ['climate', 'Climate of the shop'],
  ['rooms', 'Rooms it can be carried to'],
  ['way', 'School, hands, hours, days off'],
  ['device', 'Single-letter keys'],
  ['rack', 'Clamps on the rack'],
  ['shelf', 'Glues on the shelf'],
  ['bits', 'Bits in the drawer'],
  ['store', 'Wood in the store'],
  ['prices', 'Prices and rates'],
  ['network', 'The workshop’s network'],
  ['copies', 'Copies of the data'],
] as const

const ASKED_AFTER_MS = 150

/** Those whose title or customer has the words in it. */
function byWords(rows: readonly BenchRow[], find: string): BenchRow[] {
  const words = find.trim().toLowerCase()
  return rows.filter(r => `${r.title} ${r.customer}`.toLowerCase().includes(words))
}

/** Pieces are found on the server, for there may be thousands; with it gone among those this device last had. */
export function usePiecesFound(term: Ref<string>, isOpen: Ref<boolean>) {
  const asked = refDebounced(term, ASKED_AFTER_MS)
  const pieces = shallowRef<readonly BenchRow[]>([])
  const kept = () =>
    keptLists
      .bench()
      .then(
        b => b?.page.rows,
        () => undefined,
      )
  watch(
    [isOpen, asked],
    async ([yes, find]) => {
      if (!yes) return
      const found = await benchPage(find.trim() === '' ? {} : { find }).then(
        p => p.rows,
        async () => byWords((await kept()) ?? pieces.value, find),
      )
      if (find === asked.value) pieces.value = found
    },
    { immediate: true },
  )
  return { asked, pieces }
}

/** Everything that can be found from where one is: in the piece in front, among pieces, in the shop, to be done. */
export function useFinds(term: Ref<string>, isOpen: Ref<boolean>) {
  const store = usePiece()
  const { piece } = storeToRefs(store)
  const { plan } = storeToRefs(usePlan())
  const selection = useSelection()
  const stand = useStand()
  const route = useRoute()
  const { units } = storeToRefs(useDevice())
  const colorMode = useColorMode()
  const { asked, pieces } = usePiecesFound(term, isOpen)
  const here = computed(() => (route.path.startsWith('/piece/') ? piece.value : null))

  const to = (path: string) => () => {
    isOpen.value = false
    void navigateTo(path)
  }
  const does = (act: () => unknown) => () => {
    isOpen.value = false
    void act()
  }
  /** Picks something, and shows the step where it is looked at. */
  const pick = (kind: 'joint' | 'fault' | 'part', id: string, step?: 'test' | 'take-in') =>
    does(() => {
      selection.choose(kind, id)
      return step && navigateTo(stepPath(here.value!.id, step))
    })

  function ofPiece(): FoundGroup[] {
    const p = here.value
    if (!p) return []
    return [
      {
        id: 'joints',
        label: 'Joints',
        items: p.joints.map(j => ({ label: spokenJoint(p, j), onSelect: pick('joint', j.id) })),
      },
      {
        id: 'faults',
        label: 'In the wood',
        items: p.faults.map(f => ({ label: spokenFault(p, f), onSelect: pick('fault', f.id, 'test') })),
      },
      { id: 'mends', label: 'Mends', items: mends() },
      {
        id: 'parts',
        label: 'Parts',
        items: p.parts.map(x => ({
          label: x.missing ? `${partName(p, x)}, missing` : partName(p, x),
          onSelect: pick('part', x.id, 'take-in'),
        })),
      },
      { id: 'steps', label: 'Steps', items: STEPS.map(s => ({ label: s.label, onSelect: to(stepPath(p.id, s.id)) })) },
    ]
  }

  /** What was chosen for each trouble; it is opened where it is chosen. */
  function mends(): Found[] {
    const p = here.value!
    return (plan.value?.troubles ?? []).map((t) => {
      const own
        = plan.value!.mends.find(m => `joint:${m.joint}` === t.id) ?? plan.value!.woodMends.find(m => m.trouble === t.id)
      const label = own?.options.find(o => o.id === own.chosen)?.label
      return {
        label: `${troubleName(p, t)}: ${label ?? 'no mend chosen'}`,
        onSelect: does(() => {
          selection.chooseTrouble(t)
          return navigateTo(stepPath(p.id, 'mend'))
        }),
      }
    })
  }

  const glues = (): Found[] => {
    const chosen = here.value ? plan.value?.glue.chosen?.glue.id : undefined
    const on = here.value ? `${stepPath(here.value.id, 'mend')}#glue` : '/shop#shelf'
    return GLUES.map(g => ({
      label: g.label,
      ...(g.id === chosen && { suffix: 'for this piece' }),
      onSelect: to(on),
    }))
  }
  const settings = (): Found[] => SETTINGS.map(([id, label]) => ({ label, onSelect: to(`/shop#${id}`) }))

  function actions(): Found[] {
    const everywhere = [
      { label: 'Bench', onSelect: to('/') },
      { label: 'Start a piece', onSelect: to('/start') },
      { label: 'Quick answers', onSelect: to('/quick') },
      { label: 'Shop', onSelect: to('/shop') },
      { label: 'Caliper', onSelect: to('/caliper') },
      {
        label: units.value === 'mm' ? 'Inches' : 'Millimetres',
        onSelect: does(() => (units.value = units.value === 'mm' ? 'in' : 'mm')),
      },
      {
        label: 'Lamp, on or off',
        onSelect: does(() => (colorMode.preference = colorMode.value === 'dark' ? 'light' : 'dark')),
      },
    ]
    if (!here.value) return everywhere
    return [
      ...everywhere,
      { label: 'Bench mode', onSelect: to(`/bench/${here.value.id}`) },
      { label: 'Undo', onSelect: does(() => store.undo()) },
      { label: 'Redo', onSelect: does(() => store.redo()) },
      { label: 'Draw apart or together', onSelect: does(() => stand.toggleApart()) },
      { label: 'X-ray', onSelect: does(() => (stand.xray = !stand.xray)) },
    ]
  }

  return computed(() =>
    [
      ...ofPiece(),
      {
        id: 'pieces',
        label: 'Pieces',
        ignoreFilter: asked.value.trim() !== '',
        items: pieces.value.map(p => ({
          label: p.set ? `${p.title}, ${memberWords(p)}` : p.title,
          onSelect: to(stepPath(p.id, 'test')),
        })),
      },
      { id: 'actions', label: 'Actions', items: actions() },
      { id: 'glues', label: 'Glues', items: glues() },
      { id: 'settings', label: 'Settings', items: settings() },
    ].filter(g => g.items.length > 0),
  )
}
