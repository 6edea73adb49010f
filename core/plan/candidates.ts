import { assumed } from '../measure/measured'
import { jointCase, mendCandidates, type JointCase, type Work } from '../mend'
import type { Joint } from '../piece/schema'
import type { TakeApart } from '../takeapart'
import type { Glue } from '../reference/glues'
import { isLeft } from './chosen'
import { NEW_FIT_MM, type Job } from './job'
import type { JointMend } from './plan'

/** What any film glue bridges while none is in view, millimetres. */
export const USUAL_GAP_MM = 0.15

/**
 * Every mend for a joint with the glue in view, and the repairer’s own pick if it fits.
 * @param recut parts whose wood at this joint is made again by another mend: it is cut to a hand fit, whatever was
 * found
 */
export function candidatesFor(
  { piece, school, shop, remade, sawn }: Job,
  joint: Joint,
  glue: Glue | null,
  recut: ReadonlySet<string> = NOTHING,
): JointMend {
  const bondsOver = piece.choices.glue === null ? (glue?.bondsOver ?? null) : null
  const found = jointCase(
    piece,
    joint,
    school,
    glue?.gapMm ?? USUAL_GAP_MM,
    bondsOver,
    shop.bitsMm,
    new Set([...remade, ...recut]),
  )
  const asked = recut.size > 0 ? asNewlyCut(found) : found
  const options = mendOptions(asked, sawn.has(joint.id) && recut.size === 0)
  const own = piece.choices.mends[`joint:${joint.id}`]
  const pick = options.find(o => o.id === own && o.verdict.fits)
  return { joint: joint.id, options, chosen: pick?.id ?? null, picked: pick !== undefined, onlyIfPicked: asked.stepped }
}

const NOTHING: ReadonlySet<string> = new Set()

/** All mends with their verdicts, those that fit first; what opens it finds its dowels in two where it is sawn open. */
function mendOptions(c: JointCase, isSawn: boolean): JointMend['options'] {
  const all = mendCandidates(c)
  const told = isSawn
    ? [...mendCandidates({ ...c, sawn: true }).filter(o => o.mend.opens), ...all.filter(o => !o.mend.opens)]
    : all
  const sorted = told.toSorted((a, b) => Number(b.verdict.fits) - Number(a.verdict.fits))
  return sorted.map(({ mend: { id, label, short, opens, undo }, verdict }) => ({
    id,
    label,
    short,
    opens,
    undo,
    verdict,
  }))
}

/** A joint as it is once its mortise or tenon has been cut again. */
function asNewlyCut(c: JointCase): JointCase {
  const cut = { mouth: assumed(NEW_FIT_MM), bottom: null }
  return {
    ...c,
    finding: { ...c.finding, state: 'apart', signs: {} },
    clearance: { cheek: cut, edge: cut, round: cut },
    stepped: false,
    pinned: false,
    pinsMm: [],
    wedgesMm: [],
  }
}

/** The work of the repairer's pick if it is of this kind; without a pick, of the best that fits. */
export function workOf(m: JointMend, opens: boolean): Work | null {
  if (isLeft(m)) return null
  const option = m.picked
    ? m.options.find(o => o.id === m.chosen)
    : m.options.find(o => o.verdict.fits && o.opens === opens)
  return option && option.verdict.fits && option.opens === opens ? option.verdict : null
}

/** After the take-apart: what opens gets the best mend that opens, what stays gets glue in place. */
export function settleMend(m: JointMend, apart: TakeApart): JointMend {
  if (m.picked || isLeft(m)) return m
  const decision = apart.decisions.find(d => d.joint === m.joint)!.decision
  if (decision === 'undecided') return m
  return { ...m, chosen: m.options.find(o => o.verdict.fits && o.opens === (decision !== 'mend-in-place'))?.id ?? null }
}
