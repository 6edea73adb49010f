import { TransitionPresets, usePreferredReducedMotion, useTransition } from '@vueuse/core'
import { spokenJoint } from '#core/condition/survey'
import { asFound, hingesOf, partOfBody, posed, type AsFound } from '#core/bodies'
import {
  drawPiece,
  explodedOffsets,
  markClamp,
  markFault,
  movedPiece,
  offsetsOfMoves,
  pegsOf,
  placeTags,
  WoodMap,
  type Point,
} from '#core/drawing'
import { add, lerp, type Vec } from '#core/measure/vec'
import { isLoose, presentJoints, tagOf } from '#core/piece/facts'
import { faultTag, spokenFault } from '#core/piece/faults'
import { boundsOf, solidsOf } from '#core/piece/geometry'
import type { Fault, Joint, Part } from '#core/piece/schema'
import { mendShort, chosenWork } from '#core/plan'

const MARGIN_PX = 46
const APART_MM = 110
const MOTION_MS = 300
/** Above this many joints only those that matter now have a tag; the others are dots, and all are in the strip. */
const MANY_JOINTS = 24
/** Height of the row of views at the foot of the stand: no tag hides behind it. */
const CONTROLS_PX = 44
const TAG_PX = { height: 26, bare: 62, fault: 36, perLetter: 7.2 }

/** A tag on the stand: of a joint, or of a fault in the wood. */
export interface StandTag {
  readonly id: string
  readonly joint: Joint | null
  readonly fault: string | null
  /** What is written on it: J7, B1. */
  readonly written: string
  readonly at: Point
  readonly centre: Point
  readonly widthPx: number
  readonly faulty: boolean
  /** The planned mend's short name, once there is one to show. */
  readonly short: string | null
  readonly shut: boolean
  readonly spoken: string
  readonly metal: boolean
  /** All of that metal is out of sight. */
  readonly hidden: boolean
  readonly pictured: boolean
}

/** A clamp as it stands on the sheet, with its number in the list. */
export interface StandClamp {
  readonly nth: number
  readonly isStrap: boolean
  readonly strokes: readonly (readonly Point[])[]
  readonly at: Point
}

const STILL: ReadonlyMap<string, Vec> = new Map()
const NO_PARTS: readonly Part[] = []
const NO_JOINTS: readonly Joint[] = []

/** A solid as a few lines: both ends closed, and along it four of the lines between them. */
function linesOf(part: Part): Vec[][] {
  return solidsOf(part, 12).flatMap(({ start, end }) => {
    const quarter = Math.max(1, Math.floor(start.length / 4))
    const along = start.flatMap((p, i) => (i % quarter === 0 ? [[p, end[i]!]] : []))
    return [[...start, start[0]!], [...end, end[0]!], ...along]
  })
}

