import { PADS_MM } from '../clamping'
import { troublesOf } from '../condition/troubles'
import { chooseGlue, type GlueVerdict } from '../glue'
import { linesOf, nextWorkingMin } from '../glueup'
import { joined, NOTHING, q, say, type Phrase } from '../measure/phrase'
import { describeWallTime, formatWallTime, MIN_PER_DAY } from '../measure/wall-time'
import { apply } from '../piece/apply'
import { clearanceWords } from '../piece/clearance-words'
import type { Command } from '../piece/commands'
import { woodCandidates } from '../mend'
import { tagOf } from '../piece/facts'
import { nameOf } from '../piece/names'
import { OPEN_TIME_SHARE } from '../reference/rates'
import { settle, type Draft } from './draft'
import { jointOf, jointsToMend, withChoices, type Job } from './job'
import { clampWords } from './line-words'
import type { AnsweredTrouble, Reading, Remedy, StepId, Stop, TroubleMend } from './plan'
import { troubleName } from './trouble-words'

const MOST_HANDS = 4
const MOST_ROOMS = 3

/** Everything that keeps a plan from going on, gravest first, and for each what would free it, tried out. */
export function stopsOf(
  job: Job,
  draft: Draft,
  troubles: readonly AnsweredTrouble[],
  readings: readonly Reading[],
): Stop[] {
  const trial: Trial = { job, draft }
  return [
    ...troubles.filter(t => t.answer === 'open').map(t => openTrouble(trial, t)),
    ...draft.apart.problems.map(p => apartStop(job, p)),
    ...readingStop(job, readings),
    ...glueStops(trial),
    ...stageStops(trial),
  ]
}

interface Trial {
  readonly job: Job
  readonly draft: Draft
}

/** A remedy that is done at a step of its own and cannot be tried out beforehand. */
const atStep = (
  id: Remedy['id'],
  words: Phrase,
  step: StepId,
  joint: string | null = null,
  command: Command | null = null,
): Remedy => ({ id, words, changes: NOTHING, command, step, joint })

function openTrouble(trial: Trial, t: AnsweredTrouble): Stop {
  const { job, draft } = trial
  const name = troubleName(job.original, t)
  const others = t.waitsFor
    .flatMap(id => job.troubles.filter(o => o.id === id))
    .map(o => o.tag || troubleName(job.original, o))
  const mend = draft.mends.find(m => m.joint === t.joint && t.fault === null)
  const byHand = atStep('mend-by-hand', say`Mend it by other means, or leave it, and say how or why`, 'mend', t.joint)
  const isRefused = t.kind === 'joint-loose' && mend !== undefined && mend.chosen === null
  const isStrained = t.joint !== null && job.strained.has(t.joint)
  const inWood = draft.wood.find(m => m.trouble === t.id)
  const mayMeasure = isRefused && Object.keys(job.piece.findings[mend.joint]?.clearance ?? {}).length === 0
  const measure = mayMeasure ? [atStep('measure', say`Measure its clearance: nobody has`, 'test', mend.joint)] : []
  const isPlanned = draft.staging.stages.some(s => s.joints.includes(t.joint ?? ''))
  const asked = inWood?.options.flatMap(o => (!o.verdict.fits && o.verdict.wants ? [o.verdict.reason] : [])) ?? []
  if (asked.length > 0) {
    return {
      id: 'measure-first',
      about: [t.id],
      why: say`${name}: ${asked[0]!}.`,
      remedies: [atStep('measure', say`Look, and say it at ${t.tag || name}`, 'take-in', t.joint), byHand],
    }
  }
  const words
    = others.length > 0
      ? say`${name} waits for ${others.join(', ')}.`
      : isStrained
        ? strainedWords(name, mend)
        : isRefused
          ? say`${name}: none of the mends here fits it.`
          : t.kind !== 'joint-loose'
            ? (outOfLine(name, t, draft) ?? withJoint(job, t, inWood) ?? whyNotInWood(name, inWood))
            : isPlanned
              ? say`${name} has its mend, and waits for a glue that does.`
              : say`${name} cannot be closed yet: it waits for what comes apart with it.`
  const again = t.fault !== null && inWood !== undefined && inWood.chosen === null ? madeAgain(job, t) : []
  const warmer = isRefused
    ? thatHelp(trial, [...rooms(trial), ...later(trial)], d =>
        d.mends.some(m => m.joint === t.joint && m.chosen !== null),
      )
    : []
  return {
    id: isRefused ? 'no-mend' : 'trouble-open',
    about: [t.id],
    why: words,
    remedies: [...measure, ...warmer, ...again, ...(others.length > 0 || (isPlanned && !isRefused) ? [] : [byHand])],
  }
}

