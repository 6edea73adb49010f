import type { Stock } from '../mend'
import type { Piece } from '../piece/schema'
import type { Climate, Shop, StoreRow } from '../reference/shop-settings'
import { SPECIES } from '../reference/species'
import { TOOLS } from '../reference/tools'
import type { TimedTask } from '../work'
import { chosenWork } from './chosen'
import type { StockLine, ToolLine } from './lists'
import { cutOf, fromStore, type Cut } from './cutting'
import { drynessOf } from '../wood/dryness'
import { restingMoisturePct } from '../wood/moisture'
import { restOf, type Rest } from '../wood/rest'
import { woodsFor } from '../wood/uses'
import type { JointMend, TroubleMend } from './plan'

/** Whose wood it is, in which shop and air. */
interface Where {
  readonly piece: Piece
  readonly shop: Shop
  readonly climate: Climate
}
type Asked = Stock & { readonly troubles: readonly string[] }

/**
 * What to cut or buy for all mends, and `anew` for what is only closed again, like things together, and when it is
 * first wanted.
 */
export function stockOf(
  where: Where,
  mends: readonly JointMend[],
  wood: readonly TroubleMend[],
  tasks: readonly TimedTask[],
  anew: readonly Asked[],
): StockLine[] {
  return linesOf(where, mends, wood, anew).map(s => ({
    ...s,
    wantedMin: firstMin(tasks.filter(t => s.troubles.some(id => serves(t, id)))),
  }))
}

/** New wood that is wetter or drier than the shop’s air, by the troubles it is for: what waits longest of each. */
export function restingWood(
  where: Where,
  mends: readonly JointMend[],
  wood: readonly TroubleMend[],
): Map<string, Rest> {
  const longest = new Map<string, Rest>()
  for (const { rest, troubles } of linesOf(where, mends, wood)) {
    if (!rest) continue
    for (const id of troubles) if ((longest.get(id)?.days ?? 0) < rest.days) longest.set(id, rest)
  }
  return longest
}

function linesOf(
  where: Where,
  mends: readonly JointMend[],
  wood: readonly TroubleMend[],
  anew: readonly Asked[] = [],
): Omit<StockLine, 'wantedMin'>[] {
  const merged = new Map<string, Asked>()
  const asked = [
    ...mends.flatMap(m => (chosenWork(m)?.stock ?? []).map(s => ({ ...s, troubles: [`joint:${m.joint}`] }))),
    ...wood.flatMap(m => (chosenWork(m)?.stock ?? []).map(s => ({ ...s, troubles: [m.trouble] }))),
    ...anew,
  ]
  for (const s of asked) {
    const key = `${s.id} ${s.what} ${s.sizesMm.map(x => x.toFixed(2)).join('x')} ${s.wood}`
    const before = merged.get(key)
    const count = !before ? s.count : s.serves === 'all' ? Math.max(before.count, s.count) : before.count + s.count
    merged.set(key, { ...(before ?? s), count, troubles: [...(before?.troubles ?? []), ...s.troubles] })
  }
  const lines = [...merged.values()].map(s => ({ ...s, ...woodOf(where, s) }))
  const stored = fromStore(
    lines.map(l => ({ cut: l.cut, count: l.count, woods: l.woods.map(w => w.name) })),
    where.shop.store,
  )
  return lines.map((l, i) => ({ ...l, have: stored[i]?.id ?? null, rest: restFor(where, l.cut, stored[i] ?? null) }))
}

/** How long a row of the store lies before something is cut from it to a fit; null where nobody measured it. */
function restFor({ climate }: Where, cut: Cut | null, row: StoreRow | null): Rest | null {
  if (!cut || typeof row?.moisturePct !== 'number') return null
  return restOf(cut.roughMm[0]!, row.moisturePct, restingMoisturePct(climate.nowC, climate.nowRhPct))
}

/** Things whose fit a dry month spoils: what is round or flat and sits in a hole. */
const FITTED: ReadonlySet<Stock['id']> = new Set(['dowel', 'pin', 'peg', 'collar', 'tenon', 'plug', 'wedge'])

/** How a thing is cut, from which woods, and how dry it has to be. */
function woodOf({ piece, climate }: Where, line: Asked): Pick<StockLine, 'cut' | 'woods' | 'dry'> {
  const cut = cutOf(line)
  if (!cut) return { cut, woods: [], dry: null }
  const beside = SPECIES.some(s => s.name === line.wood) ? line.wood : partBeside(piece, line.troubles[0]!)
  const woods = woodsFor(cut.use, beside)
  const { place } = piece.intake
  const bench = { temperatureC: climate.nowC, humidityPct: climate.nowRhPct }
  const dry
    = place && FITTED.has(line.id) ? drynessOf(cut.finishedMm[0]!, woods[0]?.name ?? beside, bench, place) : null
  return { cut, woods, dry }
}

/** The wood of the part a trouble is in; of a joint, of the part that enters. */
function partBeside(piece: Piece, trouble: string): string {
  const [kind, id] = trouble.split(':') as [string, string]
  const joint = piece.joints.find(j => kind === 'joint' && j.id === id)
  const fault = piece.faults.find(f => kind === 'fault' && f.id === id)
  const hold = piece.holds.find(h => kind === 'hold' && h.id === id)
  const part
    = joint?.enters ?? fault?.part ?? (hold?.on.kind === 'part' ? hold.on.id : kind === 'part' ? id : undefined)
  return piece.parts.find(p => p.id === part)?.species ?? piece.parts[0]!.species
}

const serves = (task: TimedTask, trouble: string): boolean =>
  task.troubles.includes(trouble) || task.id.startsWith(`${trouble}/`)

/** Every tool of the work that is left, in the order of first use. */
export function toolsOf(tasks: readonly TimedTask[]): ToolLine[] {
  const left = tasks.filter(t => !t.done)
  const ids = [...new Set(left.flatMap(t => t.tools.map(u => u.id)))]
  return ids.map((id) => {
    const own = left.filter(t => t.tools.some(u => u.id === id))
    const sizes = own.flatMap(t => t.tools.flatMap(u => (u.id === id && u.sizeMm !== null ? [u.sizeMm] : [])))
    return {
      id,
      label: TOOLS[id].label,
      sizesMm: [...new Set(sizes)].sort((a, b) => a - b),
      tasks: own.map(t => t.id),
      wantedMin: firstMin(own),
    }
  })
}

function firstMin(tasks: readonly TimedTask[]): number | null {
  const starts = tasks.flatMap(t => (t.done || t.time === null ? [] : [t.time.startMin]))
  return starts.length > 0 ? Math.min(...starts) : null
}
