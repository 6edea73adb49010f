import type { Piece, SetOf } from '../core/piece/schema'
import { anotherMember } from '../core/piece/sets'
import {
  begin,
  DEMO_DAY,
  edit,
  fault,
  gap,
  give,
  glue,
  inches,
  intake,
  look,
  made,
  measured,
  metal,
  missing,
  sizes,
  tested,
  way,
} from './kit'

/** Just taken in: measured, described, not yet tested. */
export const schoolroom = (): Piece =>
  begin('schoolroom-chair', 'Schoolroom side chair', 'framed-chair', [
    intake({
      customer: 'The school',
      ask: 'Stop it rocking; it squeaks in assembly. Finish stays as it is.',
      age: 'old',
      worth: 'valued',
      finish: 'shellac',
      upholstery: 'drop-in',
      due: '2026-03-12T16:00',
    }),
    ...sizes({
      seatHeight: inches(17.25),
      backHeight: 862,
      frontWidth: 425,
      backWidth: inches(14.125),
      depth: 398,
      legSize: inches(1.4375),
    }),
    ...made({ frontRail: 'dowel', stretchers: 'none', slats: 2 }),
  ])

const RAIL_BACK = 'right-side-rail--right-back-post'
const STRETCHER = 'left-stretcher--left-front-leg'
/** In clamps since this morning. */
export function vestry(): Piece {
  const start = begin('vestry-chair', 'Chapel vestry chair', 'framed-chair', [
    intake({
      customer: 'The chapel',
      ask: 'Right side has come loose. Old, to be kept as it is.',
      age: 'old',
      worth: 'valued',
      finish: 'wax',
      school: 'conserve',
      due: '2026-03-09T12:00',
    }),
    ...sizes({
      seatHeight: 452,
      backHeight: 935,
      frontWidth: 462,
      backWidth: 402,
      depth: 421,
      legSize: 40,
      stretcherHeight: 150,
      rake: 11,
    }),
    ...made({ stretchers: 'h', slats: 3 }),
  ])
  return give(tested(start, { gives: [RAIL_BACK], ticks: [STRETCHER] }), [
    ...way(RAIL_BACK, 'pulls-out'),
    look(RAIL_BACK, 'amber-crumbs'),
    look(RAIL_BACK, 'white-line', 'not-there'),
    look(RAIL_BACK, 'hidden-metal', 'not-there'),
    glue(RAIL_BACK, 'protein'),
    gap(RAIL_BACK, 'cheek', 0.12),
    gap(RAIL_BACK, 'edge', 0.2),
    glue(STRETCHER, 'protein'),
    gap(STRETCHER, 'cheek', 0.08),
    look('crest-rail--left-back-post', 'split', 'not-there'),
    { do: 'set-bracing', bracing: { cornerBlocks: 'sound', webbing: 'never-had' } },
    { do: 'set-outcome', verdict: 'repair', why: '' },
    {
      do: 'log-event',
      event: { id: 'opened-1', at: `${DEMO_DAY}T08:55`, kind: 'opened', stage: null, of: [], note: '' },
    },
    {
      do: 'log-event',
      event: {
        id: 'dry-1',
        at: `${DEMO_DAY}T09:10`,
        kind: 'dry-run-closed',
        stage: null,
        of: [],
        note: 'diagonals within 1 mm',
      },
    },
    {
      do: 'log-event',
      event: { id: 'glued-1', at: `${DEMO_DAY}T09:25`, kind: 'stage-glued', stage: 1, of: [], note: '' },
    },
  ])
}

/**
 * Four alike: rungs loose by drying, one rung snapped in its socket, brads and PVA from before, one that needs next
 * to nothing.
 */
