import { openStreams } from '../live/hub'

export default defineEventHandler(() => ({ ok: true, listeners: openStreams() }))
