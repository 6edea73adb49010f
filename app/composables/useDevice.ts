import type { SmallStorage } from '~/logic/kept-database'

const KEY = 'arreglo-device'
let remembered: string | undefined

/** A new id of letters, digits and hyphens, by what every page may use: a page over plain http has no `randomUUID`. */
export function newId(): string {
  const hex = [...crypto.getRandomValues(new Uint8Array(16))].map(b => b.toString(16).padStart(2, '0')).join('')
  return [8, 12, 16, 20, 32].map((end, i, ends) => hex.slice(ends[i - 1] ?? 0, end)).join('-')
}
export const nowIso = (): string => new Date().toISOString()

/** A name for this browser, so that undo takes back its own last step and not another device's. */
export function deviceName(): string {
  remembered ??= readKept(KEY) ?? `device-${newId().slice(0, 8)}`
  keepOnDevice(KEY, remembered)
  return remembered
}

/** The small storage as the queue wants it: whatever goes wrong in it, it goes without. */
export const smallStorage: SmallStorage = {
  keys: () => {
    try {
      return Object.keys(localStorage)
    }
    catch {
      return []
    }
  },
  read: (key) => {
    try {
      return JSON.parse(readKept(key) ?? 'null') ?? undefined
    }
    catch {
      return undefined
    }
  },
  write: (key, value) => keepOnDevice(key, JSON.stringify(value)),
  drop: (key) => {
    try {
      localStorage.removeItem(key)
    }
    catch {
      /* It is seen again, and found to have landed. */
    }
  },
}

/** What the device keeps under a name; nothing where it may not keep anything. */
export function readKept(key: string): string | undefined {
  try {
    return localStorage.getItem(key) ?? undefined
  }
  catch {
    return undefined
  }
}

/** Keeps something small on the device; a device that is full or may not goes without. */
export function keepOnDevice(key: string, value: string): void {
  try {
    localStorage.setItem(key, value)
  }
  catch {
    /* It is as usual again after a reload. */
  }
}

/** The wall clock here, as the core wants it: `2026-03-05T09:30`. */
export function wallNow(): string {
  const now = new Date()
  return new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 16)
}