export function ladderBacks(): Piece[] {
  const set = (member: number): SetOf => ({ id: 'harbour-ladder-backs', member, of: 4 })
  const first = give(
    begin('harbour-ladder-back-1', 'Harbour office ladder-backs', 'post-and-rung', [
      intake({
        customer: 'The harbour office',
        ask: 'All four sound again before the season; the office is heated now. Seats are to be rewoven elsewhere.',
        age: 'old',
        worth: 'valued',
        finish: 'oil',
        upholstery: 'none',
        due: '2026-03-19T12:00',
      }),
      { do: 'set-species', species: 'Ash, European' },
      ...sizes({
        seatHeight: 436,
        backHeight: 978,
        frontWidth: 468,
        backWidth: 372,
        depth: 384,
        postSize: 34.5,
        rungSize: 22,
        tenonSize: 15.5,
        socketDepth: 25,
        slatHeight: 58,
      }),
      ...made({ frontRungs: 3, sideRungs: 4, backRungs: 3, slats: 4 }),
    ]),
    [{ do: 'join-set', set: set(1) }],
  )
  const [second, third, fourth] = [2, 3, 4].map(n => anotherMember(first, `harbour-ladder-back-${n}`, set(n)))
  const rung = (where: string, n: number, post: string) => `${where}-${n === 1 ? 'seat-rung' : `rung-${n}`}--${post}`
  const loose = [
    rung('left', 1, 'left-front-post'),
    rung('left', 2, 'left-front-post'),
    rung('right', 3, 'right-back-post'),
    rung('front', 2, 'left-front-post'),
    rung('front', 2, 'right-front-post'),
  ]
  const snapped = rung('right', 2, 'right-front-post')
  const bradded = rung('left', 1, 'left-back-post')
  return [
    give(tested(first, { gives: loose }), [
      ...loose.flatMap(j => [
        ...way(j, 'pulls-out', 'turns'),
        look(j, 'polished-tenon'),
        gap(j, 'round', 0.34, 0.38, 0.3),
      ]),
      gap(loose[0]!, 'round-bottom', 0.12),
      look(loose[0]!, 'amber-crumbs'),
      glue(loose[0]!, 'protein'),
    ]),
    give(tested(second!, { apart: [snapped], gives: [rung('right', 2, 'right-back-post')] }), [
      look(snapped, 'dowel-stub', 'not-there'),
      metal('wedge-left', rung('right', 2, 'right-back-post'), 'wooden-pin', 'a thorn through the post'),
      fault({
        kind: 'break',
        parted: 'apart',
        joint: null,
        id: 'snapped-rung',
        part: 'right-rung-2',
        along: 0.02,
        turnDeg: 90,
        angleDeg: measured(75),
        fibreDeg: measured(70),
        surface: 'ragged',
        gapMm: null,
        lostPct: measured(20),
        through: ['tenon'],
        note: 'the stub is still in the post',
      }),
    ]),
    give(
      tested(third!, {
        swings: [bradded, rung('left', 2, 'left-back-post')],
        ticks: [rung('back', 1, 'left-back-post')],
      }),
      [
        look(bradded, 'white-line'),
        look(bradded, 'amber-crumbs'),
        look(bradded, 'hurried-repair'),
        glue(bradded, 'pva'),
        metal('brad-1', bradded, 'brad', 'from the back', true),
        gap(bradded, 'round', 0.55),
        look(rung('left', 2, 'left-back-post'), 'white-line'),
        glue(rung('left', 2, 'left-back-post'), 'pva'),
        gap(rung('left', 2, 'left-back-post'), 'round', 0.42),
        fault({
          kind: 'earlier-repair',
          id: 'smeared-pva',
          part: 'left-back-post',
          along: 0.42,
          turnDeg: 0,
          joint: bradded,
          glue: 'pva',
          metal: 'brad',
          offMm: null,
          leanDeg: null,
          register: 'in-register',
          holds: 'lets-go',
          note: 'PVA over old protein glue',
        }),
      ],
    ),
    give(
      tested(fourth!, { gives: [rung('front', 3, 'left-front-post')], ticks: [rung('front', 3, 'right-front-post')] }),
      [gap(rung('front', 3, 'left-front-post'), 'round', 0.28)],
    ),
  ]
}

/** Old and worth it: pinned tenons, arms on through tenons; its tight carved back stays shut. */
export function netLoft(): Piece {
  const rails = [
    'front-rail--left-front-leg',
    'front-rail--right-front-leg',
    'left-side-rail--left-front-leg',
    'left-side-rail--left-back-post',
    'right-side-rail--right-front-leg',
    'right-side-rail--right-back-post',
  ]
  const start = begin('net-loft-armchair', 'Net loft armchair', 'framed-armchair', [
    intake({
      customer: 'The net loft',
      ask: 'Nothing new that shows. It has always stood by the stove.',
      age: 'old',
      worth: 'precious',
      finish: 'wax',
      school: 'conserve',
      due: '2026-04-02T12:00',
    }),
    { do: 'set-species', species: 'Oak, European' },
    ...sizes({
      seatHeight: 428,
      backHeight: 1042,
      frontWidth: 596,
      backWidth: 486,
      depth: 478,
      legSize: 46,
      railHeight: 72,
      railThickness: 26,
      tenonDepth: 38,
      armHeight: 668,
      rake: 7,
      stretcherHeight: 92,
    }),
    ...made({ slats: 2 }),
    edit({ do: 'rename-part', part: 'crest-rail', label: 'carved crest rail' }),
    edit({ do: 'describe-part', part: 'crest-rail', show: 'front' }),
  ])
  const pinned = give(
    start,
    rails.map((id) => {
      const { form } = start.joints.find(j => j.id === id)!
      return edit({ do: 'change-joint', joint: id, form: { ...form, pinned: true } as typeof form })
    }),
  )
  const bruised = ['left-side-rail--left-back-post', 'right-side-rail--right-back-post']
  return give(
    tested(pinned, { gives: [...bruised, 'front-rail--left-front-leg'], ticks: ['left-arm--left-back-post'] }),
    [
      ...bruised.flatMap(j => [
        ...way(j, 'racks'),
        look(j, 'bruised-edge'),
        glue(j, 'protein'),
        gap(j, 'cheek', 0.42, 0.46),
        gap(j, 'cheek-bottom', 0.18),
        gap(j, 'edge', 0.12),
      ]),
      glue('front-rail--left-front-leg', 'protein'),
      gap('front-rail--left-front-leg', 'cheek', 0.11),
      ...rails.map((j, i) => metal(`pin-${i + 1}`, j, 'wooden-pin', 'from outside')),
      { do: 'leave-shut', joint: 'crest-rail--left-back-post', on: true },
      { do: 'leave-shut', joint: 'crest-rail--right-back-post', on: true },
      { do: 'set-bracing', bracing: { cornerBlocks: 'never-had', webbing: 'never-had' } },
    ],
  )
}

