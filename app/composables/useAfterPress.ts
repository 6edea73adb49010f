let pressed = false
if (import.meta.client) {
  window.addEventListener(
    'pointerdown',
    () => {
      pressed = true
    },
    { capture: true },
  )
  for (const end of ['pointerup', 'pointercancel'] as const) {
    window.addEventListener(
      end,
      () => {
        pressed = false
      },
      { capture: true },
    )
  }
}

/**
 * Does something once the press that may be under way is over. A field that is left by pressing something else would
 * otherwise move that thing from under the finger between down and up, and the press would be lost.
 */
export function afterPress(act: () => void): void {
  if (!pressed) return act()
  window.addEventListener(
    'pointerup',
    () => {
      setTimeout(act)
    },
    { once: true, capture: true },
  )
}
