import { clampLines, fittedTo, unservable, type ClampLine } from '../clamping'
import { isHeldByHardware } from '../hardware'
import type { Figure } from '../measure/figure'
import type { Joint, Piece } from '../piece/schema'
import type { MendId } from '../mend'
import type { Shop } from '../reference/shop-settings'
import { faultOfTie, jointOfTie, type Backward, type Move } from '../takeapart'
import { bestTree, type Judgement } from './stage-tree'
import { workingMinutes, workingTime, type Minutes } from './working-time'

/** Joints closed in one go, and the stages that have to be cured before. */
export interface Stage {
  readonly number: number
  readonly joints: readonly string[]
  /** Of its joints those that hardware holds and no glue: screwed, bolted or buttoned home with the rest. */
  readonly dry: readonly string[]
  /** Glue lines in the wood that are closed in it, by their ids. */
  readonly wood: readonly string[]
  readonly after: readonly number[]
  readonly working: Figure
  readonly minutes: Minutes
  /** Where it was gone through dry by the clock: its minutes stand above in the place of the table’s. */
  readonly rehearsal?: { readonly at: string, readonly tookMin: number, readonly tableMin: number }
  readonly lines: readonly ClampLine[]
  /** Lines that no clamp on the rack can serve. */
  readonly unserved: readonly ClampLine[]
}

export interface Staging {
  readonly stages: readonly Stage[]
  /** The least working time into which the glue-up can be split, minutes: no glue open for less will do. */
  readonly bottleneckMin: number
  readonly fits: boolean
}

interface Node {
  readonly joints: readonly string[]
  readonly wood: readonly WoodClosing[]
  readonly parent: number | null
}

/** A glue line that is not a joint’s: a break, a split, a patch, blocks; and when it has its turn among the joints. */
export interface WoodClosing {
  /** The glue line, such as `fault:broken-leg/face`. */
  readonly id: string
  readonly trouble: string
  /** The break whose halves it joins, where a move has to run backward for it. */
  readonly fault: string | null
  /** Before the joints of the parts it is on, in the moves’ order, after all joints, or in one go with its own. */
  readonly when: 'first' | 'in-turn' | 'last' | 'with-its-joints'
  /** Lines of one mend follow each other; this one’s place among them. */
  readonly turn: number
  /** The parts it is on. */
  readonly parts: readonly string[]
  readonly areaMm2: number
  readonly closingMin: number
  readonly lines: readonly ClampLine[]
}

/** What may not be closed yet, and what belongs together or apart whatever the clock says. */
export interface Ties {
  /** Joints with no mend, or whose wood waits for one: nothing that closes over them may be closed. */
  readonly undecided: ReadonlySet<string>
  /** The room each joint cures in; joints for different rooms are not glued in one go. */
  readonly roomOf: (joint: string) => string | null
  readonly wood: readonly WoodClosing[]
  /** The glue each line takes, by `joint:…` or the line’s own id; lines of different glues are not spread in one go. */
  readonly glueOf: (line: string) => string | null
  /** Whether a line is glued already: what is done and what is not are no one stage. */
  readonly isGlued: (line: string) => boolean
  /** When it was glued, told by what was logged then: what was glued at different times was no one stage. */
  readonly gluedIn: (line: string) => string | null
  /** How long what is spread of these lines stays open, as far as it may be used, minutes. */
  readonly usableMin: (lines: readonly string[]) => number
  /** The parts a joint holds together. */
  readonly partsOf: (joint: string) => readonly string[]
}
/** Counted against a split that breaks what belongs together, minutes: more than any overrun. */
const FORBIDDEN_MIN = 100_000

/** Up to so many closings every split is tried. */
const MOST_NODES_EXACT = 10

/** Joints that are closed at once, and what is glued in the wood with them. */
export interface OnItsOwn {
  readonly joints: readonly string[]
  readonly wood: readonly WoodClosing[]
}

