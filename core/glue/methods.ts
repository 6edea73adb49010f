import { joined, say, type Phrase } from '../measure/phrase'
import type { Finish, OldGlue } from '../piece/words'
import type { CautionId } from '../reference/cautions'
import { minutesOfRecipe, recipeFor } from './release'
import { ROUND_IDS, ROUNDS } from '../reference/rounds'

/** Glues that let go of the wood without a saw: what was stuck with them can be set right. */
export const letsGo = (glue: OldGlue): boolean =>
  glue !== 'unknown'
  && (glue === 'none' || ROUND_IDS.some(id => !ROUNDS[id].harsh && (ROUNDS[id].lets[glue] ?? 0) >= 50))

export interface MethodChoice {
  readonly how: Phrase
  readonly soakMin: number
  readonly cautions: readonly CautionId[]
}

/**
 * How a known glue is undone where only its place on one part is known, in a few words: the rounds one after another.
 */
export function methodFor(glue: OldGlue, finish: Finish, species: string): MethodChoice {
  if (glue === 'none') return { how: say`nothing to undo: it is dry`, soakMin: 0, cautions: [] }
  const recipe = recipeFor({
    glue,
    age: 'unknown',
    mendedBefore: false,
    elsewhere: [],
    finishes: [finish],
    woods: [species],
    stuffed: false,
    metal: false,
    school: 'everyday',
    leftOut: [],
  })
  const rounds = recipe.rounds.map(r => (r.shield ? say`${r.row.label} (${r.shield})` : say`${r.row.label}`))
  return {
    how: joined(rounds, ', then '),
    soakMin: Math.round(minutesOfRecipe(recipe).wait.usual),
    cautions: recipe.cautions,
  }
}
