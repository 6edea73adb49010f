import { bracingAsked, drawsBlocks } from '../condition/bracing'
import { faultyJoints, tagOf } from '../piece/facts'
import type { Piece } from '../piece/schema'
import { CAUSES } from './causes'
import { diagnose } from './rank'

/** What the pattern over all joints says about the piece as a whole. */
export interface WholePieceReading {
  /** True once a whole-piece cause is likelier than not for at least one joint. */
  readonly needsAnswer: boolean
  readonly sentence: string
  readonly answers: readonly string[]
}

const LIKELY = 0.5

export function readWholePiece(piece: Piece): WholePieceReading {
  const faulty = faultyJoints(piece)
  const likely = CAUSES.filter(c => c.wholePiece)
    .map(c => ({
      cause: c,
      joints: faulty.filter(j => (diagnose(piece, j).causes.find(r => r.cause === c.id)?.probability ?? 0) >= LIKELY),
    }))
    .filter(x => x.joints.length > 0)
  if (likely.length === 0) {
    const unlooked
      = piece.bracing.cornerBlocks === 'not-looked'
        && bracingAsked(piece).blocks
        && !drawsBlocks(piece)
        && faulty.length > 1
    return {
      needsAnswer: false,
      answers: [],
      sentence: unlooked
        ? 'Look under the seat: whether the corner blocks are there decides between a bad joint and a frame without bracing.'
        : 'Nothing points to the frame as a whole: each joint has its own reason.',
    }
  }
  const explained = new Set(likely.flatMap(x => x.joints.map(j => j.id)))
  const left = faulty.filter(j => !explained.has(j.id)).map(tagOf)
  return {
    needsAnswer: true,
    answers: likely.map(x => x.cause.answer),
    sentence:
      likely.map(x => `${x.cause.label} explains ${x.joints.map(tagOf).join(', ')}.`).join(' ')
      + (left.length > 0 ? ` It does not explain ${left.join(', ')}.` : ''),
  }
}
