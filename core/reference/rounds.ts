import type { Finish, OldGlue } from '../piece/words'
import type { CautionId } from './cautions'
import type { Range, Sourced } from './row'
import type { ToolId } from './tools'

export const ROUND_IDS = [
  'swab',
  'dry-rap',
  'sharp-tap',
  'dry-blade',
  'warm-blade',
  'warm-water',
  'steam',
  'local-heat',
  'vinegar',
  'spirit',
  'acetone',
  'pull-blade',
  'saw-line',
] as const
export type RoundId = (typeof ROUND_IDS)[number]

/**
 * One round of undoing old glue: what is done, what it asks of hands and clock, what it harms, how one knows, and
 * when to stop.
 */
export interface RoundRow extends Sourced {
  readonly label: string
  readonly words: string
  readonly handsMin: Range
  readonly soakMin: Range
  /** How warm the joint gets, C. */
  readonly toC?: Range
  readonly harms: readonly Finish[]
  /** Which glues it lets go, and how often it does, of a hundred (low). */
  readonly lets: Readonly<Partial<Record<OldGlue, number>>>
  /** How often it lets go a joint that gives or swings already, whatever the glue, of a hundred (low). */
  readonly letsLoose?: number
  readonly sign: string
  readonly stop: string
  readonly tools: readonly ToolId[]
  readonly cautions: readonly CautionId[]
  /** Black stains where it meets tannin and iron. */
  readonly stainsTannin?: boolean
  /** So wet that it must not run into stuffing or cover. */
  readonly wet?: boolean
  /** Its vapour burns, so that nothing hot comes after it. */
  readonly vapour?: boolean
  readonly hot?: boolean
  /** Takes wood or the maker’s line with it: never where the shop conserves and anything else does. */
  readonly harsh?: boolean
}

const S = { source: 'undoing-glue', confidence: 'low' } as const

/**
 * In the order in which they are tried: what is dry first, then warm, then wet, and what gives off vapour last of
 * all, so that flame and fumes never meet; the saw when all else has failed. Times and chances: trade practice as
 * this project reads it (docs/sources.md#undoing-glue).
 */
