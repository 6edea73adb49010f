import { jointCase, sheetOfJoint, sheetOfWood } from '../mend'
import type { Piece } from '../piece/schema'
import type { Sheet } from '../sheet'
import { chosenWork, mendShort } from './chosen'
import type { Plan } from './plan'
import { troubleName } from './trouble-words'

/**
 * The sheet of the mend chosen for a trouble, by the trouble’s id; null where none was chosen, or where it draws
 * nothing.
 */
export function sheetFor(piece: Piece, plan: Plan, id: string): Sheet | null {
  const trouble = plan.troubles.find(t => t.id === id)
  if (!trouble) return null
  const name = trouble.tag || troubleName(piece, trouble)
  const mend = plan.mends.find(m => `joint:${m.joint}` === id)
  const joint = piece.joints.find(j => j.id === mend?.joint)
  const work = mend && chosenWork(mend)
  if (mend?.chosen && joint && work) {
    return sheetOfJoint(
      jointCase(piece, joint, plan.school, 0),
      mend.chosen,
      work,
      `${piece.title}, ${name}: ${mendShort(mend)}`,
    )
  }
  const inWood = plan.woodMends.find(m => m.trouble === id)
  const done = inWood && chosenWork(inWood)
  if (!inWood?.chosen || !done) return null
  const short = inWood.options.find(o => o.id === inWood.chosen)!.short
  return sheetOfWood(
    { piece, trouble, school: plan.school, glueGapMm: 0 },
    inWood.chosen,
    done,
    `${piece.title}, ${name}: ${short}`,
  )
}
