import { closeStreams } from '../live/hub'

/** Pages that listen would keep the server from ending: their streams go first. */
export default defineNitroPlugin(() => {
  for (const signal of ['SIGTERM', 'SIGINT'] as const) {
    process.once(signal, () => {
      void closeStreams()
    })
  }
})
