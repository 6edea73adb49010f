import { say, type Phrase } from '../measure/phrase'
import type { Finish, OldGlue } from '../piece/words'
import type { CautionId } from '../reference/cautions'
import { TANNIN_WOODS } from '../reference/species'

/** A way to undo old glue: what is done, how long it takes, what it does to finishes. */
interface Method {
  readonly words: string
  readonly soakMin: number
  readonly harms: readonly Finish[]
  readonly cautions: readonly CautionId[]
  /** Wets the joint with acid or much water: black stains where tannin meets iron. */
  readonly stainsTannin?: boolean
}

/** docs/sources.md#undoing-glue, medium. Gentlest first. */
const METHODS: Readonly<Record<OldGlue, readonly Method[]>> = {
  protein: [
    { words: 'a little spirit by needle makes the glue brittle; then a sharp tap', soakMin: 10, harms: ['shellac', 'lacquer'], cautions: ['solvent'] },
    { words: 'warm water or steam by needle, wood up to 60 °C', soakMin: 30, harms: ['shellac', 'wax'], cautions: ['heat'] },
    { words: 'dry: cold, brittle glue lets go under sharp taps', soakMin: 0, harms: [], cautions: [] },
  ],
  pva: [
    { words: 'warm air or a warm blade, 70–80 °C at the seam, and work the blade in', soakMin: 15, harms: ['shellac', 'wax', 'lacquer', 'paint'], cautions: ['heat'] },
    { words: 'warm vinegar by needle, several rounds under light tension', soakMin: 45, harms: ['shellac', 'wax'], cautions: [], stainsTannin: true },
    { words: 'acetone by needle swells it; spread under light tension and wait', soakMin: 30, harms: ['shellac', 'lacquer', 'varnish', 'paint'], cautions: ['solvent'] },
    { words: 'dry: work a thin blade along the seam, spread under light tension', soakMin: 0, harms: [], cautions: ['spreader'] },
  ],
  epoxy: [{ words: 'local heat 80–100 °C; where it holds, saw the line', soakMin: 15, harms: ['shellac', 'wax', 'lacquer', 'paint', 'varnish'], cautions: ['heat', 'sensitiser'] }, { words: 'saw the line', soakMin: 0, harms: [], cautions: ['blade'] }],
  polyurethane: [{ words: 'cut or saw the line; scrape the foam', soakMin: 0, harms: [], cautions: ['blade', 'polyurethane-heat'] }],
  cyanoacrylate: [{ words: 'a sharp tap along the line', soakMin: 0, harms: [], cautions: [] }],
  construction: [{ words: 'a blade under the bead, pulled like a string', soakMin: 0, harms: [], cautions: ['blade'] }],
  urea: [{ words: 'saw and drill only', soakMin: 0, harms: [], cautions: ['blade'] }],
  none: [{ words: 'nothing to undo: it is dry', soakMin: 0, harms: [], cautions: [] }],
  unknown: [{ words: 'find out first: a warm damp swab on a crumb, 5–10 min; then dry and gentle', soakMin: 10, harms: [], cautions: [] }],
}

/** Glues that let go of the wood without a saw: what was stuck with them can be set right. */
export const letsGo = (glue: OldGlue): boolean => METHODS[glue].some(m => !m.cautions.includes('blade')) && glue !== 'unknown'

/** Leaf on its ground stands no water, heat or solvent: what is dry, or nothing but the blade, and all of it from the back. */
function dryOnly(methods: readonly Method[]): MethodChoice {
  const dry = methods.find(m => m.harms.length === 0 && m.soakMin === 0) ?? methods[methods.length - 1]!
  return { how: say`from the back, the gilded face kept dry: ${dry.words}`, soakMin: dry.soakMin, cautions: dry.cautions }
}

export interface MethodChoice { readonly how: Phrase, readonly soakMin: number, readonly cautions: readonly CautionId[] }

/** The gentlest way to undo a glue that the finish near by stands. A finish nobody has named is treated as shellac. */
export function methodFor(glue: OldGlue, finish: Finish, species: string): MethodChoice {
  const near: Finish = finish === 'unknown' ? 'shellac' : finish
  const methods = METHODS[glue]
  if (finish === 'gilded') return dryOnly(methods)
  const stains = (m: Method) => Boolean(m.stainsTannin) && TANNIN_WOODS.has(species)
  const allowed = methods.find(m => !m.harms.includes(near) && !stains(m))
  if (allowed) {
    return { how: say`${allowed.words}`, soakMin: allowed.soakMin, cautions: finish === 'paint' ? [...allowed.cautions, 'paint'] : allowed.cautions }
  }
  const least = methods[methods.length - 1]!
  return { how: say`${least.words}; it harms the ${near} near by: shield it`, soakMin: least.soakMin, cautions: least.cautions }
}
