import { readFileSync } from 'node:fs'
import { pathToFileURL } from 'node:url'
import { formatWallTime, MIN_PER_DAY, parseWallTime } from '../core/measure/wall-time'
import type { ShopChange } from '../core/reference/shop-change'
import type { Shop } from '../core/reference/shop-settings'
import type { BenchSums } from '../shared/bench'
import { USUAL_SHOP } from '../core/reference/usual-shop'

/** The day the demo files are written for. Loading moves every date so that it is today. */
const DEMO_DAY_MIN = parseWallTime('2026-03-05T00:00')
const PIECES = [
  'schoolroom-chair',
  'vestry-chair',
  'harbour-ladder-back-1',
  'harbour-ladder-back-2',
  'harbour-ladder-back-3',
  'harbour-ladder-back-4',
  'net-loft-armchair',
  'chapel-chair',
  'pursers-table',
  'ferry-bench',
  'strand-rocker',
  'school-stool',
] as const

/** A demo file's text with its dates moved to `today` (as `2026-11-25`). */
export function movedTo(text: string, today: string): string {
  const days = Math.round((parseWallTime(`${today}T00:00`) - DEMO_DAY_MIN) / MIN_PER_DAY)
  return text.replace(
    /"(\d{4}-\d{2}-\d{2}T\d{2}:\d{2})"/g,
    (_, at: string) => `"${formatWallTime(parseWallTime(at) + days * MIN_PER_DAY)}"`,
  )
}

const read = (name: string) => readFileSync(new URL(`./${name}.json`, import.meta.url), 'utf8')

/** Puts the demo shop and pieces into a running server that holds none yet. True if it did. */
export async function loadDemo(url: string, today: string): Promise<boolean> {
  const { onBench, over } = (await (await fetch(`${url}/api/bench/sums?at=${today}T09:00`)).json()) as BenchSums
  if (onBench + over > 0) return false
  await post(`${url}/api/shop`, JSON.stringify({ changes: asChanges(JSON.parse(read('shop')) as Shop) }), 'POST')
  for (const name of PIECES) await post(`${url}/api/pieces/import`, movedTo(read(name), today), 'POST')
  return true
}

/** A shop as what somebody would tell who comes to one with the usual settings. */
function asChanges({
  name,
  school,
  hands,
  opensMin,
  closesMin,
  daysOff = [],
  climate,
  rooms,
  rack,
  shelf,
  bitsMm,
  prices,
  store,
}: Shop): ShopChange[] {
  const fields = Object.entries({ name, school, hands, opensMin, closesMin, daysOff, bitsMm }).map(
    ([field, value]) => ({ do: 'set', field, value }) as ShopChange,
  )
  return [
    ...fields,
    { do: 'set-climate', climate },
    { do: 'set-prices', prices },
    ...store.map((row): ShopChange => ({ do: 'add-store', row })),
    ...rooms.map((room): ShopChange => ({ do: 'add-room', room })),
    ...USUAL_SHOP.rack.map(({ id }): ShopChange => ({ do: 'remove-clamps', id })),
    ...rack.map((row): ShopChange => ({ do: 'add-clamps', row })),
    ...shelf.map((glue): ShopChange => ({ do: 'shelve', glue, on: true })),
    ...USUAL_SHOP.shelf.filter(g => !shelf.includes(g)).map((glue): ShopChange => ({ do: 'shelve', glue, on: false })),
  ]
}

async function post(url: string, body: string, method: string): Promise<void> {
  const answer = await fetch(url, { method, body, headers: { 'content-type': 'application/json' } })
  if (!answer.ok) throw new Error(`${method} ${url}: ${answer.status} ${await answer.text()}`)
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) await loadDemo(process.argv[2]!, process.argv[3]!)
