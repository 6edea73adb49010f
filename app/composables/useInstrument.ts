import { listenLive } from './useLive'

/** The field that takes what an instrument measures: the one in focus, wherever it is on the page. */
let holder: ((valueMm: number) => void) | undefined
let listening = false

/**
 * Lets a field take readings of an instrument while it has the focus. A caliper that types like a keyboard needs none
 * of this: its digits and its Enter go into the same field by themselves.
 */
export function listenToInstrument(take: (valueMm: number) => void): { hold: () => void, leave: () => void } {
  if (!listening) listenLive({ reading: value => holder?.(value) })
  listening = true
  const leave = () => {
    if (holder === take) holder = undefined
  }
  onScopeDispose(leave)
  return {
    hold: () => {
      holder = take
    },
    leave,
  }
}
