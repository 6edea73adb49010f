import { IndexedKeeping } from '~/logic/keeping-indexed'
import { asWaiting } from '~/logic/kept-schema'
import { httpTransport } from '~/logic/transport-http'
import { Sync } from '~/logic/sync'
import type { Channel } from '~/logic/ports'
import { deviceName, keepOnDevice, newId, readKept, smallStorage } from './useDevice'
import { heeding } from './useDoor'
import { listenLive } from './useLive'

let sync: Sync | undefined
const keeping = new IndexedKeeping(smallStorage)

/** The device's queue: one for the page, started at its first use. */
export function useQueue(): Sync {
  if (sync) return sync
  const channel = tabs()
  sync = new Sync({
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
    void sync!.keptChanged()
  })
  listenLive({
    changed: change => sync!.heard(change),
    reached: yes => sync!.reachable(yes),
    hello: (epoch) => {
      void beginAnewAfter(epoch)
    },
  })
  void takeOverOldQueues().then(() => sync!.start())
  return sync
}

const EPOCH = 'arreglo-epoch'
/**
 * A copy was put back on the server: what this device had of its pieces is of another past. What waits here is sent
 * all the same.
 */
async function beginAnewAfter(epoch: string): Promise<void> {
  const before = readKept(EPOCH)
  keepOnDevice(EPOCH, epoch)
  if (before === undefined || before === epoch) return
  await keeping.forgetAll().catch(() => undefined)
  location.reload()
}

export const useKeeping = (): IndexedKeeping => keeping

/** The device's other tabs. A browser without a channel finds out at the next change of its own. */
function tabs(): Channel & { hear(act: () => void): void } {
  if (typeof BroadcastChannel === 'undefined') return { tell: () => {}, hear: () => {} }
  const channel = new BroadcastChannel('arreglo-kept')
  return {
    tell: () => channel.postMessage('changed'),
    hear: (act) => {
      channel.onmessage = act
    },
  }
}

const OLD_QUEUE = /^arreglo-queue-1-(.+)$/
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
