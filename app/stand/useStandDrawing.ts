import { TransitionPresets, usePreferredReducedMotion, useTransition } from '@vueuse/core'
import { spokenJoint } from '#core/condition/survey'
import { drawPiece, explodedOffsets, movedPiece, offsetsOfMoves, pegsOf, placeTags, WoodMap, type Point } from '#core/drawing'
import { add, type Vec } from '#core/measure/vec'
import { findingOf, isFaulty } from '#core/piece/facts'
import { boundsOf } from '#core/piece/geometry'
import type { Joint, Part } from '#core/piece/schema'
import { mendShort } from '#core/plan'

const MARGIN_PX = 46
const APART_MM = 110
const MOTION_MS = 300
const MANY_JOINTS = 40
const TAG_PX = { height: 26, bare: 62, perLetter: 7.2 }

export interface StandTag {
  readonly joint: Joint
  readonly at: Point
  readonly centre: Point
  readonly widthPx: number
  readonly faulty: boolean
  /** The planned mend's short name, once there is one to show. */
  readonly short: string | null
  readonly shut: boolean
  readonly spoken: string
  readonly metal: boolean
}

/** Everything the stand shows, worked out from the piece, the plan, the view and the size of the sheet in pixels. */
export function useStandDrawing(widthPx: Ref<number>, heightPx: Ref<number>, planned: () => boolean, flat: () => boolean, moving: () => boolean) {
  const { piece, picked } = storeToRefs(usePiece())
  const { plan } = storeToRefs(usePlan())
  const stand = useStand()
  const reduced = usePreferredReducedMotion()
  const still = computed(() => reduced.value === 'reduce')
  const motion = { duration: MOTION_MS, transition: TransitionPresets.easeInOutCubic, disabled: still }
  const apart = useTransition(() => stand.apart, motion)
  const movesShown = useTransition(() => stand.movesShown, motion)

  const offsets = computed<ReadonlyMap<string, Vec>>(() => {
    const p = piece.value
    if (!p || (apart.value === 0 && movesShown.value === 0)) return new Map()
    const sum = explodedOffsets(p.parts, p.joints, APART_MM * apart.value)
    for (const [id, by] of offsetsOfMoves(plan.value?.takeApart.moves ?? [], movesShown.value)) sum.set(id, add(sum.get(id) ?? [0, 0, 0], by))
    return sum
  })
  const moved = computed(() => (piece.value ? movedPiece(piece.value.parts, piece.value.joints, offsets.value) : null))
  const floorBox = computed(() => (piece.value ? boundsOf(piece.value.parts) : undefined))
  const drawing = computed(() => (moved.value && moved.value.parts.length > 0 ? drawPiece(moved.value.parts, moved.value.joints, stand.view, { floorBox: floorBox.value, ordered: flat() }) : null))
  const pegs = computed<Part[]>(() => {
    const m = moved.value
    if (!m || (!stand.xray && apart.value === 0 && movesShown.value === 0)) return []
    return m.joints.flatMap(j => pegsOf(j, m.parts.find(p => p.id === j.enters)!).map(p => p.part))
  })

  /** The box the piece is fitted to: it does not follow the turning, so that the size stays the same while it turns. */
  const fit = computed(() => {
    const d = drawing.value
    if (!d || widthPx.value === 0) return { scale: 1, x: 0, y: 0 }
    const [w, h] = [d.box.maxX - d.box.minX, d.box.maxY - d.box.minY]
    const scale = Math.min((widthPx.value - 2 * MARGIN_PX) / w, (heightPx.value - 2 * MARGIN_PX) / h) * stand.zoom
    return { scale, x: widthPx.value / 2 - scale * (d.box.minX + d.box.maxX) / 2 + stand.pan.x, y: heightPx.value / 2 - scale * (d.box.minY + d.box.maxY) / 2 + stand.pan.y }
  })
  const put = (p: Point): Point => ({ x: p.x * fit.value.scale + fit.value.x, y: p.y * fit.value.scale + fit.value.y })

  /** What the tags say; it does not change while the piece turns. */
  const described = computed(() => {
    const p = piece.value
    if (!p) return []
    const metal = new Set(p.metal.map(m => m.joint))
    const mends = new Map(planned() ? plan.value?.mends.map(m => [m.joint, m]) : [])
    const decisions = new Map(planned() ? plan.value?.takeApart.decisions.map(d => [d.joint, d.decision]) : [])
    return p.joints.map((joint) => {
      const mend = mends.get(joint.id)
      const short = (mend ? mendShort(mend) : null) ?? (decisions.get(joint.id) === 'in-the-way' ? 'open' : null)
      return {
        joint, short, shut: decisions.get(joint.id) === 'leave-shut', faulty: isFaulty(findingOf(p, joint.id).state), spoken: spokenJoint(p, joint), metal: metal.has(joint.id),
        widthPx: TAG_PX.bare + (short ? short.length * TAG_PX.perLetter + 8 : 0),
      }
    })
  })
  const tags = computed<StandTag[]>(() => {
    const d = drawing.value
    if (!d || widthPx.value === 0 || d.spots.length !== described.value.length) return []
    const sheet = { widthPx: widthPx.value, heightPx: heightPx.value }
    const all = described.value.map((t, i) => ({ ...t, at: put(d.spots[i]!.at) }))
    // A piece of many joints turns with only its loose and its picked ones tagged: more could not be read anyway.
    const shown = moving() && all.length > MANY_JOINTS ? all.filter(t => t.faulty || t.joint.id === picked.value) : all
    const requests = shown.map(t => ({ id: t.joint.id, at: t.at, widthPx: t.widthPx, heightPx: TAG_PX.height }))
    // While it turns the tags only keep off each other; off the wood they go when the hand lets go.
    const wood = moving() ? undefined : new WoodMap(d.faces.map(f => f.outline.map(put)), sheet)
    const placed = placeTags(requests, { x: sheet.widthPx / 2, y: sheet.heightPx / 2 }, sheet, wood, moving())
    return shown.map((t, i) => ({ ...t, centre: placed[i]!.centre }))
  })
  const pickedParts = computed(() => { const j = piece.value?.joints.find(x => x.id === picked.value); return new Set(j ? [j.enters] : []) })
  return { drawing, pegs, offsets, fit, put, tags, pickedParts, apart, movesShown }
}