/** A leg snapped in short grain below its ring; the stretchers hold the legs in the plank. */
export function chapel(): Piece {
  const start = begin('chapel-chair', 'Chapel chair', 'stick-chair', [
    intake({
      customer: 'The chapel',
      ask: 'A leg broke when it was tipped over. Two more of these are still in use.',
      age: 'old',
      worth: 'valued',
      finish: 'shellac',
      due: '2026-03-07T16:00',
    }),
    { do: 'set-species', species: 'Elm, wych' },
    ...sizes({ seatHeight: 446, backHeight: 884, seatWidth: 418, seatDepth: 402, plank: 38, legSize: 40 }),
    edit({ do: 'describe-part', part: 'left-front-leg', grainOneIn: measured(6) }),
  ])
  return give(
    tested(start, { ticks: ['left-stretcher--left-front-leg'], gives: ['cross-stretcher--left-stretcher'] }),
    [
      fault({
        kind: 'break',
        parted: 'apart',
        joint: null,
        id: 'broken-leg',
        part: 'left-front-leg',
        along: 0.3,
        turnDeg: 90,
        angleDeg: measured(58),
        fibreDeg: measured(46),
        surface: 'ragged',
        gapMm: measured(0.6),
        lostPct: measured(12),
        through: [],
        note: 'just below the ring',
      }),
      gap('cross-stretcher--left-stretcher', 'round', 0.14),
      glue('cross-stretcher--left-stretcher', 'protein'),
      way('cross-stretcher--left-stretcher', 'turns')[0]!,
      glue('left-stretcher--left-front-leg', 'protein'),
    ],
  )
}

/** A crest split along its curve, a stick to be copied, tenons scraped thin before. */
export function rocker(): Piece {
  const start = begin('strand-rocker', 'Strand house rocker', 'rocker', [
    intake({
      customer: 'A house on the strand',
      ask: 'Grandmother’s. To be rocked in again; the missing stick is gone for good.',
      age: 'old',
      worth: 'valued',
      finish: 'varnish',
      due: '2026-03-24T12:00',
    }),
    { do: 'set-species', species: 'Birch, yellow' },
    ...sizes({
      seatHeight: 412,
      backHeight: 1064,
      seatWidth: 474,
      seatDepth: 432,
      plank: 36,
      legSize: 41,
      armHeight: 622,
    }),
    missing('right-stick-3'),
  ])
  const thinned = [
    'left-stretcher--left-front-leg',
    'left-stretcher--left-back-leg',
    'right-arm-post--seat',
    'right-arm--right-back-post',
  ]
  return give(tested(start, { swings: thinned.slice(0, 2), gives: thinned.slice(2) }), [
    ...thinned.flatMap(j => [gap(j, 'round', 0.7, 0.82), look(j, 'polished-tenon')]),
    fault({
      kind: 'break',
      parted: 'hangs',
      joint: null,
      id: 'crest-split',
      part: 'crest-rail',
      along: 0.31,
      turnDeg: -90,
      angleDeg: measured(12),
      fibreDeg: measured(5),
      surface: 'fibrous',
      gapMm: measured(0.1),
      lostPct: null,
      through: [],
      note: 'runs along the curve',
    }),
    fault({
      kind: 'earlier-repair',
      id: 'scraped',
      part: 'left-stretcher',
      along: 0.03,
      turnDeg: 0,
      joint: thinned[0]!,
      glue: 'protein',
      metal: null,
      offMm: null,
      leanDeg: null,
      register: 'in-register',
      holds: 'lets-go',
      note: 'tenon scraped down to fit',
    }),
  ])
}

/** The twenty-minute job. */
export function stool(): Piece {
  const start = begin('school-stool', 'School stool', 'stool', [
    intake({
      customer: 'The school',
      ask: 'One rung has come out again.',
      age: 'modern',
      worth: 'everyday',
      finish: 'oil',
      due: '2026-03-06T12:00',
    }),
    ...sizes({ seatHeight: 452, seatWidth: 298, seatDepth: 298, plank: 32, legSize: 35, splay: 12 }),
    ...made({ legCount: 3 }),
  ])
  return give(tested(start, { apart: ['front-rung--left-leg'] }), [
    gap('front-rung--left-leg', 'round', 0.12),
    look('front-rung--left-leg', 'bare-tight'),
    glue('front-rung--left-leg', 'pva'),
    { do: 'set-bracing', bracing: { cornerBlocks: 'never-had', webbing: 'never-had' } },
  ])
}
