import { methodFor } from '../glue/methods'
import { figureOf, inputOf } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { isHeldByHardware, isMetal } from '../hardware'
import { findingOf, isFaulty, tagOf } from '../piece/facts'
import type { EarlierRepair } from '../piece/schema'
import { before, using } from '../work'
import { no, type Mend, type Verdict } from './mend'
import { faultOf, jointIn, notYet, partIn, type WoodCase } from './wood-case'

/**
 * An earlier repair at a joint that opens: its glue taken off to the wood and the joint tried dry in its old line,
 * before its own mend.
 */
export const undoAtJoint: Mend<WoodCase> = {
  id: 'undo-at-joint',
  decides: 'whether its joint opens, what metal is in it',
  tools: ['thin-blade', 'scraper', 'swab', 'batten', 'warm-air', 'pencil'],
  label: 'Undone with its joint',
  short: 'undone',
  opens: false,
  undo: 'yes',
  place: { conserve: 1, everyday: 1, strength: 1 },
  isFor: c => repairIn(c).joint !== null,
  consider,
}

const repairIn = (c: WoodCase): EarlierRepair => faultOf(c) as EarlierRepair

function consider(c: WoodCase): Verdict {
  const repair = repairIn(c)
  const joint = jointIn(c)
  const tag = tagOf(joint)
  if (isHeldByHardware(c.piece, joint)) {
    return no(say`${tag} is held by hardware: it is set back where it belongs with that, by hand`)
  }
  if (!isFaulty(findingOf(c.piece, joint.id).state)) {
    return no(say`${tag} holds: what stands out of line there is put right with the joint’s own mend, if it is wanted`)
  }
  if (repair.glue === 'unknown') {
    return notYet(say`nobody knows its glue: a warm damp swab on a crumb tells how it comes off`)
  }
  const isTold = c.piece.holds.some(
    h =>
      isMetal(h.kind)
      && ((h.on.kind === 'joint' && h.on.id === joint.id) || (h.on.kind === 'fault' && h.on.id === repair.id)),
  )
  if (repair.metal !== null && !isTold) {
    return notYet(
      say`there is ${repair.metal.replaceAll('-', ' ')} in it: tell it at ${tag}, so that it comes out before the joint is moved`,
    )
  }
  const method = methodFor(repair.glue, partIn(c).finish ?? c.piece.intake.finish, partIn(c).species)
  return {
    fits: true,
    reason: say`${tag} opens, and the repair comes off with it`,
    sizes: repair.offMm
      ? [
          {
            id: 'moves-back',
            label: 'moves back by',
            figure: figureOf(
              repair.offMm.value,
              'mm',
              'what it stands off its old line',
              [inputOf('stands off by', repair.offMm, 'mm')],
              'breaks',
              'medium',
            ),
          },
        ]
      : [],
    stock: [],
    steps: [
      {
        ...using(
          before(
            'off',
            12,
            say`With ${tag} apart, the ${repair.glue} glue off both faces to bare wood: ${method.how}. No wood with it.`,
          ),
          'warm-air',
          'thin-blade',
          'scraper',
        ),
        ...(method.soakMin > 0 ? { waitMin: method.soakMin } : {}),
      },
      using(
        before(
          'line',
          6,
          say`Close ${tag} dry against a batten on two faces${repair.offMm ? say`: it comes back by ${mm(repair.offMm.value)}` : say``}. If it still stands off, a lump is left, or its tenon was pared: measure its cheeks anew before it is mended.`,
        ),
        'batten',
        'swab',
      ),
    ],
    cautions: method.cautions,
    leavesGapMm: 0,
    removedCm3: 0,
    hold: { low: 0.7, high: 0.92 },
  }
}
