import { quat, vec3 } from 'gl-matrix'

/** Millimetres, or a direction: x to the sitter's left, y up, z forward; the floor is y = 0. */
export type Vec = readonly [number, number, number]

const out = (v: vec3): Vec => [v[0], v[1], v[2]]
const rw = (v: Vec): vec3 => v as unknown as vec3
const fresh = (): vec3 => [0, 0, 0]

export const add = (a: Vec, b: Vec): Vec => out(vec3.add(fresh(), rw(a), rw(b)))
export const subtract = (a: Vec, b: Vec): Vec => out(vec3.subtract(fresh(), rw(a), rw(b)))
export const scale = (a: Vec, k: number): Vec => out(vec3.scale(fresh(), rw(a), k))
export const along = (from: Vec, direction: Vec, distance: number): Vec =>
  out(vec3.scaleAndAdd(fresh(), rw(from), rw(direction), distance))
export const lerp = (a: Vec, b: Vec, t: number): Vec => out(vec3.lerp(fresh(), rw(a), rw(b), t))
export const dot = (a: Vec, b: Vec): number => vec3.dot(rw(a), rw(b))
export const cross = (a: Vec, b: Vec): Vec => out(vec3.cross(fresh(), rw(a), rw(b)))
export const length = (a: Vec): number => vec3.length(rw(a))
export const distance = (a: Vec, b: Vec): number => vec3.distance(rw(a), rw(b))
/** The unit vector along `a`; the zero vector stays zero. */
export const unit = (a: Vec): Vec => out(vec3.normalize(fresh(), rw(a)))
export const negate = (a: Vec): Vec => [0 - a[0], 0 - a[1], 0 - a[2]]

/** A vector turned right-handed about a unit vector, by degrees. */
export const rotated = (v: Vec, about: Vec, deg: number): Vec =>
  out(vec3.transformQuat(fresh(), rw(v), quat.setAxisAngle([0, 0, 0, 1], rw(about), (deg * Math.PI) / 180)))
