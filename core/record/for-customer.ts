import { joined, plain, say, type Phrase } from '../measure/phrase'
import { describeWallTime, parseWallTime } from '../measure/wall-time'
import type { Plan } from '../plan/plan'
import { troubleName } from '../plan/trouble-words'
import { isSatIn } from '../piece/facts'
import { jointName } from '../piece/names'
import type { Piece } from '../piece/schema'
import { glueNamed } from '../reference/glues'
import { CAUTIONS } from '../reference/cautions'
import type { RecordLine, RecordSection } from './record'

const capital = (words: string): string => (words === '' ? '' : words[0]!.toUpperCase() + words.slice(1))
const line = (head: string, text: Phrase): RecordLine => ({ head, text })

/** Where a trouble is, without the numbers that only the drawing explains. */
function placeOf(piece: Piece, { joint, tag }: Plan['troubles'][number], name: string): string {
  const own = piece.joints.find(j => j.id === joint)
  return own ? jointName(piece, own) : name.replace(tag ? `${tag}, ` : '', '')
}

/** What was done about each trouble, those alike together: the mend, and where. */
function doneTo(piece: Piece, plan: Plan): RecordLine[] {
  const places = new Map<string, string[]>()
  const put = (what: string, where: string) => places.set(what, [...(places.get(what) ?? []), where])
  for (const t of plan.troubles) {
    const where = placeOf(piece, t, troubleName(piece, t))
    const own
      = plan.mends.find(m => `joint:${m.joint}` === t.id) ?? plan.woodMends.find(m => m.trouble === t.id)
    const mend = own?.options.find(o => o.id === own.chosen)
    if (t.answer === 'mended' && mend) put(mend.label, where)
    else if (t.answer === 'mended-otherwise') put(`Mended: ${t.why}`, where)
    else if (t.answer === 'left') put(`Left as it is: ${t.why}`, where)
    else if (t.answer === 'open') put('Not decided yet', where)
  }
  return [...places].map(([what, where]) => line(what, plain(capital(where.join('; ')))))
}

/**
 * What somebody who brought a piece wants to know: what was done about what was wrong, from when it may be used, how it
 * comes undone. Everything else stands in the full record.
 */
export function customerRecord(piece: Piece, plan: Plan): RecordSection[] {
  const { intake, takenInAt } = piece
  const isDone = plan.stages.length > 0 && plan.stages.every(s => s.glued)
  const glues = [...new Set(plan.glue.lines.map(l => l.glue))].map(glueNamed)
  const about = [
    ...(intake.ask ? [line('Asked for', plain(intake.ask))] : []),
    line('Taken in', plain(describeWallTime(parseWallTime(takenInAt), plan.startMin))),
  ]
  const use = [
    ...(plan.returnMin !== null && Number.isFinite(plan.returnMin)
      ? [
          line(
            isSatIn(piece) ? 'May be sat in from' : 'May be used from',
            say`${describeWallTime(plan.returnMin, plan.startMin)}, not before`,
          ),
        ]
      : []),
    ...(glues.length > 0
      ? [
          line(
            'Comes undone',
            joined(
              glues.map(g => say`${g.label} with ${g.undoBy}`),
              '; ',
            ),
          ),
        ]
      : []),
    line('Please note', plain(CAUTIONS.return)),
  ]
  return [
    { title: 'The piece', lines: about },
    { title: isDone ? 'What was done' : 'What will be done', lines: doneTo(piece, plan) },
    { title: 'Using it', lines: use },
  ].filter(s => s.lines.length > 0)
}
