import type { Piece } from '../core/piece/schema'
import { begin, fault, gap, give, glue, intake, look, made, measured, metal, missing, sizes, tested, way } from './kit'

/**
 * A leg kicked out, its corner split by an old screw; construction adhesive and brads out of register; old worm in
 * another leg.
 */
export function writingTable(): Piece {
  const start = begin('pursers-table', 'Purser’s writing table', 'table', [
    intake({
      customer: 'The ferry’s purser',
      ask: 'It was dragged. Stand it straight again; the top has been polished and stays.',
      age: 'old',
      worth: 'valued',
      finish: 'shellac',
      due: '2026-03-16T12:00',
    }),
    { do: 'set-species', species: 'Walnut, European' },
    ...sizes({ height: 742, length: 884, width: 526, legSize: 43, apronHeight: 112, overhang: 28, footSize: 26 }),
  ])
  const corner = 'front-apron--right-front-leg'
  return give(
    tested(start, {
      swings: [corner],
      gives: ['right-apron--right-front-leg'],
      ticks: ['right-apron--right-back-leg'],
    }),
    [
      ...way(corner, 'racks', 'pulls-out'),
      look(corner, 'crack-at-fastener'),
      look(corner, 'bead-outside'),
      look(corner, 'hurried-repair'),
      glue(corner, 'construction'),
      metal('old-screw', corner, 'snapped-screw', 'flush in the leg'),
      metal('brad-1', corner, 'brad'),
      metal('brad-2', corner, 'brad', '', true),
      gap(corner, 'cheek', 0.9),
      gap(corner, 'edge', 0.3),
      glue('right-apron--right-front-leg', 'construction'),
      gap('right-apron--right-front-leg', 'cheek', 0.35),
      fault({
        kind: 'split',
        id: 'corner-split',
        part: 'right-front-leg',
        along: 0.9,
        turnDeg: 0,
        joint: corner,
        crosses: [],
        runsOut: 'not-seen',
        lengthMm: measured(96),
        openMm: measured(0.8),
        note: 'starts at the old screw',
      }),
      fault({
        kind: 'earlier-repair',
        id: 'adhesive',
        part: 'front-apron',
        along: 0.96,
        turnDeg: 0,
        joint: corner,
        glue: 'construction',
        metal: 'brad',
        offMm: null,
        leanDeg: null,
        register: 'out-of-register',
        holds: 'lets-go',
        note: 'stands 2 mm proud',
      }),
      fault({
        kind: 'worm',
        id: 'worm',
        part: 'left-back-leg',
        along: 0.12,
        turnDeg: 0,
        lengthMm: measured(130),
        lostPct: measured(18),
        live: 'old',
        note: '',
      }),
      {
        do: 'keep-note',
        note: {
          id: 'feet',
          at: '2026-03-05T08:52',
          text: 'Feet are not in a rectangle: the diagonals over them differ by 14 mm.',
        },
      },
    ],
  )
}

/** Racked: a loose board in place of webbing, blocks and a stretcher gone, dowels snapped. */
export function waitingBench(): Piece {
  const start = begin('ferry-bench', 'Ferry waiting bench', 'upholstered-frame', [
    intake({
      customer: 'The ferry office',
      ask: 'Twelve people a day sit on it. Webbing and cover are ordered for afterwards.',
      age: 'modern',
      worth: 'everyday',
      finish: 'varnish',
      upholstery: 'stuffed',
      due: '2026-03-10T16:00',
    }),
    ...sizes({ seatHeight: 402, width: 1184, depth: 436, legSize: 50, railHeight: 88 }),
    ...made({ stretchers: 'h', blocks: 'screwed', crossRails: 1 }),
    missing('long-stretcher'),
    missing('left-front-block'),
    missing('right-back-block'),
  ])
  const snapped = ['front-rail--left-front-leg', 'front-rail--right-front-leg']
  return give(
    tested(start, {
      swings: snapped,
      gives: ['left-side-rail--left-front-leg', 'back-rail--right-back-leg'],
      ticks: ['right-side-rail--right-front-leg'],
    }),
    [
      ...snapped.flatMap(j => [look(j, 'dowel-stub'), ...way(j, 'racks')]),
      gap('left-side-rail--left-front-leg', 'round', 0.22),
      gap('back-rail--right-back-leg', 'round', 0.19),
      { do: 'set-bracing', bracing: { cornerBlocks: 'missing', webbing: 'board-instead' } },
      fault({
        kind: 'loss',
        id: 'chewed',
        part: 'front-rail',
        along: 0.62,
        turnDeg: 0,
        lengthMm: measured(55),
        widthMm: measured(14),
        depthMm: measured(9),
        note: 'tack holes torn into one',
      }),
    ],
  )
}
