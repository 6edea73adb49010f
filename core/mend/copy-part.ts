import { say, type Phrase } from '../measure/phrase'
import { partName } from '../piece/names'
import { isUpright } from '../piece/places'
import type { Part } from '../piece/schema'
import type { View } from '../sheet'
import { before, using, type Step } from '../work'
import {
  blankFor,
  boring,
  copied,
  copySizes,
  dryMm,
  isBetween,
  makingMin,
  measuring,
  noBar,
  settingOf,
  type Copied,
} from './copy-case'
import type { Mend, Verdict } from './mend'
import type { Pattern } from './pattern'
import { patternViews } from './pattern-views'
import { partIn, type WoodCase } from './wood-case'

/** A straight part that is lost, made again after its twin; its joints close as new ones. */
export const copyPart: Mend<WoodCase> = {
  id: 'copy-part',
  decides: 'a twin to measure, or its sockets; shoulder to shoulder from the frame fitted dry',
  tools: ['pencil', 'square', 'caliper', 'shaping', 'bevel', 'drill', 'bit', 'depth-stop', 'chisel', 'strap'],
  label: 'Made again',
  short: 'made again',
  opens: false,
  undo: 'yes',
  place: { conserve: 1, everyday: 1, strength: 1 },
  consider,
  datum: say`Lengths are from its first shoulder or its foot; tenons stand on beyond. Angles are to its own line, ways round it from its front or its top, as one looks along it.`,
  draw,
}

function consider(c: WoodCase): Verdict {
  const part = partIn(c)
  const refused = noBar(part)
  if (refused) return refused
  const after = copied(c)
  const { pattern, twin } = after
  return {
    fits: true,
    reason: reasonOf(c, twin, pattern),
    sizes: copySizes(c, pattern),
    stock: [blankFor(c, pattern)],
    steps: stepsOf(c, after),
    settings: pattern.bores.map(settingOf),
    scrap: say`Make it once in cheap wood first: it has to go into both sockets and stand in line before the good wood is cut.`,
    cautions: ['blade', ...(pattern.bores.length > 0 ? ['drill' as const] : [])],
    leavesGapMm: 0,
    removedCm3: 0,
    hold: { low: 0.8, high: 0.95 },
    design: { newWood: [part], bores: [], glueLines: [], pressing: [], closingMin: 0, strength: 'nearly-whole' },
  }
}

function reasonOf(c: WoodCase, twin: Part | null, pattern: Pattern): Phrase {
  const after = twin
    ? say`straight, and the ${partName(c.piece, twin)} is there to measure`
    : say`straight; nothing like it is left, so its shape is read from its sockets and from the drawing`
  const isOpen = isBetween(pattern) && dryMm(c) === null
  return isOpen ? say`${after}; its length is provisional until the frame is fitted dry` : after
}

function stepsOf(c: WoodCase, after: Copied): Step[] {
  const { pattern } = after
  const part = partIn(c)
  const isTenoned = pattern.ends.some(e => e.tenonMm > 0)
  return [
    measuring(c, after),
    ...(isBetween(pattern)
      ? [
          {
            ...using(
              before(
                'shoulders',
                10,
                say`Close the frame dry without it, square and strapped. Measure from socket to socket where its shoulders will stand, a bevel at each, and write the length down at the piece: the drawing’s is only near it.`,
              ),
              'strap',
              'caliper',
              'bevel',
            ),
            shouldersOf: part.id,
          },
        ]
      : [
          using(
            before(
              'long',
              3,
              say`${isUpright(part) ? 'Leave its foot long until all feet stand on the board.' : 'Offer it up where it will sit, and mark it from there.'}`,
            ),
            'pencil',
            'square',
          ),
        ]),
    using(
      before(
        'make',
        makingMin(part, pattern),
        isTenoned
          ? say`Make it, its tenons to a hand fit in the old sockets. The sockets are not enlarged for it.`
          : say`Make it; its faces bear along their whole length before anything draws them up.`,
      ),
      'shaping',
      'caliper',
    ),
    ...boring(pattern),
  ]
}

/**
 * Its stations from one shoulder to the other, its tenons and what is bored into it; of what is not round from two
 * sides.
 */
function draw(c: WoodCase): View[] {
  return patternViews(copied(c).pattern)
}