/** What the stages are made from. */
export interface GlueUp {
  readonly piece: Piece
  readonly moves: readonly Move[]
  /** What closes without a move, each group at once, before the last closing. */
  readonly onTheirOwn: readonly OnItsOwn[]
  /** Joints of parts that go in by themselves between what stands: nothing draws them home. */
  readonly seated: ReadonlySet<string>
  /** Joints mended in place: each joins whichever stage has room for it. */
  readonly inPlace: readonly string[]
  readonly mends: Readonly<Record<string, MendId>>
  readonly shop: Shop
  readonly ties: Ties
  /** The same take-apart in whichever order suits; without it the moves as they are. */
  readonly backward?: Backward | null
}

type Bench = Pick<GlueUp, 'piece' | 'mends' | 'shop' | 'seated'>

/**
 * Splits a glue-up into the fewest stages that each stay within `usableMin` and the rack. Closings run the take-apart
 * backward, so a stage is one or more moves that hang together; what closes without a move joins the last stage or
 * its own. Where the moves as they came do not give one stage that fits, every other order of a small frame is looked
 * at, and the moves that go with the better one are told with it.
 */
export function planStages(glueUp: GlueUp): Staging & { readonly moves: readonly Move[] } {
  const first = stagesAlong(glueUp)
  const { backward, ties } = glueUp
  const asTold = { ...first.staging, moves: glueUp.moves }
  if (!backward || ties.undecided.size > 0 || (first.over < 1e-9 && first.inTurn <= fewestStages(glueUp))) return asTold
  const stages = new Map<string, ReturnType<typeof stageOfTies>>()
  const stageOf = (ids: readonly string[]) => {
    const key = ids.join(' ')
    const made = stages.get(key) ?? stageOfTies(glueUp, ids)
    stages.set(key, made)
    return made
  }
  const best = bestTree(backward.frame, ids => badness(glueUp.piece, stageOf(ids), ties))
  const bottleneckMin = first.staging.fits
    ? first.staging.bottleneckMin
    : Math.min(first.staging.bottleneckMin, shortestLongest(glueUp, stageOf))
  if (!best) return { ...asTold, bottleneckMin }
  const moves = backward.movesOf(best.tree)
  const second = stagesAlong({ ...glueUp, moves })
  const isBetterTree
    = second.over < first.over - 1e-9
      || (second.over < first.over + 1e-9 && second.staging.stages.length < first.staging.stages.length)
  return isBetterTree
    ? { ...second.staging, bottleneckMin: Math.min(bottleneckMin, second.staging.bottleneckMin), moves }
    : { ...asTold, bottleneckMin }
}

/** What is closed with some ties of the frame: joints, and the faces of breaks. */
function stageOfTies(glueUp: GlueUp, ids: readonly string[]): Omit<Stage, 'number' | 'after'> {
  const { piece, ties } = glueUp
  const faults = ids.flatMap(id => faultOfTie(id) ?? [])
  const joints = [...new Set(ids.filter(id => faultOfTie(id) === null).map(jointOfTie))]
  // What hangs by its fixings is screwed on afterwards, and is no part of the stage beside it.
  const glued = joints.filter(id => !isFixing(piece, id))
  const wood = ties.wood.filter(
    w => w.when === 'in-turn' && w.turn === 1 && w.fault !== null && faults.includes(w.fault),
  )
  return stageFor(glueUp, glued.length > 0 || wood.length > 0 ? glued : joints, wood)
}

/**
 * No order of closing has fewer stages: one that runs over is two at least, and each glue, room and fixing has its
 * own.
 */
function fewestStages(glueUp: GlueUp): number {
  const { piece, moves, ties } = glueUp
  const all = [...new Set(moves.flatMap(m => m.joints))]
  const fixed = all.filter(id => isFixing(piece, id))
  const glued = all.filter(id => !fixed.includes(id))
  const kinds = new Set(
    glued.map(id => `${ties.glueOf(`joint:${id}`)} ${ties.roomOf(id)} ${ties.gluedIn(`joint:${id}`)}`),
  )
  const isOver = glued.length > 0 && badness(piece, stageFor(glueUp, glued, []), ties).over > 1e-9
  return Math.max(kinds.size, isOver ? 2 : 1) + (fixed.length > 0 && glued.length > 0 ? 1 : 0)
}

