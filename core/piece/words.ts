/** The closed lists a piece's facts are chosen from; schema, screens and tests all read these. */

export const JOINT_STATES = ['not-tested', 'solid', 'ticks', 'gives', 'swings', 'apart'] as const
export type JointState = (typeof JOINT_STATES)[number]

export const DIRECTIONS = ['pulls-out', 'turns', 'racks', 'rocks-across'] as const
export type Direction = (typeof DIRECTIONS)[number]

export const SIGNS = [
  'amber-crumbs', 'white-line', 'bare-tight', 'skin-one-face', 'epoxy-drips', 'foam', 'bead-outside', 'dowel-stub',
  'hidden-metal', 'crack-at-fastener', 'split', 'bruised-edge', 'polished-tenon', 'worm-dust', 'step-in-line', 'hurried-repair',
] as const
export type SignId = (typeof SIGNS)[number]

/** `not looked` is the absence of an entry, which is different from looked and not there. */
export const LOOKS = ['seen', 'not-there'] as const
export type Look = (typeof LOOKS)[number]

export const CLEARANCES = ['cheek', 'cheek-bottom', 'edge', 'edge-bottom', 'round', 'round-bottom'] as const
export type ClearanceKey = (typeof CLEARANCES)[number]

export const JOINT_SIZES = ['depthMm', 'thicknessMm', 'widthMm', 'deeperMm', 'diameterMm', 'spacingMm'] as const
export type JointSizeKey = (typeof JOINT_SIZES)[number]

export const METALS = ['screw', 'brad', 'nail', 'staple', 'wooden-pin'] as const
export type MetalKind = (typeof METALS)[number]

export const OLD_GLUES = ['protein', 'pva', 'epoxy', 'polyurethane', 'cyanoacrylate', 'construction', 'urea', 'unknown'] as const
export type OldGlue = (typeof OLD_GLUES)[number]

export const FINISHES = ['unknown', 'shellac', 'wax', 'lacquer', 'oil', 'varnish', 'polyurethane', 'paint', 'bare'] as const
export type Finish = (typeof FINISHES)[number]

export const AGES = ['unknown', 'modern', 'old'] as const
export const WORTHS = ['everyday', 'valued', 'precious'] as const
export const SERVICES = ['dry', 'damp', 'wet'] as const
export const UPHOLSTERIES = ['none', 'drop-in', 'stuffed'] as const
export const SCHOOLS = ['conserve', 'everyday', 'strength'] as const
export type School = (typeof SCHOOLS)[number]

export const BLOCK_STATES = ['not-looked', 'sound', 'loose', 'missing', 'never-had'] as const
export const WEBBING_STATES = ['not-looked', 'tight', 'slack', 'board-instead', 'never-had'] as const

export const MEND_IDS = ['re-glue', 'glue-in-place', 'kerf-and-wedge', 'shims', 'new-dowel'] as const
export type MendId = (typeof MEND_IDS)[number]

export const VERDICTS = ['repair', 'not-worth-it', 'refer-on', 'owner-decides'] as const
export const EVENTS = ['dry-run-closed', 'opened', 'stage-glued', 'clamps-off', 'tested-again', 'returned'] as const
