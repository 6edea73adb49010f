import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { z } from 'zod'
import { fail, succeed, type Result } from '../../core/measure/result'

/**
 * A passphrase as it is kept: nobody can read it back. `n`, `r`, `p` are scrypt's own, so that later ones may cost
 * more.
 */
export const KeptPassphrase = z.strictObject({
  salt: z.string(),
  hash: z.string(),
  n: z.number().int(),
  r: z.number().int(),
  p: z.number().int(),
})
export type KeptPassphrase = z.infer<typeof KeptPassphrase>

/** The setting under which it is kept. */
export const PASSPHRASE_KEY = 'passphrase'
export const SHORTEST_PASSPHRASE = 10
export const LONGEST_PASSPHRASE = 200
/** 32 MB and about a tenth of a second on a small machine: a guess costs as much. */
const COST = { n: 2 ** 15, r: 8, p: 1 }
const HASH_BYTES = 32
const MOST_MEMORY_BYTES = 64_000_000

/** The same letters typed on another keyboard are the same passphrase. */
const asTyped = (text: string): string => text.normalize('NFKC').trim()

const hashOf = (text: string, salt: Buffer, { n, r, p }: typeof COST): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    scrypt(asTyped(text), salt, HASH_BYTES, { N: n, r, p, maxmem: MOST_MEMORY_BYTES }, (error, hash) =>
      error ? reject(error) : resolve(hash),
    )
  })

/** A passphrase ready to be kept, or why it will not do. */
export async function newPassphrase(text: string): Promise<Result<KeptPassphrase>> {
  const letters = [...asTyped(text)].length
  if (letters < SHORTEST_PASSPHRASE) {
    return fail('too_short', `must be ${SHORTEST_PASSPHRASE} letters at least, such as four words`, 'passphrase')
  }
  if (letters > LONGEST_PASSPHRASE) {
    return fail('too_long', `must be ${LONGEST_PASSPHRASE} letters at most`, 'passphrase')
  }
  const salt = randomBytes(16)
  const hash = await hashOf(text, salt, COST)
  return succeed({ salt: salt.toString('base64'), hash: hash.toString('base64'), ...COST })
}

/** Whether it is the one that is kept. Takes as long for a wrong one. */
export async function isPassphrase(text: string, kept: KeptPassphrase): Promise<boolean> {
  const found = await hashOf(text, Buffer.from(kept.salt, 'base64'), kept)
  return timingSafeEqual(found, Buffer.from(kept.hash, 'base64'))
}
