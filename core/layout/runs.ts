import { pumpedInto, type Device, type DeviceOf, type Link, type OverflowRoute, type Pump, type Scheme, type Target } from '../scheme'
import { carryPoints } from './carry'
import { cornersOf } from './clearance'
import type { Pose } from './frame'
import type { PortPose } from './opening'
import { endsOnGround, groundEnd, pointOf } from './places'
import { bendsOf, hoseWay, legsOf, lengthOf, route, straightened, stubOf, type RunEnd } from './route'
import { apart, back, dot, minus, plus, unit, vec, type Vec3 } from './vector'
import { offWallOf, type Upright } from './walls'

/** Something that carries water between two ends, as it is laid. */
export interface Run {
  key: string
  kind: 'link' | 'hose' | 'overflow' | 'carry' | 'side' | 'pump'
  /** The link, device, overflow or pump that it is of. */
  id: string
  /** Inside, m. */
  bore: number
  /** Its corners from end to end, m, in the job's frame. */
  points: Vec3[]
  /** Straight ways from corner to corner, m. */
  legs: number[]
  /** How far it turns at every corner, degrees. */
  bends: number[]
  /** Along its axis from end to end, m. */
  length: number
}

/** The wall that a group stands at: a point on it at the paving, the way out of it, and along it to the right. */
export interface Wall {
  at: Vec3
  out: Vec3
  along: Vec3
}

/** An overflow stands so far off the side before it turns, so that a hand gets round it, m. Common practice. */
const OUT = 0.2
/** The crown of a hoop takes two bends and the tee that airs it, m. Common practice. */
const crownOf = (bore: number) => Math.max(OUT, 0.09 + 2.4 * bore)
/** A hose goes straight off its spigot for so much, m. Common practice. */
const HOSE_STUB = 0.05
/** Nearer to its place than this a pipe goes straight down to it, m. */
const UNDER = 0.05
/** Two bends need more than this between them: with less to go aside a pipe on the ground lies askew, m. Common practice. */
const ASKEW = 0.4
/** The spigot of a ring trough sits this far below its lip, m. Common practice. */
export const SPIGOT_BELOW_LIP = 0.02

/** Lip of a ring trough above the paving, m. */
export const lipOf = ({ mark, adapterAbove, lipBelowMark }: Pick<DeviceOf<'ring-trough'>, 'mark' | 'adapterAbove' | 'lipBelowMark'>) =>
  mark - adapterAbove - lipBelowMark

export type Hosed = DeviceOf<'ring-trough' | 'push-in' | 'twist' | 'flap'>
/** Height at which a hose leaves a device, m above the paving. */
export const spigotHeight = (device: Hosed): number => (device.kind === 'ring-trough' ? lipOf(device) - SPIGOT_BELOW_LIP : device.height)

export const runKey = (kind: Run['kind'], id: string): string => `${kind}:${id}`

function run(kind: Run['kind'], { id, bore }: { id: string; bore: number }, points: Vec3[]): Run {
  const legs = legsOf(points)
  return { key: runKey(kind, id), kind, id, bore, points, legs, bends: bendsOf(points), length: legs.reduce((sum, leg) => sum + leg, 0) }
}

/** What runs are laid between. */
export interface RunInputs {
  scheme: Scheme
  pipes: ReadonlyMap<string, Upright>
  poses: ReadonlyMap<string, Pose>
  ports: ReadonlyMap<string, PortPose>
  walls: ReadonlyMap<string, Wall>
}

const portAt = ({ ports }: RunInputs, { vessel, port }: { vessel: string; port: string }): PortPose => ports.get(`${vessel} ${port}`)!
const level = (way: Vec3): Vec3 => unit({ ...way, z: 0 })

