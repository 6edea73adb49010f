import { catalogue } from '../core/mend/catalogue'
import { formatQuantity, phraseText, q } from '../core/measure/phrase'
import type { Piece } from '../core/piece/schema'
import { troubleName, type Plan } from '../core/plan'

/** The catalogue in words: each mend, what it answers, what decides it, what it takes. */
export const catalogueText = (): string =>
  catalogue()
    .map(e =>
      [
        `${e.id}: ${e.label}`,
        `  serves   ${e.serves.join(', ')}${e.opens ? '; the joint comes apart for it' : ''}`,
        `  decides  ${e.decides}`,
        `  tools    ${e.tools.join(', ')}`,
        `  undone   ${e.undo}`,
      ].join('\n'),
    )
    .join('\n')

/** Every mend of every trouble of a piece: chosen, fitting with its sizes, or refused with the reason. */
export function mendsText(piece: Piece, plan: Plan): string {
  const lines = plan.troubles.flatMap((t) => {
    const found = plan.woodMends.find(m => m.trouble === t.id) ?? plan.mends.find(m => `joint:${m.joint}` === t.id)
    const options = (found?.options ?? []).flatMap(({ id, label, verdict }) => [
      `  ${id === found?.chosen ? '>' : verdict.fits ? '+' : '-'} ${id}, ${label}: ${phraseText(verdict.reason)}`,
      ...(verdict.fits
        ? verdict.sizes.map(s => `      ${s.label} ${formatQuantity(q(s.figure.value, s.figure.unit))}`)
        : []),
    ])
    return [troubleName(piece, t), ...(options.length > 0 ? options : ['  no mend serves it yet'])]
  })
  return lines.length > 0 ? lines.join('\n') : 'Nothing is wrong.'
}
