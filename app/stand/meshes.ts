import { BufferAttribute, BufferGeometry, Color, DoubleSide, EdgesGeometry, Group, LineBasicMaterial, LineSegments, Mesh, MeshBasicMaterial } from 'three'
import { LIGHT } from '#core/drawing'
import { cross, dot, subtract, unit, type Vec } from '#core/measure/vec'
import { solidsOf } from '#core/piece/geometry'
import type { Part } from '#core/piece/schema'

/** Edges flatter than this, degrees, belong to a round surface and are not drawn: sixteen sides meet at 22.5. */
const EDGE_DEG = 24
const SIDES = 16

export interface Palette { readonly woodLight: Color, readonly woodShade: Color, readonly ink: Color }

/** A part as three objects: flat faces in the tones the drawing uses, and its edges. Everything in it has to be disposed. */
export interface PartMesh { readonly group: Group, readonly faces: Mesh<BufferGeometry, MeshBasicMaterial>, readonly edges: LineSegments<EdgesGeometry, LineBasicMaterial>, dispose(): void }

export function partMesh(part: Part, palette: Palette): PartMesh {
  const { positions, lights } = triangles(part)
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(positions), 3))
  geometry.setAttribute('color', new BufferAttribute(tones(lights, palette), 3))
  const faces = new Mesh(geometry, new MeshBasicMaterial({ vertexColors: true, side: DoubleSide, polygonOffset: true, polygonOffsetFactor: 2, polygonOffsetUnits: 4 }))
  const edges = new LineSegments(new EdgesGeometry(geometry, EDGE_DEG), new LineBasicMaterial({ color: palette.ink }))
  faces.name = part.id
  const group = new Group()
  group.add(faces, edges)
  return {
    group, faces, edges,
    dispose: () => { geometry.dispose(); faces.material.dispose(); edges.geometry.dispose(); edges.material.dispose() },
  }
}

/** Faces of the part's solids as triangles, and how much light each corner's face has; caps where two solids meet are left out. */
function triangles(part: Part): { positions: number[], lights: number[] } {
  const [positions, lights]: [number[], number[]] = [[], []]
  const put = (corners: readonly Vec[]) => {
    const light = Math.max(0, dot(unit(cross(subtract(corners[1]!, corners[0]!), subtract(corners[2]!, corners[1]!))), LIGHT))
    for (let i = 1; i < corners.length - 1; i++) for (const c of [corners[0]!, corners[i]!, corners[i + 1]!]) { positions.push(...c); lights.push(light) }
  }
  const solids = solidsOf(part, SIDES)
  solids.forEach(({ start, end }, s) => {
    start.forEach((a, i) => put([a, start[(i + 1) % start.length]!, end[(i + 1) % end.length]!, end[i]!]))
    if (s === 0) put([...start].reverse())
    if (s === solids.length - 1) put(end)
  })
  return { positions, lights }
}

function tones(lights: readonly number[], { woodLight, woodShade }: Palette): Float32Array {
  const out = new Float32Array(lights.length * 3)
  const tone = new Color()
  lights.forEach((light, i) => tone.copy(woodShade).lerp(woodLight, 0.25 + 0.75 * light).toArray(out, i * 3))
  return out
}