/** Ports of a manifold that an earlier link has led to its common pipe already: the next one begins there. */
function linkRun(inputs: RunInputs, link: Link, wall: Wall, reached: ReadonlySet<string>): Run {
  const [from, to] = [portAt(inputs, link.from), portAt(inputs, link.to)]
  const points = route(from, to, stubOf(link.bore), wall.along, link.via)
  const branches = link.kind === 'manifold' && reached.has(`${link.from.vessel} ${link.from.port}`) && points.length > 3
  return run('link', link, branches ? points.slice(1) : points)
}

function hoseRun(inputs: RunInputs, dropId: string, device: Hosed): Run | undefined {
  const pipe = inputs.pipes.get(dropId)
  const drop = inputs.scheme.drops.find(({ id }) => id === dropId)
  if (!pipe || !drop || device.to.kind !== 'vessel') return undefined
  const to = portAt(inputs, device.to)
  const axis = { ...pipe.axis, z: spigotHeight(device) }
  const way = level(minus(to.at, axis))
  const from: RunEnd = { at: plus(axis, way, drop.outside / 2), way }
  return run('hose', { id: device.id, bore: device.hose.bore }, hoseWay(from, to, HOSE_STUB))
}

/** Ways in which a run may come to what it leads to, that is no place on the ground: by its hole, or from any free side of a pipe. */
function endsOf(inputs: RunInputs, to: Exclude<Target, { kind: 'ground' | 'place' }>, from: Vec3): RunEnd[] {
  if (to.kind === 'vessel') return [portAt(inputs, to)]
  const pipe = inputs.pipes.get(to.drop)
  if (!pipe) return []
  const at = { ...pipe.axis, z: Math.min(from.z, pipe.axis.z) }
  return [pipe.out, pipe.along, back(pipe.along)].map((way) => ({ at, way }))
}

const cheapest = (ways: readonly Vec3[][]): Vec3[] | undefined =>
  ways.toSorted((a, b) => bendsOf(a).length - bendsOf(b).length || lengthOf(a) - lengthOf(b))[0]

/** Out from the wall until so far off it. */
function straightOut(from: Vec3, wallDistance: number, { at, out }: Wall): Vec3[] {
  const far = wallDistance - dot(minus(from, at), out)
  return Math.abs(far) < UNDER ? [] : [plus(from, out, far)]
}

/** Over the ground to a place: out from the wall and along it, straight where it lies nearly ahead. */
function cornersTo(from: Vec3, to: Vec3, { along, out }: Wall): Vec3[] {
  const rest = minus({ ...to, z: from.z }, from)
  const corner = plus(from, out, dot(rest, out))
  const aside = Math.abs(dot(rest, along))
  return aside < ASKEW || apart(from, corner) < ASKEW ? [plus(from, rest)] : [corner, plus(from, rest)]
}

/** The branch of a float-shut inlet leaves so far above it, and a pipe on the ground ends so far over it, m. Common practice. */
const BRANCH_ABOVE = 0.3
const FOOT = 0.05

/** A device that lets water out of its pipe by a side of its own, and where that leads. */
export type Sided = DeviceOf<'float-shut' | 'winter-shut-off'>
export const isSided = (device: Device): device is Sided => device.kind === 'float-shut' || device.kind === 'winter-shut-off'
export const sideTarget = (device: Sided): Target => (device.kind === 'float-shut' ? device.byPass : device.to)

/** Kept free between a vessel and a pipe that comes down beside it, m. Common practice. */
const BESIDE_VESSEL = 0.15

/** How far along its wall a pipe goes from an upright until nothing stands where it comes down and runs out, m; the shorter way. */
function clearOf(poses: ReadonlyMap<string, Pose>, axis: Vec3, { along }: Upright): number {
  const spans = [...poses.values()].map((pose) => {
    const at = cornersOf(pose).map((corner) => dot(minus(corner, axis), along))
    return { from: Math.min(...at) - BESIDE_VESSEL, to: Math.max(...at) + BESIDE_VESSEL }
  })
  const go = (way: 1 | -1): number => {
    let at = way * OUT
    for (let blocked = true; blocked;) {
      const span = spans.find(({ from, to }) => at > from && at < to)
      blocked = span !== undefined
      if (span) at = way > 0 ? span.to : span.from
    }
    return at
  }
  const [right, left] = [go(1), go(-1)]
  return right <= -left ? right : left
}

