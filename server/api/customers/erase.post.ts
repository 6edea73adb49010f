import { z } from 'zod'
import { Name } from '#core/piece/basic-schema'
import { ERASED_VERSION, type ErasedAnswer } from '#shared/wire'
import { copiesHolding } from '../../db/backup'
import { dataFolder } from '../../db/database'
import { tell } from '../../live/hub'
import { bodyOf, defineWrite, refusal } from '../../pieces/answers'
import { eraseCustomer } from '../../pieces/store'

const Body = z.strictObject({ customer: Name.min(1, 'must name the customer') })

/** Erases a customer for good: every piece of theirs, logs and pictures included. */
export default defineWrite(async (event): Promise<ErasedAnswer> => {
  const { customer } = await bodyOf(event, Body)
  const pieces = await eraseCustomer(customer)
  if (pieces.length === 0) {
    throw refusal(404, `No piece here is ${customer}’s.`, [
      { path: 'customer', code: 'unknown', message: 'has no piece here' },
    ])
  }
  for (const piece of pieces) tell({ piece, version: ERASED_VERSION })
  return { pieces, copies: copiesHolding(dataFolder(), pieces).map(c => c.name) }
})
