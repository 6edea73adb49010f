import { say, type Phrase } from '../measure/phrase'
import type { TroubleKind } from '../condition/troubles'
import type { School } from '../piece/words'
import { backKey } from './back-key'
import { laminatedCopy, sawnCopy, steamedCopy } from './bent-copies'
import { boredTenon } from './bored-tenon'
import { butterflyKey } from './butterfly-key'
import { castorSocket } from './castor-socket'
import { closeSplit } from './close-split'
import { copyPart } from './copy-part'
import { cornerKeys } from './corner-keys'
import { cornerBlock } from './corner-block'
import { dowelBreak } from './dowel-break'
import { drawnPin } from './drawn-pin'
import { fabricWrap } from './fabric-wrap'
import { fill } from './fill'
import { footTip } from './foot-tip'
import { glueAndFill } from './glue-and-fill'
import { glueBreak } from './glue-break'
import { glueInPlace } from './glue-in-place'
import { inTwo } from './in-two'
import { injectAgain } from './inject-again'
import { halfLapSplice } from './half-lap-splice'
import { hardPad } from './hard-pad'
import { easeHinge, rePin } from './hinge-mends'
import { screwOut, tighten } from './hold-mends'
import { kerfAndWedge } from './kerf-and-wedge'
import { knuckleEnd } from './knuckle-end'
import { letInPatch } from './let-in-patch'
import { letItMove } from './let-it-move'
import { lockingPin } from './locking-pin'
import { looseTenon } from './loose-tenon'
import { moveBracket } from './move-bracket'
import type { JointCase, Mend, MendId, Verdict, Work } from './mend'
import type { Sheet } from '../sheet'
import { newDowel } from './new-dowel'
import { newEnd } from './new-end'
import { newHardware } from './new-hardware'
import { newWebbing } from './new-webbing'
import { offAndOn } from './off-and-on'
import { plugAndRecut } from './plug-and-recut'
import { plugAndTenon } from './plug-and-tenon'
import { putRight } from './put-right'
import { railSplice } from './rail-splice'
import { reGlue } from './re-glue'
import { redoRepair } from './redo-repair'
import { renewWedge } from './renew-wedge'
import { renewThread } from './renew-thread'
import { rubBlock } from './rub-block'
import { sawAndBore } from './saw-and-bore'
import { scarf } from './scarf'
import { screwFace } from './screw-face'
import { screwedPanel } from './screwed-panel'
import { settingWords } from './setting'
import { shavingRound } from './shaving-round'
import { shims } from './shims'
import { shimsAndWedge } from './shims-and-wedge'
import { sleeve } from './sleeve'
import { slipIn } from './slip-in'
import { spline } from './spline'
import { splintersFirst } from './splinters-first'
import { throughPatch } from './through-patch'
import { wormFirm, wormPatched } from './worm-firm'
import { tackPins } from './tack-pins'
import { undoAtJoint } from './undo-at-joint'
import type { WoodCase } from './wood-case'

/** Mends of a loose joint. */
export const MENDS: readonly Mend<JointCase>[] = [
  reGlue,
  shims,
  kerfAndWedge,
  newDowel,
  glueInPlace,
  shimsAndWedge,
  lockingPin,
  fabricWrap,
  shavingRound,
  sleeve,
  boredTenon,
  looseTenon,
  drawnPin,
  plugAndRecut,
  renewWedge,
  plugAndTenon,
  screwFace,
  putRight,
  cornerKeys,
  backKey,
  spline,
]

/** Mends of everything else, by the kind of trouble each answers. */
export const WOOD_MENDS: Readonly<Partial<Record<TroubleKind, readonly Mend<WoodCase>[]>>> = {
  'break': [glueBreak, splintersFirst, glueAndFill, sawAndBore, dowelBreak, newEnd, scarf, halfLapSplice, railSplice],
  'split': [closeSplit, butterflyKey, slipIn],
  'loss': [letInPatch, throughPatch, fill, footTip, newEnd, scarf, halfLapSplice, railSplice],
  'worm': [wormFirm, wormPatched, newEnd, scarf, halfLapSplice, railSplice],
  'live-worm': [wormFirm],
  'earlier-repair': [redoRepair, undoAtJoint],
  'moved-again': [injectAgain],
  'part-missing': [copyPart, inTwo, sawnCopy, steamedCopy, laminatedCopy],
  'bracing-lost': [cornerBlock, newWebbing, screwedPanel],
  'hardware-loose': [tighten],
  'hold-failed': [
    offAndOn,
    tighten,
    hardPad,
    renewThread,
    castorSocket,
    rubBlock,
    newHardware,
    moveBracket,
    rePin,
    easeHinge,
    knuckleEnd,
    screwOut,
    tackPins,
  ],
  'held-fast': [letItMove],
}