/** The least working time that the longest stage of any order comes down to, minutes. */
function shortestLongest(glueUp: GlueUp, stageOf: (ids: readonly string[]) => Omit<Stage, 'number' | 'after'>): number {
  return (
    bestTree(glueUp.backward!.frame, ids => ({ over: 0, share: stageOf(ids).working.value }), 'shortest')?.share
    ?? Infinity
  )
}

/** The stages of one order of moves, and by how much they run over. */
function stagesAlong(glueUp: GlueUp): { staging: Staging, over: number, inTurn: number } {
  const { piece, moves, onTheirOwn, inPlace, ties } = glueUp
  const inTree = closable(closingTree(piece, moves, onTheirOwn, ties.wood), ties.undecided)
  const nodes = [
    ...inTree,
    ...inPlace.filter(id => !ties.undecided.has(id)).map((id): Node => ({ joints: [id], wood: [], parent: null })),
  ]
  const cache = new Map<string, Omit<Stage, 'number' | 'after'>>()
  const evaluate = (members: readonly number[]) => {
    const key = members.join(' ')
    const known = cache.get(key)
    if (known) return known
    // Last out is first in: the closings run the moves backward.
    const inOrder = [...members].sort((a, b) => b - a).map(i => nodes[i]!)
    const made = stageFor(
      glueUp,
      inOrder.flatMap(n => n.joints),
      inOrder.flatMap(n => n.wood),
    )
    cache.set(key, made)
    return made
  }
  const bottleneckMin = Math.max(0, ...nodes.map((_, i) => evaluate([i]).working.value))
  // A top goes back on its screws once the frame under it has cured, not over wet glue.
  const isFastened = nodes.map((_, i) => {
    const { joints, dry, wood } = evaluate([i])
    return wood.length === 0 && joints.length === dry.length
  })
  const judge = (members: readonly number[]): Judgement => {
    const { over, share } = badness(piece, evaluate(members), ties)
    const isMixed = members.some(i => isFastened[i]) && !members.every(i => isFastened[i])
    return { over: over + (isMixed ? FORBIDDEN_MIN : 0), share }
  }
  const groups = withInPlace(bestSplit(inTree, judge), nodes.map((_, i) => i).slice(inTree.length), judge)
  // By the shallowest of its closings: what a stage stands on always hangs deeper than its own head.
  // Of what may be begun at once the halves go first: they cure longest, and more comes after.
  const hasWood = (members: readonly number[]) => members.some(i => nodes[i]!.wood.length > 0)
  const order = groups
    .map(members => ({ members, depth: Math.min(...members.map(i => depthOf(nodes, i))) }))
    .sort((a, b) => b.depth - a.depth || Number(hasWood(b.members)) - Number(hasWood(a.members)))
  const inTurn = order.map(({ members }, i): Stage => ({
    ...evaluate(members),
    number: i + 1,
    after: order.flatMap(({ members: m }, k) =>
      m.some(x => members.includes(nodes[x]!.parent ?? -1)) && k !== i ? [k + 1] : [],
    ),
  }))
  const stages = numbered(aroundThem(inTurn, ties.wood, closing => stageFor(glueUp, [], closing), ties))
  const longest = Math.max(bottleneckMin, ...stages.filter(s => s.joints.length === 0).map(s => s.working.value))
  const fits = stages.every(
    s => closedIn(s).every(ties.isGlued) || (s.working.value <= ties.usableMin(linesOf(s)) && s.unserved.length === 0),
  )
  return {
    staging: { stages, bottleneckMin: longest, fits },
    over: groups.reduce((sum, members) => sum + judge(members).over, 0),
    inTurn: inTurn.length,
  }
}

/**
 * The same stages, each numbered after those it waits for: what was glued in several goes need not hang together as
 * it was planned.
 */
