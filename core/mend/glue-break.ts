import { ALONG_DEG, CLOSES_MM, LOST_MUCH_PCT, readBreak } from '../condition/breaks'
import { fitMm, q, say, type Phrase } from '../measure/phrase'
import { isMetal, WAYS_OUT } from '../hardware'
import type { Break, Hold } from '../piece/schema'
import { READ_WITHIN_MM } from '../wood/fit'
import { no, type Mend, type Verdict, type Work } from './mend'
import { pressBreak } from './press'
import { breakOf, notYet, partIn, type WoodCase } from './wood-case'
import { before, using, wet } from '../work'

/** A break along the fibres, glued and nothing else: its long grain holds as the wood did. */
export const glueBreak: Mend<WoodCase> = {
  id: 'glue-break',
  decides: 'angle of the break to the fibres at worst, gap when pressed, what carries',
  tools: [
    'needle',
    'thin-blade',
    'swab',
    'pencil',
    'brush',
    'strap',
    'batten',
    'nippers',
    'driver',
    'pliers',
    'drill',
    'bit',
    'chisel',
    'hollow-cutter',
    'punch',
    'spanner',
    'staple-lifter',
    'mallet',
    'levers',
    'tack-lifter',
  ],
  label: 'Glue alone',
  short: 'glued',
  opens: false,
  undo: 'partly',
  place: { conserve: 1, everyday: 1, strength: 2 },
  consider,
}

/** What no glue mends, whatever goes through the break; null where the faces will do. */
export function spoiltFace(fault: Break): Verdict | null {
  if (fault.surface === 'crumbling') return no(say`its faces crumble: cut back to sound wood first`)
  if (fault.gapMm !== null && fault.gapMm.value > MOST_OPEN_MM) {
    return no(say`${fitMm(fault.gapMm.value)} stay open when it is pressed: folded fibres or lost wood hold it off`)
  }
  return null
}
/** Wider than this a break has not closed, and no glue is to fill it, millimetres (docs/sources.md#breaks, low). */
const MOST_OPEN_MM = 0.8

/** What has to be looked at before anything is decided about a break; null where it has been. */
export function lookFirst(c: WoodCase, fault: Break): Verdict | null {
  if (fault.through.includes('screw') && metalIn(c, fault).length === 0) {
    return notYet(say`a screw goes through it: say at the break what it is, for how it comes out decides`)
  }
  if (fault.surface === 'not-looked') {
    return notYet(say`nobody has looked at its faces: clean, fibrous, ragged or crushed`)
  }
  if (fault.angleDeg.basis === 'assumed') return notYet(say`its angle to the part is only assumed: lay a bevel on it`)
  if (fault.gapMm === null) return notYet(say`press it together and measure what stays open`)
  return null
}

/** Metal in a break or in the joint it runs through, as somebody recorded it and not taken out yet. */
function metalIn(c: WoodCase, fault: Break): Hold[] {
  return c.piece.holds.filter(
    h =>
      isMetal(h.kind)
      && h.state !== 'gone'
      && ((h.on.kind === 'fault' && h.on.id === fault.id) || (h.on.kind === 'joint' && h.on.id === fault.joint))
      && !c.piece.events.some(e => e.kind === 'hold-out' && e.of.includes(`hold:${h.id}`)),
  )
}

