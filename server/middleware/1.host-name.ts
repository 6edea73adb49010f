import { isMeantForUs, ownNames } from '../gate/host-names'

let names: ReadonlySet<string> | undefined

/**
 * Answers only to its own names, whatever is asked: a foreign name that points here would make this server that
 * page’s own.
 */
export default defineEventHandler((event) => {
  names ??= ownNames()
  if (isMeantForUs(getHeader(event, 'host'), names)) return
  throw createError({
    statusCode: 421,
    message: 'This server does not go by that name. Names it should go by are told it in ARREGLO_NAMES.',
  })
})
