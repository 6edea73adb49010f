import { say, type Phrase } from '../measure/phrase'
import type { OldGlue, School } from '../piece/words'

/** How each old glue comes off bare wood, once the joint is open (docs/sources.md#undoing-glue, low). */
const OFF: Readonly<Record<OldGlue, string>> = {
  protein: 'softened with a warm damp swab, wiped, dried for an hour',
  pva: 'every trace of it, for new glue does not hold over it: scraped while it is warm and rubbery',
  epoxy: 'scraped and pared; no solvent takes it off',
  polyurethane: 'its foam scraped off; no solvent takes it off',
  cyanoacrylate: 'scraped; what is left crumbles under a blade',
  construction: 'rolled off under a blade, the rest scraped',
  urea: 'scraped with a keen edge; its dust is not breathed in',
  none: 'only dust: brushed out',
  unknown: 'tried on a crumb first: slimy under a warm swab it is protein glue and wipes off, else it is scraped',
}

const EDGES = {
  flat: 'Both faces with a keen edge held flat',
  tenon: 'The hole with its own bit turned by hand, the tenon scraped along it',
  dowels: 'The holes with their own bit turned by hand, the dowels scraped along, and any that turns or is short made new',
} as const

/**
 * Cleaning one joint before new glue, by its old glue and by what its faces are: flat ones, or a hole with a round
 * tenon or dowels in it.
 */
export function cleaningWords(glue: OldGlue, faces: keyof typeof EDGES, school: School): Phrase {
  const edge = EDGES[faces]
  const thin = glue === 'protein' && school === 'conserve' ? ' A thin even film may stay under protein glue.' : ''
  return say`${edge}: glue off, wood on; ${OFF[glue]}.${thin} A drop of water soaks in within seconds on bare wood, and stands on glue. Fit it dry.`
}
