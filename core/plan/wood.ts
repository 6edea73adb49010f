import { partOfBody } from '../bodies'
import { BROAD_MM, clampLines, type ClampLine } from '../clamping'
import type { Trouble } from '../condition/troubles'
import type { WoodClosing } from '../glueup'
import { distance, lerp, subtract, unit } from '../measure/vec'
import { say, type Phrase } from '../measure/phrase'
import { woodCandidates, type Design, type PressLine, type Verdict } from '../mend'
import { bendOf, curveAt } from '../mend/bend'
import { no } from '../mend/mend'
import { axisLengthMm, sectionAt } from '../piece/geometry'
import { shareNear } from '../piece/places'
import { cornersOf } from '../mend/corner-block'
import { bowStrain, type TakeApart } from '../takeapart'
import { chosenWork } from './chosen'
import { withoutClashes } from './clashes'
import { clearOfObstacles } from './obstacles'
import { doneOn, type Done } from './done'
import { isSettled, jointOf, waitsFor, type Job } from './job'
import type { TroubleMend } from './plan'
import { troubleName, workName } from './trouble-words'

/** Every mend of what is wrong besides loose joints, with the glue in view, and the repairer’s own pick if it fits. */
export function woodMends(job: Job, glueGapMm: number): TroubleMend[] {
  const isAccepted = (t: Trouble) => t.kind === 'bracing-lost' && job.original.choices.bracing?.answer === 'accept'
  const done = doneOn(job.original)
  const found = job.troubles
    .filter(t => !isSettled(job, t.id) && !isAccepted(t))
    .flatMap((trouble): TroubleMend[] => {
      const options = woodCandidates({
        piece: job.original,
        trouble,
        school: job.school,
        glueGapMm,
        bitsMm: job.shop.bitsMm,
      }).map(({ mend: { id, label, short, opens, undo }, verdict }) => ({
        id,
        label,
        short,
        opens,
        undo,
        verdict: clearOfObstacles(job.original, trouble, goesOn(done, trouble.id, verdict)),
      }))
      if (options.length === 0) return []
      const own = options.find(o => o.id === job.original.choices.mends[trouble.id] && o.verdict.fits)
      const fitting = options.filter(o => o.verdict.fits)
      const alone = job.alone.has(trouble.part ?? '') ? fitting.find(o => goesIn(o.verdict) !== null) : undefined
      return [
        {
          trouble: trouble.id,
          options,
          chosen: (own ?? alone ?? fitting[0])?.id ?? null,
          picked: own !== undefined,
        },
      ]
    })
  const apart = withoutClashes(job, found)
  // What stands on something that nothing sees to is not begun.
  const answered = answeredBy(apart)
  return apart.map((m) => {
    const waits = waitsFor(
      job,
      job.troubles.find(t => t.id === m.trouble)!,
    ).some(id => !answered.has(id))
    return waits ? { ...m, chosen: null } : m
  })
}

/** What is glued cannot be begun otherwise: only a mend that has those lines among its own goes on from there. */
function goesOn(done: Done, trouble: string, verdict: Verdict): Verdict {
  const glued = [...done.glued].filter(line => line.startsWith(`${trouble}/`))
  if (!verdict.fits || glued.every(line => verdict.design?.glueLines.some(l => l.id === line))) return verdict
  return no(say`what is glued there already belongs to another mend`)
}

/**
 * No more is asked of a stick that is bent to be slipped in between what stands, as a share of its length in its skin
 * (low).
 */
const MOST_STRAIN = 0.008

/** The shorter tenon of a stick that is slipped in is cut to this share of its depth. */
const SHORTENED = 2 / 3

/** How a part that is made again goes in where the frame stands round it; null where the frame opens for it. */
export function goesInAlone(job: Job, mends: readonly TroubleMend[], partId: string): Phrase | null {
  if (springsIn(job, partId)) {
    return say`one end home, its shorter tenon cut to two thirds, and the stick bowed until that slips in`
  }
  const mend = mends.find(m => m.trouble === `part:${partId}`)
  return (mend && chosenWork(mend)?.design?.goesInAlone) ?? null
}

const goesIn = (verdict: Verdict): Phrase | null => (verdict.fits && verdict.design?.goesInAlone) || null

/**
 * Whether a part that is made again can be bent enough to go in where the frame stands round it: one tenon home, the
 * stick bowed until the other passes its socket’s mouth.
 */
function springsIn(job: Job, partId: string): boolean {
  const own = job.piece.joints.filter(j => j.enters === partId)
  const part = job.piece.parts.find(p => p.id === partId)!
  // What is bent already goes home as it is.
  if (bendOf(part) !== null) return false
  if (part.section.shape !== 'round' || own.length !== 2 || own.some(j => j.form.kind !== 'round-tenon')) return false
  const thickMm = Math.max(...part.section.stations.map(s => Math.max(s.widthMm, s.depthMm)))
  return bowStrain(axisLengthMm(part), thickMm, SHORTENED * Math.min(...own.map(j => j.depthMm.value))) <= MOST_STRAIN
}

/**
 * Joints that a chosen mend of the wood opens because they sit on what it saws off, and which of their parts is new
 * there.
 */
