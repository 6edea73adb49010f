import { useEventListener } from '@vueuse/core'

const TYPING = 'input, textarea, select, [contenteditable="true"], [role="listbox"], [role="combobox"]'

/**
 * Single keys for a screen, by what the keyboard sends. Never while typing, never in a dialog, not with Ctrl, Alt or
 * Meta, and only if this device wants them.
 */
export function useKeys(keys: Readonly<Record<string, () => void>>): void {
  const device = useDevice()
  useEventListener(document, 'keydown', (e: KeyboardEvent) => {
    if (!device.keysOn || e.ctrlKey || e.altKey || e.metaKey || e.defaultPrevented) return
    const on = e.target instanceof Element ? e.target : null
    if (on?.closest(TYPING) || document.querySelector('[role="dialog"]')) return
    // Enter presses what has the focus; an answer already given lets it through, to go on.
    if (e.key === 'Enter' && on?.closest('a, button:not([data-enter="goes-on"][aria-pressed="true"])')) return
    const act = keys[e.key]
    if (!act) return
    e.preventDefault()
    act()
  })
}
