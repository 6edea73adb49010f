import { deleteCookie, getCookie, getHeader, setCookie, type H3Event } from 'h3'
import { succeed, type Result } from '#core/measure/result'
import { useDatabase } from '../db/database'
import { isLoopbackName, nameIn } from './host-names'
import { KeptPassphrase, newPassphrase, PASSPHRASE_KEY } from './passphrase'
import { isSession, newSession, SESSION_DAYS } from './sessions'

const COOKIE = 'arreglo-session'
const DAY_S = 86_400
const LOOPBACK_ADDRESS = /^(::1|(::ffff:)?127(\.\d{1,3}){3})$/

export const addressOf = (event: H3Event): string => event.node.req.socket.remoteAddress ?? ''
export const tokenOf = (event: H3Event): string | undefined => getCookie(event, COOKIE)
/** Whether nobody between can read what is sent. */
export const isSecure = (event: H3Event): boolean => 'encrypted' in event.node.req.socket || isNear(event)

/** Asked on the machine it runs on, under one of that machine's own names: whoever sits there has the data anyway. */
export const isNear = (event: H3Event): boolean =>
  LOOPBACK_ADDRESS.test(addressOf(event)) && isLoopbackName(nameIn(getHeader(event, 'host')))

/** Whether who asks may see and change the workshop's data. */
export async function mayEnter(event: H3Event): Promise<boolean> {
  if (isNear(event)) return true
  const token = tokenOf(event)
  return token !== undefined && (await isSession(token, new Date()))
}

/** The passphrase as it is kept; nothing while none was set: then nobody on the network is let in. */
export async function keptPassphrase(): Promise<KeptPassphrase | undefined> {
  const row = await useDatabase()
    .selectFrom('setting')
    .select('value')
    .where('key', '=', PASSPHRASE_KEY)
    .executeTakeFirst()
  return row ? KeptPassphrase.parse(JSON.parse(row.value)) : undefined
}

/** Sets another passphrase. Every device has to say it anew. */
export async function setPassphrase(text: string): Promise<Result<null>> {
  const made = await newPassphrase(text)
  if (!made.ok) return made
  const value = JSON.stringify(made.value)
  await useDatabase()
    .transaction()
    .execute(async (trx) => {
      await trx
        .insertInto('setting')
        .values({ key: PASSPHRASE_KEY, value })
        .onConflict(c => c.column('key').doUpdateSet({ value }))
        .execute()
      await trx.deleteFrom('session').execute()
    })
  return succeed(null)
}

/**
 * Lets the device in that asks, and has its browser show so from then on. No script can read it, and no other site
 * has it sent.
 */
export async function letIn(event: H3Event): Promise<void> {
  setCookie(event, COOKIE, await newSession(new Date()), {
    httpOnly: true,
    sameSite: 'strict',
    secure: 'encrypted' in event.node.req.socket,
    path: '/',
    maxAge: SESSION_DAYS * DAY_S,
  })
}

export const forgetHere = (event: H3Event): void => deleteCookie(event, COOKIE, { path: '/' })
