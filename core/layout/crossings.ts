import type { Scheme } from '../scheme'
import type { Layout } from './computeLayout'
import { apart, dot, minus, plus, vec, type Vec3 } from './vector'

/** A wall of pipe and what a joint stands out over it, m. Common practice. */
const WALL = 0.003
/** Pipes that touch by no more than this lie beside one another, m. */
const GRAZE = 0.005
/** Ends as near as this to the other pipe's axis are joined to it, m over both their radii. */
const JOINED = 0.02
/** Hoses and a pump's pipe on the ground are laid round or over what lies there. */
const STIFF = new Set(['link', 'overflow', 'carry', 'side'])

/** Something stiff that has a width and an axis. */
interface Stiff {
  key: string
  /** The link, device, overflow or downpipe that it is. */
  id: string
  kind: 'link' | 'overflow' | 'carry' | 'side' | 'pipe'
  points: readonly Vec3[]
  radius: number
  /** The group whose common pipe it is laid along. */
  manifold?: string
}

/** Two pipes of which one runs through the other. */
export interface Crossing {
  a: Pick<Stiff, 'key' | 'id' | 'kind'>
  b: Pick<Stiff, 'key' | 'id' | 'kind'>
  /** Where, m. */
  at: Vec3
  /** How far they lie in one another, m. */
  by: number
}

const clamp = (at: number): number => Math.min(1, Math.max(0, at))

/** The point of a straight that is nearest to a point. */
function onto([p, q]: readonly [Vec3, Vec3], point: Vec3): Vec3 {
  const way = minus(q, p)
  const long = dot(way, way)
  return long > 0 ? plus(p, way, clamp(dot(minus(point, p), way) / long)) : p
}

/**
 * Points of two straights that are nearest to one another: where an end of one comes nearest to the other, or where they pass.
 *
 * Source: geometry, closest points of two segments.
 */
export function nearest(a: readonly [Vec3, Vec3], b: readonly [Vec3, Vec3]): [Vec3, Vec3] {
  const ends: [Vec3, Vec3][] = [...a.map((end): [Vec3, Vec3] => [end, onto(b, end)]), ...b.map((end): [Vec3, Vec3] => [onto(a, end), end])]
  const [d, e, w] = [minus(a[1], a[0]), minus(b[1], b[0]), minus(a[0], b[0])]
  const [dd, ee, de, dw, ew] = [dot(d, d), dot(e, e), dot(d, e), dot(d, w), dot(e, w)]
  const cross = dd * ee - de * de
  // Beside one another they are as near at an end; what is nearly so may come out askew, and then is not the nearest.
  if (cross > 0) ends.push([plus(a[0], d, clamp((de * ew - ee * dw) / cross)), plus(b[0], e, clamp((dd * ew - de * dw) / cross))])
  return ends.reduce((best, each) => (apart(...each) < apart(...best) ? each : best))
}

const straights = (points: readonly Vec3[]): [Vec3, Vec3][] => points.slice(1).map((point, i) => [points[i]!, point])

interface Box {
  low: Vec3
  high: Vec3
}

/** The space that a pipe is within. */
function boxOf({ points, radius }: Stiff): Box {
  const of = (pick: (...values: number[]) => number, by: number): Vec3 =>
    vec(pick(...points.map(({ x }) => x)) + by, pick(...points.map(({ y }) => y)) + by, pick(...points.map(({ z }) => z)) + by)
  return { low: of(Math.min, -radius), high: of(Math.max, radius) }
}
const meet = (a: Box, b: Box): boolean =>
  a.low.x < b.high.x && b.low.x < a.high.x && a.low.y < b.high.y && b.low.y < a.high.y && a.low.z < b.high.z && b.low.z < a.high.z

/** Where two pipes come nearest to one another. */
function closest(a: Stiff, b: Stiff): { at: Vec3; far: number } | undefined {
  let best: { at: Vec3; far: number } | undefined
  for (const one of straights(a.points))
    for (const other of straights(b.points)) {
      const [at, to] = nearest(one, other)
      const far = apart(at, to)
      if (!best || far < best.far) best = { at, far }
    }
  return best
}

/** Whether an end of one is led into the other, or both come from or go to one place. */
function joined(a: Stiff, b: Stiff): boolean {
  if (a.manifold !== undefined && a.manifold === b.manifold) return true
  const reach = a.radius + b.radius + JOINED
  const touches = (end: Vec3, { points }: Stiff) =>
    straights(points).some(([p, q]) => {
      const [at, to] = nearest([end, end], [p, q])
      return apart(at, to) < reach
    })
  return [a.points[0]!, a.points.at(-1)!].some((end) => touches(end, b)) || [b.points[0]!, b.points.at(-1)!].some((end) => touches(end, a))
}

/** A downpipe from its outlet to where its water leaves it. */
function uprightOf({ drops }: Pick<Scheme, 'drops'>, { ports, pipes, runs }: Layout, drop: Scheme['drops'][number]): Stiff[] {
  const pipe = pipes.get(drop.id)
  if (!pipe) return []
  const { end } = drop
  const carry = drop.devices.find(({ kind }) => kind === 'carrying-pipe')
  const across = carry && runs.get(`carry:${carry.id}`)
  const into = end.kind === 'drop' && drops.find(({ id }) => id === end.drop)
  const foot = across
    ? across.points[0]!.z
    : end.kind === 'vessel'
      ? ports.get(`${end.vessel} ${end.port}`)!.at.z
      : into
        ? Math.min(pipe.axis.z, pipes.get(into.id)?.axis.z ?? 0)
        : 0
  return [
    {
      key: `pipe:${drop.id}`,
      id: drop.id,
      kind: 'pipe',
      points: [pipe.axis, vec(pipe.axis.x, pipe.axis.y, foot)],
      radius: drop.outside / 2,
    },
  ]
}

/**
 * Pipes that run through one another: pairs whose axes come nearer than their walls let them, but for those that are joined there.
 *
 * Source: geometry; walls and what counts as joined are common practice.
 */
export function crossings(scheme: Pick<Scheme, 'drops' | 'stores'>, layout: Layout): Crossing[] {
  const manifolds = new Map(
    scheme.stores.flatMap(({ id, links }) => links.flatMap((link) => (link.kind === 'manifold' ? [[link.id, id]] : []))),
  )
  const stiff: Stiff[] = [
    ...[...layout.runs.values()].flatMap(({ key, id, kind, points, bore }): Stiff[] =>
      STIFF.has(kind) && points.length > 1
        ? [
            {
              key,
              id,
              kind: kind as Stiff['kind'],
              points,
              radius: bore / 2 + WALL,
              ...(manifolds.has(id) ? { manifold: manifolds.get(id)! } : {}),
            },
          ]
        : [],
    ),
    ...scheme.drops.flatMap((drop) => uprightOf(scheme, layout, drop)),
  ]
  const boxes = stiff.map(boxOf)
  return stiff.flatMap((a, i) =>
    stiff.slice(i + 1).flatMap((b, j): Crossing[] => {
      // Most lie nowhere near one another.
      if (!meet(boxes[i]!, boxes[i + 1 + j]!)) return []
      const near = closest(a, b)
      const by = near ? a.radius + b.radius - near.far : 0
      return near && by > GRAZE && !joined(a, b) ? [{ a: told(a), b: told(b), at: near.at, by }] : []
    }),
  )
}

const told = ({ key, id, kind }: Stiff): Crossing['a'] => ({ key, id, kind })
