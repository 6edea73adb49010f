import { useEventListener } from '@vueuse/core'

/** What may get the focus unasked: nothing one types into, or a key meant for the screen would change a figure. */
const CAN_HOLD = 'a[href], button:not(:disabled)'
/** A sheet of its own: past it lies what has nothing to do with the press. */
const SHEET = 'main, [role="dialog"]'

interface Place {
  readonly on: Element
  /** What it stood in, from the inside out. */
  readonly around: readonly Element[]
  /** Where in each of these it stood, among what can have the focus. */
  readonly places: readonly number[]
}

/**
 * Whoever works by keyboard does not lose the place: where a press takes away what had the focus, the nearest thing
 * beside it gets it, else the sheet it stood on.
 */
export function useKeptFocus(): void {
  let last: Place | null = null
  /** What is folded away cannot hold it. */
  const within = (e: Element) => [...e.querySelectorAll<HTMLElement>(CAN_HOLD)].filter(b => b.checkVisibility())

  useEventListener(document, 'focusin', (e: FocusEvent) => {
    if (!(e.target instanceof Element) || e.target === document.body) return
    const around: Element[] = []
    for (let p = e.target.parentElement; p && p !== document.body; p = p.parentElement) {
      around.push(p)
      if (p.matches(SHEET)) break
    }
    // Its place among its like is known only while it is there; more than a few levels up it says nothing.
    const places = around.slice(0, 6).map(p => within(p).indexOf(e.target as HTMLElement))
    last = { on: e.target, around, places }
  })

  function look(): void {
    const isLost = document.activeElement === null || document.activeElement === document.body
    if (!isLost || !last || (last.on.isConnected && !last.on.matches(':disabled'))) return
    for (const [i, p] of last.around.entries()) {
      if (!p.isConnected) continue
      const sheet = p.matches('[tabindex="-1"]') ? (p as HTMLElement) : undefined
      const there = i < last.places.length ? within(p) : []
      const next = there[Math.min(Math.max(0, last.places[i] ?? 0), there.length - 1)] ?? sheet
      if (!next) continue
      next.focus({ preventScroll: sheet !== undefined })
      return
    }
  }
  const route = useRoute()
  watch(
    () => route.path,
    () => {
      last = null
    },
  )
  const soon = () => setTimeout(look, 60)
  useEventListener(document, ['click', 'keyup', 'pointerup'], soon)

  // What goes only once the server has answered takes the focus with it then. Whoever leaves a thing that stays has
  // nothing to be brought back to.
  useEventListener(document, 'focusout', (e: FocusEvent) => {
    if (e.relatedTarget !== null) return
    setTimeout(() => {
      if (last?.on !== e.target) return
      if (last.on.isConnected && !last.on.matches(':disabled')) last = null
      else look()
    })
  })
}
