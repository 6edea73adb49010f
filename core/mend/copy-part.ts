import { input, type FigureInput } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { cross, distance, length, subtract, unit } from '../measure/vec'
import { nameOf, partName } from '../piece/names'
import { axisLengthMm } from '../piece/geometry'
import { twinId } from '../piece/sides'
import type { Part } from '../piece/schema'
import { no, sizeMm, type Mend, type Size, type Verdict } from './mend'
import { partIn, type WoodCase } from './wood-case'
import type { View } from '../sheet'
import { stationsView } from './wood-views'
import { before, using } from '../work'

/** A straight part that is lost, made again after its twin; its joints close as new ones. */
export const copyPart: Mend<WoodCase> = {
  id: 'copy-part',
  decides: 'a twin to measure, or its sockets',
  tools: ['pencil', 'square', 'caliper', 'shaping'],
  label: 'Made again',
  short: 'made again',
  opens: false,
  undo: 'yes',
  place: { conserve: 1, everyday: 1, strength: 1 },
  consider,
  datum: say`Lengths are from its first shoulder; tenons stand on beyond both.`,
  draw,
}

/** Left over its length until it is fitted, millimetres. */
const OVER_LENGTH_MM = 12
/** Off the straight by more than this a part is bent or sawn to a curve, millimetres. */
const STRAIGHT_MM = 3
/** Parts that are no sticks: a seat or a top is a made-up panel. */
const PANELS = new Set(['seat', 'top', 'leaf'])

function consider(c: WoodCase): Verdict {
  const part = partIn(c)
  if (PANELS.has(part.role)) {
    return no(say`a ${part.role} is a panel, not a bar: its boards, joints and movement are not worked out here yet`)
  }
  if (isBent(part)) return no(say`it is bent: sawn to its curve, bent in steam, or built up of layers`)
  const twin = twinOf(c, part)
  const own = c.piece.joints.filter(j => j.enters === part.id)
  const tenonsMm = own.reduce((sum, j) => sum + (j.form.kind === 'dowel' || j.form.kind === 'butt' ? 0 : j.depthMm.value), 0)
  const longMm = axisLengthMm(part) + tenonsMm
  const thick = Math.max(...part.section.stations.map(s => Math.min(s.widthMm, s.depthMm)))
  const wide = Math.max(...part.section.stations.map(s => Math.max(s.widthMm, s.depthMm)))
  const isRound = part.section.shape === 'round'
  const size = (id: Size['id'], label: string, value: number, rule: string, inputs: readonly FigureInput[]) => sizeMm(id, label, value, rule, inputs, 'drawing')
  return {
    fits: true,
    reason: twin ? say`straight, and the ${partName(c.piece, twin)} is there to measure` : say`straight; nothing like it is left, so its shape is read from its sockets and from the drawing`,
    sizes: [
      size(
        'length', 'finished length', longMm,
        'shoulder to shoulder, with its tenons; taken again from the frame fitted dry',
        [input('between shoulders', axisLengthMm(part), 'mm'), input('tenons', tenonsMm, 'mm')],
      ),
      size('thickness', isRound ? 'largest diameter' : 'thickness', isRound ? wide : thick, 'as its twin, at its thickest', []),
      ...(isRound ? [] : [size('width', 'width', wide, 'as its twin, at its widest', [])]),
    ],
    stock: [{
      id: 'part',
      serves: 'each',
      what: `blank for the ${nameOf(c.piece, part.id)}`,
      count: 1,
      sizesMm: [thick, wide, longMm],
      wood: part.species,
      note: 'straight grain end to end, 1 in 15 or better',
    }],
    steps: [
      using(before('measure', 10, twin
        ? say`Measure the ${partName(c.piece, twin)} at every change of shape; mark which end is which${handed(part, twin) ? ', and make this one of the other hand' : ''}.`
        : say`Read its ends from the sockets, its shape from the parts next to it; try it in cheap wood first.`), 'caliper', 'pencil'),
      using(
        before('length', 5, say`Take its length from the frame fitted dry, not from the drawing; leave ${mm(OVER_LENGTH_MM)} until then.`),
        'pencil', 'square',
      ),
      using(before('make', isRound ? 60 : 45, own.length > 0 && tenonsMm === 0
        ? say`Make it; its faces bear along their whole length before anything draws them up.`
        : say`Make it, its tenons to a hand fit in the old sockets. The sockets are not enlarged for it.`), 'shaping', 'caliper'),
    ],
    scrap: say`Make it once in cheap wood first: it has to go into both sockets and stand in line before the good wood is cut.`,
    cautions: ['blade'],
    leavesGapMm: 0,
    removedCm3: 0,
    hold: { low: 0.8, high: 0.95 },
    design: { newWood: [part], bores: [], glueLines: [], pressing: [], closingMin: 0, strength: 'nearly-whole' },
  }
}

const handed = (part: Part, twin: Part): boolean => twin.id === twinId(part.id) && twin.id !== part.id

/** Its counterpart on the other side; failing that another of its kind and length. */
function twinOf(c: WoodCase, part: Part): Part | null {
  const there = c.piece.parts.filter(p => !p.missing && p.id !== part.id)
  const longMm = axisLengthMm(part)
  return there.find(p => p.id === twinId(part.id)) ?? there.find(p => p.role === part.role && Math.abs(axisLengthMm(p) - longMm) < 0.1 * longMm) ?? null
}

function isBent(part: Part): boolean {
  const [a, b] = [part.axis[0]!, part.axis[part.axis.length - 1]!]
  if (distance(a, b) < 1) return true
  const line = unit(subtract(b, a))
  return part.axis.some(p => length(cross(line, subtract(p, a))) > STRAIGHT_MM)
}

/** Its stations from one shoulder to the other, and its tenons. */
function draw(c: WoodCase): View[] {
  const part = partIn(c)
  const lengthMm = axisLengthMm(part)
  const { stations } = part.section
  const thickOf = (s: { widthMm: number, depthMm: number }) => Math.max(s.widthMm, s.depthMm)
  const all = [...(stations[0]!.along > 0 ? [{ ...stations[0]!, along: 0 }] : []), ...stations, ...(stations.at(-1)!.along < 1 ? [{ ...stations.at(-1)!, along: 1 }] : [])]
  const tenons = c.piece.joints.filter(j => j.enters === part.id).flatMap((j) => {
    const { form } = j.form.kind === 'butt' || j.form.kind === 'dowel' ? { form: null } : { form: j.form }
    if (!form) return []
    const thickMm = 'thicknessMm' in form ? form.thicknessMm.value : form.diameterMm.value
    return [{ end: distance(j.at, part.axis[0]!) < distance(j.at, part.axis.at(-1)!) ? 'first' as const : 'last' as const, longMm: j.depthMm.value, thickMm }]
  })
  return [stationsView({ lengthMm, stations: all.map(s => ({ atMm: s.along * lengthMm, thickMm: thickOf(s) })), tenons })]
}
