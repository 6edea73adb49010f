import { say, type Phrase } from '../measure/phrase'
import type { Finish, SurfaceAim } from '../piece/words'
import { speciesNamed } from '../reference/species'
import { tool, type ToolId, type ToolUse } from '../reference/tools'
import { FINISH_ROWS, type FinishRow } from './finish-rows'

/** What the mending left to be seen on one part. */
export interface Mark {
  readonly part: string
  /** What it is called. */
  readonly name: string
  readonly species: string
  /** Joints and breaks of it that were glued. */
  readonly seams: number
  /** Ends of dowels and pins, and holes that metal came out of. */
  readonly plugs: number
  /** Holes among them that are still to be plugged. */
  readonly holes: number
  /** Whether it has new wood in it that shows. */
  readonly isPatched: boolean
  /** Whether the whole part is new. */
  readonly isNew: boolean
}

/** One thing done to the surface, for all parts that want it. */
export interface SurfaceStep {
  readonly id: string
  readonly parts: readonly string[]
  readonly minutes: number
  readonly waitMin: number
  readonly title: Phrase
  readonly words: Phrase
  readonly why: Phrase
  readonly tools: readonly ToolUse[]
}

/**
 * Lighter than this a wood takes stain in blotches unless it is wetted first, specific gravity
 * (docs/sources.md#surface, low).
 */
const BLOTCHES_BELOW = 0.5
/** Usual minutes of hands (docs/sources.md#surface, low). */
const MINUTES = {
  seam: 2,
  plug: 4,
  hole: 6,
  colour: 6,
  newColour: 15,
  wear: 4,
  coat: 3,
  newCoat: 8,
  blend: 6,
  strip: 30,
  wax: 2,
  finish: 5,
  start: 4,
} as const
const PLUG_SETS_MIN = 60
const WAX_MIN = 60

/**
 * The steps of a surface after the glue has cured, in their order: squeeze-out, holes, colour from light to dark,
 * wear, coats, wax.
 * Pure. Parts that nothing is to be seen of are not named; a finish that nobody looked at is found out first.
 * @param finish of these parts, all alike
 */
export function surfaceSteps(
  marks: readonly Mark[],
  finish: Finish,
  aim: Exclude<SurfaceAim, 'elsewhere'>,
): SurfaceStep[] {
  const row = FINISH_ROWS[finish]
  const coloured = marks.filter(m => m.plugs > 0 || m.isPatched || m.isNew)
  const isTouched = coloured.length > 0 || aim === 'refinish'
  return [
    ...(finish === 'unknown' && marks.length > 0 && isTouched ? [findFinish(marks)] : []),
    ...seams(marks, row, aim),
    ...plugs(marks),
    ...(aim === 'refinish' ? [strip(marks, finish)] : []),
    ...(row.stain === '' ? [] : colour(coloured, row)),
    ...(aim === 'refinish' || row.coats === 0 ? [] : wear(coloured)),
    ...coats(aim === 'refinish' ? marks : coloured, row, aim),
    ...(row.isWaxed && marks.length > 0 ? [wax(marks)] : []),
  ]
}

const sum = (marks: readonly Mark[], of: (m: Mark) => number): number => marks.reduce((all, m) => all + of(m), 0)
/** More parts than these are counted, not named. */
const MOST_NAMED = 3
const names = (marks: readonly Mark[]): string =>
  marks.length > MOST_NAMED ? `${marks.length} parts` : marks.map(m => m.name).join(', ')
const step = (
  id: string,
  marks: readonly Mark[],
  minutes: number,
  waitMin: number,
  title: string,
  words: Phrase,
  why: Phrase,
  ...tools: ToolId[]
): SurfaceStep => ({
  id,
  parts: marks.map(m => m.part),
  minutes: minutes + MINUTES.start,
  waitMin,
  title: say`${title}: ${names(marks)}`,
  words,
  why,
  tools: tools.map(t => tool(t)),
})

const findFinish = (marks: readonly Mark[]): SurfaceStep =>
  step(
    'finish',
    marks.slice(0, 1),
    MINUTES.finish,
    0,
    'Which finish it is',
    say`A drop of spirit where nobody looks: it softens shellac; thinner softens lacquer; oil and wax only darken or wipe off. Then say it at the piece, and the steps and waits after this one are told anew.`,
    say`What goes over it, and how long it waits, follow from what is there.`,
    'swab',
  )

function seams(marks: readonly Mark[], row: FinishRow, aim: SurfaceAim): SurfaceStep[] {
  const own = marks.filter(m => m.seams > 0)
  if (own.length === 0) return []
  return [
    step(
      'seams',
      own,
      sum(own, m => m.seams * MINUTES.seam),
      0,
      'Squeeze-out, looked for and taken off',
      say`A light along each seam: clear beads hide. Scrape with a keen edge, away from the joint; then fine wire wool along the seam, and the part beside it alike, for wool dulls gloss. ${capital(row.spare)}.${aim === 'refinish' ? '' : ' No sandpaper on a finish that stays.'}`,
      say`Glue left on the surface takes no colour and shows under every coat.`,
      'scraper',
      'swab',
    ),
  ]
}

