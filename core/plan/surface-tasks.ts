import type { Bore } from '../geometry'
import { linesOf } from '../glueup'
import { holdsOf, isMetal, isOfItsMake } from '../hardware'
import { dot, subtract, unit } from '../measure/vec'
import { frameOfSegment, pointAtShare } from '../piece/geometry'
import { nameOf } from '../piece/names'
import { shareNear } from '../piece/places'
import type { Finish, School, SurfaceAim } from '../piece/words'
import type { Part, Piece } from '../piece/schema'
import type { Design } from '../mend'
import { surfaceSteps, type Mark } from '../surface'
import { handsOn, type Task } from '../work'
import { chosenWork } from './chosen'
import { jointOf } from './job'
import { because, glueTask, type Graph } from './task-graph'

/**
 * A bore nearer to its part’s own line than this, as a cosine, is bored from an end and hidden in the wood: 15
 * degrees.
 */
const ALONG_THE_PART = 0.966
/** What stuffing covers. */
const STUFFED_OVER = new Set(['front-rail', 'side-rail', 'back-rail'])

/**
 * How far the surface goes: as somebody said, else who conserves or has a precious piece keeps it, and of another
 * each mend is blended into its part.
 */
export function surfaceAimOf({ choices, intake }: Piece, school: School): SurfaceAim {
  const isKept = school === 'conserve' || intake.worth === 'precious'
  return choices.surface ?? (isKept ? 'keep' : 'blend')
}

/**
 * What is done to the surface once everything has been tried again, finish by finish, each step for all parts that
 * want it.
 */
export function surfaceTasks(g: Graph, tested: Task): Task[] {
  const aim = surfaceAimOf(g.job.original, g.job.school)
  if (aim === 'elsewhere') return []
  const marks = marksOf(g)
  const finishes = [...new Set(marks.map(m => finishOf(g, m.part)))]
  return finishes.flatMap((finish) => {
    const tasks: Task[] = []
    for (const s of surfaceSteps(
      marks.filter(m => finishOf(g, m.part) === finish),
      finish,
      aim,
    )) {
      const facts = s.parts.map(part => `part:${part}/${s.id}`)
      // Glue that has not cured through moves under a coat and shows.
      const cured
        = s.id === 'seams' || s.id === 'finish' ? [] : because('at-rest', g.settled.staging.stages.map(glueTask))
      tasks.push({
        id: `${finish}/${s.id}`,
        kind: 'surface',
        troubles: [],
        joints: [],
        line: null,
        after: [...because('tested', [tested.id]), ...because('order', [tasks.at(-1)?.id]), ...cured],
        hands: 1,
        minutes: handsOn(s.minutes),
        waitMin: s.waitMin,
        clockMin: null,
        tools: s.tools,
        title: s.title,
        words: s.words,
        why: s.why,
        facts,
        done: g.done.has(facts),
      })
    }
    return tasks
  })
}

const finishOf = ({ job }: Graph, part: string): Finish =>
  partIn(job.original.parts, part)?.finish ?? job.original.intake.finish
const partIn = (parts: readonly Part[], id: string): Part | undefined => parts.find(p => p.id === id)

/** Every part on which the mending is to be seen, with what it left there. */
function marksOf(g: Graph): Mark[] {
  const { original } = g.job
  const seen = original.parts.filter(
    p => p.show !== 'hidden' && p.role !== 'corner-block' && !isUnderStuffing(original, p),
  )
  const [glued, holes] = [seamsIn(g), holesIn(g)]
  return seen.flatMap((p): Mark[] => {
    const works = [...jointWorks(g, p), ...troubleWorks(g, p)]
    const mark: Mark = {
      part: p.id,
      name: nameOf(original, p.id),
      species: p.species,
      seams: glued.get(p.id) ?? 0,
      holes: holes.get(p.id) ?? 0,
      plugs: (holes.get(p.id) ?? 0) + works.reduce((sum, w) => sum + w.plugs, 0),
      isPatched: works.some(w => w.isPatched),
      isNew: g.job.remade.has(p.id),
    }
    return mark.seams + mark.plugs > 0 || mark.isPatched || mark.isNew ? [mark] : []
  })
}