function numbered(stages: readonly Stage[]): Stage[] {
  const left = [...stages]
  const placed: Stage[] = []
  while (left.length > 0) {
    const next = left.findIndex(s =>
      s.after.every(n => placed.some(p => p.number === n) || !left.some(o => o.number === n)),
    )
    placed.push(...left.splice(Math.max(0, next), 1))
  }
  const number = new Map(placed.map((s, i) => [s.number, i + 1]))
  return placed.map(s => ({ ...s, number: number.get(s.number)!, after: s.after.map(n => number.get(n)!) }))
}

/** The glue lines of a stage, by the ids glues are given to: of what hardware holds there is none. */
export const linesOf = ({ joints, dry, wood }: Pick<Stage, 'joints' | 'dry' | 'wood'>): string[] => [
  ...joints.filter(id => !dry.includes(id)).map(id => `joint:${id}`),
  ...wood,
]
/** All that is closed in a stage, with glue or without. */
export const closedIn = ({ joints, wood }: Pick<Stage, 'joints' | 'wood'>): string[] => [
  ...joints.map(id => `joint:${id}`),
  ...wood,
]

/**
 * Puts what is closed before and after all moves round the stages of the moves: like turns together as long as time
 * and rack allow.
 */
function aroundThem(
  inTurn: readonly Stage[],
  wood: readonly WoodClosing[],
  make: (closing: readonly WoodClosing[]) => Omit<Stage, 'number' | 'after'>,
  ties: Ties,
): Stage[] {
  const grouped = (when: WoodClosing['when']): WoodClosing[][] => {
    const groups: WoodClosing[][] = []
    for (const line of wood.filter(w => w.when === when).sort((a, b) => a.turn - b.turn)) {
      const fits = (group: readonly WoodClosing[]) => {
        const stage = make([...group, line])
        const isOfOneGlue = group.every(
          g => ties.glueOf(g.id) === ties.glueOf(line.id) && ties.isGlued(g.id) === ties.isGlued(line.id),
        )
        return (
          isOfOneGlue
          && group.every(g => g.turn === line.turn)
          && stage.working.value <= ties.usableMin(stage.wood)
          && stage.unserved.length === 0
        )
      }
      const room = groups.find(fits)
      if (room) room.push(line)
      else groups.push([line])
    }
    return groups
  }
  const [before, behind] = [grouped('first'), grouped('last')]
  const shift = before.length
  const needs = (earlier: readonly WoodClosing[], parts: ReadonlySet<string>) =>
    earlier.some(w => w.parts.some(p => parts.has(p)))
  const partsOf = (stage: Stage) => new Set(stage.joints.flatMap(id => ties.partsOf(id)))
  const firsts = before.map((group, i): Stage => ({ ...make(group), number: i + 1, after: sameTrouble(before, i) }))
  const turned = inTurn.map((s): Stage => ({
    ...s,
    number: s.number + shift,
    after: [...before.flatMap((group, k) => (needs(group, partsOf(s)) ? [k + 1] : [])), ...s.after.map(n => n + shift)],
  }))
  const lasts = behind.map((group, i): Stage => ({
    ...make(group),
    number: shift + inTurn.length + i + 1,
    after: [...turned.map(s => s.number), ...sameTrouble(behind, i).map(n => n + shift + inTurn.length)],
  }))
  return [...firsts, ...turned, ...lasts]
}

/** Earlier groups that hold another line of the same mend, counted from 1. */
const sameTrouble = (groups: readonly WoodClosing[][], at: number): number[] =>
  groups
    .slice(0, at)
    .flatMap((group, k) => (group.some(w => groups[at]!.some(o => o.trouble === w.trouble)) ? [k + 1] : []))

