import { STATE_LABELS, surveySentence } from '../core/condition/survey'
import { faultPhrase } from '../core/condition/fault-words'
import { WAYS_OUT } from '../core/hardware'
import { formatBit } from '../core/measure/length'
import { phraseText, formatQuantity, isNothing, q, type Phrase } from '../core/measure/phrase'
import { describeDuration, describeWallTime } from '../core/measure/wall-time'
import { faultTag } from '../core/piece/faults'
import { findingOf, tagOf } from '../core/piece/facts'
import type { Piece } from '../core/piece/schema'
import { minutesOfRecipe } from '../core/glue'
import {
  benchSteps,
  clampWords,
  glueNames,
  lineName,
  recipesAlike,
  stageLines,
  tagOfWork,
  troubleName,
  type Plan,
} from '../core/plan'
import { glueNamed } from '../core/reference/glues'
import { WITHIN_POINTS } from '../core/wood/dryness'
import { DECISION_LABELS, type Move } from '../core/takeapart'
import { jointName, nameOf } from '../core/piece/names'

const text = (x: Phrase) => phraseText(x)

/**
 * A whole plan in words, in the order in which a repairer reads it: found, first, mends, opening, glue-up, what stops
 * it.
 */
export function planText(piece: Piece, plan: Plan): string {
  return [
    piece.title,
    surveySentence(piece),
    ...found(piece, plan),
    ...stopping(plan),
    ...mends(piece, plan),
    ...opening(piece, plan),
    ...gluing(piece, plan),
    ...work(plan),
    ...lists(piece, plan),
    '',
    usable(plan),
  ].join('\n')
}

const jointOf = (piece: Piece, id: string) => piece.joints.find(j => j.id === id)!
const tagFor = (piece: Piece, id: string) => tagOf(jointOf(piece, id))

function found(piece: Piece, plan: Plan): string[] {
  const lines = plan.troubles.map((t) => {
    // What goes for something wrong in it says for what.
    const fault = piece.faults.find(f => f.id === t.fault || (t.kind === 'part-missing' && f.part === t.part))
    const joint = t.joint !== null && !fault ? jointOf(piece, t.joint) : undefined
    const what = fault
      ? `: ${t.fault ? '' : `${faultTag(piece, fault)}, `}${text(faultPhrase(piece, fault))}`
      : joint
        ? ` ${jointName(piece, joint)}: ${STATE_LABELS[findingOf(piece, joint.id).state]}`
        : ''
    const diagnosis = joint && plan.diagnoses.find(d => d.joint === joint.id)
    const faultCauses = fault && plan.faultDiagnoses.find(d => d.fault === fault.id)?.causes.slice(0, 2)
    const why
      = faultCauses && faultCauses.length > 0
        ? `. Why: ${faultCauses.map(c => `${c.label.toLowerCase()} ${formatQuantity(q(c.low, 'share', c.high))}`).join(', ')}`
        : diagnosis
          ? `. Why: ${diagnosis.causes
            .slice(0, 2)
            .map(c => `${c.label.toLowerCase()} ${formatQuantity(q(c.low, 'share', c.high))}`)
            .join(', ')}`
          : ''
    return `  ${troubleName(piece, t)}${what}${why}\n    -> ${answer(piece, plan, t)}`
  })
  return ['', 'Found, worst first', ...(lines.length > 0 ? lines : ['  nothing']), `  ${plan.whole.sentence}`]
}

function answer(piece: Piece, plan: Plan, t: Plan['troubles'][number]): string {
  if (t.answer !== 'open') return `${t.answer.replace('-', ' ')}${t.why ? `: ${t.why}` : ''}`
  const waits = t.waitsFor.map(id => tagOfWork(piece, plan.troubles, id)).join(', ')
  return waits === '' ? 'open: neither mended nor settled' : `open: waits for ${waits}`
}

function stopping(plan: Plan): string[] {
  const lines = plan.stops.flatMap(s => [
    `  ! ${text(s.why)}`,
    ...s.remedies.map(
      r => `      ${r.command ? '*' : '-'} ${text(r.words)}${!isNothing(r.changes) ? `: ${text(r.changes)}` : ''}`,
    ),
  ])
  return lines.length > 0 ? ['', 'What stops it, and what would free it', ...lines] : []
}

