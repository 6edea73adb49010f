import { mm, say } from '../measure/phrase'
import { betweenMm, takenBy, type Taken } from '../mend/clash'
import type { Work } from '../mend'
import { no } from '../mend/mend'
import { partOf } from '../piece/facts'
import { jointOf, type Job } from './job'
import type { JointMend, MendOption, TroubleMend } from './plan'
import { troubleName } from './trouble-words'

/** Wood that stays between what two mends take out of one part, millimetres (docs/sources.md#dowels, low). */
export const KEEP_BETWEEN_MM = 3
/**
 * Sets of mends that are compared before the first that does is taken: as many as a piece with several neighbours
 * has.
 */
const MOST_SETS = 400

interface Choosing {
  readonly trouble: string
  readonly part: string
  readonly options: readonly MendOption[]
  readonly picked: boolean
  readonly chosen: string | null
}

/**
 * Neighbouring mends that would run into each other, sorted out: of all sets without a clash the one that stays
 * nearest to what was chosen, the repairer’s own picks kept. What has to give way is refused with the wood that would
 * be left.
 */
export function withoutClashes(job: Job, mends: readonly TroubleMend[]): TroubleMend[] {
  const parts = new Map(job.troubles.map(t => [t.id, t.part]))
  const asked = mends.flatMap((m): Choosing[] => (parts.get(m.trouble) ? [{ ...m, part: parts.get(m.trouble)! }] : []))
  const chosen = asked.filter(c => takenFrom(job, c, c.chosen) !== null)
  const crowded = chosen.filter(c =>
    chosen.some(o => o !== c && wallOf(job, c, c.chosen, o, o.chosen) < KEEP_BETWEEN_MM),
  )
  if (crowded.length === 0) return [...mends]
  const best = nearestSet(
    job,
    asked.filter(c => crowded.some(o => o.part === c.part)),
  )
  return mends.map((m) => {
    const instead = best.get(m.trouble)
    if (instead === undefined || instead === m.chosen) return m
    const refused = asked.find(c => c.trouble === m.trouble)!
    const options = m.options.map(o => (o.id === m.chosen ? { ...o, verdict: tooNear(job, refused, asked, best) } : o))
    return { ...m, chosen: instead, options }
  })
}

/** The same for a joint’s pin beside what is let into or bored through the wood round it: the pin gives way. */
export function beside(job: Job, mend: JointMend, wood: readonly TroubleMend[]): JointMend {
  const { receives } = jointOf(job.piece, mend.joint)
  const own: Choosing = {
    trouble: `joint:${mend.joint}`,
    part: receives,
    options: mend.options,
    picked: mend.picked,
    chosen: mend.chosen,
  }
  const others = wood.flatMap((m): Choosing[] => {
    const part = job.troubles.find(t => t.id === m.trouble)?.part
    return part === receives && m.chosen !== null ? [{ ...m, part }] : []
  })
  const near = others.find(o => wallOf(job, own, own.chosen, o, o.chosen) < KEEP_BETWEEN_MM)
  if (!near || mend.picked) return mend
  const clashing = mend.options.find(o => o.id === mend.chosen)!
  const wallMm = wallOf(job, own, own.chosen, near, near.chosen)
  const options = mend.options.map(o => (o === clashing ? { ...o, verdict: no(words(job, near.trouble, wallMm)) } : o))
  return { ...mend, options, chosen: options.find(o => o.verdict.fits && o.opens === clashing.opens)?.id ?? null }
}

const workOf = (c: Choosing, mend: string | null): Work | null => {
  const verdict = c.options.find(o => o.id === mend)?.verdict
  return verdict?.fits ? verdict : null
}

function takenFrom(job: Job, c: Choosing, mend: string | null): Taken | null {
  const design = workOf(c, mend)?.design
  if (!design) return null
  const taken = takenBy(design, partOf(job.original, c.part))
  return taken.bores.length + taken.recesses.length + taken.sawnAtMm.length > 0 ? taken : null
}

function wallOf(job: Job, a: Choosing, mendA: string | null, b: Choosing, mendB: string | null): number {
  const [x, y] = [takenFrom(job, a, mendA), takenFrom(job, b, mendB)]
  return x && y ? betweenMm(x, y) : Infinity
}

/**
 * All sets are gone through in order of how far they are from what was chosen, worst trouble first; the first that
 * does is taken.
 */
function nearestSet(job: Job, asked: readonly Choosing[]): Map<string, string | null> {
  const choices = asked.map((c): (string | null)[] => {
    const fitting = c.options.filter(o => o.verdict.fits).map(o => o.id)
    return c.picked ? [c.chosen] : [...new Set([c.chosen, ...fitting, null])]
  })
  const sets = combinations(choices.map(c => c.length))
    .slice(0, MOST_SETS)
    .sort((a, b) => farness(a, choices) - farness(b, choices))
  const pickOf = (set: readonly number[], i: number) => choices[i]![set[i]!]!
  const isApart = (set: readonly number[], i: number, k: number) =>
    wallOf(job, asked[i]!, pickOf(set, i), asked[k]!, pickOf(set, k)) >= KEEP_BETWEEN_MM
  const does = (set: readonly number[]) => asked.every((_, i) => asked.every((__, k) => k <= i || isApart(set, i, k)))
  // Two of the repairer’s own picks may clash: then they stay, and the last resort leaves everything as it was.
  const found = sets.find(does) ?? choices.map(() => 0)
  return new Map(asked.map((c, i) => [c.trouble, choices[i]![found[i]!]!]))
}

/** Leaving something unmended is farther than any other mend; a worse trouble keeps its mend before a lesser one. */
const farness = (set: readonly number[], choices: readonly (string | null)[][]): number =>
  set.reduce((sum, at, i) => sum + (choices[i]![at] === null ? 1000 : at * 10) * (1 + (set.length - i) / 100), 0)

function combinations(sizes: readonly number[]): number[][] {
  const longer = (sets: number[][], size: number) =>
    sets.flatMap(set => Array.from({ length: size }, (_, k) => [...set, k]))
  return sizes.reduce<number[][]>((sets, size) => longer(sets, size).slice(0, MOST_SETS * 4), [[]])
}

function tooNear(job: Job, refused: Choosing, asked: readonly Choosing[], best: ReadonlyMap<string, string | null>) {
  const others = asked.filter(o => o.trouble !== refused.trouble)
  const walls = others.map(o => ({
    o,
    wallMm: wallOf(job, refused, refused.chosen, o, best.get(o.trouble) ?? o.chosen),
  }))
  const nearest = walls.reduce((a, b) => (b.wallMm < a.wallMm ? b : a))
  return no(words(job, nearest.o.trouble, nearest.wallMm))
}

const words = (job: Job, trouble: string, wallMm: number) => {
  const name = troubleName(
    job.original,
    job.troubles.find(t => t.id === trouble)!,
  )
  return wallMm <= 0
    ? say`it would run into the mend of ${name}`
    : say`it would come within ${mm(wallMm)} of the mend of ${name}`
}
