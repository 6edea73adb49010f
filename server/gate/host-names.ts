import { hostname, networkInterfaces } from 'node:os'

/** What a browser on this machine calls it. */
const LOOPBACK: readonly string[] = ['localhost', '127.0.0.1', '::1']

export const isLoopbackName = (name: string | null): boolean => name !== null && LOOPBACK.includes(name)

/**
 * The names under which this server is asked for, lower case and without port: those of this machine, and where it
 * listens to the network its addresses and its own name. `ARREGLO_NAMES` adds others, with commas between them.
 */
export function ownNames(env: Readonly<Record<string, string | undefined>> = process.env): ReadonlySet<string> {
  const listensOn = env.NITRO_HOST ?? env.HOST ?? '127.0.0.1'
  const told = (env.ARREGLO_NAMES ?? '')
    .split(',')
    .map(n => n.trim().toLowerCase())
    .filter(n => n !== '')
  if (LOOPBACK.includes(listensOn)) return new Set([...LOOPBACK, ...told])
  const addresses = Object.values(networkInterfaces())
    .flatMap(all => all ?? [])
    .map(a => a.address.toLowerCase())
  const machine = hostname().toLowerCase()
  return new Set([...LOOPBACK, listensOn.toLowerCase(), ...addresses, machine, `${machine}.local`, ...told])
}

/** The name in a Host header, without its port and brackets; null where there is none to be read. */
export function nameIn(host: string | undefined): string | null {
  const found = /^(?:\[([0-9a-f:.]+)\]|([^:/\s]+))(?::\d{1,5})?$/i.exec(host ?? '')
  return found ? (found[1] ?? found[2]!).toLowerCase() : null
}

/** Whether a request is meant for this server: a page of somebody else’s may have a name of its own point here. */
export const isMeantForUs = (host: string | undefined, names: ReadonlySet<string>): boolean => {
  const name = nameIn(host)
  return name !== null && names.has(name)
}