function mends(piece: Piece, plan: Plan): string[] {
  const lines = plan.mends.flatMap(m =>
    m.options.map(
      o =>
        `  ${tagFor(piece, m.joint)} ${o.id === m.chosen ? '>' : o.verdict.fits ? '+' : '-'} ${o.label}: ${text(o.verdict.reason)}`,
    ),
  )
  for (const m of plan.woodMends) {
    const trouble = plan.troubles.find(t => t.id === m.trouble)
    if (trouble) {
      lines.push(
        ...m.options.map(
          o =>
            `  ${troubleName(piece, trouble)} ${o.id === m.chosen ? '>' : o.verdict.fits ? '+' : '-'} ${o.label}: ${text(o.verdict.reason)}`,
        ),
      )
    }
  }
  const { glue } = plan
  const runner = glue.choice.runnerUp ? `; next best ${glue.choice.runnerUp.glue.label} ${glue.choice.wouldWin}` : ''
  const chosen = glue.chosen
    ? `${glue.chosen.glue.label}, open ${formatQuantity(q(glue.chosen.open.value, 'min'))}${runner}`
    : 'none will do'
  const glues
    = plan.glue.lines.length > 0 || plan.stops.some(s => s.id === 'no-glue')
      ? ['', `Glue: ${chosen}`, ...glue.changes.map(c => `  ${text(c)}`), ...otherGlues(piece, plan)]
      : []
  return ['', 'Mends', ...(lines.length > 0 ? lines : ['  none']), ...glues]
}

/** Lines that take another glue than the rest. */
const otherGlues = (piece: Piece, plan: Plan): string[] =>
  plan.glue.lines
    .filter(l => l.glue !== plan.glue.chosen?.glue.id)
    .map(l => `  ${text(lineName(piece, plan, l.id))}: ${glueNamed(l.glue).label}`)

function opening(piece: Piece, plan: Plan): string[] {
  const decisions = plan.takeApart.decisions.filter(d => d.decision !== 'leave-shut')
  const shut = plan.takeApart.decisions.length - decisions.length
  return [
    '',
    'Open up',
    ...plan.takeApart.offBefore.map(
      x => `  off before anything: ${x.kind === 'lift' ? nameOf(piece, x.part) : x.kind.replaceAll('-', ' ')}`,
    ),
    ...plan.takeApart.moves
      .filter(m => m.opens.length > 0)
      .flatMap((m, i) => [
        `  ${i + 1}. ${text(m.words)}`,
        ...(m.why ? [`     ${text(m.why)}`] : []),
        ...before(piece, m, plan.recipes).map(x => `     first: ${x}`),
      ]),
    ...decisions.map(d => `  ${tagFor(piece, d.joint)} ${DECISION_LABELS[d.decision]}: ${text(d.why)}`),
    `  ${shut} joints stay shut`,
  ]
}

const before = (piece: Piece, m: Move, recipes: Plan['recipes']): string[] => [
  ...m.offFirst.map(h => `${WAYS_OUT[h.kind].label} off`),
  ...m.findMetal.map(id => `find the metal in ${tagFor(piece, id)}`),
  ...m.locksFirst.map(
    l => `${l.count > 1 ? `${l.count} × ` : ''}${WAYS_OUT[l.kind].label} out of ${tagFor(piece, l.joint)}`,
  ),
  ...m.frail
    .map(id => piece.faults.find(f => f.id === id)!)
    .map(f => `${f.kind === 'worm' ? 'no blow at' : 'hold'} ${faultTag(piece, f)}`),
  ...byRecipe(piece, m, recipes),
]

/** Joints that come undone the same way are said together, round by round. */
function byRecipe(piece: Piece, m: Move, recipes: Plan['recipes']): string[] {
  return recipesAlike(m, recipes).flatMap(({ joints, recipe }) => {
    const { hands, wait } = minutesOfRecipe(recipe)
    const about = `${Math.round(hands.low + wait.low)}–${Math.round(hands.high + wait.high)} min, usually ${Math.round(hands.usual + wait.usual)}`
    const rounds = recipe.rounds.map((r, i) => `  ${i + 1}. ${r.row.label}${r.shield ? ` (${text(r.shield)})` : ''}`)
    return [`undo ${joints.map(id => tagFor(piece, id)).join(', ')}: ${about}`, ...rounds]
  })
}