/** A joint that the gluing of its neighbours strained, and that cannot be closed in place. */
function strainedWords(name: string, mend: Draft['mends'][number] | undefined): Phrase {
  const inPlace = mend?.options.find(o => o.id === 'glue-in-place')?.verdict.reason
  return say`${name} moves since what is beside it was glued. Glue in place: ${inPlace ?? 'not here'}. To open it, what has just been glued would have to open as well: that is another job.`
}

/** A part whose wood nothing mends goes, where it can be made again. */
function madeAgain({ original, school }: Job, { part }: AnsweredTrouble): Remedy[] {
  if (part === null) return []
  const command: Command = { do: 'edit-frame', edit: { do: 'describe-part', part, missing: true, stillIn: true } }
  const gone = apply(original, command)
  if (!gone.ok) return []
  const lost = troublesOf(gone.value).find(o => o.kind === 'part-missing' && o.part === part)
  const ways = lost ? woodCandidates({ piece: gone.value, trouble: lost, school, glueGapMm: 0 }) : []
  if (!ways.some(w => w.verdict.fits)) return []
  const words = say`Make it again: the ${nameOf(original, part)} is beyond saving`
  return [atStep('make-again', words, 'mend', null, command)]
}

/** A joint that holds out of its line is left alone until somebody picks its mend, or says why it stays. */
function outOfLine(name: string, t: AnsweredTrouble, draft: Draft): Phrase | null {
  if (t.kind !== 'out-of-register') return null
  const options = draft.mends.find(m => m.joint === t.joint)?.options ?? []
  const would = options.find(o => o.verdict.fits)
  if (would) {
    return say`${name} holds, and is left alone: pick “${would.label}” if it is to be set right, or say why it stays.`
  }
  return options.length === 0
    ? null
    : say`${name}: ${joined(
      options.map((o): Phrase => say`${o.label.toLowerCase()}: ${o.verdict.reason}`),
      '; ',
    )}.`
}

/** A repair that comes undone with its joint waits for that joint to open. */
function withJoint(job: Job, t: AnsweredTrouble, mend: TroubleMend | undefined): Phrase | null {
  if (t.kind !== 'earlier-repair' || t.joint === null || !mend || mend.chosen === null) return null
  return say`${troubleName(job.original, t)} comes undone with ${tagOf(jointOf(job.original, t.joint))}, which is not opened yet.`
}

/** The reason that decides against each mend of a trouble in the wood; or that there is none for its kind. */
function whyNotInWood(name: string, mend: TroubleMend | undefined): Phrase {
  if (!mend) return say`${name}: no mend here serves it yet.`
  if (mend.chosen !== null) return say`${name} has its mend, and waits for a glue that does.`
  return say`${name}: ${joined(
    mend.options.map((o): Phrase => say`${o.label.toLowerCase()}: ${o.verdict.reason}`),
    '; ',
  )}.`
}

function apartStop(job: Job, problem: Draft['apart']['problems'][number]): Stop {
  const there = new Set(job.piece.joints.map(j => j.id))
  const shut = problem.kind === 'stays-shut' ? [problem.joint] : problem.shut.filter(id => there.has(id))
  const remedies = shut.map(joint =>
    atStep('may-open', say`Let ${tagOf(jointOf(job.piece, joint))} be opened`, 'open-up', joint, {
      do: 'leave-shut',
      joint,
      on: false,
    }),
  )
  return { id: problem.kind, about: shut.map(id => `joint:${id}`), why: problem.words, remedies }
}

const READ_FIRST = {
  cut: 'Measure first: what is cut cannot be put back, and its size is only assumed.',
  glue: 'Measure first: an assumed gap chooses the glue for the whole piece.',
  opening: 'Look first: over old protein glue it could be glued in place, and sound joints would stay shut.',
} as const

