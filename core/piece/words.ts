/** The closed lists a piece's facts are chosen from; schema, screens and tests all read these. */

export const JOINT_STATES = ['not-tested', 'solid', 'ticks', 'gives', 'swings', 'apart'] as const
export type JointState = (typeof JOINT_STATES)[number]

export const DIRECTIONS = ['pulls-out', 'turns', 'racks', 'rocks-across'] as const
export type Direction = (typeof DIRECTIONS)[number]

export const SIGNS = [
  'amber-crumbs',
  'white-line',
  'bare-tight',
  'skin-one-face',
  'epoxy-drips',
  'foam',
  'bead-outside',
  'dowel-stub',
  'hidden-metal',
  'crack-at-fastener',
  'split',
  'bruised-edge',
  'polished-tenon',
  'worm-dust',
  'step-in-line',
  'hurried-repair',
] as const
export type SignId = (typeof SIGNS)[number]

/** `not looked` is the absence of an entry, which is different from looked and not there. */
export const LOOKS = ['seen', 'not-there'] as const
export type Look = (typeof LOOKS)[number]

export const CLEARANCES = ['cheek', 'cheek-bottom', 'edge', 'edge-bottom', 'round', 'round-bottom'] as const
export type ClearanceKey = (typeof CLEARANCES)[number]

export const JOINT_SIZES = ['depthMm', 'thicknessMm', 'widthMm', 'deeperMm', 'diameterMm', 'spacingMm'] as const
export type JointSizeKey = (typeof JOINT_SIZES)[number]

/** What an earlier repair may have driven in. */
export const METALS = [
  'screw',
  'plugged-screw',
  'snapped-screw',
  'brad',
  'nail',
  'staple',
  'wooden-pin',
  'wedge',
  'hanger-bolt',
  'corner-bracket',
] as const

/**
 * All that can hold two things together besides glue, wood among it, and what sits on a part and has to come off
 * first.
 */
export const HOLD_KINDS = [
  ...METALS,
  'bolt',
  'plate',
  'button',
  'clip',
  'glue-block',
  'hinge-pin',
  'castor',
  'covering',
  'web',
  'key',
] as const
export type HoldKind = (typeof HOLD_KINDS)[number]
/** What a hold does: `gone` is one that was there and is lost. */
export const HOLD_STATES = ['not-looked', 'holds', 'loose', 'gone'] as const
export type HoldState = (typeof HOLD_STATES)[number]
export const HOLD_FAULTS = [
  'stripped',
  'bent',
  'snapped',
  'seized',
  'split-wood',
  'crushed-wood',
  'worn',
  'binds',
] as const
export type HoldFault = (typeof HOLD_FAULTS)[number]
/** What a mitred corner has besides its glue. */
export const MITRE_LOCKS = ['none', 'spline', 'keys', 'back-key', 'nails'] as const
/** By what a top, a plate or a mechanism is fixed. */
export const FIXINGS = ['button', 'screw', 'clip', 'glue-block', 'plate'] as const

export const OLD_GLUES = [
  'protein',
  'pva',
  'epoxy',
  'polyurethane',
  'cyanoacrylate',
  'construction',
  'urea',
  'none',
  'unknown',
] as const
export type OldGlue = (typeof OLD_GLUES)[number]

export const FINISHES = [
  'unknown',
  'shellac',
  'wax',
  'lacquer',
  'oil',
  'varnish',
  'polyurethane',
  'paint',
  'gilded',
  'bare',
] as const
export type Finish = (typeof FINISHES)[number]

export const AGES = ['unknown', 'modern', 'old'] as const
export const WORTHS = ['everyday', 'valued', 'precious'] as const
/** What air a piece lives in through the year. */
export const PLACES = ['heated-rooms', 'barely-heated', 'unheated-hall', 'damp-coast', 'dry-inland'] as const
export type PlaceId = (typeof PLACES)[number]
export const SERVICES = ['dry', 'damp', 'wet'] as const
export const UPHOLSTERIES = ['none', 'drop-in', 'stuffed'] as const
/** How far a repairer goes with the surface once it is mended. */
export const SURFACE_AIMS = ['keep', 'blend', 'refinish', 'elsewhere'] as const
export type SurfaceAim = (typeof SURFACE_AIMS)[number]
export const SCHOOLS = ['conserve', 'everyday', 'strength'] as const
export type School = (typeof SCHOOLS)[number]

