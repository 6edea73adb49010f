import type { Sourced } from './row'

export type ToolId
  = | 'scraper'
    | 'chisel'
    | 'knife'
    | 'pencil'
    | 'thin-blade'
    | 'needle'
    | 'fine-saw'
    | 'block-plane'
    | 'drill'
    | 'bit'
    | 'depth-stop'
    | 'hollow-cutter'
    | 'punch'
    | 'driver'
    | 'spanner'
    | 'nippers'
    | 'pliers'
    | 'staple-lifter'
    | 'tack-lifter'
    | 'magnet'
    | 'mallet'
    | 'caliper'
    | 'bevel'
    | 'square'
    | 'batten'
    | 'strap'
    | 'brush'
    | 'syringe'
    | 'swab'
    | 'warm-air'
    | 'reversed-clamp'
    | 'wedge-of-wood'
    | 'angle-block'
    | 'scrap'
    | 'shaping'
    | 'levers'
    | 'straw'
    | 'labels'
    | 'camera'

interface ToolRow extends Sourced {
  readonly label: string
}

const TRADE = { source: 'working-rates', confidence: 'low' } as const

/**
 * What hands take up for a step: ordinary names, trade practice (docs/sources.md#working-rates, low). A size goes
 * with the use.
 */
export const TOOLS: Readonly<Record<ToolId, ToolRow>> = {
  'scraper': { ...TRADE, label: 'scraper with a keen edge' },
  'chisel': { ...TRADE, label: 'chisel' },
  'knife': { ...TRADE, label: 'marking knife' },
  'pencil': { ...TRADE, label: 'sharp pencil' },
  'thin-blade': { ...TRADE, label: 'thin blade' },
  'needle': { ...TRADE, label: 'needle' },
  'fine-saw': { ...TRADE, label: 'fine saw' },
  'block-plane': { ...TRADE, label: 'small plane' },
  'drill': { ...TRADE, label: 'drill' },
  'bit': { ...TRADE, label: 'bit' },
  'depth-stop': { ...TRADE, label: 'depth stop' },
  'hollow-cutter': { ...TRADE, label: 'hollow cutter' },
  'punch': { ...TRADE, label: 'punch' },
  'driver': { ...TRADE, label: 'driver that fills the slot' },
  'spanner': { ...TRADE, label: 'spanner or key' },
  'nippers': { ...TRADE, label: 'end nippers' },
  'pliers': { ...TRADE, label: 'pliers' },
  'staple-lifter': { ...TRADE, label: 'staple lifter' },
  'tack-lifter': { ...TRADE, label: 'tack lifter' },
  'magnet': { ...TRADE, label: 'magnet and a bright light' },
  'mallet': { ...TRADE, label: 'mallet and a padded block' },
  'caliper': { ...TRADE, label: 'caliper' },
  'bevel': { ...TRADE, label: 'sliding bevel' },
  'square': { ...TRADE, label: 'square' },
  'batten': { ...TRADE, label: 'straight batten' },
  'strap': { ...TRADE, label: 'straps or tape' },
  'brush': { ...TRADE, label: 'stiff glue brush' },
  'syringe': { ...TRADE, label: 'syringe and needle' },
  'swab': { ...TRADE, label: 'swabs, water, rags' },
  'warm-air': { ...TRADE, label: 'what softens the old glue' },
  'reversed-clamp': { ...TRADE, label: 'clamp that spreads' },
  'wedge-of-wood': { ...TRADE, label: 'thin wooden wedge' },
  'angle-block': { ...TRADE, label: 'block cut to the angle' },
  'scrap': { ...TRADE, label: 'scrap of the same size' },
  'shaping': { ...TRADE, label: 'lathe or shaping tools' },
  'levers': { ...TRADE, label: 'two levers' },
  'straw': { ...TRADE, label: 'blower or straw' },
  'labels': { ...TRADE, label: 'labels' },
  'camera': { ...TRADE, label: 'camera' },
}

/** A tool in hand for a step, by its size where it has one, millimetres. */
export interface ToolUse {
  readonly id: ToolId
  readonly sizeMm: number | null
}

export const tool = (id: ToolId, sizeMm: number | null = null): ToolUse => ({ id, sizeMm })

/** Every tool once, in the order of first use; of one in several sizes each size once. */
export const together = (tools: readonly ToolUse[]): ToolUse[] =>
  tools.filter((t, i) => tools.findIndex(o => o.id === t.id && o.sizeMm === t.sizeMm) === i)
