import { say, type Phrase } from '../measure/phrase'
import { isFlatFrame, isSatIn, isTable } from '../piece/facts'
import type { Piece } from '../piece/schema'
import type { FloorTest } from '../piece/words'
import { troublesOf } from '../condition/troubles'

/** One thing tried on the floor before it goes home. */
export interface FloorRow {
  readonly id: FloorTest
  readonly title: string
  readonly words: Phrase
}

/** A seat as high as this is a long way down, millimetres: weight goes on it by stages, and no person first. */
const HIGH_SEAT_MM = 550

const SEAT_ROLES: ReadonlySet<string> = new Set(['seat', 'front-rail', 'side-rail', 'seat-rung'])

/** What is tried on this piece, gentlest first; nobody sits on what carries a life before sandbags did. */
export function floorTestsFor(piece: Piece): FloorRow[] {
  if (isFlatFrame(piece)) return []
  const roles = new Set(piece.parts.filter(p => !p.missing).map(p => p.role))
  const hasArms = [...roles].some(r => r === 'arm')
  const hasBack = [...roles].some(r => ['back-post', 'crest-rail', 'bow', 'stick'].includes(r))
  const seatMm = Math.max(
    0,
    ...piece.parts.filter(p => SEAT_ROLES.has(p.role)).map(p => Math.min(...p.axis.map(a => a[1]))),
  )
  const isBroken = troublesOf(piece).some(t => t.kind === 'break')
  const rows: (FloorRow | false)[] = [
    {
      id: 'four-feet',
      title: 'On the flat board',
      words: say`All feet down on a flat board: press on each corner in turn, nothing lifts.`,
    },
    {
      id: 'no-movement',
      title: 'No movement',
      words: say`Every joint worked by hand once more, in each direction it can be worked: nothing ticks.`,
    },
    isSatIn(piece)
    && (seatMm >= HIGH_SEAT_MM || isBroken) && {
      id: 'sandbags',
      title: 'Sandbags first',
      words: say`Weight by stages, ten minutes each: a bag, two, what somebody weighs. Watch the mend from the side, nobody under or on it.`,
    },
    isTable(piece) && {
      id: 'sat-gently',
      title: 'Weight on an edge',
      words: say`A hand’s weight, then your own over one hand, at the middle of each edge and at the corners.`,
    },
    isSatIn(piece) && {
      id: 'sat-gently',
      title: 'Sat in gently',
      words: say`Sit down slowly, ready to stand: listen more than you look.`,
    },
    isSatIn(piece) && {
      id: 'rocked',
      title: 'Rocked',
      words: say`Sitting, a little weight to each side, forward and back: each direction once, ready to stand.`,
    },
    isTable(piece) && {
      id: 'rocked',
      title: 'Pushed sideways',
      words: say`A push at the top’s edge along and across, as one moves a table: it gives as one piece.`,
    },
    isSatIn(piece)
    && hasBack && {
      id: 'leaned-back',
      title: 'Leaned back',
      words: say`A slow lean against the back, all feet on the floor, somebody behind it.`,
    },
    isSatIn(piece)
    && hasArms && {
      id: 'arms',
      title: 'By its arms',
      words: say`Rise with both hands on the arms, then lift it by them.`,
    },
  ]
  return rows.filter((r): r is FloorRow => r !== false)
}
