import { holdsOf, WAYS_OUT } from '../hardware'
import { DIRECTION_LABELS, STATE_LABELS } from '../condition/survey'
import { signNamed } from '../condition/signs'
import { joined, say, q, fitMm, type Phrase } from '../measure/phrase'
import { describeWallTime, parseWallTime } from '../measure/wall-time'
import type { Plan } from '../plan/plan'
import { glueNames, lineName, stageLines } from '../plan/line-words'
import { troubleName } from '../plan/trouble-words'
import { glueNamed } from '../reference/glues'
import { faultPhrase } from '../condition/fault-words'
import { clearanceWords } from '../piece/clearance-words'
import { faultTag } from '../piece/faults'
import { faultyJoints, findingOf, isGlued, isSatIn, missingParts, presentJoints, tagOf } from '../piece/facts'
import type { Hold, Joint, Part, Piece } from '../piece/schema'
import type { ClearanceKey } from '../piece/words'
import { CAUTIONS } from '../reference/cautions'
import { DECISION_LABELS } from '../takeapart'
import { jointName, nameOf, partName } from '../piece/names'
import { likeOnce } from './alike'
import { whatWasTried } from './tried'

export interface RecordLine {
  readonly head: string
  readonly text: Phrase
}
export interface RecordSection {
  readonly title: string
  readonly lines: readonly RecordLine[]
}

/** A numbered paper tag that matches the drawing: one for each end that comes loose. */
export interface Tag {
  readonly tag: string
  readonly part: string
  readonly end: string
  readonly text: Phrase
}

export interface PieceRecord {
  readonly title: string
  readonly sections: readonly RecordSection[]
  readonly tags: readonly Tag[]
}

/** The condition and treatment report as data; how it looks is decided elsewhere. */
export function recordOf(piece: Piece, plan: Plan): PieceRecord {
  const sections = [
    theJob(piece, plan),
    whatWasFound(piece),
    whyItFailed(piece, plan),
    whatIsDone(piece, plan),
    { title: 'Tried dry, and afterwards', lines: whatWasTried(piece, plan) },
    whatIsSettled(piece, plan),
    whatIsOpen(piece, plan),
    whatStaysShut(piece, plan),
    forTheNext(piece, plan),
  ]
  return { title: piece.title, sections: sections.filter(s => s.lines.length > 0), tags: tagsOf(piece, plan) }
}

const line = (head: string, text: Phrase): RecordLine => ({ head, text })
const jointOf = (piece: Piece, id: string): Joint => piece.joints.find(j => j.id === id)!
const VERDICT_WORDS = {
  'repair': 'to be repaired',
  'not-worth-it': 'not worth it',
  'refer-on': 'referred on',
  'owner-decides': 'the owner decides',
} as const
const SCHOOL_WORDS = { conserve: 'conserve first', everyday: 'everyday shop', strength: 'strength first' } as const

function theJob({ intake, takenInAt, outcome, title }: Piece, plan: Plan): RecordSection {
  const taken = parseWallTime(takenInAt)
  return {
    title: 'The job',
    lines: [
      line('Piece', say`${title}`),
      ...(intake.customer ? [line('For', say`${intake.customer}`)] : []),
      ...(intake.ask ? [line('Asked for', say`${intake.ask}`)] : []),
      line('Taken in', say`${takenInAt.replace('T', ', ')}`),
      ...(intake.due ? [line('Due', say`${describeWallTime(parseWallTime(intake.due), taken)}`)] : []),
      line('Manner of work', say`${SCHOOL_WORDS[plan.school]}`),
      ...(outcome
        ? [line('Outcome', say`${VERDICT_WORDS[outcome.verdict]}${outcome.why ? `: ${outcome.why}` : ''}`)]
        : []),
    ],
  }
}

