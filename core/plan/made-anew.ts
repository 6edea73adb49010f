import { holdsOf, isMetal, isOfItsMake, type HeldBy } from '../hardware'
import type { Stock } from '../mend'
import type { Piece } from '../piece/schema'
import type { Stage } from '../glueup'
import type { TakeApart } from '../takeapart'
import { chosenWork } from './chosen'
import { jointOf } from './job'
import type { JointMend } from './plan'

/**
 * What the joints a stage closes with glue are made with besides it, and goes in when they are closed: screws as they
 * were, pins and wedges new.
 */
export function goesInto(piece: Piece, apart: TakeApart, stage: Pick<Stage, 'joints' | 'dry'>): HeldBy[] {
  const inPlace = new Set(apart.decisions.filter(d => d.decision === 'mend-in-place').map(d => d.joint))
  return stage.joints
    .filter(id => !stage.dry.includes(id) && !inPlace.has(id))
    .map(id => jointOf(piece, id))
    .flatMap(j => holdsOf(piece, j).filter(h => isOfItsMake(j, h.kind)))
}

/** What is made of wood for a joint that is closed again; a key is cut with its mend. */
const ANEW = {
  'wedge': {
    id: 'wedge',
    what: 'wedge',
    wood: 'as the old one, or oak; split not sawn',
    note: 'as wide as the tenon and as thick as its kerf asks, tried in it dry; longer, and sawn off',
  },
  'wooden-pin': {
    id: 'pin',
    what: 'pin',
    wood: 'straight-grained, as hard as the frame; split not sawn',
    note: 'to the old hole, shaved and tried dry; longer, and cut flush',
  },
} as const
const isAnew = (h: HeldBy): h is HeldBy & { readonly kind: keyof typeof ANEW } => !isMetal(h.kind) && h.kind in ANEW

/** The pins and wedges that have to lie ready besides those the mends ask for, by the trouble they are for. */
export function anewFor(
  piece: Piece,
  apart: TakeApart,
  stages: readonly Pick<Stage, 'joints' | 'dry'>[],
  mends: readonly JointMend[],
): (Stock & { readonly troubles: readonly string[] })[] {
  const ofItsMend = (joint: string) =>
    mends.filter(m => m.joint === joint).flatMap(m => (chosenWork(m)?.stock ?? []).map(s => s.id))
  return stages
    .flatMap(stage => goesInto(piece, apart, stage))
    .filter(isAnew)
    .filter(h => !ofItsMend(h.joint).includes(ANEW[h.kind].id))
    .map((h) => {
      const across = piece.holds.find(own => own.id === h.id)?.diameterMm
      return {
        ...ANEW[h.kind],
        serves: 'each',
        count: h.count,
        sizesMm: across ? [across.value] : [],
        troubles: [`joint:${h.joint}`],
      }
    })
}
