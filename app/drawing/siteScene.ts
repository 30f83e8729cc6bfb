import { cornersOf, plus, roofOver, type Pose, type Run, type Vec3 } from '#core/layout'
import type { WaterPath } from '#core/path'
import type { Point } from './shapes'

/** A way of looking at the job: along x and y of the drawing, m. */
type Look = (at: Vec3) => Point
/** From above with the first wall at the top, and at that wall from the yard. */
export type Aspect = 'plan' | 'elevation'
const LOOKS: Record<Aspect, Look> = {
  plan: ({ x, y }) => ({ x, y }),
  elevation: ({ x, z }) => ({ x, y: -z }),
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
  /** Corners that somebody put into a pipe. */
  corners: { run: string; index: number; at: Point }[]
  /** The line of the paving in the elevation, of the first wall in the plan. */
  ground: [Point, Point]
  /** What part of the job it shows, m as it is looked at. */
  window: Window
}

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
    from: { x: low.x - 0.3, y: Math.min(low.y, 0) - 0.25 },
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
  const upright = (corners: readonly Vec3[], bottom: number, top: number): Point[] => {
    const xs = corners.map(({ x }) => x)
    const [left, right] = [Math.min(...xs), Math.max(...xs)]
    return [
      { x: left, y: 0, z: bottom },
      { x: right, y: 0, z: bottom },
      { x: right, y: 0, z: top },
      { x: left, y: 0, z: top },
    ].map(at)
  }
  const vesselOf = (pose: Pose): SiteVessel => {
    const { vessel } = path.vessels.get(pose.vessel)!
    const corners = cornersOf(pose)
    const middle = at(aspect === 'plan' ? pose.foot : { ...pose.foot, z: pose.foot.z + pose.height / 2 })
    const built = vessel.base.parts.reduce((sum, part) => sum + part.height, 0)
    let under = pose.foot.z - built
    const wide = {
      ...pose,
      half: { width: Math.max(vessel.base.width, vessel.body.width) / 2, depth: Math.max(vessel.base.depth, vessel.body.depth) / 2 },
    }
    const base =
      aspect === 'plan'
        ? []
        : vessel.base.parts.map((part) => {
            const layer = upright(cornersOf(wide), under, under + part.height)
            under += part.height
            return layer
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
      base,
      ...(aspect === 'elevation' && full > floor ? { water: upright(corners, floor, full) } : {}),
    }
  }
  const boreOf = new Map<string, number>([
    ...scheme.stores.flatMap(({ links }) => links.map(({ id, bore }) => [`link:${id}`, bore] as const)),
    ...scheme.overflows.map(({ id, bore }) => [`overflow:${id}`, bore] as const),
    ...scheme.drops.flatMap(({ devices }) =>
      devices.flatMap((device) => ('hose' in device ? [[`hose:${device.id}`, device.hose.bore] as const] : [])),
    ),
  ])
  const roofs = roofOver(scheme)
  const taps = new Set(scheme.taps.map(({ vessel, port }) => `${vessel} ${port}`))
  // What lies behind is drawn first.
  const poses = [...layout.vessels.values()].toSorted((a, b) => (aspect === 'plan' ? a.foot.z - b.foot.z : a.foot.y - b.foot.y))
  return {
    aspect,
    scale,
    width,
    height,
    vessels: poses.map(vesselOf),
    runs: [...layout.runs.values()].map(({ id, kind, key, points }) => ({
      key,
      id,
      kind,
      points: points.map(at),
      width: clampTo((boreOf.get(key) ?? 0.05) * scale, 2.5, 9),
    })),
    pipes: [...layout.pipes.values()].map(({ drop, axis }) => {
      const outside = scheme.drops.find(({ id }) => id === drop)!.outside
      return {
        id: drop,
        at: at({ ...axis, z: 0 }),
        radius: Math.max(3, (outside / 2) * scale),
        ...(aspect === 'elevation' ? { top: at(axis) } : {}),
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
      return [[at({ ...a, z }), at({ ...b, z })]]
    }),
    holes: [...layout.ports.values()].flatMap(({ vessel, port, at: hole, way }) => {
      if (Math.abs(way.z) > 0.5 || (aspect === 'elevation' && way.y < 0.2)) return []
      return [{ id: `${vessel} ${port}`, at: at(hole), tip: at(plus(hole, way, 0.07)), tap: taps.has(`${vessel} ${port}`) }]
    }),
    corners: [
      ...scheme.stores.flatMap(({ links }) => links.map(({ id, via }) => ({ run: `link:${id}`, via }))),
      ...scheme.overflows.map(({ id, via }) => ({ run: `overflow:${id}`, via })),
      ...scheme.drops.flatMap(({ devices }) =>
        devices.flatMap((device) => (device.kind === 'carrying-pipe' ? [{ run: `carry:${device.id}`, via: device.via }] : [])),
      ),
    ].flatMap(({ run, via }) => (aspect === 'plan' ? (via ?? []).map(({ x, y }, index) => ({ run, index, at: at({ x, y, z: 0 }) })) : [])),
    ground: [at({ x: from.x, y: 0, z: 0 }), at({ x: to.x, y: 0, z: 0 })],
    window: { from, to },
  }
}