/** How many glued seams each part has, a joint’s counted on both its parts. */
function seamsIn(g: Graph): Map<string, number> {
  const parts = g.settled.staging.stages.flatMap(linesOf).flatMap((line) => {
    const closing = g.settled.closings.find(c => c.id === line)
    if (closing) return partOfTrouble(g, closing.trouble)
    const joint = jointOf(g.job.piece, line.slice('joint:'.length))
    return [joint.enters, joint.receives]
  })
  return counted(parts)
}

const partOfTrouble = (g: Graph, trouble: string): string[] => {
  const t = g.job.troubles.find(x => x.id === trouble)
  return t?.part && t.kind !== 'bracing-lost' ? [t.part] : []
}

const counted = (ids: readonly string[]): Map<string, number> => {
  const counts = new Map<string, number>()
  for (const id of ids) counts.set(id, (counts.get(id) ?? 0) + 1)
  return counts
}

/** Metal that never belonged there and comes out on the way: each leaves a hole in the part it was driven through. */
function holesIn(g: Graph): Map<string, number> {
  const { piece, original } = g.job
  const onTheWay = new Set(g.settled.apart.moves.flatMap(m => m.locksFirst.map(l => l.id)))
  const isOut = (id: string) =>
    onTheWay.has(id)
    || g.done.has([`hold:${id}`])
    || original.events.some(e => e.kind === 'hold-out' && e.of.includes(`hold:${id}`))
  return counted(
    piece.joints.flatMap(j =>
      holdsOf(piece, j)
        .filter(h => isMetal(h.kind) && !h.made && !isOfItsMake(j, h.kind) && isOut(h.id))
        .map(() => j.receives),
    ),
  )
}

interface Left {
  readonly plugs: number
  readonly isPatched: boolean
}

/** What the mends of joints leave in the part they are cut from. */
function jointWorks(g: Graph, part: Part): Left[] {
  return g.settled.mends
    .filter(m => jointOf(g.job.piece, m.joint).receives === part.id)
    .flatMap((m) => {
      const design = chosenWork(m)?.design
      return design ? [leftBy(design, part)] : []
    })
}

/** What the mends of the wood leave in their own part. */
function troubleWorks(g: Graph, part: Part): Left[] {
  return g.settled.wood.flatMap((m) => {
    const trouble = g.job.troubles.find(t => t.id === m.trouble)
    const work = chosenWork(m)
    if (!work || trouble?.part !== part.id || trouble.kind === 'bracing-lost' || trouble.kind === 'part-missing') {
      return []
    }
    const stock = work.stock.filter(s => s.id === 'plug').reduce((sum, s) => sum + s.count, 0)
    const left = work.design ? leftBy(work.design, part) : { plugs: 0, isPatched: false }
    return [{ plugs: left.plugs + stock, isPatched: left.isPatched || m.chosen === 'fill' || m.chosen === 'slip-in' }]
  })
}

const leftBy = (design: Design, part: Part): Left => ({
  plugs: design.bores.filter(b => b.part === part.id && !isAlong(part, b)).length,
  // A saw line shows as a patch does.
  isPatched: design.newWood.some(w => w.role !== 'peg') || (design.sawnAtMm ?? []).length > 0,
})

function isAlong(part: Part, { from, to }: Bore): boolean {
  const { segment } = pointAtShare(part, shareNear(part, from))
  return Math.abs(dot(unit(subtract(to, from)), frameOfSegment(part, segment).tangent)) > ALONG_THE_PART
}

const isUnderStuffing = ({ intake }: Piece, part: Part): boolean =>
  intake.upholstery === 'stuffed' && STUFFED_OVER.has(part.role)
