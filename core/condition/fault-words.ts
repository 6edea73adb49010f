import type { FigureUnit } from '../measure/figure'
import type { Measured } from '../measure/measured'
import { fitMm, joined, mm, plain, q, say, type Phrase } from '../measure/phrase'
import type { Break, Fault, Piece } from '../piece/schema'
import { partOf } from '../piece/facts'
import { axisLengthMm } from '../piece/geometry'
import { datumEnd } from '../piece/ends'
import { readBreak } from './breaks'

const words = (id: string) => id.replaceAll('-', ' ')
/**
 * Section lost to worm above which it is not only consolidated, and above which it is replaced, %
 * (docs/sources.md#fault-estimates, low).
 */
const WORM_PATCH_PCT = 15
const WORM_REPLACE_PCT = 30

/** Where along its part a fault lies, in words: always from the end it is measured from. */
export function placeWords(piece: Piece, fault: Fault): Phrase {
  const part = partOf(piece, fault.part)
  return say`${mm(fault.along * axisLengthMm(part))} from its ${datumEnd(piece, part)}`
}

/** A figure somebody took; what was only assumed is left out, so that no record says what nobody looked at. */
const told = (m: Measured | null, unit: FigureUnit): Phrase | null =>
  m?.basis === 'measured' ? say`${q(m.value, unit)}` : null
/** What there is to say, with commas between. */
const listed = (...phrases: readonly (Phrase | null | false)[]): Phrase =>
  joined(
    phrases.filter(p => p !== null && p !== false),
    ', ',
  )

/** What is recorded of a fault, in one line. */
export function faultPhrase(piece: Piece, fault: Fault): Phrase {
  const note = fault.note ? say`; ${fault.note}` : say``
  switch (fault.kind) {
    case 'break':
      return say`${breakPhrase(piece, fault)}${note}`
    case 'split': {
      const length = told(fault.lengthMm, 'mm')
      const open = told(fault.openMm, 'fit-mm')
      const ends
        = fault.runsOut === 'yes' ? say`runs out at an end` : fault.runsOut === 'no' ? say`its ends found` : null
      return say`${listed(length ? say`split ${length} along the grain` : say`split along the grain`, ends, open && say`${open} open`)}${note}`
    }
    case 'worm': {
      const length = told(fault.lengthMm, 'mm')
      const lost
        = fault.lostPct && say`${q(fault.lostPct.value, '%')} of the section lost: ${wormAdvice(fault.lostPct.value)}`
      return say`${listed(length ? say`worm over ${length}` : say`worm`, fault.live === 'not-sure' ? say`live or old not sure` : plain(fault.live), lost)}${note}`
    }
    case 'loss': {
      const sizes = [fault.lengthMm, fault.widthMm, fault.depthMm].map(m => told(m, 'mm'))
      const measuredSizes = sizes.filter(s => s !== null)
      return say`${listed(say`wood missing`, measuredSizes.length === 3 && say`${measuredSizes[0]!} × ${measuredSizes[1]!} × ${measuredSizes[2]!}`)}${note}`
    }
    case 'earlier-repair':
      return say`${listed(
        say`earlier repair`,
        fault.glue !== 'unknown' && say`${words(fault.glue)} glue`,
        fault.metal !== null && plain(words(fault.metal)),
        fault.register !== 'not-sure' && plain(words(fault.register)),
        fault.offMm && say`off by ${fitMm(fault.offMm.value)}`,
        fault.leanDeg && say`leaning ${q(fault.leanDeg.value, 'deg')}`,
        fault.angleDeg !== undefined && say`its line ${q(fault.angleDeg.value, 'deg')} to the axis`,
        fault.holds !== 'not-sure' && plain(words(fault.holds)),
      )}${note}`
  }
}

function breakPhrase(piece: Piece, fault: Break): Phrase {
  const { glueArea, longGrain } = readBreak(piece, fault)
  const angle = told(fault.angleDeg, 'deg')
  const parted = { 'apart': 'in two', 'hangs': 'still hanging by its fibres', 'not-seen': '' }[fault.parted]
  return listed(
    say`break ${placeWords(piece, fault)}`,
    parted !== '' && plain(parted),
    fault.surface !== 'not-looked' && plain(fault.surface),
    angle
    && say`${angle} to the axis, ${q(Math.round(glueArea.value / 10) * 10, 'mm2')} of face, ${q(longGrain.value, 'share')} long grain`,
    fault.through.length > 0 && say`${fault.through.join(' and ')} through it`,
    fault.gapMm && say`closes to ${fitMm(fault.gapMm.value)}`,
  )
}

/** What a loss of section to worm asks for, by its share in % (docs/sources.md#fault-estimates, low). */
export const wormAdvice = (lostPct: number): string =>
  lostPct > WORM_REPLACE_PCT ? 'splice or replace' : lostPct > WORM_PATCH_PCT ? 'consolidate and patch' : 'consolidate'
