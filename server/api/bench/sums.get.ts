import { parseWallTime } from '#core/measure/wall-time'
import { askedOf } from '../../bench/asked'
import { benchSums } from '../../bench/list'

/** What stands over and beside the list; the query holds `at` alone. */
export default defineEventHandler(event => benchSums(parseWallTime(askedOf(event).at)))
