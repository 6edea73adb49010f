import { KEPT_CHANNEL, keptLists } from './keptHere'
import { keepOnDevice, readKept } from './useDevice'
import { listenLive } from './useLive'
import { loadQueue } from './useQueue'

const EPOCH = 'arreglo-epoch'

/**
 * What waits on this device is sent from whichever screen is open, also what another tab leaves behind. Where nothing
 * does, the queue is not fetched. Returns how to stop.
 */
export function heedKept(): () => void {
  /** Where the browser does not say, it is looked at in full. */
  const look = async () => {
    if (await keptLists.anyWaits().catch(() => true)) await loadQueue().catch(() => undefined)
  }
  void look()
  const stopEpochs = listenLive({
    hello: (epoch) => {
      void beginAnewAfter(epoch)
    },
    reached: (yes) => {
      if (yes) void look()
    },
  })
  if (typeof BroadcastChannel === 'undefined') return stopEpochs
  const channel = new BroadcastChannel(KEPT_CHANNEL)
  channel.onmessage = () => {
    void look()
  }
  return () => {
    stopEpochs()
    channel.close()
  }
}

/**
 * A copy was put back on the server: what this device had of its pieces is of another past. What waits here is sent
 * all the same.
 */
async function beginAnewAfter(epoch: string): Promise<void> {
  const before = readKept(EPOCH)
  keepOnDevice(EPOCH, epoch)
  if (before === undefined || before === epoch) return
  await keptLists.forgetAll().catch(() => undefined)
  location.reload()
}