export interface Candidate<Case> {
  readonly mend: Mend<Case>
  readonly verdict: Verdict
}

/** Every mend for a case, those that fit first, in the school's order; the others with the reason they do not. */
function candidates<Case>(mends: readonly Mend<Case>[], c: Case, school: School): Candidate<Case>[] {
  return mends
    .filter(mend => mend.isFor?.(c) ?? true)
    .map(mend => ({ mend, verdict: mend.consider(c) }))
    .sort(
      (a, b) =>
        Number(b.verdict.fits) - Number(a.verdict.fits)
        || opened(a.verdict) - opened(b.verdict)
        || a.mend.place[school] - b.mend.place[school],
    )
}

/** Whether sound joints are opened for it: what does without comes first, whatever the school. */
const opened = (verdict: Verdict): number => (verdict.fits && (verdict.design?.opens?.length ?? 0) > 0 ? 1 : 0)

/** A joint that holds out of its line wants nothing but to be set in it. */
export const mendCandidates = (c: JointCase): Candidate<JointCase>[] =>
  candidates(c.stepped ? MENDS.filter(m => m.setsInLine) : MENDS.filter(m => !m.setsInLine), c, c.school)
export const woodCandidates = (c: WoodCase): Candidate<WoodCase>[] =>
  candidates(WOOD_MENDS[c.trouble.kind] ?? [], c, c.school)

/** Mends in which something is fitted while the glue is open. */
export const FITTED_WET: ReadonlySet<string> = new Set(MENDS.filter(m => m.fittedWet).map(m => m.id))

export type { JointCase, Mend, MendId, Size, SizeId, Stock, TwoEnds, Verdict, Work } from './mend'
export type { Design, GlueLine, PressLine, Strength } from './design'
export type { WoodCase } from './wood-case'
export { glueInPlace } from './glue-in-place'
export { bitSteps, deepestMm, HAND_FIT_MM, ROOM_FOR_GLUE_MM, wallNeededMm } from './new-dowel'
export { SHIM_LEAST_MM, SHIM_MOST_MM, shimFor } from './shims'
export { wedgeGeometry, type WedgeGeometry } from './kerf-and-wedge'
export { jointCase, glueFaces, losesNoWood, widest, workFigures } from './mend'

const FROM_SHOULDER = say`Lengths are from the shoulder line, thicknesses about the middle line; both marked from the show face.`
const FROM_TROUBLE = say`Lengths along the part are from the middle of what is wrong; what is across it, from its show face.`

function sheetOf<Case>(
  mends: readonly Mend<Case>[],
  c: Case,
  id: MendId,
  work: Work,
  title: string,
  datum: Phrase,
): Sheet | null {
  const mend = mends.find(m => m.id === id)
  const views = mend?.draw?.(c, work) ?? []
  if (views.length === 0) return null
  return {
    title,
    views,
    datum: mend?.datum ?? datum,
    settings: (work.settings ?? []).map(settingWords),
    scrap: work.scrap ?? null,
  }
}

/** The sheet of a joint’s mend: its views at 1:1. Null where the mend draws none. */
export const sheetOfJoint = (c: JointCase, mend: MendId, work: Work, title: string): Sheet | null =>
  sheetOf(MENDS, c, mend, work, title, FROM_SHOULDER)
/** The same of any other trouble. */
export const sheetOfWood = (c: WoodCase, mend: MendId, work: Work, title: string): Sheet | null =>
  sheetOf(WOOD_MENDS[c.trouble.kind] ?? [], c, mend, work, title, FROM_TROUBLE)
