import { againLine, movedOnceMore } from '../condition/moved-again'
import { fitMm, say } from '../measure/phrase'
import { glueAreaMm2 } from '../piece/joint-area'
import { no, type Mend, type Verdict } from './mend'
import { jointIn, type WoodCase } from './wood-case'
import { before, cured, using, wet } from '../work'

/**
 * A joint that was glued in this repair and moves again: spread by a hair, the same glue run in, closed and clamped
 * once more.
 */
export const injectAgain: Mend<WoodCase> = {
  id: 'inject-again',
  decides: 'how far it moves now that the clamps are off',
  tools: ['reversed-clamp', 'needle', 'syringe', 'swab'],
  label: 'Spread, inject, close again',
  short: 'inject again',
  opens: false,
  undo: 'partly',
  place: { conserve: 1, everyday: 1, strength: 1 },
  consider,
}

/** A shoulder is spread no further: enough for a needle, and not for its neighbours, millimetres (low). */
const SPREAD_MM = 0.5
const INJECT_MIN = 2
/** What moves without swinging leaves about so much, and no more than the glue bridges, millimetres (low). */
const LEAVES_MM = 0.1

function consider(c: WoodCase): Verdict {
  const joint = jointIn(c)
  const state = c.piece.after[c.trouble.id]?.state ?? 'solid'
  if (state === 'swings' || state === 'apart') {
    return no(
      say`it ${state === 'apart' ? 'has come out' : 'swings'}: something held it off, or its fit is lost, and glue alone will not hold it. It has to come apart once more; it and what is beside it are tried anew as another job`,
    )
  }
  if (movedOnceMore(c.piece, joint.id)) {
    return no(say`it was injected already and still moves: it has to come apart once more, as another job`)
  }
  const leavesMm = Math.min(LEAVES_MM, c.glueGapMm)
  return {
    fits: true,
    reason: say`it ${state === 'solid' ? 'moved' : state} although it was glued: glue missed a place, or the shoulder was not home`,
    sizes: [],
    stock: [
      {
        id: 'syringe',
        serves: 'all',
        what: 'syringe and needle',
        count: 1,
        sizesMm: [],
        wood: '',
        note: 'needle 1 mm',
      },
    ],
    cautions: ['spreader'],
    leavesGapMm: leavesMm,
    removedCm3: 0,
    // Over glue that has set: it holds where wood was left bare, and no better.
    hold: state === 'gives' ? { low: 0.3, high: 0.65 } : { low: 0.5, high: 0.8 },
    design: {
      newWood: [],
      bores: [],
      glueLines: [
        { id: againLine(joint.id), words: say`once more`, areaMm2: glueAreaMm2(joint), gapMm: leavesMm, turn: 1 },
      ],
      pressing: [],
      closingMin: INJECT_MIN,
      strength: 'fair',
    },
    steps: [
      using(
        before(
          'look',
          4,
          say`Find where it moves: one hand on the shoulder, the other working the part. No bead there says that glue missed it.`,
        ),
        'needle',
      ),
      using(
        before(
          'spread',
          5,
          say`Spread the shoulder by ${fitMm(SPREAD_MM)} at most with a reversed clamp, its neighbours held by hand: they have just cured.`,
        ),
        'reversed-clamp',
      ),
      using(
        wet(
          'syringe',
          say`Run the same glue in from the highest point, work the joint until a bead shows all round, close it.`,
        ),
        'syringe',
        'swab',
      ),
      cured(
        'try',
        4,
        say`Feel it again once it has cured, and the joints beside it. If it still moves it has to open.`,
      ),
    ],
  }
}