function consider(c: WoodCase): Verdict {
  const fault = breakOf(c)
  const part = partIn(c)
  const spoilt = spoiltFace(fault)
  if (spoilt) return spoilt
  const reading = readBreak(c.piece, fault)
  const worst = reading.fibre.high ?? reading.fibre.value
  if (fault.angleDeg.basis === 'measured' && worst > ALONG_DEG) {
    return no(
      say`${q(worst, 'deg')} to the fibres at worst, over ${q(ALONG_DEG, 'deg')}: end grain holds little, so something has to pass through it`,
    )
  }
  const unseen = lookFirst(c, fault)
  if (unseen) return unseen
  const lost = fault.lostPct?.value ?? 0
  if (lost > LOST_MUCH_PCT || fault.surface === 'crushed') return no(say`too much of its face is gone for glue alone`)
  if (!fault.fibreDeg && !part.grainOneIn) return notYet(say`the slope of the grain there decides: 1 in how much`)
  const gapMm = fault.gapMm!.value
  if (gapMm > CLOSES_MM) return no(say`${fitMm(gapMm)} stay open: glue alone wants it closed to ${fitMm(CLOSES_MM)}`)
  if (gapMm > c.glueGapMm + READ_WITHIN_MM + 1e-9) {
    return no(say`the glue bridges ${fitMm(c.glueGapMm)}, it closes to ${fitMm(gapMm)}`)
  }
  return {
    fits: true,
    reason: say`${q(worst, 'deg')} to the fibres at worst, and it closes to ${fitMm(gapMm)}`,
    ...faceWork(c, 'good'),
  }
}

/**
 * The worst angle of a break to the fibres, where it is looked at, its faces will do and it lies flat enough to them;
 * else why not.
 * @param because what a steeper one is refused for, told after the figures
 */
export function flatToFibres(c: WoodCase, steepestDeg: number, because: Phrase): number | Verdict {
  const fault = breakOf(c)
  const refused = spoiltFace(fault) ?? lookFirst(c, fault)
  if (refused) return refused
  const { fibre } = readBreak(c.piece, fault)
  const worstDeg = fibre.high ?? fibre.value
  if (worstDeg > steepestDeg) {
    return no(say`${q(worstDeg, 'deg')} to the fibres at worst, over ${q(steepestDeg, 'deg')}: ${because}`)
  }
  return worstDeg
}

/** Cleaning, closing and pressing of a break's own faces, as every mend of it begins. */
export function faceWork(
  c: WoodCase,
  strength: 'good' | 'fair',
): Work & { readonly design: NonNullable<Work['design']> } {
  const fault = breakOf(c)
  const part = partIn(c)
  const area = readBreak(c.piece, fault).glueArea
  const steep = fault.angleDeg.value >= 45
  return {
    sizes: [{ id: 'glue-face', label: 'glue face', figure: area }],
    stock: [],
    steps: [
      ...metalIn(c, fault).map(h =>
        using(
          before(
            `out-${h.id}`,
            WAYS_OUT[h.kind].minutes,
            say`${WAYS_OUT[h.kind].label[0]!.toUpperCase()}${WAYS_OUT[h.kind].label.slice(1)} out first: ${WAYS_OUT[h.kind].way} If it will not come: ${WAYS_OUT[h.kind].otherwise}`,
          ),
          ...WAYS_OUT[h.kind].tools,
        ),
      ),
      using(
        before(
          'clean',
          12,
          say`Pick out splinters and old glue; unfold bent fibres with a wet needle. Sand nothing: the faces find each other only as they broke.`,
        ),
        'needle',
        'thin-blade',
        'swab',
      ),
      using(
        before('mark', 8, say`Close it dry and mark across it in two places, so that it goes home the same way.`),
        'pencil',
      ),
      using(
        wet('spread', say`Glue on both faces, worked in with a stiff brush; on end grain twice, five minutes apart.`),
        'brush',
      ),
      using(
        wet(
          'press',
          steep
            ? say`Press it along the part; tape or a splint across, for its slope wants to slide. Straight from front and side before it sets.`
            : say`Press it square to its face, blocks padded; a stop at each end keeps it from creeping.`,
        ),
        'strap',
        'batten',
        'swab',
      ),
    ],
    cautions: [],
    leavesGapMm: fault.gapMm?.value ?? 0,
    removedCm3: 0,
    hold: strength === 'good' ? { low: 0.65, high: 0.9 } : { low: 0.55, high: 0.85 },
    design: {
      newWood: [],
      bores: [],
      glueLines: [
        {
          id: `${c.trouble.id}/face`,
          words: say`its faces`,
          areaMm2: area.value,
          gapMm: fault.gapMm?.value ?? 0,
          turn: 1,
        },
      ],
      pressing: pressBreak(part, fault, area.value),
      closingMin: 1,
      strength,
    },
  }
}
