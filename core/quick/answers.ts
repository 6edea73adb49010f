import { faceForce, shoulderForce } from '../clamping'
import { openTime } from '../glue'
import { input, type Figure, type FigureUnit } from '../measure/figure'
import { fitMm, mm, q, say, type Phrase } from '../measure/phrase'
import { fail, succeed, type Result } from '../measure/result'
import { bitSteps, deepestMm, HAND_FIT_MM, ROOM_FOR_GLUE_MM, SHIM_LEAST_MM, SHIM_MOST_MM, shimFor, wallNeededMm, wedgeGeometry } from '../mend'
import { glueNamed, type GlueId } from '../reference/glues'
import { OPEN_TIME_SHARE } from '../reference/rates'
import type { Climate } from '../reference/shop-settings'
import { speciesNamed } from '../reference/species'
import { rackingFrom } from '../truing/diagonals'
import { fitClassOf } from '../wood/fit'

/** An answer to a question that came without a piece: one sentence, and its figures with how they were worked out. */
export interface Answer { readonly sentence: Phrase, readonly figures: readonly { readonly label: string, readonly figure: Figure }[] }

const figure = (value: number, unit: FigureUnit, rule: string, inputs: Figure['derivation']['inputs'], source: string): Figure => ({ value, unit, derivation: { rule, inputs, source, confidence: 'medium' } })
const typed = (label: string, value: number, unit: FigureUnit = 'mm') => input(label, value, unit, 'measured')

/** What fills a gap at a tenon's cheeks. Millimetres. */
export function shimAnswer(gapMm: number): Result<Answer> {
  if (gapMm < SHIM_LEAST_MM) return succeed({ sentence: say`${fitMm(gapMm)} is ${fitClassOf(gapMm).label}: glue alone will do.`, figures: [] })
  if (gapMm > SHIM_MOST_MM) return succeed({ sentence: say`${fitMm(gapMm)} is more than shims should fill: a new tenon.`, figures: [] })
  const { count, thicknessMm } = shimFor(gapMm)
  const shown = figure(thicknessMm, 'fit-mm', `(gap − 0.05 mm for the glue) / ${count}`, [typed('gap', gapMm, 'fit-mm')], 'mends')
  return succeed({ sentence: count === 2 ? say`${fitMm(thicknessMm)} of wood on each cheek, grain with the tenon.` : say`One shaving of ${fitMm(thicknessMm)}; it moves the rail over by ${fitMm(thicknessMm / 2)}.`, figures: [{ label: 'shim', figure: shown }] })
}

/** What spreads a tenon in a gap along the grain: kerfs and wedges in beech. Millimetres. */
export function wedgeAnswer(gapMm: number, lengthMm: number, widthMm: number): Result<Answer> {
  if (lengthMm < 11) return fail('too_short', 'A tenon under 11 mm has no room for a kerf.', 'length')
  if (gapMm < 0.15 || gapMm > 1.5) return succeed({ sentence: gapMm < 0.15 ? say`${fitMm(gapMm)} is too little to wedge.` : say`${fitMm(gapMm)} is more than a wedge can spread: a new tenon.`, figures: [] })
  const g = wedgeGeometry(gapMm, widthMm, lengthMm, 1.5, speciesNamed('Beech, European').values.stiffnessGPa.value * 1000, false)
  if (g.strain > g.strainLimit) return succeed({ sentence: say`It would split: the kerf would have to be ${mm(Math.ceil(g.depthNeededMm))} deep, and there is room for ${mm(g.kerfDepthMm)}.`, figures: [] })
  const inputs = [typed('gap', gapMm, 'fit-mm'), typed('tenon length', lengthMm), typed('tenon width', widthMm)]
  return succeed({
    sentence: say`${g.kerfs === 1 ? 'One kerf in the middle' : 'Two kerfs, 6 mm in from the edges'}, ${mm(g.kerfDepthMm)} deep${g.drillRoot ? ', their roots drilled' : ''}; ${g.kerfs === 1 ? 'a wedge' : 'wedges'} ${fitMm(g.thicknessMm)} at the thick end, ${mm(g.lengthMm)} long, set in by hand ${mm(Math.round(g.proudMm * 10) / 10)} proud.`,
    figures: [
      { label: 'wedge at its thick end', figure: figure(g.thicknessMm, 'fit-mm', 'kerf 0.8 mm + what it grows over the length it stands proud', inputs, 'wedges') },
      { label: 'kerf depth', figure: figure(g.kerfDepthMm, 'mm', 'tenon length − 3 mm', inputs, 'wedges') },
      { label: 'wedge length', figure: figure(g.lengthMm, 'mm', 'kerf depth + 1.5 mm that a mortise is usually deeper − 1 mm, or where the taper ends', inputs, 'wedges') },
    ],
  })
}

