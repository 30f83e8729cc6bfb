import { cornersOf, plus, roofOver, vec, type Pose, type Run, type Vec3 } from '#core/layout'
import type { WaterPath } from '#core/path'
import type { BaseKind, Vessel } from '#core/scheme'
import { padsOf } from '#core/vessel'
import type { Point } from './shapes'

/** A way of looking at the job: along x and y of the drawing, m. */
type Look = (at: Vec3) => Point
/** From above with the first wall at the top, at that wall from the yard, and along it with the wall at the left. */
export const ASPECTS = ['plan', 'elevation', 'across'] as const
export type Aspect = (typeof ASPECTS)[number]
const LOOKS: Record<Aspect, Look> = {
  plan: ({ x, y }) => ({ x, y }),
  elevation: ({ x, z }) => ({ x, y: -z }),
  across: ({ y, z }) => ({ x: y, y: -z }),
}

export interface SiteVessel {
  id: string
  name: string
  pose: Pose
  /** Outline as it is seen, px. */
  outline: Point[]
  /** Middle and radius where it is seen round, px. */
  round?: { x: number; y: number; radius: number }
  label: Point
  /** Stands behind another one as it is seen: its name would lie on that one's. */
  behind: boolean
  /** In the elevation: what it stands on, from below upwards, and its water, px. */
  base: Point[][]
  water?: Point[]
}

export interface SiteRun {
  key: string
  id: string
  kind: Run['kind']
  points: Point[]
  width: number
}

export interface Window {
  from: Point
  to: Point
}

/** A true projection of the layout, px: what is drawn is to the scale that it tells. */
export interface SiteScene {
  aspect: Aspect
  /** px per metre. */
  scale: number
  width: number
  height: number
  vessels: SiteVessel[]
  runs: SiteRun[]
  pipes: { id: string; at: Point; radius: number; top?: Point }[]
  roofs: Point[][]
  eaves: [Point, Point][]
  /** Holes on the sides of vessels, with the way out of them, px. */
  holes: { id: string; at: Point; tip: Point; tap: boolean }[]
  /** Named places outside; in the elevation they stand on their ground. */
  places: { id: string; name: string; at: Point; x: number; y: number; /** Middle of its name. */ label: Point }[]
  /** Corners that somebody put into a pipe. */
  corners: { run: string; index: number; at: Point }[]
  /** The line of the paving as it is seen from a side, of the first wall in the plan. */
  ground: [Point, Point]
  /** The first wall's face where it is seen from its end. */
  wall?: [Point, Point]
  /** What part of the job it shows, m as it is looked at. */
  window: Window
}

/** Bases that are built as one under several vessels. */
const SHARED = new Set<BaseKind>(['slab', 'gravel-pad', 'timber'])

const MARGIN = 28

/** Everything that the drawing has to hold: what stands and runs, not the whole of a long roof. */
function extentOf({ layout, intakes }: WaterPath): Vec3[] {
  /** Pipes that lead to a vessel: a bare one at the other end of the house is not gone after. */
  const led = new Set([...intakes.values()].flat().map(({ drop }) => drop.id))
  const poses = [...layout.vessels.values()]
  return [
    ...poses.flatMap((pose) => cornersOf(pose).flatMap((corner) => [corner, { ...corner, z: pose.foot.z + pose.height }])),
    ...[...layout.pipes.values()].filter(({ drop }) => led.size === 0 || led.has(drop)).flatMap(({ axis }) => [axis, { ...axis, z: 0 }]),
    ...[...layout.runs.values()].flatMap(({ points }) => points),
    ...layout.places.values(),
  ]
}

/** No more than this of px to the metre: a single butt is not drawn as large as a house. */
const MOST_SCALE = 130

/** A window widened so that it fills the drawing's breadth, what it shows in the middle. */
function inBox({ from, to }: Window, box: { width: number; height: number }): Window {
  const scale = Math.min(MOST_SCALE, (box.width - 2 * MARGIN) / (to.x - from.x), (box.height - 2 * MARGIN) / (to.y - from.y))
  const more = ((box.width - 2 * MARGIN) / scale - (to.x - from.x)) / 2
  return { from: { x: from.x - more, y: from.y }, to: { x: to.x + more, y: to.y } }
}

/** Of vessels from the farthest to the nearest: those whose middle a nearer one hides. */
const withBehind = (vessels: readonly SiteVessel[]): SiteVessel[] =>
  vessels.map((vessel, i) => {
    const hides = ({ outline }: SiteVessel) => {
      const [xs, ys] = [outline.map(({ x }) => x), outline.map(({ y }) => y)]
      const { x, y } = vessel.label
      return Math.min(...xs) < x && x < Math.max(...xs) && Math.min(...ys) < y && y < Math.max(...ys)
    }
    return { ...vessel, behind: vessels.slice(i + 1).some(hides) }
  })

