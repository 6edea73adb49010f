import { customersFound } from '../../bench/list'

/** Whose pieces are here, with how many each: those whose name holds what is asked for. */
export default defineEventHandler(async event => ({
  customers: await customersFound(String(getQuery(event).find ?? '').slice(0, 100)),
}))
