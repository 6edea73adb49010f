import { assumed } from '../measure/measured'
import { fitMm, say } from '../measure/phrase'
import { kerfAndWedge } from './kerf-and-wedge'
import { EASY_FIT_MM, no, rocksAtEdges, widest, type JointCase, type Mend, type TwoEnds, type Verdict } from './mend'
import { shims } from './shims'
import { before, using } from '../work'

/** Loose at cheeks and edges together, the commonest way of all: shims take the one, a wedge the other. */
export const shimsAndWedge: Mend<JointCase> = {
  id: 'shims-and-wedge',
  decides: 'clearance at cheeks and edges together',
  tools: [
    'brush',
    'strap',
    'scraper',
    'chisel',
    'fine-saw',
    'block-plane',
    'caliper',
    'pencil',
    'square',
    'depth-stop',
    'drill',
    'bit',
    'scrap',
    'mallet',
    'swab',
  ],
  label: 'Shims at the cheeks, wedge at the edges',
  short: 'shims + wedge',
  opens: true,
  undo: 'no',
  place: { conserve: 5, everyday: 4, strength: 5 },
  fittedWet: true,
  consider,
  // Two sheets in one: the shims from above, the wedges from the side.
  draw: (c, work) => [
    ...shims.draw!(c, work),
    ...kerfAndWedge.draw!(c, work).map(view => ({
      ...view,
      id: 'side' as const,
      title: 'From the side, with its wedges',
    })),
  ],
}

const CLOSED: TwoEnds = { mouth: assumed(0), bottom: null }

/** A thin strip of wood in its glue is held by tape for so long before a saw comes near it, minutes (low). */
const SHIMS_SET_MIN = 60

function consider(c: JointCase): Verdict {
  const { cheek, edge } = c.clearance
  if (c.joint.form.kind !== 'mortise-and-tenon') return no(say`only a square tenon is loose both ways`)
  if (!rocksAtEdges(c)) return no(say`the edges leave ${fitMm(widest(edge))}: no wedge is needed`)
  if (widest(cheek) <= Math.min(c.glueGapMm, EASY_FIT_MM)) {
    return no(say`the cheeks leave ${fitMm(widest(cheek))}: no shims are needed`)
  }
  // Each is asked about its own clearance as if the other were seen to already.
  const shimmed = shims.consider({ ...c, clearance: { ...c.clearance, edge: CLOSED } })
  if (!shimmed.fits) return shimmed
  const wedged = kerfAndWedge.consider({ ...c, clearance: { ...c.clearance, cheek: CLOSED } })
  if (!wedged.fits) return wedged
  return {
    fits: true,
    reason: say`loose both ways: ${shimmed.reason}; ${wedged.reason}`,
    sizes: [...shimmed.sizes, ...wedged.sizes],
    stock: [...shimmed.stock, ...wedged.stock],
    // The shims are on before the kerf is sawn, or its saw tears them.
    steps: [
      ...shimmed.steps,
      {
        ...using(
          before('glue-shims', 3, say`Glue the shims to the tenon and let them set before it is kerfed.`),
          'brush',
          'strap',
        ),
        waitMin: SHIMS_SET_MIN,
      },
      ...wedged.steps,
    ],
    ...(wedged.settings ? { settings: wedged.settings } : {}),
    ...(wedged.scrap ? { scrap: wedged.scrap } : {}),
    cautions: [...new Set([...shimmed.cautions, ...wedged.cautions])],
    leavesGapMm: Math.max(shimmed.leavesGapMm, wedged.leavesGapMm),
    removedCm3: shimmed.removedCm3 + wedged.removedCm3,
    hold: { low: Math.min(shimmed.hold.low, wedged.hold.low), high: Math.min(shimmed.hold.high, wedged.hold.high) },
  }
}