function readingStop(job: Job, readings: readonly Reading[]): Stop[] {
  if (readings.length === 0) return []
  return (['cut', 'glue', 'opening'] as const).flatMap((decides): Stop[] => {
    const own = readings.filter(r => r.decides === decides)
    if (own.length === 0) return []
    const remedies = own.map((r) => {
      const joint = jointOf(job.piece, r.joint)
      const tag = tagOf(joint)
      return atStep(
        'measure',
        r.of === 'old-glue'
          ? say`Find out the old glue in ${tag}: a warm damp swab on a crumb`
          : say`Measure ${tag} ${clearanceWords(joint.form, r.clearance).place}`,
        'test',
        r.joint,
      )
    })
    return [
      { id: 'measure-first', about: own.map(r => `joint:${r.joint}`), why: say`${READ_FIRST[decides]}`, remedies },
    ]
  })
}

function glueStops(trial: Trial): Stop[] {
  const { job, draft } = trial
  const lines = draft.staging.stages.flatMap(linesOf)
  if (lines.length === 0) return []
  const about = [...new Set(lines.map(line => draft.closings.find(c => c.id === line)?.trouble ?? line))]
  if (draft.verdict === null) {
    const near = chooseGlue(draft.needs, job.school, job.shop, job.climate)
      .verdicts.filter(v => v.onShelf)
      .slice(0, 3)
    const why = say`No glue does: ${joined(
      near.map(v => say`${v.glue.label} ${joined(v.against, ' and ')}`),
      '; ',
    )}.`
    return [
      { id: 'no-glue', about, why, remedies: thatHelp(trial, [...rooms(trial), ...later(trial), ...hands(trial)]) },
    ]
  }
  // What the program took although a stage is too long for it is said by that stage.
  if (draft.verdict.against.length === 0 || (job.piece.choices.glue === null && !draft.neverSets)) return []
  const { label } = draft.verdict.glue
  const why = say`${label}: ${joined(draft.verdict.against, '; ')}.`
  const offers = [
    ...rooms(trial),
    ...later(trial),
    ...hands(trial),
    {
      id: 'own-judgement' as const,
      words: say`Let the program choose the glue`,
      command: { do: 'choose-glue' as const, glue: null },
      step: 'glue-up' as const,
    },
  ]
  return [{ id: draft.neverSets ? 'never-sets' : 'own-glue', about, why, remedies: thatHelp(trial, offers) }]
}

function stageStops(trial: Trial): Stop[] {
  const { draft, job } = trial
  // What frees one stage has to free them all, so it is tried out once.
  let freeing: Remedy[] | undefined
  const remediesOf = () =>
    (freeing ??= thatHelp(trial, [...hands(trial), ...slowerGlue(trial), ...rooms(trial), ...later(trial)]))
  let heated: Draft | null | undefined
  const warm = () => (heated === undefined ? (heated = inHeatedRoom(trial)) : heated)
  return draft.stages
    .filter(s => !s.glued)
    .flatMap((s): Stop[] => {
      const tightest = tightestGlue(draft, s)
      const usable = tightest ? tightest.open.value * OPEN_TIME_SHARE : Infinity
      const isLong = s.working.value > usable
      const long: Stop[]
        = isLong && tightest
          ? [
              {
                id: 'stage-too-long',
                about: [String(s.number)],
                why: say`Stage ${s.number} needs ${q(s.working.value, 'min')}, and ${tightest.glue.label} leaves ${q(usable, 'min')}.`,
                remedies: [...remediesOf(), ...heatedRoom(warm(), s)],
              },
            ]
          : []
      const clamps = s.unserved.map((line): Stop => ({
        id: 'no-clamp',
        about: [String(s.number)],
        why: say`Stage ${s.number}: no ${line.by === 'strap' ? 'strap' : 'clamp'} on the rack ${line.by === 'strap' ? 'goes round' : 'spans'} ${q(line.spanMm + PADS_MM, 'reach-mm')} with ${q(line.force.low ?? 0, 'kN')} for the ${clampWords(job.original, line)}.`,
        remedies: [atStep('clamps', say`Put one on the rack that does, or borrow it and add it in Shop`, 'glue-up')],
      }))
      return [...long, ...clamps]
    })
}

/** Of what is spread in a stage that which stays open least. */
const tightestGlue = (draft: Draft, stage: Draft['stages'][number]): GlueVerdict | null =>
  linesOf(stage)
    .flatMap(line => draft.glueOf(line) ?? [])
    .reduce<GlueVerdict | null>((a, b) => (a && a.open.value <= b.open.value ? a : b), null)

type Offer = Pick<Remedy, 'id' | 'words' | 'step'> & { readonly command: Command }