function stageFor(
  { piece, mends, shop, seated }: Bench,
  ids: readonly string[],
  wood: readonly WoodClosing[],
): Omit<Stage, 'number' | 'after'> {
  const joints = ids.map(id => piece.joints.find(j => j.id === id)) as Joint[]
  const dry = joints.filter(j => mends[j.id] === undefined && isScrewedHome(piece, j))
  const glued = joints.filter(j => !dry.includes(j))
  const drawn = glued.filter(j => !seated.has(j.id))
  const lines
    = wood.length === 0
      ? jointLines(piece, drawn, shop.rack)
      : fittedTo(shop.rack, [...clampLines(piece, drawn), ...wood.flatMap(w => w.lines)])
  const straps = lines.filter(l => l.by === 'strap').length
  const work = { joints: glued, dry, mends, clamps: lines.length - straps, straps, wood }
  return {
    joints: ids,
    dry: dry.map(j => j.id),
    wood: wood.map(w => w.id),
    lines,
    unserved: unservable(lines, shop.rack),
    working: workingTime(work, shop.hands),
    minutes: workingMinutes(work, shop.hands),
  }
}

const known = new WeakMap<Piece, WeakMap<Shop['rack'], Map<string, readonly ClampLine[]>>>()

/**
 * The clamps of some joints by this rack. A plan tries the same joints again with every glue; neither piece nor rack
 * is ever changed.
 */
function jointLines(piece: Piece, joints: readonly Joint[], rack: Shop['rack']): readonly ClampLine[] {
  const ofPiece = known.get(piece) ?? new WeakMap<Shop['rack'], Map<string, readonly ClampLine[]>>()
  known.set(piece, ofPiece)
  const ofRack = ofPiece.get(rack) ?? new Map<string, readonly ClampLine[]>()
  ofPiece.set(rack, ofRack)
  const key = joints.map(j => j.id).join(' ')
  const lines = ofRack.get(key) ?? fittedTo(rack, clampLines(piece, joints))
  ofRack.set(key, lines)
  return lines
}

/** Whether only hardware closes a joint again; rubbed blocks go back with glue. */
const isScrewedHome = (piece: Piece, j: Joint): boolean =>
  isHeldByHardware(piece, j) && !(j.form.kind === 'fixing' && j.form.by === 'glue-block')

/** The take-apart as a tree: each move closes one body, and belongs under the move whose body holds that body. */
function closingTree(
  piece: Piece,
  moves: readonly Move[],
  onTheirOwn: readonly OnItsOwn[],
  wood: readonly WoodClosing[],
): Node[] {
  const halves = (m: Move) => wood.filter(w => w.when === 'in-turn' && w.fault !== null && m.breaks.includes(w.fault))
  const partsOf = (m: Move) =>
    new Set([
      ...m.joints.flatMap((id) => {
        const j = piece.joints.find(x => x.id === id)!
        return [j.enters, j.receives]
      }),
      ...halves(m).flatMap(w => w.parts),
    ])
  const nodes: Node[] = moves.map((m, i) => {
    // The nearest earlier move that this body came out of: it moved or left behind all the parts that part here.
    const parent = [...Array(i).keys()]
      .reverse()
      .find(k => holdsAll(moves[k]!.parts, partsOf(m)) || holdsAll(moves[k]!.from, partsOf(m)))
    return { joints: m.joints, wood: halves(m).filter(w => w.turn === 1), parent: parent ?? (i === 0 ? null : 0) }
  })
  // What only hangs by its fixings is slid home with the rest, and screwed when the glue beside it has cured.
  for (const [i, node] of [...nodes.entries()]) {
    const fixed = node.joints.filter(id => isFixing(piece, id))
    if (fixed.length === 0 || (fixed.length === node.joints.length && node.wood.length === 0)) continue
    nodes.push({ joints: fixed, wood: [], parent: node.parent })
    nodes[i] = { ...node, joints: node.joints.filter(id => !fixed.includes(id)), parent: nodes.length - 1 }
  }
  // The later lines of a break’s mend come between its faces and whatever closes over them.
  for (const later of wood.filter(w => w.when === 'in-turn' && w.turn > 1).sort((a, b) => a.turn - b.turn)) {
    const first = nodes.findIndex(n => n.wood.some(w => w.trouble === later.trouble))
    if (first < 0) continue
    nodes.push({ joints: [], wood: [later], parent: nodes[first]!.parent })
    nodes[first] = { ...nodes[first]!, parent: nodes.length - 1 }
  }
  // What is mended in place is closed before the last closing of joints; halves joined in the hand are nothing to it.
  const root = nodes.findIndex(n => n.joints.length > 0)
  for (const own of onTheirOwn) nodes.push({ ...own, parent: root < 0 ? null : root })
  return nodes
}

