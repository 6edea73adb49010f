import { hostname, networkInterfaces } from 'node:os'

type Env = Readonly<Record<string, string | undefined>>

/**
 * Where it listens beyond this machine: addresses a device in the workshop can open, most likely first; none if it
 * does not.
 */
export function networkAddresses(
  env: Env = process.env,
  interfaces = networkInterfaces(),
  machine = hostname(),
): string[] {
  const listensOn = env.NITRO_HOST ?? env.HOST ?? '127.0.0.1'
  if (['127.0.0.1', '::1', 'localhost'].includes(listensOn)) return []
  const scheme = env.NITRO_SSL_CERT && env.NITRO_SSL_KEY ? 'https' : 'http'
  const port = env.NITRO_PORT ?? env.PORT ?? '3000'
  const outer = Object.values(interfaces)
    .flatMap(all => all ?? [])
    .filter(a => !a.internal && a.family === 'IPv4')
    .map(a => a.address)
  const isAnywhere = listensOn === '0.0.0.0' || listensOn === '::'
  const told = (env.ARREGLO_NAMES ?? '')
    .split(',')
    .map(n => n.trim())
    .filter(n => n !== '')
  const names = [...told, ...(isAnywhere ? [...outer, `${machine.toLowerCase()}.local`] : [listensOn])]
  return names.map(name => `${scheme}://${name}:${port}`)
}
