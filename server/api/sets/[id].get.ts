import { idOf } from '../../pieces/answers'
import { membersOf } from '../../pieces/store'

/** The members of a set, whole and in their order. */
export default defineEventHandler(async event => ({ members: await membersOf(idOf(event)) }))