const isFixing = (piece: Piece, id: string): boolean => {
  const j = piece.joints.find(x => x.id === id)!
  return j.form.kind === 'fixing' && isScrewedHome(piece, j)
}

const holdsAll = (body: readonly string[], parts: ReadonlySet<string>): boolean =>
  [...parts].every(p => body.includes(p))

const depthOf = (nodes: readonly Node[], i: number): number => {
  const { parent } = nodes[i]!
  return parent === null ? 0 : 1 + depthOf(nodes, parent)
}

/**
 * Joints mended in place go into whichever stage has room for them, the tightest fit first; what fits in none makes a
 * stage of its own.
 */
function withInPlace(
  groups: readonly (readonly number[])[],
  free: readonly number[],
  judge: (members: readonly number[]) => Judgement,
): readonly (readonly number[])[] {
  const made: number[][] = groups.map(g => [...g])
  for (const node of free) {
    const able = made
      .map(g => ({ g, before: judge(g), after: judge([...g, node]) }))
      .filter(({ before, after }) => after.over <= before.over + 1e-9)
    const best = able.sort((a, b) => b.after.share - a.after.share)[0]
    if (best) best.g.push(node)
    else made.push([node])
  }
  return made
}

/**
 * How bad a stage is: minutes over the time it has, a day for each clamp that is missing, and never two rooms or half
 * a hole.
 */
function badness(
  piece: Piece,
  s: Omit<Stage, 'number' | 'after'>,
  { roomOf, glueOf, usableMin, gluedIn }: Ties,
): { over: number, share: number } {
  const rooms = new Set(s.joints.map(roomOf)).size
  const halves = s.joints.filter(id => otherInHole(piece, id).some(other => !s.joints.includes(other))).length
  // Halves cure before anything is knocked home on them, and one pot of glue is open at a time.
  const mixed = Math.max(0, s.wood.length - 1) + (s.wood.length > 0 && s.joints.length > 0 ? 1 : 0)
  const pots = new Set(linesOf(s).map(glueOf)).size
  const times = new Set(closedIn(s).map(gluedIn)).size
  const usable = usableMin(linesOf(s))
  const over
    = Math.max(0, s.working.value - usable)
      + s.unserved.length * 1440
      + (Math.max(1, rooms) - 1 + halves + mixed + Math.max(1, pots) - 1 + Math.max(1, times) - 1) * FORBIDDEN_MIN
  return { over, share: usable > 0 ? s.working.value / usable : 1 }
}

/** Tenons that share a joint’s hole are closed wet together. */
const otherInHole = (piece: Piece, id: string): string[] => {
  const own = piece.joints.find(j => j.id === id)
  return piece.joints.filter(j => j.id === own?.shares || j.shares === id).map(j => j.id)
}

/**
 * The closings that can be made: none that holds an undecided joint, and none over a body that is not closed itself.
 */
function closable(nodes: readonly Node[], undecided: ReadonlySet<string>): Node[] {
  const blocked = new Set(nodes.flatMap((n, i) => (n.joints.some(j => undecided.has(j)) ? [i] : [])))
  for (const i of blocked) {
    const { parent } = nodes[i]!
    if (parent !== null) blocked.add(parent)
  }
  const kept = nodes.flatMap((_, i) => (blocked.has(i) ? [] : [i]))
  const place = new Map(kept.map((i, k) => [i, k]))
  return kept.map((i): Node => ({ ...nodes[i]!, parent: place.get(nodes[i]!.parent ?? -1) ?? null }))
}

interface Split {
  readonly groups: readonly (readonly number[])[]
  readonly over: number
  readonly share: number
}

/**
 * Ways of cutting a tree into connected groups: least overrun, then fewest groups, then the most spare time in the
 * tightest.
 */
