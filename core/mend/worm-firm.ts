import { inputOf } from '../measure/figure'
import { mm, q, say } from '../measure/phrase'
import { sectionAt, axisLengthMm } from '../piece/geometry'
import type { Fault } from '../piece/schema'
import { before, using, type Step } from '../work'
import { jointsBetween } from './end-case'
import { no, sizeMm, type Mend, type Verdict } from './mend'
import { faultOf, notYet, partIn, type WoodCase } from './wood-case'

type Worm = Extract<Fault, { kind: 'worm' }>

/**
 * Shares of the section lost up to which wood is only made firm, and up to which it is also patched, %
 * (docs/sources.md#fault-estimates, low).
 */
const FIRM_PCT = 15
const PATCH_PCT = 30
const SOAKS_MIN = 24 * 60
/** Consolidant for so much wood, as a share of its volume. */
const DRINKS = 0.15

/**
 * Worm long dead that has taken little: the channels soaked until the wood is firm again. It holds glue better, and
 * bears little more.
 */
export const wormFirm: Mend<WoodCase> = {
  id: 'worm-firm',
  decides: 'section lost up to 15 %, the worm old',
  tools: ['brush', 'syringe', 'swab', 'needle'],
  label: 'Made firm',
  short: 'made firm',
  opens: false,
  undo: 'no',
  place: { conserve: 1, everyday: 1, strength: 2 },
  consider: c => consider(c, false),
}

/** Worm that has eaten deeper: made firm, then the worst of it cut out and patched. */
export const wormPatched: Mend<WoodCase> = {
  id: 'worm-patched',
  decides: 'section lost from 15 to 30 %, away from joints',
  tools: ['brush', 'syringe', 'swab', 'needle', 'knife', 'chisel', 'block-plane', 'fine-saw'],
  label: 'Made firm, the worst patched',
  short: 'firm + patch',
  opens: false,
  undo: 'no',
  place: { conserve: 2, everyday: 2, strength: 3 },
  consider: c => consider(c, true),
}

function consider(c: WoodCase, patched: boolean): Verdict {
  const fault = faultOf(c) as Worm
  if (fault.live !== 'old') {
    return notYet(
      say`nobody has said that the worm is old: treat it or keep it apart first, and watch over paper for a month`,
    )
  }
  if (!fault.lostPct) return notYet(say`probe round the section: how much of it is lost decides`)
  const lost = fault.lostPct.value
  const part = partIn(c)
  const atMm = fault.along * axisLengthMm(part)
  const half = fault.lengthMm.value / 2
  const isAtJoint = jointsBetween(c, part, atMm - half, atMm + half).length > 0
  const most = isAtJoint ? FIRM_PCT : PATCH_PCT
  if (lost > most) {
    return no(
      say`${q(lost, '%')} of the section lost${isAtJoint ? ' at a joint' : ''}, over ${q(most, '%')}: new wood, not firmed old`,
    )
  }
  if (patched && lost <= FIRM_PCT) return no(say`${q(lost, '%')} lost: made firm it needs no patch`)
  if (!patched && lost > FIRM_PCT) {
    return no(say`${q(lost, '%')} lost, over ${q(FIRM_PCT, '%')}: firm alone it carries too little`)
  }
  const { widthMm, depthMm } = sectionAt(part, fault.along)
  const volumeCm3 = (widthMm * depthMm * fault.lengthMm.value) / 1000
  const deepMm = Math.max(3, ((Math.min(widthMm, depthMm) * lost) / 100) * 1.5)
  const drinksMl = Math.ceil(volumeCm3 * DRINKS)
  return {
    fits: true,
    reason: say`old worm, ${q(lost, '%')} of the section lost over ${mm(fault.lengthMm.value)}${patched ? say`: made firm, then ${mm(deepMm)} of the worst cut out and patched` : say`: made firm; it holds glue again and bears little more`}`,
    sizes: patched
      ? [
          sizeMm('length', 'patch, along the grain', fault.lengthMm.value, 'as long as the worst of it', [
            inputOf('worm', fault.lengthMm, 'mm'),
          ]),
          sizeMm(
            'thickness',
            'recess, deep',
            deepMm,
            '1.5 × the share lost × the thickness, 3 mm at least: to where a needle no longer goes in',
            [inputOf('lost', fault.lostPct, '%')],
          ),
        ]
      : [],
    stock: patched
      ? [
          {
            id: 'patch',
            serves: 'each',
            what: 'patch',
            count: 1,
            sizesMm: [deepMm, Math.min(widthMm, depthMm) * 0.8, fault.lengthMm.value],
            wood: part.species,
            note: 'grain and rings as the part’s; let in after the wood is firm',
          },
        ]
      : [],
    steps: steps(patched, deepMm, drinksMl),
    cautions: ['solvent'],
    leavesGapMm: 0,
    removedCm3: patched ? (deepMm * Math.min(widthMm, depthMm) * 0.8 * fault.lengthMm.value) / 1000 : 0,
    hold: patched ? { low: 0.6, high: 0.85 } : { low: 0.65, high: 0.88 },
  }
}

const steps = (patched: boolean, deepMm: number, drinksMl: number): Step[] => [
  using(before('dust', 10, say`Draw the dust out of the channels; no water.`), 'needle', 'brush'),
  {
    ...using(
      before(
        'soak',
        25,
        say`Thin consolidant into the channels, end grain and flight holes first, about ${String(drinksMl)} ml in all, again and again until it drinks no more; its label says how thin, and what to wear.`,
      ),
      'syringe',
      'brush',
      'swab',
    ),
    waitMin: SOAKS_MIN,
  },
  ...(patched
    ? [
        using(
          before(
            'recess',
            20,
            say`Cut out the worst, ${mm(deepMm)} deep, flat at the bottom, sides leaning in, to where a needle no longer goes in.`,
          ),
          'knife',
          'chisel',
        ),
        {
          ...using(
            before('patch', 20, say`Let in a patch, its grain along the part, pressed; half a millimetre proud.`),
            'fine-saw',
            'block-plane',
            'brush',
          ),
          waitMin: 12 * 60,
        },
        using(before('level', 6, say`Bring it down with the grain.`), 'block-plane'),
      ]
    : [using(before('fill', 6, say`Flight holes that show are filled with coloured wax, the rest are left.`), 'swab')]),
]
