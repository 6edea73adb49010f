import { refDebounced, useIntervalFn, useTimeoutFn } from '@vueuse/core'
import {
  PAGE_ROWS,
  type BenchPage,
  type BenchRow,
  type BenchSums,
  type DueWithin,
} from '#shared/bench'
import type { BenchAsked } from '#shared/bench-query'
import { ERASED_VERSION } from '#shared/wire'
import { BENCH_FORM } from '~/logic/kept-lists'
import { errorsOf } from './useApi'
import { wallNow } from './useDevice'
import { keptLists } from './keptHere'
import { listenLive } from './useLive'

/** What is asked of the bench; an empty one asks for everything on it. */
export interface BenchFilters {
  find: string
  step: string
  customer: string
  due: DueWithin | ''
  over: boolean
}
const EVERYTHING: BenchFilters = { find: '', step: '', customer: '', due: '', over: false }

/** Letters typed within this are one question, milliseconds. */
const TYPING_MS = 200
/** Changes within this are fetched together, milliseconds. */
const TOGETHER_MS = 400
/** What is not begun is laid out from now: after so long it is laid out anew, milliseconds. */
const RELAID_MS = 10 * 60_000

/** One page of the bench. @throws what the request threw */
export const benchPage = (asked: Omit<BenchAsked, 'at'> = {}): Promise<BenchPage> =>
  $fetch<BenchPage>('/api/bench', { query: { ...asked, at: wallNow() } })

/** The bench on screen: its rows as far as they were asked for, kept up to date row by row. */
export function useBench() {
  const filters = reactive({ ...EVERYTHING })
  const find = refDebounced(
    computed(() => filters.find),
    TYPING_MS,
  )
  const rows = shallowRef<readonly BenchRow[] | null>(null)
  const page = shallowRef<Pick<BenchPage, 'total' | 'next'>>({ total: 0, next: null })
  const sums = shallowRef<BenchSums | null>(null)
  const error = ref('')
  const busy = ref(false)
  /** Whether the list is what this device had last, because the server is gone. */
  const isKept = ref(false)
  const asked = computed((): Omit<BenchAsked, 'at'> => ({
    ...(find.value.trim() && { find: find.value }),
    ...(filters.step && { step: filters.step }),
    ...(filters.customer && { customer: filters.customer }),
    ...(filters.due && { due: filters.due }),
    ...(filters.over && { over: 'yes' as const }),
  }))
  const isFiltered = computed(() => Object.keys(asked.value).length > 0)
  let latest = 0
  /** A list is being read: what is heard meanwhile may be in it or not. */
  let isReading = false

  async function load(): Promise<void> {
    const request = ++latest
    busy.value = isReading = true
    try {
      const [got, beside] = await Promise.all([
        benchPage(asked.value),
        $fetch<BenchSums>('/api/bench/sums', { query: { at: wallNow() } }),
      ])
      if (request !== latest) return
      rows.value = got.rows
      page.value = got
      sums.value = beside
      isKept.value = false
      error.value = ''
      if (!isFiltered.value) {
        void keptLists
          .keepBench({ form: BENCH_FORM, page: got, sums: beside })
          .catch(() => undefined)
      }
    }
    catch (e) {
      if (request === latest) await showKept(e)
    }
    if (request === latest) ended()
  }

  async function showKept(e: unknown): Promise<void> {
    const kept
      = rows.value === null || isKept.value
        ? await keptLists
            .bench()
            .catch(() => undefined)
        : undefined
    if (kept) {
      rows.value = kept.page.rows
      page.value = kept.page
      sums.value = kept.sums
    }
    isKept.value = kept !== undefined || rows.value !== null
    error.value = isKept.value ? '' : (errorsOf(e)[''] ?? 'The pieces cannot be read.')
  }

  function ended(): void {
    busy.value = isReading = false
    takeUp()
  }

  async function more(): Promise<void> {
    if (!page.value.next || busy.value) return
    const since = latest
    busy.value = isReading = true
    try {
      const got = await benchPage({ ...asked.value, after: page.value.next })
      if (since !== latest) return
      rows.value = [...(rows.value ?? []), ...got.rows]
      page.value = got
    }
    catch (e) {
      if (since !== latest) return
      error.value = errorsOf(e)[''] ?? 'No more can be read now.'
    }
    ended()
  }

  /** Fetches these rows anew, and no others: what fits what is asked for stays, what does not goes. */
  async function refresh(ids: readonly string[]): Promise<void> {
    if (rows.value === null || ids.length > PAGE_ROWS) {
      await load()
      return
    }
    const since = latest
    try {
      const [got, beside] = await Promise.all([
        benchPage({ ...asked.value, only: ids.join(',') }),
        $fetch<BenchSums>('/api/bench/sums', { query: { at: wallNow() } }),
      ])
      // A list that was begun later knows more.
      if (since !== latest) return
      const before = rows.value
      const place = ({ takenInAt, id }: BenchRow) => `${takenInAt}~${id}`
      const last = page.value.next
      // What comes after the last row that was asked for is left for its own page.
      const fresh = got.rows.filter(r => last === null || place(r) <= last)
      rows.value = [...before.filter(r => !ids.includes(r.id)), ...fresh].sort((a, b) => (place(a) < place(b) ? -1 : 1))
      page.value = { ...page.value, total: page.value.total + rows.value.length - before.length }
      sums.value = beside
    }
    catch {
      /* The next change or the server's return brings it. */
    }
  }

  const waiting = new Set<string>()
  let isRefreshing = false
  /** One answer after the other: an older one must not come last. What has to wait is taken up once it is there. */
  const soon = useTimeoutFn(
    async () => {
      if (isReading || isRefreshing) return
      const ids = [...waiting]
      waiting.clear()
      isRefreshing = true
      await refresh(ids)
      isRefreshing = false
      takeUp()
    },
    TOGETHER_MS,
    { immediate: false },
  )
  function refreshSoon(): void {
    if (!soon.isPending.value) soon.start()
  }
  /** What was heard while something was being read. */
  function takeUp(): void {
    if (waiting.size > 0) refreshSoon()
  }
  const isShown = (id: string) => rows.value?.some(r => r.id === id) ?? false
  /** A piece that does not stand here and would not either is not asked for. */
  function heard(ids: readonly string[], isNewOrGone: boolean): void {
    const near = ids.filter(id => isReading || isShown(id) || (isNewOrGone && page.value.next === null))
    for (const id of near) waiting.add(id)
    if (near.length > 0 || isNewOrGone) refreshSoon()
  }
  onScopeDispose(
    listenLive({
      changed: (c) => {
        if (c.piece === 'shop') void load()
        else heard([c.piece], c.version <= 0 || c.version === ERASED_VERSION)
      },
      planned: ids => heard(ids, false),
      reached: (yes) => {
        if (yes) void load()
      },
    }),
  )
  useIntervalFn(() => {
    if (!document.hidden) void load()
  }, RELAID_MS)
  watch(asked, load)
  onMounted(load)
  onScopeDispose(() => {
    latest++
  })

  const showAll = () => Object.assign(filters, EVERYTHING)
  return { filters, isFiltered, rows, page, sums, error, busy, isKept, load, more, showAll }
}