/** Hole, depth stop and bit steps for a dowel, from the thinner part across it and the thickness along the bore. Millimetres. */
export function dowelAnswer(dowelMm: number, acrossMm: number, alongMm: number): Result<Answer> {
  const wallMm = (acrossMm - dowelMm) / 2
  if (wallMm < wallNeededMm(dowelMm)) return succeed({ sentence: say`Too thick: it leaves ${mm(Math.max(0, wallMm))} of wall and wants ${mm(wallNeededMm(dowelMm))}.`, figures: [] })
  const depthMm = Math.floor(Math.min(2.5 * dowelMm, deepestMm(alongMm, dowelMm)))
  if (depthMm < 1.5 * dowelMm) return succeed({ sentence: say`Only ${mm(Math.max(0, depthMm))} deep before the bit comes out the other side: too short to hold.`, figures: [] })
  const inputs = [typed('dowel', dowelMm), typed('thickness along the bore', alongMm)]
  return succeed({
    sentence: say`Hole ${mm(dowelMm)} to ${fitMm(dowelMm + HAND_FIT_MM)}, stop at ${mm(depthMm + ROOM_FOR_GLUE_MM)}. An old one comes out in steps of ${bitSteps(dowelMm).map(b => `${b}`).join(', ')} and ${mm(dowelMm)}.`,
    figures: [
      { label: 'depth stop', figure: figure(depthMm + ROOM_FOR_GLUE_MM, 'mm', '2.5 diameters, or what leaves 3 mm beyond the bit’s point (0.3 diameters), + 1 mm for glue', inputs, 'dowels') },
      { label: 'wall left', figure: figure(wallMm, 'mm', '(thinner part − dowel) / 2, at least half the dowel and 3 mm', [typed('dowel', dowelMm), typed('thinner part', acrossMm)], 'dowels') },
    ],
  })
}

/** How long a glue is open now. */
export function openAnswer(glueId: GlueId, climate: Climate): Result<Answer> {
  const glue = glueNamed(glueId)
  const open = openTime(glue, climate)
  if (climate.nowC < glue.coldestC) return succeed({ sentence: say`Too cold for it: ${q(climate.nowC, 'C')}, and it wants ${q(glue.coldestC, 'C')}.`, figures: [{ label: 'open time', figure: open }] })
  return succeed({ sentence: say`${q(open.low!, 'min', open.high!)}, of which ${q(open.value * OPEN_TIME_SHARE, 'min')} may be used.`, figures: [{ label: 'open time', figure: open }] })
}

/** Pull on a shoulder, or pressure on a face, from its two sides. Millimetres. */
export function forceAnswer(kind: 'shoulder' | 'face', widthMm: number, heightMm: number, glueId: GlueId): Result<Answer> {
  const pressure = glueNamed(glueId).pressureMPa ?? [0.02, 0.1] as const
  const force = kind === 'shoulder' ? shoulderForce(widthMm * heightMm) : faceForce(widthMm * heightMm, pressure)
  return succeed({ sentence: say`${q(force.low!, 'kN', force.high!)}${kind === 'shoulder' ? '; more means something holds it off' : ', square to the face, spread by cauls'}.`, figures: [{ label: 'clamp force', figure: force }] })
}

/** How far a frame is out of square, from its diagonals and a side. Millimetres. */
export function squareAnswer(firstMm: number, secondMm: number, sideMm: number): Result<Answer> {
  const racking = rackingFrom(firstMm, secondMm, sideMm)
  if (!racking.ok) return racking
  const { lean, trueDiagonal, pull } = racking.value
  if (pull.value < 0.25) return succeed({ sentence: say`Square: both diagonals want to be ${mm(trueDiagonal.value)}.`, figures: [{ label: 'true diagonal', figure: trueDiagonal }] })
  return succeed({ sentence: say`${q(lean.value, 'deg')} out of square: pull across the longer diagonal until both read ${mm(trueDiagonal.value)}, ${fitMm(pull.value)} less.`, figures: [{ label: 'out of square', figure: lean }, { label: 'true diagonal', figure: trueDiagonal }, { label: 'pull', figure: pull }] })
}
