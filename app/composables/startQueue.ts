import { OLD_QUEUE } from '~/logic/kept-database'
import { IndexedKeeping } from '~/logic/keeping-indexed'
import { asWaiting } from '~/logic/kept-schema'
import type { Channel } from '~/logic/ports'
import { Sync } from '~/logic/sync'
import { httpTransport } from '~/logic/transport-http'
import { deviceName, newId, smallStorage } from './useDevice'
import { heeding } from './useDoor'
import { KEPT_CHANNEL, keptDatabase } from './keptHere'
import { isOutOfReach, listenLive } from './useLive'

const keeping = new IndexedKeeping(keptDatabase, smallStorage)

/** Starts the device's queue with what this browser has for it. One for the page: whoever wants it asks `loadQueue`. */
export function startQueue(): Sync {
  const channel = tabs()
  const sync = new Sync({
    transport: httpTransport((path, init) => fetch(path, init).then(heeding)),
    keeping,
    channel,
    device: deviceName(),
    tab: newId(),
    newId,
    clock: {
      nowMs: () => Date.now(),
      after: (ms, act) => {
        const timer = setTimeout(act, ms)
        return () => clearTimeout(timer)
      },
    },
  })
  channel.hear(() => {
    void sync.keptChanged()
  })
  listenLive({
    changed: change => sync.heard(change),
    reached: yes => sync.reachable(yes),
  })
  if (isOutOfReach()) sync.reachable(false)
  void takeOverOldQueues().then(() => sync.start())
  return sync
}

/** The device's other tabs. A browser without a channel finds out at the next change of its own. */
function tabs(): Channel & { hear(act: () => void): void } {
  if (typeof BroadcastChannel === 'undefined') return { tell: () => {}, hear: () => {} }
  const channel = new BroadcastChannel(KEPT_CHANNEL)
  return {
    tell: () => channel.postMessage('changed'),
    hear: (act) => {
      channel.onmessage = act
    },
  }
}

/**
 * What an older program left waiting in this browser goes into the queue; it is taken away only once it is kept
 * there.
 */
async function takeOverOldQueues(): Promise<void> {
  try {
    for (const key of Object.keys(localStorage)) {
      const pieceId = OLD_QUEUE.exec(key)?.[1]
      if (!pieceId) continue
      const entries = JSON.parse(localStorage.getItem(key) ?? '[]') as unknown[]
      const add = entries
        .map((entry, order) => asWaiting({ entry, pieceId, title: pieceId, seen: null, order }))
        .filter(w => w !== undefined)
      if (add.length < entries.length) continue // not understood: left where it is
      await keeping.change({ add })
      localStorage.removeItem(key)
    }
  }
  catch {
    /* Left where it is; tried again at the next start. */
  }
}
