const KEY = 'arreglo-device'

export const newId = (): string => crypto.randomUUID()
export const nowIso = (): string => new Date().toISOString()

/** A name for this browser, so that undo takes back its own last step and not another device's. */
export function deviceName(): string {
  let name = localStorage.getItem(KEY)
  if (!name) {
    name = `device-${newId().slice(0, 8)}`
    localStorage.setItem(KEY, name)
  }
  return name
}

/** The wall clock here, as the core wants it: `2026-03-05T09:30`. */
export function wallNow(): string {
  const now = new Date()
  return new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 16)
}