function whatWasFound(piece: Piece): RecordSection {
  const lines = likeOnce(
    faultyJoints(piece).map(j => line(`${tagOf(j)} ${jointName(piece, j)}`, findingPhrase(piece, j))),
  )
  const untested = presentJoints(piece).filter(j => findingOf(piece, j.id).state === 'not-tested')
  if (untested.length > 0) lines.push(line('Not tested', say`${untested.map(tagOf).join(', ')}`))
  const names = (some: readonly Part[]) => say`${some.map(p => partName(piece, p)).join(', ')}`
  const [missing, lost] = [missingParts(piece).filter(p => !p.stillIn), missingParts(piece).filter(p => p.stillIn)]
  if (missing.length > 0) lines.push(line('Missing', names(missing)))
  if (lost.length > 0) lines.push(line('Beyond saving', names(lost)))
  for (const f of piece.faults) {
    lines.push(line(`${faultTag(piece, f)} ${nameOf(piece, f.part)}`, faultPhrase(piece, f)))
  }
  for (const h of piece.holds.filter(x => x.on.kind !== 'joint')) {
    lines.push(line(WAYS_OUT[h.kind].label, holdPhrase(piece, h)))
  }
  for (const n of piece.notes) lines.push(line('Note', say`${n.text}`))
  return { title: 'Found', lines }
}

function findingPhrase(piece: Piece, joint: Joint): Phrase {
  const f = findingOf(piece, joint.id)
  const seen = Object.entries(f.signs)
    .filter(([, look]) => look === 'seen')
    .map(([id]) => signNamed(id as keyof typeof f.signs).label)
  const metal = holdsOf(piece, joint)
    .filter(h => !h.made)
    .map(h =>
      [WAYS_OUT[h.kind].label, ...(h.state === 'not-looked' || h.state === 'holds' ? [] : [h.state]), ...h.faults].join(
        ' ',
      ),
    )
  const words = [STATE_LABELS[f.state], ...f.directions.map(d => DIRECTION_LABELS[d]), ...seen, ...metal].join(', ')
  return Object.entries(f.clearance).reduce<Phrase>(
    (p, [where, m]) =>
      m?.basis === 'measured' ? say`${p}, ${fitMm(m.value)} ${clearanceWords(joint.form, where as ClearanceKey).place}` : p,
    say`${words}`,
  )
}

/** What sits on a part, or goes through a break: where, and how it is. */
function holdPhrase(piece: Piece, { on, state, faults, note }: Hold): Phrase {
  const fault = piece.faults.find(f => on.kind === 'fault' && f.id === on.id)
  const place = fault ? `in ${faultTag(piece, fault)}` : on.kind === 'part' ? `in the ${nameOf(piece, on.id)}` : ''
  return say`${[place, ...(state === 'not-looked' ? [] : [state]), ...faults.map(f => f.replaceAll('-', ' ')), ...(note ? [note] : [])].join(', ')}`
}

function whyItFailed(piece: Piece, plan: Plan): RecordSection {
  const lines = plan.diagnoses.map((d) => {
    const own = piece.choices.causes[`joint:${d.joint}`]
    const top = d.causes.find(c => c.cause === own?.cause) ?? d.causes[0]!
    return line(
      tagOf(jointOf(piece, d.joint)),
      own
        ? say`${top.label}, the repairer’s own judgement: ${own.why}`
        : say`${top.label}, ${q(top.low, 'share', top.high)}${top.evidenceFor.length > 0 ? `; ${top.evidenceFor.join(', ')}` : ''}`,
    )
  })
  if (plan.diagnoses.length > 0) lines.push(line('The frame', say`${plan.whole.sentence}`))
  const answer = piece.choices.bracing
  if (answer) {
    lines.push(
      line(
        'Bracing',
        say`${answer.answer === 'restore' ? 'put back' : 'left as it is'}${answer.why ? `: ${answer.why}` : ''}`,
      ),
    )
  }
  return { title: 'Why it failed', lines }
}