/**
 * Way of what a device lets out of its pipe's side: along the wall until it is clear of all vessels, down, and over the ground to where it
 * ends; or into another pipe.
 */
function sideRun(inputs: RunInputs, dropId: string, device: Sided): Run | undefined {
  const pipe = inputs.pipes.get(dropId)
  const drop = inputs.scheme.drops.find(({ id }) => id === dropId)
  const to = sideTarget(device)
  // What leads to a vessel is a hose's or a pipe's own affair.
  if (!pipe || !drop || to.kind === 'vessel') return undefined
  const own = { id: device.id, bore: drop.bore }
  const wall = wallOf(inputs.scheme, pipe)
  const z = device.height + (device.kind === 'float-shut' ? BRANCH_ABOVE : 0)
  const axis = { ...pipe.axis, z }
  if (to.kind === 'drop') {
    const ways = [pipe.along, back(pipe.along), pipe.out].flatMap((way) =>
      endsOf(inputs, to, axis).map((end) => route({ at: axis, way }, end, stubOf(drop.bore) / 2, pipe.along)),
    )
    const onward = cheapest(ways)
    return onward && run('side', own, onward)
  }
  const { wallDistance, at } = groundEnd(inputs.scheme, to, wall)!
  const over = plus(axis, pipe.along, clearOf(inputs.poses, axis, pipe))
  const foot = { ...over, z: (at?.z ?? 0) + FOOT }
  const flat = at ? cornersTo(foot, { ...at, z: foot.z }, wall) : straightOut(foot, wallDistance, wall)
  return run('side', own, straightened([axis, over, foot, ...flat]))
}

/**
 * Way of an overflow: out of the side, over its crown where it has one, down, and over the ground to where it ends, falling
 * as it was asked to.
 */
function overflowRun(inputs: RunInputs, overflow: OverflowRoute, wall: Wall): Run {
  const from = portAt(inputs, overflow.from)
  const half = overflow.bore / 2
  // An overflow through a lid or a rim goes over the edge towards the yard.
  const way = Math.abs(from.way.z) > 0.5 ? wall.out : from.way
  const points = [from.at, plus(from.at, way, OUT)]
  if (overflow.mouth === 'hooped' && overflow.crest + half > from.at.z) {
    const up = { ...points[1]!, z: overflow.crest + half }
    points.push(up, plus(up, way, crownOf(overflow.bore)))
  }
  const last = points.at(-1)!
  const { to } = overflow
  if (!endsOnGround(to)) {
    const onward = cheapest(
      endsOf(inputs, to, last).map((end) => route({ at: last, way }, end, stubOf(overflow.bore), wall.along, overflow.via)),
    )
    if (!onward) return run('overflow', overflow, straightened(points))
    return run('overflow', overflow, straightened([...points.slice(0, -1), ...onward]))
  }
  const corners = overflow.via ?? []
  const turn = corners.length > 0 ? { ...last, ...corners.at(-1) } : last
  const { wallDistance, at } = groundEnd(inputs.scheme, to, wall)!
  // The open end stands so far over the ground that it ends on.
  const foot = overflow.end + (at?.z ?? 0) + half
  /** Over the ground from corner to corner, falling evenly to its open end. */
  const flat = [
    last,
    ...corners.map(({ x, y }) => ({ x, y, z: last.z })),
    ...(at ? cornersTo(turn, at, wall) : straightOut(turn, wallDistance, wall)).map((corner) => ({ ...corner, z: last.z })),
  ]
  const whole = lengthOf(flat)
  const begin = Math.max(foot, Math.min(last.z, foot + overflow.fall * whole))
  let gone = 0
  flat.forEach((corner, i) => {
    if (i > 0) gone += apart(flat[i - 1]!, corner)
    points.push({ ...corner, z: whole > 0 ? begin + ((foot - begin) * gone) / whole : begin })
  })
  return run('overflow', overflow, straightened(points))
}

