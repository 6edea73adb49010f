import type { Command } from '../core/piece/commands'
import type { Piece } from '../core/piece/schema'
import { measured } from '../core/measure/measured'
import { newHold } from '../core/piece/new-hold'

const [RAIL, LEFT, RIGHT] = [
  'left-side-rail--left-back-post',
  'front-rail--left-front-leg',
  'front-rail--right-front-leg',
] as const

/** What the wiggle test of the schoolroom chair finds, in the order a hand goes round. */
export const wiggleTest = (piece: Piece): Command[] => [
  ...piece.joints.map((j): Command => ({
    do: 'test-joint',
    joint: j.id,
    state: j.id === RAIL ? 'gives' : j.id === LEFT || j.id === RIGHT ? 'swings' : 'solid',
  })),
  { do: 'set-direction', joint: RAIL, direction: 'pulls-out', on: true },
  { do: 'set-direction', joint: RAIL, direction: 'racks', on: true },
  { do: 'set-direction', joint: LEFT, direction: 'racks', on: true },
  { do: 'look-for', joint: RAIL, sign: 'amber-crumbs', look: 'seen' },
  { do: 'look-for', joint: RAIL, sign: 'white-line', look: 'not-there' },
  { do: 'look-for', joint: RAIL, sign: 'hidden-metal', look: 'not-there' },
  { do: 'set-old-glue', joint: RAIL, glue: 'protein' },
  { do: 'look-for', joint: LEFT, sign: 'dowel-stub', look: 'seen' },
  { do: 'look-for', joint: RIGHT, sign: 'dowel-stub', look: 'seen' },
  { do: 'look-for', joint: RIGHT, sign: 'hidden-metal', look: 'seen' },
  { do: 'add-hold', hold: newHold('screw', 'old-screw', RIGHT, { note: 'head in the leg' }) },
  { do: 'measure-clearance', joint: RAIL, where: 'cheek', measure: measured(0.08) },
  { do: 'measure-clearance', joint: RAIL, where: 'edge', measure: measured(0.55) },
  { do: 'set-bracing', bracing: { cornerBlocks: 'missing', webbing: 'never-had' } },
]

/** Gives the wiggle test to a running server, for screenshots and benchmarks. */
export async function playWiggleTest(url: string, id = 'schoolroom-chair'): Promise<void> {
  const { piece, version } = (await (await fetch(`${url}/api/pieces/${id}`)).json()) as {
    piece: Piece
    version: number
  }
  const entries = wiggleTest(piece).map((command, i) => ({
    id: `story-${String(i).padStart(4, '0')}`,
    at: new Date().toISOString(),
    by: 'demo',
    command,
  }))
  const answer = await fetch(`${url}/api/pieces/${id}/entries`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ seenVersion: version, entries }),
  })
  if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`)
}