export const ROUNDS: Readonly<Record<RoundId, RoundRow>> = {
  'swab': {
    ...S,
    label: 'find out what it is',
    words:
      'A crumb of the old glue under a warm damp swab: protein glue goes slimy, PVA white and soft, epoxy stays hard. Write down which.',
    handsMin: [2, 4],
    soakMin: [5, 10],
    harms: [],
    lets: {},
    sign: 'You know the glue, and the rounds for it are told.',
    stop: 'After ten minutes: hard and clear is a resin.',
    tools: ['swab', 'knife'],
    cautions: [],
  },
  'dry-rap': {
    ...S,
    label: 'dry rap',
    words: 'Cold and dry: short sharp taps over a padded block, close to the joint, along its line.',
    handsMin: [2, 5],
    soakMin: [0, 0],
    harms: [],
    lets: { protein: 30, none: 95, cyanoacrylate: 30 },
    letsLoose: 40,
    sign: 'The sound goes from ringing to dull, and a hairline opens at the shoulder.',
    stop: 'Ten taps that change nothing: never harder, look for metal again.',
    tools: ['mallet'],
    cautions: [],
  },
  'sharp-tap': {
    ...S,
    label: 'tap across the line',
    words: 'A sharp tap along the line with a thin chisel’s back: it is brittle, and shears.',
    handsMin: [1, 3],
    soakMin: [0, 0],
    harms: [],
    lets: { cyanoacrylate: 50 },
    sign: 'It cracks like glass.',
    stop: 'Three taps: then soften it.',
    tools: ['chisel', 'mallet'],
    cautions: ['blade'],
  },
  'dry-blade': {
    ...S,
    label: 'dry blade under tension',
    words: 'A thin blade worked along the seam from the hidden side, a spreading clamp hand-tight across it, and wait.',
    handsMin: [4, 8],
    soakMin: [5, 15],
    harms: [],
    lets: { protein: 35, pva: 25, construction: 30, none: 90 },
    letsLoose: 60,
    sign: 'The spreading clamp goes slack.',
    stop: 'The blade binds or turns into the wood.',
    tools: ['thin-blade', 'reversed-clamp'],
    cautions: ['blade', 'spreader'],
  },
  'warm-blade': {
    ...S,
    label: 'warm air and a warm blade',
    words: 'The part or a thin blade to 70–80 °C (160–175 °F), the blade worked in along the seam while it is warm.',
    handsMin: [5, 12],
    soakMin: [5, 15],
    toC: [70, 80],
    harms: ['shellac', 'wax', 'lacquer', 'paint'],
    lets: { pva: 60, construction: 60, protein: 20, cyanoacrylate: 40 },
    sign: 'The seam gives like rubber and the blade goes in by its own weight.',
    stop: 'The finish dulls or smells, or the wood darkens.',
    tools: ['warm-air', 'thin-blade'],
    cautions: ['heat', 'blade'],
    hot: true,
  },
  'warm-water': {
    ...S,
    label: 'warm water by needle',
    words: 'Warm water by needle into the seam, or a wrapped wet cloth, the wood up to 60 °C (140 °F).',
    handsMin: [3, 6],
    soakMin: [10, 60],
    toC: [40, 60],
    harms: ['shellac', 'wax', 'gilded'],
    lets: { protein: 70, pva: 20 },
    sign: 'Brown water comes out at the shoulder, and it gives under the spreading clamp.',
    stop: 'An hour, or the finish blooms: dry it for a day and go on otherwise.',
    tools: ['syringe', 'swab', 'reversed-clamp'],
    cautions: ['heat'],
    wet: true,
    hot: true,
  },
  'steam': {
    ...S,
    label: 'steam by needle',
    words:
      'Steam through a fine hole into the joint’s bottom or along the seam, in bursts of half a minute, under light tension.',
    handsMin: [4, 10],
    soakMin: [10, 30],
    toC: [70, 95],
    harms: ['shellac', 'wax', 'lacquer', 'paint', 'gilded'],
    lets: { protein: 85, pva: 60 },
    sign: 'It gives under the spreading clamp, all at once.',
    stop: 'Five bursts, or veneer near by lifts.',
    tools: ['warm-air', 'drill', 'reversed-clamp'],
    cautions: ['heat'],
    stainsTannin: true,
    wet: true,
    hot: true,
  },
  'local-heat': {
    ...S,
    label: 'local heat',
    words:
      'The line itself to 80–100 °C (175–210 °F), by an iron on metal foil or warm air with the rest shielded; pulled while it is hot.',
    handsMin: [5, 15],
    soakMin: [5, 10],
    toC: [80, 100],
    harms: ['shellac', 'wax', 'lacquer', 'paint', 'varnish', 'gilded'],
    lets: { epoxy: 50, cyanoacrylate: 40 },
    sign: 'It goes to cheese under a blade.',
    stop: 'It smells or browns.',
    tools: ['warm-air', 'thin-blade'],
    cautions: ['heat', 'sensitiser'],
    hot: true,
  },
  'vinegar': {
    ...S,
    label: 'warm vinegar by needle',
    words:
      'Warm vinegar by needle, let stand under light tension, several rounds; rinsed with distilled water afterwards. Metal is out first.',
    handsMin: [4, 8],
    soakMin: [15, 60],
    harms: ['shellac', 'wax', 'gilded'],
    lets: { pva: 55 },
    sign: 'White threads at the shoulder, and it gives.',
    stop: 'Four rounds that change nothing.',
    tools: ['syringe', 'reversed-clamp'],
    cautions: [],
    stainsTannin: true,
    wet: true,
  },
  'spirit': {
    ...S,
    label: 'spirit by needle, then a tap',
    words:
      'A few drops of spirit by needle: it takes the water out of the glue and makes it brittle. Ten minutes, then a sharp tap.',
    handsMin: [2, 4],
    soakMin: [8, 15],
    harms: ['shellac', 'wax', 'lacquer', 'gilded'],
    lets: { protein: 55, construction: 30 },
    sign: 'The sound goes dull, and dry crumbs come out.',
    stop: 'Three rounds that change nothing.',
    tools: ['syringe', 'mallet'],
    cautions: ['solvent'],
    vapour: true,
  },
  'acetone': {
    ...S,
    label: 'acetone by needle',
    words: 'Acetone by needle swells it; spread under light tension and wait. Nothing hot in the room.',
    handsMin: [3, 6],
    soakMin: [15, 30],
    harms: ['shellac', 'wax', 'lacquer', 'varnish', 'paint', 'gilded', 'polyurethane'],
    lets: { pva: 50, cyanoacrylate: 75 },
    sign: 'It gives slowly under the spreading clamp.',
    stop: 'Three rounds, or a finish near by softens.',
    tools: ['syringe', 'reversed-clamp'],
    cautions: ['solvent'],
    vapour: true,
    harsh: true,
  },
  'pull-blade': {
    ...S,
    label: 'blade under the bead',
    words: 'A blade under the bead, the glue pulled off like a string.',
    handsMin: [3, 10],
    soakMin: [0, 0],
    harms: [],
    lets: { construction: 75 },
    sign: 'It comes off in one piece.',
    stop: 'Fibres come with it: warm it first.',
    tools: ['thin-blade'],
    cautions: ['blade'],
  },
  'saw-line': {
    ...S,
    label: 'saw the line',
    words:
      'A fine saw along the seam from the hidden side; what is left in the hole is bored out and made anew: say at the joint that there is a stub in it.',
    handsMin: [10, 25],
    soakMin: [0, 0],
    harms: [],
    lets: { epoxy: 95, polyurethane: 95, urea: 95 },
    sign: 'It is in two.',
    stop: 'The saw leaves the line.',
    tools: ['fine-saw'],
    cautions: ['blade', 'polyurethane-heat'],
    harsh: true,
  },
}
