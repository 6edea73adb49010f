import { fitMm, mm, q, say, type Phrase } from '../measure/phrase'
import type { Fault, Piece } from '../piece/schema'
import { partOf } from '../piece/facts'
import { axisLengthMm } from '../piece/geometry'
import { isUpright } from '../piece/places'
import { readBreak } from './breaks'

const words = (id: string) => id.replaceAll('-', ' ')
/** Section lost to worm above which it is not only consolidated, and above which it is replaced, % (docs/sources.md#fault-estimates, low). */
const WORM_PATCH_PCT = 15
const WORM_REPLACE_PCT = 30

/** Where along its part a fault lies: from the nearer end, in words. */
export function placeWords(piece: Piece, fault: Fault): Phrase {
  const part = partOf(piece, fault.part)
  const total = axisLengthMm(part)
  const upright = isUpright(part)
  return fault.along <= 0.5 ? say`${mm(fault.along * total)} from its ${upright ? 'foot' : 'first end'}` : say`${mm((1 - fault.along) * total)} from its ${upright ? 'top' : 'far end'}`
}

/** What is recorded of a fault, in one line. */
export function faultPhrase(piece: Piece, fault: Fault): Phrase {
  const note = fault.note ? `; ${fault.note}` : ''
  switch (fault.kind) {
    case 'break': {
      const { glueArea, longGrain } = readBreak(piece, fault)
      const through = fault.through.length > 0 ? `, ${fault.through.join(' and ')} through it` : ''
      const parted = fault.parted === 'apart' ? ', in two' : fault.parted === 'hangs' ? ', still hanging by its fibres' : ''
      return say`break ${placeWords(piece, fault)}${parted}, ${fault.surface}, ${q(fault.angleDeg.value, 'deg')} to the axis${through}; ${q(glueArea.value, 'mm2')} of face, ${q(longGrain.value, 'share')} long grain${fault.gapMm ? say`, closes to ${fitMm(fault.gapMm.value)}` : say``}${note}`
    }
    case 'split': return say`split ${mm(fault.lengthMm.value)} along the grain${fault.runsOut === 'yes' ? ', runs out at an end' : fault.runsOut === 'no' ? ', its ends found' : ''}${fault.openMm ? say`, ${fitMm(fault.openMm.value)} open` : say``}${note}`
    case 'worm': return say`worm over ${mm(fault.lengthMm.value)}, ${fault.live === 'not-sure' ? 'live or old not sure' : fault.live}${fault.lostPct ? say`, ${q(fault.lostPct.value, '%')} of the section lost: ${wormAdvice(fault.lostPct.value)}` : say``}${note}`
    case 'loss': return say`wood missing, ${mm(fault.lengthMm.value)} × ${mm(fault.widthMm.value)} × ${mm(fault.depthMm.value)}${note}`
    case 'earlier-repair': return say`earlier repair, ${words(fault.glue)} glue${fault.metal ? `, ${words(fault.metal)}` : ''}, ${words(fault.register)}, ${words(fault.holds)}${note}`
  }
}

/** What a loss of section to worm asks for, by its share in % (docs/sources.md#fault-estimates, low). */
export const wormAdvice = (lostPct: number): string => (lostPct > WORM_REPLACE_PCT ? 'splice or replace' : lostPct > WORM_PATCH_PCT ? 'consolidate and patch' : 'consolidate')