/** Carry what is in clamps to a warmer room: the warmest by night first. */
function rooms({ job, draft }: Trial): Offer[] {
  const joints = [...new Set([...draft.staging.stages.flatMap(s => s.joints), ...jointsToMend(job).map(j => j.id)])]
  const warmer = job.shop.rooms
    .filter(r => r.nightC > job.climate.tonightC)
    .sort((a, b) => b.nightC - a.nightC)
    .slice(0, MOST_ROOMS)
  return warmer.map(room => ({
    id: 'carry-to-room',
    words: say`Carry it to: ${room.name}, ${q(room.nightC, 'C')} by night`,
    command: { do: 'choose-room', joints, room: room.id },
    step: 'glue-up',
  }))
}

/** A night in which any glue of the shelf sets, C. */
const WARM_NIGHT_C = 18

/** The plan as it would be in a heated room; null where the shop has one, or it would not do either. */
function inHeatedRoom({ job }: Trial): Draft | null {
  if (job.climate.tonightC >= WARM_NIGHT_C || job.shop.rooms.some(r => r.nightC >= WARM_NIGHT_C)) return null
  const { draft } = settle({ ...job, climate: { ...job.climate, tonightC: WARM_NIGHT_C } })
  return draft.stages.length > 0 && isInTime(draft) ? draft : null
}

/**
 * Where no room of the shop is warm by night, but a heated one would free a stage: that is said, for it can be
 * borrowed.
 */
function heatedRoom(warm: Draft | null, stage: Draft['stages'][number]): Remedy[] {
  const glue = warm && linesOf(stage).flatMap(line => warm.glueOf(line) ?? [])[0]?.glue
  if (!glue) return []
  return [
    atStep(
      'carry-to-room',
      say`Find a room that stays at ${q(WARM_NIGHT_C, 'C')} by night, and add it in Shop: there ${glue.label} does it`,
      'glue-up',
    ),
  ]
}

function later({ job, draft }: Trial): Offer[] {
  const morning = nextWorkingMin(job.shop, draft.readyMin - (draft.readyMin % MIN_PER_DAY) + MIN_PER_DAY)
  return [
    {
      id: 'begin-later',
      words: say`Glue it up ${describeWallTime(morning, job.startMin)}`,
      command: { do: 'begin-later', notBefore: formatWallTime(morning) },
      step: 'glue-up',
    },
  ]
}

function hands({ job }: Trial): Offer[] {
  const more = job.shop.hands + 1
  return more > MOST_HANDS
    ? []
    : [
        {
          id: 'more-hands',
          words: say`Ask for another pair of hands: ${more} pairs`,
          command: { do: 'choose-hands', hands: more },
          step: 'glue-up',
        },
      ]
}

function slowerGlue({ job, draft }: Trial): Offer[] {
  const { verdicts } = chooseGlue(
    { ...draft.needs, workingMin: draft.staging.bottleneckMin },
    job.school,
    job.shop,
    job.climate,
  )
  const slower = verdicts
    .filter(v => v.against.length === 0 && v.open.value > (draft.verdict?.open.value ?? 0))
    .slice(0, 2)
  return slower.map(v => ({
    id: 'another-glue',
    words: say`Take ${v.glue.label}${v.onShelf ? '' : ', which is not on the shelf'}`,
    command: { do: 'choose-glue', glue: v.glue.id },
    step: 'glue-up',
  }))
}

/** Each offer is planned with; those that free the plan are kept, with what they change. */
function thatHelp({ job }: Trial, offers: readonly Offer[], helps: (draft: Draft) => boolean = () => true): Remedy[] {
  return offers.flatMap((offer): Remedy[] => {
    const told = apply(job.original, offer.command)
    if (!told.ok) return []
    const { draft } = settle(withChoices(job, told.value))
    if (
      !draft.verdict
      || draft.verdict.against.length > 0
      || draft.stages.length === 0
      || !isInTime(draft)
      || !helps(draft)
    ) {
      return []
    }
    const off = Math.max(...draft.stages.map(s => s.clampsOffMin))
    return [
      {
        ...offer,
        changes: say`${draft.verdict.glue.label}, out of clamps ${describeWallTime(off, job.startMin)}`,
        joint: null,
      },
    ]
  })
}

const isInTime = (draft: Draft): boolean =>
  draft.stages.every(s => s.working.value <= (tightestGlue(draft, s)?.open.value ?? 0) * OPEN_TIME_SHARE)