export function openedForWood(mends: readonly TroubleMend[]): { readonly joint: string, readonly trouble: string }[] {
  return mends.flatMap(m => (chosenWork(m)?.design?.opens ?? []).map(joint => ({ joint, trouble: m.trouble })))
}

/** The ids of troubles in the wood that have their mend. */
export const answeredBy = (mends: readonly TroubleMend[]): Set<string> =>
  new Set(mends.filter(m => m.chosen !== null).map(m => m.trouble))

/** The breaks, by their faults, whose halves a chosen mend joins again. */
export const breaksToClose = (job: Job, mends: readonly TroubleMend[]): Set<string> => {
  const answered = answeredBy(mends)
  return new Set(job.troubles.filter(t => t.kind === 'break' && answered.has(t.id)).map(t => t.fault!))
}

/** All glue lines of the chosen mends that are not a joint’s, with their turn among the joints. */
export function closingsOf(job: Job, mends: readonly TroubleMend[], apart: TakeApart): WoodClosing[] {
  return mends.flatMap((m) => {
    const design = chosenWork(m)?.design
    const trouble = job.troubles.find(t => t.id === m.trouble)!
    if (!design) return []
    // New wood on an old stub is glued in the hand, before anything closes round it.
    const when = design.goesInAlone
      ? 'with-its-joints'
      : (design.opens ?? []).length > 0 ? 'first' : turnOf(job, trouble, apart)
    return design.glueLines.map((line): WoodClosing => ({
      id: line.id,
      trouble: trouble.id,
      fault: trouble.fault,
      when,
      turn: line.turn,
      parts: partsOf(job, trouble),
      areaMm2: line.areaMm2,
      closingMin: line.turn === 1 ? design.closingMin : 1,
      lines: pressLines(job, trouble, design, line.turn),
    }))
  })
}

/**
 * When a line is closed. The halves of a break that lie loose go home in their turn; where the frame holds them near
 * each other they close before anything on them, unless joints on them come out: then those go home first. Blocks
 * come last.
 */
function turnOf(job: Job, trouble: Trouble, apart: TakeApart): WoodClosing['when'] {
  if (trouble.kind === 'bracing-lost' || trouble.kind === 'moved-again') return 'last'
  if (trouble.kind !== 'break') return 'first'
  if (apart.moves.some(m => m.breaks.includes(trouble.fault!))) return 'in-turn'
  if (!apart.sprungBreaks.includes(trouble.fault!)) return 'first'
  const own = job.standing.breaks.filter(b => b.fault === trouble.fault).flatMap(b => [b.first, b.second])
  const moved = apart.moves.flatMap(m => m.joints).map(id => job.standing.piece.joints.find(j => j.id === id)!)
  return moved.some(j => own.includes(j.enters) || own.includes(j.receives)) ? 'last' : 'first'
}

/** The bodies a line is on, or the rails and legs of the corners that are blocked. */
function partsOf(job: Job, trouble: Trouble): string[] {
  if (trouble.kind === 'bracing-lost') return cornersOf(job.piece).flatMap(c => [c.leg, ...c.rails])
  if (trouble.kind === 'moved-again') {
    const { enters, receives } = jointOf(job.piece, trouble.joint!)
    return [enters, receives]
  }
  const halves = job.standing.breaks.filter(b => b.fault === trouble.fault).flatMap(b => [b.first, b.second])
  if (halves.length > 0) return halves
  return job.standing.piece.parts.map(p => p.id).filter(id => partOfBody(id) === trouble.part)
}

function pressLines(job: Job, trouble: Trouble, design: Design, turn: number): ClampLine[] {
  // A joint is drawn home once more as it was the first time.
  if (trouble.kind === 'moved-again') return [...clampLines(job.piece, [jointOf(job.piece, trouble.joint!)])]
  return design.pressing
    .filter(p => (p.turn ?? 1) === turn)
    .map((p: PressLine): ClampLine => ({
      by: 'jaws',
      throatMm: 0,
      part: trouble.part ?? '',
      label: trouble.kind === 'part-missing' ? workName(job.original, trouble) : troubleName(job.original, trouble),
      joints: [],
      from: p.from,
      to: p.to,
      spanMm: distance(p.from, p.to),
      force: p.force,
      offSquareDeg: p.offSquareDeg,
      // The jaws sit square on the part: what slopes is the face inside, and a stop keeps that from creeping.
      needsCaul: false,
      ...jawsOn(job, trouble, p),
    }))
}

/** What the part is like under the jaws of a line across it: round, or bent in the plane of the pull. */
function jawsOn(job: Job, trouble: Trouble, { from, to }: PressLine): Pick<ClampLine, 'roundMm' | 'curve'> {
  const part = job.original.parts.find(p => p.id === trouble.part)
  if (!part || distance(from, to) > axisLengthMm(part) / 2) return {}
  const share = shareNear(part, lerp(from, to, 0.5))
  const { widthMm, depthMm } = sectionAt(part, share)
  const thickMm = Math.max(widthMm, depthMm)
  const curve = curveAt(part, share, unit(subtract(to, from)))
  return {
    ...(part.section.shape === 'round' && thickMm < BROAD_MM ? { roundMm: thickMm } : {}),
    ...(curve ? { curve } : {}),
  }
}