/** Where a pump's water is wanted on the plan outside of vessels: the place of the demand that it is for, or of the house. */
function pumpTo({ places, demands }: Scheme, { to }: Pump): Vec3 | undefined {
  const demand = to.kind === 'demand' ? demands.find(({ id }) => id === to.demand) : undefined
  const what = to.kind === 'house' ? places.find((each) => each.what === 'house') : places.find(({ id }) => id === demand?.place)
  return what && pointOf(what)
}

/** Key of the way to a vessel that a pump lifts into: the second goes off by its Y. */
export const pumpKey = (id: string, leg: number): string => `${runKey('pump', id)}${leg > 0 ? ':also' : ''}`

/**
 * Ways of a pump's pipe: out of the vessel, down, and straight over the ground to a place; to vessels as any stiff pipe goes, a way
 * to each from the Y that stands behind the pump.
 */
function pumpRuns(inputs: RunInputs, pump: Pump, wall: Wall): Run[] {
  const from = portAt(inputs, pump.from)
  const { bore } = pump.line
  const ways = pumpedInto(pump).map((end, leg) => ({
    ...run('pump', { id: pump.id, bore }, route(from, portAt(inputs, end), stubOf(bore), wall.along)),
    key: pumpKey(pump.id, leg),
  }))
  const place = pumpTo(inputs.scheme, pump)
  if (!place) return ways
  const out = plus(from.at, level(from.way), OUT)
  return [run('pump', { id: pump.id, bore }, straightened([from.at, out, { ...out, z: 0 }, place]))]
}

/**
 * Every run of a scheme as it is laid, by its key.
 *
 * Source: geometry; the straight ends are common practice.
 */
export function runs(inputs: RunInputs): Map<string, Run> {
  const { scheme, walls } = inputs
  const found = new Map<string, Run>()
  const put = (one: Run | undefined) => one && found.set(one.key, one)
  for (const { id, links } of scheme.stores) {
    const reached = new Set<string>()
    for (const link of links) {
      put(linkRun(inputs, link, walls.get(id)!, reached))
      for (const { vessel, port } of [link.from, link.to]) reached.add(`${vessel} ${port}`)
    }
  }
  for (const { id, devices, end } of scheme.drops)
    for (const device of devices) {
      if ('hose' in device) put(hoseRun(inputs, id, device))
      if (isSided(device)) put(sideRun(inputs, id, device))
      if (device.kind === 'carrying-pipe') {
        const points = carryPoints(inputs, id, device, end, stubOf(device.bore))
        put(points && run('carry', device, points))
      }
    }
  const storeOf = (vesselId: string) => scheme.stores.find(({ vessels }) => vessels.some(({ id }) => id === vesselId))!
  for (const overflow of scheme.overflows) put(overflowRun(inputs, overflow, walls.get(storeOf(overflow.from.vessel).id)!))
  for (const pump of scheme.pumps) pumpRuns(inputs, pump, walls.get(storeOf(pump.from.vessel).id)!).forEach(put)
  return found
}

/** The wall that a pipe hangs on; the first wall where there is no pipe. */
export function wallOf(scheme: Pick<Scheme, 'drops'>, pipe: Upright | undefined): Wall {
  const drop = pipe && scheme.drops.find(({ id }) => id === pipe.drop)
  if (!pipe || !drop) return { at: vec(0, 0, 0), out: vec(0, 1, 0), along: vec(1, 0, 0) }
  return { at: { ...plus(pipe.axis, pipe.out, -offWallOf(drop)), z: 0 }, out: pipe.out, along: pipe.along }
}