export const BLOCK_STATES = ['not-looked', 'sound', 'loose', 'missing', 'replaced', 'never-had'] as const
export const WEBBING_STATES = ['not-looked', 'tight', 'slack', 'missing', 'board-instead', 'never-had'] as const

/** How a trouble was answered without a mend of the plan. */
export const SETTLED = ['left', 'mended-otherwise'] as const
export type Settled = (typeof SETTLED)[number]

export const VERDICTS = ['repair', 'not-worth-it', 'refer-on', 'owner-decides'] as const
export const EVENTS = [
  'dry-run-closed',
  'rehearsed',
  'opened',
  'hold-out',
  'begun',
  'put-off',
  'done',
  'stage-glued',
  'clamps-off',
  'tested-again',
  'returned',
] as const

/** What holds a joint off when it is closed dry. */
export const HELD_OFF = [
  'too-long',
  'lump',
  'fibres',
  'swollen',
  'tapered',
  'wrong-order',
  'wrong-side',
  'something-else',
] as const
export type HeldOff = (typeof HELD_OFF)[number]

/** What the feet of a piece are cut to. */
export const FEET_AIMS = ['as-held', 'least-wood', 'slope'] as const
export type FeetAimKind = (typeof FEET_AIMS)[number]

/** What is tried on the floor before a piece goes home, gentlest first. */
export const FLOOR_TESTS = [
  'four-feet',
  'no-movement',
  'sandbags',
  'sat-gently',
  'rocked',
  'leaned-back',
  'arms',
] as const
export type FloorTest = (typeof FLOOR_TESTS)[number]
export const FLOOR_FINDINGS = ['fine', 'moves', 'left-out'] as const
export type FloorFinding = (typeof FLOOR_FINDINGS)[number]

export const SHOW_FACES = ['hidden', 'front', 'back', 'outside', 'top', 'all-round'] as const

/** What can be wrong in the wood, or was done to it before. */
export const FAULT_KINDS = ['break', 'split', 'worm', 'loss', 'earlier-repair'] as const
export type FaultKind = (typeof FAULT_KINDS)[number]
export const BREAK_SURFACES = ['not-looked', 'clean', 'fibrous', 'ragged', 'crushed', 'crumbling'] as const
/** What can pass through a break. */
export const THROUGH = ['dowel', 'tenon', 'screw', 'worm'] as const
/** Whether a break has parted its part: `hangs` is one whose halves some fibres still hold. */
export const PARTINGS = ['not-seen', 'apart', 'hangs'] as const
export const RUNS_OUT = ['not-seen', 'yes', 'no'] as const
export const LIVE = ['not-sure', 'old', 'live'] as const
export const REGISTERS = ['in-register', 'out-of-register', 'not-sure'] as const
export const HOLDS = ['holds', 'lets-go', 'not-sure'] as const

/** Glues a repairer can choose; what each is stands in the reference tables. */
export const GLUE_IDS = [
  'hot-hide',
  'liquid-hide',
  'fish',
  'pva-white',
  'pva-yellow',
  'pva-slow',
  'pva-cross',
  'polyurethane',
  'epoxy-quick',
  'epoxy-slow',
  'urea',
] as const
export type GlueId = (typeof GLUE_IDS)[number]

export const CAUSE_IDS = [
  'aged-protein',
  'starved',
  'skinned',
  'glued-over',
  'unsuitable',
  'loose-fit',
  'snapped-dowel',
  'split-socket',
  'fastener-split',
  'worm',
  'bracing-lost',
  'no-bracing',
  'short-grain',
  'overload',
  'too-slender',
  'out-of-register',
  'held-fast',
  'end-grain-glued',
] as const
export type CauseId = (typeof CAUSE_IDS)[number]