function bestSplit(
  nodes: readonly Node[],
  judge: (members: readonly number[]) => Judgement,
): readonly (readonly number[])[] {
  if (nodes.length === 0) return []
  const judged = (cut: ReadonlySet<number>): Split => {
    const groups = groupsFor(nodes, cut)
    const all = groups.map(judge)
    return { groups, over: all.reduce((sum, j) => sum + j.over, 0), share: Math.max(...all.map(j => j.share)) }
  }
  const edges = nodes.flatMap((n, i) => (n.parent === null ? [] : [i]))
  const joined = judged(joinedUp(nodes, edges, judge))
  // Nothing over and nothing cut: no split has fewer.
  if (joined.over < 1e-9 && joined.groups.length === nodes.length - edges.length) return joined.groups
  return (
    nodes.length <= MOST_NODES_EXACT ? bestOfAll(edges, judged) : climbed(edges, joinedUp(nodes, edges, judge), judged)
  ).groups
}

const isBetter = (a: Split, b: Split): boolean =>
  a.over < b.over - 1e-9
  || (Math.abs(a.over - b.over) < 1e-9
    && (a.groups.length < b.groups.length || (a.groups.length === b.groups.length && a.share < b.share - 1e-9)))

function bestOfAll(edges: readonly number[], judged: (cut: ReadonlySet<number>) => Split): Split {
  let best: Split | null = null
  for (let mask = 0; mask < 2 ** edges.length; mask++) {
    const split = judged(new Set(edges.filter((_, bit) => Math.floor(mask / 2 ** bit) % 2 === 1)))
    if (!best || isBetter(split, best)) best = split
  }
  return best!
}

/**
 * From the outermost closings inward each takes in what hangs on it, the lightest first, as long as it all stays
 * within its time and the rack: with times that only add up no split has fewer groups.
 */
function joinedUp(
  nodes: readonly Node[],
  edges: readonly number[],
  judge: (members: readonly number[]) => Judgement,
): Set<number> {
  const cut = new Set(edges)
  const groupOf = new Map(nodes.map((_, i) => [i, [i]]))
  const deepestFirst = [...nodes.keys()].sort((a, b) => depthOf(nodes, b) - depthOf(nodes, a) || a - b)
  for (const head of deepestFirst) {
    const below = edges
      .filter(i => nodes[i]!.parent === head)
      .sort((a, b) => judge(groupOf.get(a)!).share - judge(groupOf.get(b)!).share || a - b)
    for (const child of below) {
      const apart = judge(groupOf.get(head)!).over + judge(groupOf.get(child)!).over
      const together = [...groupOf.get(head)!, ...groupOf.get(child)!]
      if (judge(together).over > apart + 1e-9) continue
      groupOf.set(head, together)
      cut.delete(child)
    }
  }
  return cut
}

/** One cut more or less, or one moved from an edge to another, as long as that is better. */
function climbed(
  edges: readonly number[],
  start: ReadonlySet<number>,
  judged: (cut: ReadonlySet<number>) => Split,
): Split {
  let [cut, best] = [new Set(start), judged(start)]
  for (let isChanged = true; isChanged;) {
    isChanged = false
    const isCut = (e: number) => cut.has(e)
    const changes = [
      ...edges.map(e => [e]),
      ...edges.filter(isCut).flatMap(from => edges.filter(e => !isCut(e)).map(to => [from, to])),
    ]
    for (const change of changes) {
      const next = new Set(cut)
      for (const e of change) if (!next.delete(e)) next.add(e)
      const split = judged(next)
      if (!isBetter(split, best)) continue
      ;[cut, best, isChanged] = [next, split, true]
      break
    }
  }
  return best
}

/** Groups left when edges are cut; a cut edge puts a closing in a stage before its parent's. */
function groupsFor(nodes: readonly Node[], cut: ReadonlySet<number>): number[][] {
  const headOf = (i: number): number => (nodes[i]!.parent === null || cut.has(i) ? i : headOf(nodes[i]!.parent!))
  const groups = new Map<number, number[]>()
  nodes.forEach((_, i) => {
    const h = headOf(i)
    groups.set(h, [...(groups.get(h) ?? []), i])
  })
  return [...groups.values()]
}