function plugs(marks: readonly Mark[]): SurfaceStep[] {
  const own = marks.filter(m => m.holes > 0)
  if (own.length === 0) return []
  return [
    step(
      'plugs',
      own,
      sum(own, m => m.holes * MINUTES.hole),
      PLUG_SETS_MIN,
      'Holes plugged',
      say`Where metal came out, ${sum(own, m => m.holes) === 1 ? 'a plug' : `${sum(own, m => m.holes)} plugs`} of the part’s own wood: face grain, its grain with the part’s, glued; pared flush when it has set, from its edge to its middle.`,
      say`A plug takes colour as the wood does; filler does not.`,
      'chisel',
      'mallet',
    ),
  ]
}

const strip = (marks: readonly Mark[], finish: Finish): SurfaceStep =>
  step(
    'stripped',
    marks,
    marks.length * MINUTES.strip,
    12 * 60,
    'The old finish off',
    finish === 'paint'
      ? say`Test it for lead first. No dry sanding, no heat gun: wet, by scraper or stripper as its label says, the waste kept. Dry over a night.`
      : say`Stripper or spirit as its label says, air and gloves, no flame; with the grain, fine wool, carving by brush. Neutralised, dry over a night.`,
    say`The owner asked for it: an old surface that is off does not come back.`,
    'scraper',
    'brush',
    'swab',
  )

/** Light to dark, in thin steps with a look between, tone before depth. */
function colour(marks: readonly Mark[], row: FinishRow): SurfaceStep[] {
  if (marks.length === 0) return []
  const minutes = sum(marks, m => (m.isNew ? MINUTES.newColour : MINUTES.colour))
  const blotchy = marks.filter(
    m => (m.isPatched || m.isNew) && speciesNamed(m.species).values.specificGravity.value < BLOTCHES_BELOW,
  )
  const first = blotchy.length > 0 ? say` Wet ${names(blotchy)} with thinner first, so that it takes evenly.` : say``
  return [
    step(
      'ground',
      marks,
      minutes,
      30,
      'Ground colour',
      say`Spirit dye to the lightest colour in the old wood, red or yellow or grey first and depth later; end grain takes more, so thinner there.${first} Look at it damp with thinner: dry stain lies.`,
      say`It can be made darker and not lighter.`,
      'brush',
      'swab',
    ),
    step(
      'tone',
      marks,
      minutes,
      row.stainWaitMin,
      'Tone and grain',
      say`${capital(row.stain)}, thin, until it matches beside the old wood in daylight; darker grain lines drawn over it with a fine brush.`,
      say`Two thin tones match where one thick one shows.`,
      'brush',
      'swab',
    ),
  ]
}

function wear(marks: readonly Mark[]): SurfaceStep[] {
  const own = marks.filter(m => m.isPatched || m.isNew)
  if (own.length === 0) return []
  return [
    step(
      'wear',
      own,
      own.length * MINUTES.wear,
      0,
      'Worn as the rest is',
      say`Edges and touched places rubbed lighter and smoother than the hollows, as they are on its neighbours; burnish them.`,
      say`Sharp new edges give a mend away before its colour does.`,
      'swab',
    ),
  ]
}

function coats(marks: readonly Mark[], row: FinishRow, aim: SurfaceAim): SurfaceStep[] {
  if (marks.length === 0 || row.coat === '') return []
  const count = aim === 'refinish' ? row.coats + 1 : row.coats
  return Array.from({ length: count }, (_, i): SurfaceStep => {
    // Only the last coats go over the whole part; those before build up what is new.
    const isAll = aim === 'refinish' || (aim === 'blend' && i >= count - row.blendCoats)
    const minutes = sum(marks, m => (m.isNew ? MINUTES.newCoat : isAll ? MINUTES.blend : MINUTES.coat))
    const isLast = i === count - 1
    return step(
      `coat-${i + 1}`,
      marks,
      minutes,
      isLast ? row.lastWaitMin : row.coatWaitMin,
      `Coat ${i + 1} of ${count}`,
      say`${i === 0 ? '' : 'Rubbed lightly with fine wool or paper first. '}${capital(row.coat)}${isAll ? ', feathered out over the whole part' : ', over the mend and a finger past it'}. Rags laid out flat to dry, no flame near.`,
      isLast ? say`It is handled only when it has hardened.` : say`Thin coats dry through; a thick one stays soft.`,
      'brush',
      'swab',
    )
  })
}

const wax = (marks: readonly Mark[]): SurfaceStep =>
  step(
    'waxed',
    marks,
    marks.length * MINUTES.wax,
    WAX_MIN,
    'Wax, last',
    say`Thin, dark wax on dark wood; buffed after an hour. Nothing but wax goes over wax, so everything else is done by now.`,
    say`It brings mend and part to one sheen.`,
    'swab',
  )

const capital = (text: string): string => (text === '' ? '' : `${text[0]!.toUpperCase()}${text.slice(1)}`)
