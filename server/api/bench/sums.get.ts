import { askedOf } from '../../bench/asked'
import { sumsAt } from '../../bench/sums'

/** What stands over and beside the list; the query holds `at` alone. */
export default defineEventHandler(event => sumsAt(askedOf(event).at))
