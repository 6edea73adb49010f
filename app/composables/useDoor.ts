import type { DoorAnswer } from '#shared/door'

/** Whether this device may enter, as the server last said; null until it was asked, or with it gone. */
const door = shallowRef<DoorAnswer | null>(null)
export const DOOR_PATH = '/door'

/** Asks the server. With it gone what this device keeps stays open to it. */
export async function lookAtDoor(): Promise<DoorAnswer | null> {
  door.value = await fetch('/api/door').then(
    answer => (answer.ok ? (answer.json() as Promise<DoorAnswer>) : null),
    () => null,
  )
  return door.value
}

/** The server wants the passphrase said anew: what was typed is kept on the device, and is sent afterwards. */
export function turnedAway(): void {
  if (location.pathname === DOOR_PATH) return
  door.value = null
  void navigateTo({ path: DOOR_PATH, query: { to: location.pathname } })
}

/** An answer as it came; a 401 leads to the door. */
export function heeding(answer: Response): Response {
  if (answer.status === 401) turnedAway()
  return answer
}

export const useDoor = () => door
