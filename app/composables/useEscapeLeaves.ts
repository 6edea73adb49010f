import { useEventListener } from '@vueuse/core'

/** What one types into, or walks by letters. */
const TYPED = 'input:not([type="checkbox"], [type="radio"]), textarea, [role="combobox"], [aria-haspopup="listbox"]'

/**
 * Escape leaves what is typed into, so that single keys act on the sheet again. A list that stands open, or a dialog,
 * takes its own Escape first.
 */
export function useEscapeLeaves(): void {
  useEventListener(document, 'keydown', (e: KeyboardEvent) => {
    if (e.key !== 'Escape' || e.defaultPrevented || !(e.target instanceof HTMLElement)) return
    const field = e.target.closest<HTMLElement>(TYPED)
    const sheet = field?.closest<HTMLElement>('main')
    if (!field || !sheet || field.ariaExpanded === 'true' || document.querySelector('[role="dialog"]')) return
    field.blur()
    sheet.focus({ preventScroll: true })
  })
}