/** Everything the stand shows, worked out from the piece, the plan, the view and the size of the sheet in pixels. */
export function useStandDrawing(
  widthPx: Ref<number>,
  heightPx: Ref<number>,
  planned: () => boolean,
  flat: () => boolean,
  moving: () => boolean,
) {
  const { piece: kept } = storeToRefs(usePiece())
  const { preview } = storeToRefs(usePreview())
  const { picked, pickedFault, pickedPart } = storeToRefs(useSelection())
  const piece = computed(() => preview.value ?? kept.value)
  const { plan } = storeToRefs(usePlan())
  const stand = useStand()
  const reduced = usePreferredReducedMotion()
  const still = computed(() => reduced.value === 'reduce')
  const motion = { duration: MOTION_MS, transition: TransitionPresets.easeInOutCubic, disabled: still }
  const apart = useTransition(() => stand.apart, motion)
  const movesShown = useTransition(() => stand.movesShown, motion)

  // A finding makes a new piece of the same parts: then nothing is drawn anew.
  let made: { parts: unknown, joints: unknown, wood: string } = { parts: null, joints: null, wood: '' }
  const found = computed<AsFound | null>((before) => {
    const p = piece.value
    if (!p) return null
    const wood = JSON.stringify([p.faults, p.choices.settled])
    if (before && made.parts === p.parts && made.joints === p.joints && made.wood === wood) return before
    made = { parts: p.parts, joints: p.joints, wood }
    return asFound(p)
  })
  const hasHinges = computed(() => found.value !== null && hingesOf(found.value.parts, found.value.joints).length > 0)
  const inPose = computed(() => (found.value && hasHinges.value ? posed(found.value, stand.swung) : found.value))
  const parts = computed(() => inPose.value?.parts ?? NO_PARTS)
  const joints = computed(() => inPose.value?.joints ?? NO_JOINTS)
  const offsets = computed<ReadonlyMap<string, Vec>>(() => {
    const asItStands = found.value?.offsets ?? STILL
    if (apart.value === 0 && movesShown.value === 0) return asItStands
    const sum = explodedOffsets(parts.value, joints.value, APART_MM * apart.value)
    for (const [id, by] of asItStands) sum.set(id, add(sum.get(id) ?? [0, 0, 0], by))
    for (const [id, by] of offsetsOfMoves(plan.value?.takeApart.moves ?? [], movesShown.value)) {
      sum.set(id, add(sum.get(id) ?? [0, 0, 0], by))
    }
    return sum
  })
  const moved = computed(() => (parts.value.length > 0 ? movedPiece(parts.value, joints.value, offsets.value) : null))
  const floorBox = computed(() => (parts.value.length > 0 ? boundsOf(parts.value) : undefined))
  const drawing = computed(() =>
    moved.value
      ? drawPiece(moved.value.parts, moved.value.joints, stand.view, { floorBox: floorBox.value, ordered: flat() })
      : null,
  )
  const pegs = computed<Part[]>(() => {
    const m = moved.value
    if (!m || (!stand.xray && apart.value === 0 && movesShown.value === 0)) return []
    return m.joints.flatMap(j =>
      pegsOf(
        j,
        m.parts.find(p => p.id === j.enters)!,
      ).map(p => p.part),
    )
  })

  /** The box the piece is fitted to: it does not follow the turning, so that the size stays the same while it turns. */
  const fit = computed(() => {
    const d = drawing.value
    if (!d || widthPx.value === 0) return { scale: 1, x: 0, y: 0 }
    const [w, h] = [d.box.maxX - d.box.minX, d.box.maxY - d.box.minY]
    const scale = Math.min((widthPx.value - 2 * MARGIN_PX) / w, (heightPx.value - 2 * MARGIN_PX) / h) * stand.zoom
    return {
      scale,
      x: widthPx.value / 2 - (scale * (d.box.minX + d.box.maxX)) / 2 + stand.pan.x,
      y: heightPx.value / 2 - (scale * (d.box.minY + d.box.maxY)) / 2 + stand.pan.y,
    }
  })
  const put = (p: Point): Point => ({ x: p.x * fit.value.scale + fit.value.x, y: p.y * fit.value.scale + fit.value.y })

  /** What the tags say; it does not change while the piece turns. */
  const described = computed(() => {
    const p = piece.value
    if (!p) return []
    const atJoints = p.holds.filter(h => h.on.kind === 'joint')
    const metal = new Set(atJoints.map(h => h.on.id))
    const seen = new Set(atJoints.filter(h => !h.hidden).map(h => h.on.id))
    const pictured = new Set(p.photos.map(x => x.of.id))
    const mends = new Map(planned() ? plan.value?.mends.map(m => [m.joint, m]) : [])
    const decisions = new Map(planned() ? plan.value?.takeApart.decisions.map(d => [d.joint, d.decision]) : [])
    const there = new Set(presentJoints(p).map(j => j.id))
    const ofJoints = p.joints
      .filter(j => there.has(j.id))
      .map((joint) => {
        const mend = mends.get(joint.id)
        const short = (mend ? mendShort(mend) : null) ?? (decisions.get(joint.id) === 'in-the-way' ? 'open' : null)
        return {
          id: joint.id,
          joint,
          fault: null,
          written: tagOf(joint),
          pictured: pictured.has(joint.id),
          short,
          shut: decisions.get(joint.id) === 'leave-shut',
          faulty: isLoose(p, joint),
          spoken: spokenJoint(p, joint),
          metal: metal.has(joint.id),
          hidden: metal.has(joint.id) && !seen.has(joint.id),
          widthPx: TAG_PX.bare + (short ? short.length * TAG_PX.perLetter + 8 : 0),
        }
      })
    const inWood = new Map(
      planned()
        ? plan.value?.woodMends.map(m => [m.trouble, m.options.find(o => o.id === m.chosen)?.short ?? null])
        : [],
    )
    const ofFaults = p.faults.map((f) => {
      const short = inWood.get(`fault:${f.id}`) ?? null
      return {
        id: f.id,
        joint: null,
        fault: f.id,
        written: faultTag(p, f),
        pictured: pictured.has(f.id),
        short,
        shut: false,
        faulty: true,
        spoken: spokenFault(p, f),
        metal: false,
        hidden: false,
        widthPx: TAG_PX.fault + (short ? short.length * TAG_PX.perLetter + 8 : 0),
      }
    })
    return [...ofJoints, ...ofFaults]
  })

  /** The blue pencil: what the chosen mends put in, as lines over the wood, where the wood is drawn now. */
  const added = computed<Point[][]>(() => {
    const d = drawing.value
    if (!planned() || !d || !plan.value) return []
    return plan.value.woodMends.flatMap((m) => {
      const design = chosenWork(m)?.design
      const body = found.value?.bodyOfFault.get(m.trouble.split(':')[1]!) ?? ''
      const by = offsets.value.get(body) ?? [0, 0, 0]
      return (design?.newWood ?? []).flatMap(wood =>
        linesOf(wood).map(line => line.map(v => d.camera.project(add(v, by)))),
      )
    })
  })

  /** The clamps of the stage that is shown, numbered in the order of use. */
  const clamps = computed((): readonly StandClamp[] => {
    const [d, box] = [drawing.value, floorBox.value]
    const stage = plan.value?.stages.find(s => s.number === stand.stageShown)
    if (!planned() || !d || !box || !stage) return []
    const middle = lerp(box.min, box.max, 0.5)
    return stage.lines.map((line, i) => {
      const { strokes, at, isStrap } = markClamp(line, middle)
      return {
        nth: i + 1,
        isStrap,
        strokes: strokes.map(s => s.map(v => d.camera.project(v))),
        at: d.camera.project(at),
      }
    })
  })

  /** The red pencil on the wood: breaks, splits, worm, old repairs. */
  const marks = computed(() => {
    const [p, m, d] = [piece.value, moved.value, drawing.value]
    if (!p || !m || !d) return []
    return p.faults.map(f =>
      markFault(f, woodOf(f)!, 'joint' in f ? m.joints.find(j => j.id === f.joint) : undefined, d.camera),
    )
  })
  /**
   * The wood a fault lies in, where it is drawn now: a part that is in two is marked as the whole it was, with its
   * first half.
   */
  function woodOf(fault: Fault): Part | undefined {
    const whole = moved.value?.parts.find(x => x.id === fault.part)
    if (whole) return whole
    const part = piece.value?.parts.find(x => x.id === fault.part)
    const first = found.value?.bodyOfFault.get(fault.id) ?? parts.value.find(x => partOfBody(x.id) === fault.part)?.id
    return part && movedPiece([part], [], new Map([[part.id, offsets.value.get(first ?? '') ?? [0, 0, 0]]])).parts[0]
  }
  /** Loose, planned for, held by metal, picked, or a neighbour of the picked one in its part. */
  function matters(
    t: { id: string, joint: Joint | null, faulty: boolean, short: string | null, metal: boolean, pictured: boolean },
    quick: boolean,
  ): boolean {
    if (t.faulty || t.id === picked.value) return true
    if (quick || !t.joint) return false
    const own = piece.value?.joints.find(j => j.id === picked.value)
    return (
      t.short !== null
      || t.metal
      || t.pictured
      || t.joint.enters === (pickedPart.value ?? own?.enters)
      || t.joint.receives === pickedPart.value
    )
  }
  /** Joints without a tag, as dots. */
  const dots = computed<Point[]>(() => {
    const tagged = new Set(tags.value.map(t => t.id))
    const there = new Set(described.value.map(t => t.id))
    return drawing.value?.spots.filter(s => there.has(s.joint) && !tagged.has(s.joint)).map(s => put(s.at)) ?? []
  })
  const sheet = computed(() => ({ widthPx: widthPx.value, heightPx: heightPx.value - CONTROLS_PX }))
  /** While it turns the tags only keep off each other; off the wood they go when the hand lets go. */
  const wood = computed(() =>
    moving() || !drawing.value
      ? undefined
      : new WoodMap(
          drawing.value.faces.map(f => f.outline.map(put)),
          sheet.value,
        ),
  )
  const tags = computed<StandTag[]>(() => {
    const d = drawing.value
    if (!d || widthPx.value === 0) return []
    const spots = new Map<string, Point>([
      ...d.spots.map(s => [s.joint, s.at] as const),
      ...marks.value.map(m => [m.fault, m.at] as const),
    ])
    if (!described.value.every(t => spots.has(t.id))) return []
    const all = described.value.map(t => ({ ...t, at: put(spots.get(t.id)!) }))
    const shown = all.length > MANY_JOINTS ? all.filter(t => matters(t, moving())) : all
    const requests = shown.map(t => ({ id: t.id, at: t.at, widthPx: t.widthPx, heightPx: TAG_PX.height }))
    const placed = placeTags(
      requests,
      { x: sheet.value.widthPx / 2, y: sheet.value.heightPx / 2 },
      sheet.value,
      wood.value,
      moving(),
    )
    return shown.map((t, i) => ({ ...t, centre: placed[i]!.centre }))
  })
  const pickedParts = computed(() => {
    const part
      = pickedPart.value
        ?? piece.value?.faults.find(f => f.id === pickedFault.value)?.part
        ?? piece.value?.joints.find(x => x.id === picked.value)?.enters
    return new Set(parts.value.filter(p => partOfBody(p.id) === part).map(p => p.id))
  })
  /** Where a point of the sheet, pixels, lies in the drawing's own units. */
  const unput = (p: Point): Point => ({
    x: (p.x - fit.value.x) / fit.value.scale,
    y: (p.y - fit.value.y) / fit.value.scale,
  })
  return {
    hasHinges,
    dots,
    marks,
    added,
    clamps,
    unput,
    parts,
    drawing,
    pegs,
    offsets,
    fit,
    put,
    tags,
    pickedParts,
    apart,
    movesShown,
  }
}
