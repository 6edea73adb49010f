import { KeptDatabase } from '~/logic/kept-database'
import { KeptLists } from '~/logic/kept-lists'
import { smallStorage } from './useDevice'

/** What this device keeps. */
export const keptDatabase = new KeptDatabase()
/** What of it every screen may want. */
export const keptLists = new KeptLists(keptDatabase, smallStorage)
/** On this the device's tabs tell each other that something else waits. */
export const KEPT_CHANNEL = 'arreglo-kept'