function gluing(piece: Piece, plan: Plan): string[] {
  if (plan.stages.length === 0) return []
  const at = (min: number) => describeWallTime(min, plan.startMin)
  const stages = plan.stages.flatMap(s => [
    `  Stage ${s.number}: ${text(stageLines(piece, plan, s))}; ${glueNames(s)}; ${formatQuantity(q(s.working.value, 'min'))} of work, on at ${at(s.clampedMin)}, off ${at(s.clampsOffMin)}`,
    ...s.clamps.map(
      ({ line, clamp }) =>
        `    ${clampWords(piece, line)}: ${formatQuantity(q(line.force.low ?? line.force.value, 'kN', line.force.high ?? line.force.value))}, span ${Math.round(line.spanMm)} mm, ${clamp ? `${clamp.row.type} ${clamp.nth}` : 'no clamp'}${line.needsCaul ? `, ${line.offSquareDeg.toFixed(1)}° off square: sloped caul` : ''}${line.roundMm ? `, notched caul for ${Math.round(line.roundMm)} mm` : ''}${line.curve ? ', curved cauls' : ''}`,
    ),
  ])
  return [
    '',
    `Ready for the last dry run and the joints ${at(plan.readyMin)}; ${describeDuration(plan.preparation.value)} of opening, mending and fitting in all`,
    ...stages,
  ]
}

/** What is left to do, line by line, with when it is begun and how long it takes. */
function work(plan: Plan): string[] {
  const steps = benchSteps(plan)
  if (steps.length === 0) return []
  const when = (min: number | undefined) => (min === undefined ? 'some time' : describeWallTime(min, plan.startMin))
  return [
    '',
    'Work, in order',
    ...steps.map(
      t =>
        `  ${when(t.time?.startMin)}, ${formatQuantity(q(t.minutes.usual, 'min'))}: ${text(t.title)}. ${text(t.words)}`,
    ),
  ]
}

/** A trouble by its name, for a list. */
export function nameFor(piece: Piece, plan: Plan, id: string): string {
  const trouble = plan.troubles.find(t => t.id === id)
  return trouble ? troubleName(piece, trouble) : tagOfWork(piece, plan.troubles, id)
}

/** A shim is told to the hundredth, a rail to the tenth. */
const FINE_BELOW_MM = 2
const sizes = (mm: readonly number[]): string =>
  mm.map(x => `${Number(x.toFixed(x < FINE_BELOW_MM ? 2 : 1))}`).join(' × ')

/** What is cut or bought, rough and finished, by the trouble it is for; and what it comes to. */
export function listText(piece: Piece, plan: Plan): string[] {
  const stock = plan.stock.map((s) => {
    const size = s.sizesMm.length > 0 ? ` ${sizes(s.sizesMm)} mm` : ''
    const rough = s.cut ? ` (sawn ${sizes(s.cut.roughMm)})` : ''
    const wood = s.woods[0]?.name ?? s.wood
    const dry = s.dry
      ? ` ${s.dry.benchPct > s.dry.placePct + WITHIN_POINTS ? 'Dry it first' : 'Dry enough'}: ${s.dry.shrinksMm.toFixed(2)} mm thinner in its driest month.`
      : ''
    return `  ${s.count} ${s.count === 1 ? s.what : `${s.what}s`}${size}${rough}${wood ? `, ${wood}` : ''}${s.have === null ? '' : ', in the store'}; for ${s.troubles.map(id => nameFor(piece, plan, id)).join(', ')}. ${s.note}.${dry}`
  })
  const cost = plan.cost.lines.map(
    l =>
      `  ${l.id}: ${formatQuantity(q(l.amount.value, l.amount.unit))}${l.total === null ? '' : `, ${plan.cost.money} ${l.total.toFixed(2)}`}`,
  )
  const total = plan.cost.total === null ? [] : [`  together: ${plan.cost.money} ${plan.cost.total.toFixed(2)}`]
  return [
    ...(stock.length > 0 ? ['', 'To cut or buy', ...stock] : []),
    ...(cost.length > 0 ? ['', 'What it comes to', ...cost, ...total] : []),
  ]
}

/** The lists, and the tools by first use. */
function lists(piece: Piece, plan: Plan): string[] {
  const tools = plan.tools.map(
    t => `${t.label}${t.sizesMm.length > 0 ? ` ${t.sizesMm.map(formatBit).join(', ')}` : ''}`,
  )
  return [...listText(piece, plan), ...(tools.length > 0 ? ['', `Have ready: ${tools.join('; ')}`] : [])]
}

const usable = (plan: Plan): string =>
  plan.returnMin === null
    ? 'No date: something is neither mended nor settled, not tried, not measured, would come back, or is longer than its glue is open'
    : `In use from ${describeWallTime(plan.returnMin, plan.startMin)}`
