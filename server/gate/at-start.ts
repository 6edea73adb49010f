import { readFileSync } from 'node:fs'
import QRCode from 'qrcode'
import { keptPassphrase } from './door'
import { networkAddresses } from './network'

/**
 * The certificate and key that were named, for the listener. @throws a sentence where only one is named or one cannot
 * be read
 */
export function useCertificate(env: NodeJS.ProcessEnv = process.env): void {
  const { ARREGLO_CERT: cert, ARREGLO_KEY: key } = env
  if (!cert && !key) return
  if (!cert || !key) {
    throw new Error('ARREGLO_CERT and ARREGLO_KEY name a certificate and its key as PEM files: name both, or neither.')
  }
  env.NITRO_SSL_CERT = pem(cert, 'CERTIFICATE', 'ARREGLO_CERT')
  env.NITRO_SSL_KEY = pem(key, 'PRIVATE KEY', 'ARREGLO_KEY')
}

function pem(file: string, holds: string, name: string): string {
  let text: string
  try {
    text = readFileSync(file, 'utf8')
  }
  catch {
    throw new Error(`${name} names ${file}, which cannot be read.`)
  }
  if (!text.includes(`${holds}-----`)) {
    throw new Error(`${name} names ${file}, which holds no ${holds.toLowerCase()} in PEM form.`)
  }
  return text
}

/** Says where other devices find it, and what stands in their way; nothing while it listens on its own machine only. */
export async function sayWhere(print: (text: string) => void): Promise<void> {
  const [first, ...others] = networkAddresses()
  if (first === undefined) return
  print(
    `\nOn the workshop’s network: ${first}${others.length > 0 ? ` (or ${others.join(', ')})` : ''}\n${await QRCode.toString(first, { type: 'terminal', small: true })}`,
  )
  for (const line of warnings(first.startsWith('https:'), (await keptPassphrase()) !== undefined)) print(line)
}

/** What who opens it to a network has to know. */
export const warnings = (hasCertificate: boolean, hasPassphrase: boolean): string[] => [
  ...(hasPassphrase
    ? []
    : [
        'No passphrase is set: nobody on the network is let in. Set one on the Shop page of this machine, or with “npm run --silent arreglo -- passphrase”.',
      ]),
  ...(hasCertificate
    ? []
    : [
        'Plain http: whoever listens on the network can overhear the passphrase and everything else, and pages do not open without the server. ARREGLO_CERT and ARREGLO_KEY name a certificate and its key.',
      ]),
]