function whatIsDone(piece: Piece, plan: Plan): RecordSection {
  const lines = plan.mends.flatMap((m) => {
    const option = m.options.find(o => o.id === m.chosen)
    return option ? [line(tagOf(jointOf(piece, m.joint)), say`${option.label}: ${option.verdict.reason}`)] : []
  })
  for (const m of plan.woodMends) {
    const option = m.options.find(o => o.id === m.chosen)
    const trouble = plan.troubles.find(t => t.id === m.trouble)
    if (option && trouble) lines.push(line(troubleName(piece, trouble), say`${option.label}: ${option.verdict.reason}`))
  }
  for (const s of plan.stages) {
    lines.push(
      line(
        `Stage ${s.number}`,
        say`${stageLines(piece, plan, s)}, ${glueNames(s)}, ${q(s.working.value, 'min')} of work, clamps ${s.glued ? 'went on' : 'on'} ${describeWallTime(s.clampedMin, plan.startMin)}`,
      ),
    )
  }
  const isDone = plan.stages.length > 0 && plan.stages.every(s => s.glued)
  return { title: isDone ? 'Done' : 'To be done', lines }
}

/** What no mend of the plan answers and the repairer did: left as it is, or mended by other means. */
function whatIsSettled(piece: Piece, plan: Plan): RecordSection {
  const settled = plan.troubles.filter(t => t.answer === 'left' || t.answer === 'mended-otherwise')
  return {
    title: 'Left as it is, or mended otherwise',
    lines: settled.map(t => line(troubleName(piece, t), say`${t.answer === 'left' ? 'left' : 'mended'}: ${t.why}`)),
  }
}

/** A record with something in this section is not a finished one. */
function whatIsOpen(piece: Piece, plan: Plan): RecordSection {
  const open = plan.troubles.filter(t => t.answer === 'open')
  return {
    title: 'Still open: not to be sent home',
    lines: open.map(t => line(troubleName(piece, t), say`neither mended nor settled`)),
  }
}

function whatStaysShut(piece: Piece, plan: Plan): RecordSection {
  const shut = plan.takeApart.decisions.filter(d => d.decision !== 'open')
  return {
    title: 'Opened on the way, and left shut',
    lines: likeOnce(
      shut.map(d => line(tagOf(jointOf(piece, d.joint)), say`${DECISION_LABELS[d.decision]}: ${d.why}`)),
      ', ',
    ),
  }
}

function forTheNext(piece: Piece, plan: Plan): RecordSection {
  return {
    title: 'For the next repairer',
    lines: [
      ...gluesUsed(piece, plan),
      ...(plan.returnMin !== null && Number.isFinite(plan.returnMin)
        ? [
            line(
              !isSatIn(piece) ? 'Not to be used before' : 'Not to be sat in before',
              say`${describeWallTime(plan.returnMin, plan.startMin)}`,
            ),
          ]
        : []),
      line('Caution', say`${CAUTIONS.return}`),
    ],
  }
}

/** Which glue went into which lines, and how each comes undone: of what was glued, not of what is planned. */
function gluesUsed(piece: Piece, plan: Plan): RecordLine[] {
  const closed = plan.stages
    .filter(s => s.glued)
    .flatMap(s => [
      ...s.joints
        .filter(id => isGlued(piece, jointOf(piece, id)) || plan.mends.some(m => m.joint === id))
        .map(id => `joint:${id}`),
      ...s.wood,
    ])
  const used = plan.glue.lines.filter(l => closed.includes(l.id))
  return [...new Set(used.map(l => l.glue))].map((id) => {
    const glue = glueNamed(id)
    const where = joined(
      used.filter(l => l.glue === id).map(l => lineName(piece, plan, l.id)),
      '; ',
    )
    return line('Glue', say`${glue.label} in ${where}; comes undone with ${glue.undoBy}`)
  })
}

function tagsOf(piece: Piece, plan: Plan): Tag[] {
  const loose = new Set(plan.takeApart.moves.flatMap(m => m.joints))
  return piece.joints
    .filter(j => loose.has(j.id))
    .map(j => ({
      tag: tagOf(j),
      part: nameOf(piece, j.enters),
      end: `into ${nameOf(piece, j.receives)}`,
      text: say`${plan.mends.find(m => m.joint === j.id)?.options.find(o => o.id === plan.mends.find(m => m.joint === j.id)?.chosen)?.short ?? 'clean'}`,
    }))
}
