import { EPOCH_KEY } from '../db/backup'
import { useDatabase } from '../db/database'
import { tell, tellAll } from './hub'

/** Which data these are: another name once a copy was put back. */
export async function epoch(): Promise<string> {
  const row = await useDatabase().selectFrom('setting').select('value').where('key', '=', EPOCH_KEY).executeTakeFirst()
  return row?.value ?? 'first'
}

/** Tells every page that the data are others now, and the server's own parts with them. */
export async function beginAnew(): Promise<void> {
  tellAll('hello', { epoch: await epoch() })
  tell({ piece: 'shop', version: 0 })
}
