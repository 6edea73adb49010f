import { frameOf, partedWith, type Ground, type Levels } from './bodies'
import { separate, type Separation } from './separate'

/** What is put together again: the bodies left when all that opens is open, and the ties to be closed between them. */
export interface ClosingFrame {
  /** How many bodies. */
  readonly bodies: number
  readonly ties: readonly { readonly id: string, readonly between: readonly [number, number] }[]
  /**
   * Whether these blocks, each of bodies that hold together, can be brought together at once: whether they could come
   * apart so.
   */
  canClose(blocks: readonly (readonly number[])[]): boolean
  /** The moves that take a tree of stages apart, the last stage first. */
  movesOf(tree: StageTree): Separation[]
}

/** One stage: the blocks it brings together, each closed in a stage of its own before, or a single body. */
export interface StageTree {
  readonly blocks: readonly (StageTree | number)[]
}

export const bodiesOf = (tree: StageTree | number): number[] =>
  typeof tree === 'number' ? [tree] : tree.blocks.flatMap(bodiesOf)

/** @param levels how far each tie is let go in the opening that is run backward */
export function closingFrame(ground: Ground, levels: Levels): ClosingFrame {
  const { nodeOf, nodes, loose } = frameOf(ground, levels)
  const parted = partedWith(ground, levels)
  const own = loose.filter(k => parted[k] && !ground.ties[k]!.contact)
  const between = (k: number): [number, number] => [nodeOf[ground.enters[k]!]!, nodeOf[ground.receives[k]!]!]
  /**
   * Ties inside a block are shut, those to bodies outside all blocks are not there: what is far off is not in the
   * way.
   */
  const heldIn = (blocks: readonly (readonly number[])[]): { levels: Levels, crossing: number[], gone: number[] } => {
    const blockOf = new Int32Array(nodes).fill(-1)
    blocks.forEach((block, i) =>
      block.forEach((body) => {
        blockOf[body] = i
      }),
    )
    const held = Uint8Array.from(levels)
    const crossing: number[] = []
    const gone: number[] = []
    for (const k of own) {
      const [a, b] = between(k).map(n => blockOf[n]!) as [number, number]
      if (a >= 0 && a === b) held[k] = 0
      else if (a >= 0 && b >= 0) crossing.push(k)
      else gone.push(k)
    }
    return { levels: held, crossing, gone }
  }
  const asked = new Map<string, boolean>()
  const closes = (blocks: readonly (readonly number[])[]): boolean => {
    const { levels: held, crossing, gone } = heldIn(blocks)
    const comesApart = partedWith(ground, held, gone)
    return crossing.every(k => comesApart[k])
  }
  return {
    bodies: nodes,
    ties: own.map(k => ({ id: ground.ties[k]!.id, between: between(k) })),
    canClose(blocks) {
      const key = blocks
        .map(b => [...b].sort((x, y) => x - y).join(' '))
        .sort()
        .join(',')
      const known = asked.get(key) ?? closes(blocks)
      asked.set(key, known)
      return known
    },
    movesOf(tree) {
      const blocks = tree.blocks.map(bodiesOf)
      const { levels: held, crossing, gone } = heldIn(blocks)
      const ids = new Set(crossing.map(k => ground.ties[k]!.id))
      const here = separate(ground, held, gone).filter(m => m.joints.some(id => ids.has(id)))
      return [...here, ...tree.blocks.flatMap(b => (typeof b === 'number' ? [] : this.movesOf(b)))]
    },
  }
}
