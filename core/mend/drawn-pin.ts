import { input, inputOf } from '../measure/figure'
import { fitMm, mm, say } from '../measure/phrase'
import { speciesNamed } from '../reference/species'
import { no, sizeMm, type JointCase, type Mend, type Verdict } from './mend'
import { reGlue } from './re-glue'
import { tool } from '../reference/tools'
import { before, cured, using, wet } from '../work'

/**
 * A joint that its maker pinned: pin bored out, and a new one through a hole a little offset in the tenon, so that it
 * draws the shoulder home.
 */
export const drawnPin: Mend<JointCase> = {
  id: 'drawn-pin',
  decides: 'the old pin’s thickness, density of the tenon’s wood',
  tools: [
    'punch',
    'square',
    'drill',
    'bit',
    'scrap',
    'knife',
    'chisel',
    'brush',
    'mallet',
    'swab',
    'fine-saw',
    'scraper',
  ],
  label: 'Pinned again, drawn',
  short: 'drawn pin',
  opens: true,
  undo: 'partly',
  place: { conserve: 0.5, everyday: 1.5, strength: 1.5 },
  fittedWet: true,
  isFor: c => c.joint.form.kind === 'mortise-and-tenon' && c.pinned,
  consider,
}

/**
 * How far the tenon’s hole lies nearer its shoulder, by how dense the tenon’s wood is, millimetres
 * (docs/sources.md#mends, low).
 */
const OFFSETS = [
  { upTo: 0.45, mm: 0.5 },
  { upTo: 0.6, mm: 0.8 },
  { upTo: Infinity, mm: 1.2 },
] as const
/** A pin bends round its offset; thicker than this many offsets it does, thinner it shears. */
const PIN_PER_OFFSET = 5
/** Wood between the pin’s hole and the tenon’s end, in pins. */
const TO_END = 2

function consider(c: JointCase): Verdict {
  const { form } = c.joint
  if (form.kind !== 'mortise-and-tenon') return no(say`it was never pinned`)
  const glued = reGlue.consider(c)
  if (!glued.fits) return glued
  const [old] = c.pinsMm
  if (!old) {
    return {
      fits: false,
      wants: true,
      reason: say`nobody has measured the old pin: its thickness decides the new one and the offset`,
    }
  }
  const density = speciesNamed(c.entering.species).values.specificGravity.value
  const wantedMm = OFFSETS.find(o => density <= o.upTo)!.mm
  const offsetMm = Math.min(wantedMm, old.value / PIN_PER_OFFSET)
  const fromShoulderMm = c.joint.depthMm.value - TO_END * old.value - old.value / 2
  if (fromShoulderMm < old.value) {
    return no(
      say`a pin of ${mm(old.value)} wants ${mm(TO_END * old.value)} to the tenon’s end, and ${mm(c.joint.depthMm.value)} has no room for that`,
    )
  }
  const pin = inputOf('old pin', old, 'mm')
  return {
    ...glued,
    fits: true,
    reason: say`its maker pinned it: a new pin of ${mm(old.value)}, its hole in the tenon ${mm(offsetMm)} nearer the shoulder, draws it home`,
    sizes: [
      ...glued.sizes,
      sizeMm('dowel', 'pin', old.value, 'as the old one', [pin], 'mends'),
      sizeMm(
        'offset',
        'hole in the tenon, nearer the shoulder by',
        offsetMm,
        'by how dense the tenon is, and a fifth of the pin at most',
        [input('density against water', density, 'share', 'table'), pin],
        'mends',
      ),
      sizeMm(
        'pin-depth',
        'furthest from the shoulder',
        fromShoulderMm,
        'depth − 2½ pins; where the old hole was if it was nearer',
        [inputOf('depth', c.joint.depthMm, 'mm'), pin],
        'mends',
      ),
    ],
    stock: [
      ...glued.stock,
      {
        id: 'pin',
        serves: 'each',
        what: 'pin',
        count: 1,
        sizesMm: [old.value],
        wood: 'oak, ash or beech, split not sawn',
        note: 'drier than the frame; pointed at one end, a little proud at both',
      },
    ],
    steps: [
      ...glued.steps,
      using(
        before(
          'mark-hole',
          5,
          say`Joint home, dry: mark the old hole’s centre on the tenon, take it out, prick ${mm(offsetMm)} nearer the shoulder. Away from it the pin pushes the joint open.`,
        ),
        'punch',
        'square',
      ),
      using(
        before(
          'bore-tenon',
          6,
          say`Bore the tenon ${mm(old.value)} at the prick, scrap under it; the old hole in it plugged first where they meet.`,
        ),
        'drill',
        tool('bit', old.value),
        'scrap',
      ),
      using(before('pin', 6, say`Split the pin, point it, and wax its tip.`), 'knife', 'chisel'),
      using(
        wet(
          'drive',
          say`Glue on both faces, close it by hand, and drive the pin until the shoulder is tight, no further.`,
        ),
        'brush',
        'mallet',
        'swab',
      ),
      using(
        cured('trim', 2, say`Trim the pin on both sides, a hair proud where its maker left it so.`),
        'fine-saw',
        'chisel',
      ),
    ],
    settings: [
      { what: say`Through both walls of the mortise, the tenon out`, bitMm: old.value },
      { what: say`Through the tenon, ${fitMm(offsetMm)} nearer the shoulder`, bitMm: old.value },
    ],
    scrap: say`Try the offset on a scrap tenon first: the pin draws it home and bends; it must not shear or break out the end.`,
    cautions: [...new Set([...glued.cautions, 'drill' as const])],
    removedCm3: ((Math.PI / 4) * old.value ** 2 * form.thicknessMm.value) / 1000,
    hold: { low: Math.min(0.95, glued.hold.low + 0.08), high: Math.min(0.98, glued.hold.high + 0.02) },
  }
}
