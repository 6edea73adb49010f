/** A field that may be filled next: `data-entry` tells whether anybody has said anything yet. */
const ENTRY = '[data-entry] input'
const isShown = (e: HTMLElement): boolean => e.checkVisibility() && !e.hasAttribute('disabled')

/**
 * Where the hand goes after a figure was entered: the next one nobody has told yet, else the next one at all, else the
 * button at the foot of the worksheet.
 */
export async function goOnFrom(field: HTMLElement): Promise<void> {
  await nextTick()
  const sheet = field.closest('[role="dialog"], main, form') ?? document
  const all = [...sheet.querySelectorAll<HTMLElement>(ENTRY)].filter(isShown)
  const after = all.slice(all.indexOf(field) + 1)
  const next
    = after.find(e => e.closest<HTMLElement>('[data-entry]')!.dataset.entry === 'open')
      ?? after[0]
      ?? sheet.querySelector<HTMLElement>('footer .key-button.main')
  next?.focus()
}

/** A field that is left without going on gives the focus to its sheet: keys act there, and nothing is lost. */
export function leave(field: HTMLElement): void {
  const sheet = field.closest<HTMLElement>('[tabindex="-1"], [role="dialog"]')
  if (sheet) sheet.focus({ preventScroll: true })
  else field.blur()
}
