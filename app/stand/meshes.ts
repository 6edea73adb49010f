import {
  BackSide,
  BufferAttribute,
  BufferGeometry,
  Color,
  DoubleSide,
  EdgesGeometry,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
} from 'three'
import { LIGHT } from '#core/drawing'
import { cross, dot, subtract, unit, type Vec } from '#core/measure/vec'
import { sidesFor, solidsOf } from '#core/piece/geometry'
import type { Part } from '#core/piece/schema'

/** Edges flatter than this, degrees, belong to a round surface and are not drawn: sixteen sides meet at 22.5. */
const EDGE_DEG = 24
const SIDES = 16

export interface Palette {
  readonly woodLight: Color
  readonly woodShade: Color
  readonly ink: Color
}

/**
 * How far the outline of round wood stands out, millimetres: the same for all, set to the pencil's width on the
 * sheet.
 */
export const outlineMm = { value: 1 }

/**
 * Round wood has no edge to draw where it turns away. Its outline is the same surface pushed out by a pencil's width,
 * seen from inside, in ink.
 */
function outlineOf(geometry: BufferGeometry, ink: Color): Mesh<BufferGeometry, MeshBasicMaterial> {
  const material = new MeshBasicMaterial({ color: ink, side: BackSide })
  material.onBeforeCompile = (shader) => {
    shader.uniforms.outlineMm = outlineMm
    shader.vertexShader = `uniform float outlineMm;\n${shader.vertexShader.replace('#include <begin_vertex>', 'vec3 transformed = position + normal * outlineMm;')}`
  }
  return new Mesh(geometry, material)
}

/**
 * A part as three objects: flat faces in the tones the drawing uses, and its edges. Everything in it has to be
 * disposed.
 */
export interface PartMesh {
  readonly group: Group
  readonly faces: Mesh<BufferGeometry, MeshBasicMaterial>
  readonly edges: LineSegments<EdgesGeometry, LineBasicMaterial>
  readonly outline?: Mesh<BufferGeometry, MeshBasicMaterial> | undefined
  dispose(): void
}

export function partMesh(part: Part, palette: Palette): PartMesh {
  const { positions, lights, outward } = triangles(part)
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(positions), 3))
  geometry.setAttribute('color', new BufferAttribute(tones(lights, palette), 3))
  const faces = new Mesh(
    geometry,
    new MeshBasicMaterial({
      vertexColors: true,
      side: DoubleSide,
      polygonOffset: true,
      polygonOffsetFactor: 2,
      polygonOffsetUnits: 4,
    }),
  )
  const edges = new LineSegments(new EdgesGeometry(geometry, EDGE_DEG), new LineBasicMaterial({ color: palette.ink }))
  faces.name = part.id
  const group = new Group()
  group.add(faces, edges)
  const outline
    = part.section.shape === 'round'
      ? outlineOf(geometry.setAttribute('normal', new BufferAttribute(new Float32Array(outward), 3)), palette.ink)
      : undefined
  if (outline) group.add(outline)
  return {
    group,
    faces,
    edges,
    outline,
    dispose: () => {
      geometry.dispose()
      faces.material.dispose()
      edges.geometry.dispose()
      edges.material.dispose()
      outline?.material.dispose()
    },
  }
}

/**
 * Faces of the part's solids as triangles, and how much light each corner's face has; caps where two solids meet are
 * left out.
 */
/** Straight out from the middle of a ring, for each of its corners. */
function outwardOf(ring: readonly Vec[]): Vec[] {
  const middle: Vec = [0, 1, 2].map(
    k => ring.reduce((sum, c) => sum + c[k as 0 | 1 | 2], 0) / ring.length,
  ) as unknown as Vec
  return ring.map(c => unit(subtract(c, middle)))
}

function triangles(part: Part): { positions: number[], lights: number[], outward: number[] } {
  const [positions, lights, outward]: [number[], number[], number[]] = [[], [], []]
  const put = (corners: readonly Vec[], out: readonly Vec[]) => {
    const light = Math.max(
      0,
      dot(unit(cross(subtract(corners[1]!, corners[0]!), subtract(corners[2]!, corners[1]!))), LIGHT),
    )
    for (let i = 1; i < corners.length - 1; i++) {
      for (const k of [0, i, i + 1]) {
        positions.push(...corners[k]!)
        outward.push(...out[k]!)
        lights.push(light)
      }
    }
  }
  const solids = solidsOf(part, sidesFor(part, SIDES))
  solids.forEach(({ start, end }, s) => {
    const [low, high, n] = [outwardOf(start), outwardOf(end), start.length]
    start.forEach((a, i) => {
      const k = (i + 1) % n
      put([a, start[k]!, end[k]!, end[i]!], [low[i]!, low[k]!, high[k]!, high[i]!])
    })
    if (s === 0) put([...start].reverse(), [...low].reverse())
    if (s === solids.length - 1) put(end, high)
  })
  return { positions, lights, outward }
}

function tones(lights: readonly number[], { woodLight, woodShade }: Palette): Float32Array {
  const out = new Float32Array(lights.length * 3)
  const tone = new Color()
  lights.forEach((light, i) =>
    tone
      .copy(woodShade)
      .lerp(woodLight, 0.25 + 0.75 * light)
      .toArray(out, i * 3),
  )
  return out
}
