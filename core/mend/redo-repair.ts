import { ALONG_DEG, readBreak } from '../condition/breaks'
import { letsGo, methodFor } from '../glue/methods'
import { figureOf, inputOf } from '../measure/figure'
import { assumed } from '../measure/measured'
import { fitMm, mm, q, say } from '../measure/phrase'
import type { Break, EarlierRepair } from '../piece/schema'
import { before, using, wet } from '../work'
import { no, type Mend, type Verdict } from './mend'
import { pressBreak } from './press'
import { faultOf, notYet, partIn, type WoodCase } from './wood-case'

/** An earlier repair in the wood opened again, its glue taken off, and glued anew where it belongs. */
export const redoRepair: Mend<WoodCase> = {
  id: 'redo-repair',
  decides: 'whether its glue lets go, how its line lies to the fibres, what register it is to come back to',
  tools: ['pencil', 'warm-air', 'thin-blade', 'scraper', 'swab', 'batten', 'strap', 'caliper', 'brush'],
  label: 'Undone, and set right',
  short: 'undone, set right',
  opens: false,
  undo: 'partly',
  place: { conserve: 1, everyday: 1, strength: 1 },
  // One at a joint comes undone with its joint.
  isFor: c => repairIn(c).joint === null,
  consider,
}

const repairIn = (c: WoodCase): EarlierRepair => faultOf(c) as EarlierRepair

/**
 * What faces that were glued once and are scraped clean close to, until somebody has tried them dry, millimetres
 * (low).
 */
const CLEANED_MM = 0.15
/** Minutes to ease a line open that still holds, and one that lets go already (docs/sources.md#working-rates, low). */
const EASE_MIN = { holds: 20, free: 6 } as const

function consider(c: WoodCase): Verdict {
  const repair = repairIn(c)
  const part = partIn(c)
  if (repair.glue === 'unknown') {
    return notYet(say`nobody knows its glue: a warm damp swab on a crumb tells whether it comes undone`)
  }
  if (!letsGo(repair.glue)) {
    return no(say`${repair.glue} lets go of nothing: the line would have to be sawn out and new wood let in`)
  }
  if (
    repair.metal !== null
    && !c.piece.holds.some(h => h.on.kind === 'fault' && h.on.id === repair.id && h.state === 'gone')
  ) {
    return notYet(
      say`there is ${repair.metal.replaceAll('-', ' ')} in it: how that comes out decides whether it can be opened`,
    )
  }
  if (!repair.angleDeg) {
    return notYet(say`lay a bevel on its line: its angle to the part decides whether glue alone will hold it`)
  }
  const asBreak = broken(repair)
  const reading = readBreak(c.piece, asBreak)
  const worst = reading.fibre.high ?? reading.fibre.value
  if (!part.grainOneIn) return notYet(say`the slope of the grain there decides: 1 in how much`)
  if (worst > ALONG_DEG) {
    return no(
      say`${q(worst, 'deg')} to the fibres at worst, over ${ALONG_DEG}: opened, it is a break that something has to pass through; tell it as one`,
    )
  }
  if (CLEANED_MM > c.glueGapMm + 1e-9) {
    return no(say`scraped faces close to about ${fitMm(CLEANED_MM)}, the glue bridges ${fitMm(c.glueGapMm)}`)
  }
  const method = methodFor(repair.glue, part.finish ?? c.piece.intake.finish, part.species)
  const holds = repair.holds !== 'lets-go'
  return {
    fits: true,
    reason: say`${q(worst, 'deg')} to the fibres at worst, and ${repair.glue} glue comes undone`,
    sizes: [
      { id: 'glue-face', label: 'glue face', figure: reading.glueArea },
      ...(repair.offMm
        ? [
            {
              id: 'moves-back' as const,
              label: 'moves back by',
              figure: figureOf(
                repair.offMm.value,
                'mm',
                'what it stands off its old line',
                [inputOf('stands off by', repair.offMm, 'mm')],
                'breaks',
                'medium',
              ),
            },
          ]
        : []),
    ],
    stock: [],
    steps: [
      {
        ...using(
          before('soften', 5, say`Mark across the line in two places first. Then: ${method.how}.`),
          'pencil',
          'warm-air',
        ),
        ...(method.soakMin > 0 ? { waitMin: method.soakMin } : {}),
      },
      using(
        before(
          'ease',
          holds ? EASE_MIN.holds : EASE_MIN.free,
          say`Ease it open with a thin blade from the end that gives first; stop where fibres lift, and soften again.`,
        ),
        'thin-blade',
      ),
      using(
        before(
          'scrape',
          15,
          say`Take all the old glue off both faces: glue off, wood on. A drop of water soaks in where it is bare.`,
        ),
        'scraper',
        'swab',
      ),
      using(
        before(
          'register',
          8,
          say`Close it dry along a straight batten on two faces${repair.offMm ? say`: it moves back by ${mm(repair.offMm.value)}` : say``}. Measure what stays open; over ${fitMm(CLEANED_MM)}, tell it before any glue.`,
        ),
        'batten',
        'strap',
        'caliper',
      ),
      using(
        wet(
          'press',
          say`Glue on both faces; the batten strapped on again, film under it, then pressed square to the face.`,
        ),
        'brush',
        'batten',
        'strap',
      ),
    ],
    cautions: method.cautions,
    leavesGapMm: CLEANED_MM,
    removedCm3: 0,
    hold: { low: 0.55, high: 0.85 },
    design: {
      newWood: [],
      bores: [],
      glueLines: [
        {
          id: `${c.trouble.id}/face`,
          words: say`its faces`,
          areaMm2: reading.glueArea.value,
          gapMm: CLEANED_MM,
          turn: 1,
        },
      ],
      pressing: pressBreak(part, asBreak, reading.glueArea.value),
      closingMin: 2,
      strength: 'fair',
    },
  }
}

/** The repair as the break it was, so that its faces are read and pressed like any other. */
const broken = ({
  holds: _holds,
  register: _register,
  glue: _glue,
  metal: _metal,
  offMm: _off,
  leanDeg: _lean,
  ...repair
}: EarlierRepair): Break => ({
  ...repair,
  kind: 'break',
  joint: null,
  parted: 'not-seen',
  angleDeg: repair.angleDeg!,
  fibreDeg: null,
  surface: 'clean',
  gapMm: assumed(CLEANED_MM),
  lostPct: null,
  through: [],
})
