import { closedIn, type Stage, type Staging } from '../glueup'
import { input, type Figure } from '../measure/figure'
import type { Piece, PieceEvent } from '../piece/schema'

/** How a stage’s rehearsal is told: all that is closed in it. */
export const rehearsedFacts = (stage: Pick<Stage, 'joints' | 'wood'>): string[] =>
  closedIn(stage).map(line => `${line}/rehearsed`)

/** The last time just this stage was gone through; another split of the same joints was another stage. */
function rehearsalOf(piece: Piece, stage: Stage): PieceEvent | undefined {
  const facts = rehearsedFacts(stage)
  return piece.events.findLast(
    e => e.kind === 'rehearsed' && e.of.length === facts.length && facts.every(f => e.of.includes(f)),
  )
}

/** Two goes at the same thing differ by about so much (low). */
const AGAIN_SHARE = 0.1

/**
 * The stages with what a rehearsal took in the place of the table’s minutes: it was closed, clamped and checked dry,
 * so only the spreading is still the table’s.
 */
export function withRehearsals(
  piece: Piece,
  staging: Staging,
  usableMin: (stage: Stage) => number,
  isGlued: (stage: Stage) => boolean,
): Staging {
  const stages = staging.stages.map((stage) => {
    const event = rehearsalOf(piece, stage)
    return event ? rehearsed(stage, event) : stage
  })
  if (stages.every((s, i) => s === staging.stages[i])) return staging
  const fits = stages.every(s => isGlued(s) || (s.working.value <= usableMin(s) && s.unserved.length === 0))
  return { ...staging, stages, fits }
}

function rehearsed(stage: Stage, { at, tookMin }: PieceEvent): Stage {
  const { spread, close, clamp, check } = stage.minutes
  const pace = tookMin! / (close + clamp + check)
  return {
    ...stage,
    minutes: { spread, close: close * pace, clamp: clamp * pace, check: check * pace },
    working: workingAs(stage.working, spread, tookMin!, at),
    rehearsal: { at, tookMin: tookMin!, tableMin: stage.working.value },
  }
}

function workingAs(table: Figure, spreadMin: number, tookMin: number, at: string): Figure {
  const value = spreadMin + tookMin
  return {
    value,
    low: value * (1 - AGAIN_SHARE),
    high: value * (1 + AGAIN_SHARE),
    unit: 'min',
    derivation: {
      rule: 'spreading + what the rehearsal took from the first joint to the last check',
      inputs: [
        input('spreading', spreadMin, 'min', 'table'),
        input(`rehearsed ${at.replace('T', ' ')}`, tookMin, 'min', 'measured'),
        input('what the table says of all of it', table.value, 'min', 'table'),
      ],
      source: 'working-rates',
      confidence: 'medium',
    },
  }
}
