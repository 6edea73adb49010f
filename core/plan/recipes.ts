import { recipeFor, sawingRecipe, type Recipe } from '../glue'
import { findingOf, partOf } from '../piece/facts'
import type { Joint, Piece } from '../piece/schema'
import { isMetal } from '../hardware'
import { phraseText } from '../measure/phrase'
import type { Move, TakeApart } from '../takeapart'
import { jointOf, type Job } from './job'

/**
 * How the old glue of each joint that opens is let go, by joint: from its glue, the finish and wood of both parts,
 * the stuffing, the school and the shop.
 */
export function recipesOf(job: Job, apart: TakeApart): Readonly<Record<string, Recipe>> {
  const joints = apart.moves.flatMap(m => m.undo).map(id => jointOf(job.piece, id))
  return Object.fromEntries(
    joints.map(j => [
      j.id,
      apart.sawn.includes(j.id) ? sawingRecipe(findingOf(job.piece, j.id).oldGlue) : recipeAt(job, j),
    ]),
  )
}

function recipeAt({ piece, school, shop }: Job, joint: Joint): Recipe {
  const parts = [joint.enters, joint.receives].map(id => partOf(piece, id))
  return recipeFor({
    glue: findingOf(piece, joint.id).oldGlue,
    age: piece.intake.age,
    mendedBefore: isMendedBefore(piece, joint),
    elsewhere: piece.joints
      .filter(j => j.id !== joint.id && !isMendedBefore(piece, j))
      .map(j => findingOf(piece, j.id).oldGlue),
    finishes: parts.map(p => p.finish ?? piece.intake.finish),
    woods: parts.map(p => p.species),
    loose: ['gives', 'swings'].includes(findingOf(piece, joint.id).state),
    stuffed: piece.intake.upholstery === 'stuffed',
    metal: piece.holds.some(
      h => h.on.kind === 'joint' && h.on.id === joint.id && isMetal(h.kind) && h.state !== 'gone',
    ),
    school,
    leftOut: shop.roundsLeftOut ?? [],
  })
}

const isMendedBefore = (piece: Piece, joint: Joint): boolean =>
  piece.faults.some(f => f.kind === 'earlier-repair' && f.joint === joint.id)

/** Joints of a move that come undone in the same rounds. */
export interface Alike {
  readonly joints: readonly string[]
  readonly recipe: Recipe
}

/** What is to be undone for a move, joints with the same rounds together. */
export function recipesAlike(move: Pick<Move, 'undo'>, recipes: Readonly<Record<string, Recipe>>): Alike[] {
  const groups = new Map<string, { joints: string[], recipe: Recipe }>()
  for (const joint of move.undo) {
    const recipe = recipes[joint]
    if (!recipe || recipe.rounds.length === 0) continue
    const key = recipe.rounds.map(r => `${r.id} ${r.chance} ${r.shield ? phraseText(r.shield) : ''}`).join(';')
    const known = groups.get(key)
    if (known) known.joints.push(joint)
    else groups.set(key, { joints: [joint], recipe })
  }
  return [...groups.values()]
}