/** About a letter of a name, and a line of it, px. */
const LETTER = 6.6
const LINE = 13
/** A name and where its middle would stand. */
interface Named {
  id: string
  name: string
  at: Point
}

/** Names moved down a line at a time until none lies on another, the first ones first: small vessels stand closer than they are called. */
function apartNames(names: readonly Named[]): Map<string, Point> {
  const taken: { left: number; right: number; y: number }[] = []
  const moved = new Map<string, Point>()
  for (const { id, name, at } of names) {
    const half = (name.length * LETTER) / 2
    let { y } = at
    while (taken.some((other) => other.left < at.x + half && other.right > at.x - half && Math.abs(other.y - y) < LINE)) y += LINE
    taken.push({ left: at.x - half, right: at.x + half, y })
    moved.set(id, { x: at.x, y })
  }
  return moved
}

/** A place's name stands so far under it, px. */
const UNDER_PIN = 12
const leftFirst = (names: readonly Named[]): Named[] => names.toSorted((a, b) => a.at.x - b.at.x || a.at.y - b.at.y)

const clampTo = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value))

/**
 * The job seen from above or from the yard, to scale.
 *
 * @param box what the drawing may take, px
 * @param window part of the job to show; all of it where left out
 */
export function siteScene(
  path: WaterPath,
  fulls: ReadonlyMap<string, number>,
  aspect: Aspect,
  box: { width: number; height: number },
  window?: Window,
): SiteScene {
  const { layout, scheme } = path
  const look = LOOKS[aspect]
  const all = extentOf(path).map(look)
  const low = { x: Math.min(...all.map(({ x }) => x)), y: Math.min(...all.map(({ y }) => y)) }
  const high = { x: Math.max(...all.map(({ x }) => x)), y: Math.max(...all.map(({ y }) => y)) }
  // The wall, or the paving, is always in the picture, with a little air around all.
  const tight = {
    from: { x: (aspect === 'across' ? Math.min(0, low.x) : low.x) - 0.3, y: Math.min(low.y, 0) - 0.25 },
    to: { x: high.x + 0.3, y: Math.max(high.y, aspect === 'plan' ? 0.5 : 0.1) + 0.25 },
  }
  const { from, to } = window ?? inBox(tight, box)
  const scale = Math.min((box.width - 2 * MARGIN) / (to.x - from.x), (box.height - 2 * MARGIN) / (to.y - from.y))
  const at = (point: Vec3): Point => {
    const { x, y } = look(point)
    return { x: MARGIN + (x - from.x) * scale, y: MARGIN + (y - from.y) * scale }
  }
  const width = (to.x - from.x) * scale + 2 * MARGIN
  const height = (to.y - from.y) * scale + 2 * MARGIN
  /** A box as it is seen from a side: as broad as its corners lie apart that way. */
  const upright = (corners: readonly Vec3[], bottom: number, top: number): Point[] => {
    const sideways = corners.map((corner) => look(corner).x)
    const [left, right] = [Math.min(...sideways), Math.max(...sideways)]
    const from = (way: number, z: number) => at(aspect === 'across' ? vec(0, way, z) : vec(way, 0, z))
    return [from(left, bottom), from(right, bottom), from(right, top), from(left, top)]
  }
  const pads = scheme.stores.flatMap((store) => padsOf(store, layout.vessels))
  /** Corners of a vessel's base, or of the vessel where that stands out over it. */
  const onBase = ({ id, base, body }: Vessel): Vec3[] =>
    cornersOf({
      ...layout.vessels.get(id)!,
      half: { width: Math.max(base.width, body.width) / 2, depth: Math.max(base.depth, body.depth) / 2 },
    })
  const vesselOf = (pose: Pose): SiteVessel => {
    const { vessel } = path.vessels.get(pose.vessel)!
    const corners = cornersOf(pose)
    const middle = at(aspect === 'plan' ? pose.foot : { ...pose.foot, z: pose.foot.z + pose.height / 2 })
    const built = vessel.base.parts.reduce((sum, part) => sum + part.height, 0)
    let under = pose.foot.z - built
    const shared = pads.find(({ vessels }) => vessels.length > 1 && vessels.includes(vessel))
    const base =
      aspect === 'plan'
        ? []
        : vessel.base.parts.flatMap((part, i) => {
            // What several stand on is one, under the first of them.
            const others = i === 0 && shared && SHARED.has(part.kind) ? shared.vessels : [vessel]
            const layer = upright(others.flatMap(onBase), under, under + part.height)
            under += part.height
            return others[0] === vessel ? [layer] : []
          })
    const floor = pose.foot.z + vessel.body.floor
    const full = Math.min(fulls.get(vessel.id) ?? floor, pose.foot.z + vessel.body.rim)
    return {
      id: vessel.id,
      name: vessel.name,
      pose,
      outline: aspect === 'plan' ? corners.map(at) : upright(corners, pose.foot.z, pose.foot.z + pose.height),
      ...(aspect === 'plan' && pose.round ? { round: { ...middle, radius: pose.half.width * scale } } : {}),
      label: middle,
      behind: false,
      base,
      ...(aspect !== 'plan' && full > floor ? { water: upright(corners, floor, full) } : {}),
    }
  }
  const roofs = roofOver(scheme)
  const eaveHeight = Math.max(0, ...scheme.gutters.flatMap(({ outlets }) => outlets.map((outlet) => outlet.height)))
  const taps = new Set(scheme.taps.map(({ vessel, port }) => `${vessel} ${port}`))
  // What lies behind is drawn first.
  const poses = [...layout.vessels.values()].toSorted((a, b) => {
    if (aspect === 'plan') return a.foot.z - b.foot.z
    return aspect === 'elevation' ? a.foot.y - b.foot.y : a.foot.x - b.foot.x
  })
  const vessels = withBehind(poses.map(vesselOf))
  const places = scheme.places.map(({ id, name, x, y }) => ({ id, name, x, y, at: at(layout.places.get(id)!) }))
  const names = apartNames([
    ...leftFirst(vessels.flatMap(({ id, name, label, behind }) => (behind ? [] : [{ id: `vessel ${id}`, name, at: label }]))),
    ...leftFirst(places.map(({ id, name, at: { x, y } }) => ({ id: `place ${id}`, name, at: { x, y: y + UNDER_PIN } }))),
  ])
  return {
    aspect,
    scale,
    width,
    height,
    vessels: vessels.map((vessel) => ({ ...vessel, label: names.get(`vessel ${vessel.id}`) ?? vessel.label })),
    runs: [...layout.runs.values()].map(({ id, kind, key, bore, points }) => ({
      key,
      id,
      kind,
      points: points.map(at),
      width: clampTo(bore * scale, 2.5, 9),
    })),
    pipes: [...layout.pipes.values()].map(({ drop, axis }) => {
      const outside = scheme.drops.find(({ id }) => id === drop)!.outside
      return {
        id: drop,
        at: at({ ...axis, z: 0 }),
        radius: Math.max(3, (outside / 2) * scale),
        ...(aspect === 'plan' ? {} : { top: at(axis) }),
      }
    }),
    roofs: aspect === 'plan' ? roofs.map(({ corners }) => corners.map(at)) : [],
    eaves: roofs.flatMap(({ corners, section }): [Point, Point][] => {
      const [a, b] = [corners[0]!, corners[1]!]
      if (aspect === 'plan') return [[at(a), at(b)]]
      // From the yard only the first wall's own gutter is seen, at the height of its outlets.
      const sheds = scheme.sections.find(({ id }) => id === section)?.shedsTo
      const gutter = sheds?.kind === 'gutter' ? scheme.gutters.find(({ id }) => id === sheds.gutter) : undefined
      if (!gutter || Math.abs(a.y - b.y) > 0.01 || Math.abs(a.y) > 2) return []
      const z = Math.max(...gutter.outlets.map(({ height: high }) => high))
      // Seen along it a gutter is as broad as it is, over what it hangs out of the wall.
      if (aspect === 'across') return [[at(vec(0, a.y - gutter.width / 2, z)), at(vec(0, a.y + gutter.width / 2, z))]]
      return [[at({ ...a, z }), at({ ...b, z })]]
    }),
    holes: [...layout.ports.values()].flatMap(({ vessel, port, at: hole, way }) => {
      if (Math.abs(way.z) > 0.5 || (aspect === 'elevation' && way.y < 0.2) || (aspect === 'across' && way.x < 0.2)) return []
      return [{ id: `${vessel} ${port}`, at: at(hole), tip: at(plus(hole, way, 0.07)), tap: taps.has(`${vessel} ${port}`) }]
    }),
    places: places.map((place) => ({ ...place, label: names.get(`place ${place.id}`)! })),
    corners: [
      ...scheme.stores.flatMap(({ links }) => links.map(({ id, via }) => ({ run: `link:${id}`, via }))),
      ...scheme.overflows.map(({ id, via }) => ({ run: `overflow:${id}`, via })),
      ...scheme.drops.flatMap(({ devices }) =>
        devices.flatMap((device) => (device.kind === 'carrying-pipe' ? [{ run: `carry:${device.id}`, via: device.via }] : [])),
      ),
    ].flatMap(({ run, via }) => (aspect === 'plan' ? (via ?? []).map(({ x, y }, index) => ({ run, index, at: at({ x, y, z: 0 }) })) : [])),
    ground: aspect === 'across' ? [at(vec(0, from.x, 0)), at(vec(0, to.x, 0))] : [at(vec(from.x, 0, 0)), at(vec(to.x, 0, 0))],
    ...(aspect === 'across' ? { wall: [at(vec(0, 0, 0)), at(vec(0, 0, eaveHeight))] as [Point, Point] } : {}),
    window: { from, to },
  }
}
