import { bisect } from '../numeric/bisect'
import type { Base, Drop, Port, Scheme, Store, Vessel } from '../scheme'
import { carryEnd, DEFAULT_REACH, flatWay } from './carry'
import { planOverlap, shareHeight } from './clearance'
import type { Pose } from './frame'
import { hourTowards, isOnTop, onLid, onSide } from './opening'
import { lengthOf, stubOf } from './route'
import { plus, vec, type Vec3 } from './vector'
import { offWallOf, targetsOf, type Upright } from './walls'

/** Room to get a hand between two vessels, and between a vessel and the pipe or the wall beside it, m. Common practice. */
export const BETWEEN = 0.3
const BESIDE_PIPE = 0.15
const BEHIND = 0.1
/** Vessels that no pipe leads to stand this far from the last group, m. */
const ASIDE = 1

export const isBox = ({ body }: Pick<Vessel, 'body'>): boolean =>
  body.kind !== 'dipped' && !(body.kind === 'upright' && body.plan === 'round')

const degrees = (out: Vec3): number => (Math.atan2(-out.x, out.y) * 180) / Math.PI + 0

/** How rain comes into a vessel: by which pipe, and whether from above it or from beside it. */
export interface Entry {
  drop: string
  vessel: string
  over: boolean
  /** Length on the plan of the pipe across on the way, m: so far from the upright it stands where it was given no place. */
  across: number
  /** Its opening. */
  port: Port
  /** Bore of the pipe across, m; of nothing where there is none. */
  pipe: number
}

/** Every way in which rain comes into the vessels of a store, in the order of its pipes. */
export function entriesOf(scheme: Pick<Scheme, 'drops' | 'stores'>, store: Store): Entry[] {
  return scheme.drops.flatMap(({ id, devices, end }) => {
    const led = [...devices.filter(({ kind }) => kind !== 'first-flush').flatMap(targetsOf), end]
    return led.flatMap((to): Entry[] => {
      const vessel = to.kind === 'vessel' ? store.vessels.find((each) => each.id === to.vessel) : undefined
      const port = to.kind === 'vessel' ? vessel?.ports.find((each) => each.id === to.port) : undefined
      if (!vessel || !port) return []
      const carries = to === end ? devices.filter((device) => device.kind === 'carrying-pipe') : []
      // One that dips spends some of its length on going down and up.
      const dips = (lowPoint: number) => 2 * Math.max(0, footOf(scheme, vessel) + port.at - lowPoint)
      const across = carries.reduce(
        (sum, { measured = DEFAULT_REACH, wet, lowPoint }) => sum + (wet ? Math.max(0, measured - dips(lowPoint)) : measured),
        0,
      )
      return [{ drop: id, vessel: vessel.id, over: to === end && port.role === 'lid', across, port, pipe: carries.at(-1)?.bore ?? 0 }]
    })
  })
}

/**
 * Whether a vessel stands where a pipe across leads to: it was given no place, and no pipe before that one fills it.
 *
 * @throws RangeError when there is no such vessel
 */
export function standsAtEnd(scheme: Pick<Scheme, 'drops' | 'stores'>, dropId: string, vesselId: string): boolean {
  const store = scheme.stores.find(({ vessels }) => vessels.some(({ id }) => id === vesselId))
  const vessel = store?.vessels.find(({ id }) => id === vesselId)
  if (!store || !vessel) throw new RangeError(`no vessel ${vesselId}`)
  const entry = entriesOf(scheme, store).find((each) => each.vessel === vesselId)
  return bottomOf(store, vessel).place === undefined && vessel.place === undefined && entry?.drop === dropId && entry.across > 0
}

/** Top of a base over the paving, or over the vessel that it is on, m: the ground under it and all its parts. */
export const baseHeight = ({ ground, parts }: Pick<Base, 'ground' | 'parts'>): number =>
  parts.reduce((sum, { height }) => sum + height, ground)

/** Height of a vessel's foot above the paving, m: on its base, or on the vessels and bases below it. */
export function footOf(scheme: Pick<Scheme, 'stores'>, { on, base }: Pick<Vessel, 'on' | 'base'>): number {
  const below = on === undefined ? undefined : scheme.stores.flatMap(({ vessels }) => vessels).find(({ id }) => id === on)
  return baseHeight(base) + (below ? footOf(scheme, below) + below.body.height : 0)
}

/** A row of vessels at a wall. */
interface Row {
  /** Middle of its beginning on the wall. */
  wall: Vec3
  out: Vec3
  along: Vec3
  /** Where the next one of it begins, m along the wall. */
  at: number
}

const behindOf = ({ base, body }: Pick<Vessel, 'base' | 'body'>) => Math.max(BEHIND, (base.depth - body.depth) / 2)

function poseOf(scheme: Pick<Scheme, 'stores'>, vessel: Vessel, middle: Vec3, turn: number): Pose {
  return {
    vessel: vessel.id,
    foot: vec(middle.x, middle.y, footOf(scheme, vessel)),
    turn,
    half: { width: vessel.body.width / 2, depth: vessel.body.depth / 2 },
    round: !isBox(vessel),
    height: vessel.body.height,
  }
}

/** The vessel at the bottom of whatever a vessel stands on. */
function bottomOf({ vessels }: Pick<Store, 'vessels'>, vessel: Vessel): Vessel {
  const below = vessels.find(({ id }) => id === vessel.on)
  return below ? bottomOf({ vessels }, below) : vessel
}

/** Places one store's vessels, those that are filled first. */
class Placing {
  private row: Row

  constructor(
    private readonly scheme: Pick<Scheme, 'stores' | 'drops'>,
    private readonly store: Store,
    private readonly pipes: ReadonlyMap<string, Upright>,
    private readonly found: Map<string, Pose>,
    /** Where a store that no pipe leads to begins, m along the first wall. */
    aside: number,
  ) {
    this.row = { wall: vec(aside, 0, 0), out: vec(0, 1, 0), along: vec(1, 0, 0), at: 0 }
  }

  place(): void {
    const { store, scheme, found } = this
    const entries = entriesOf(scheme, store)
    const ground = store.vessels.filter(({ on }) => on === undefined)
    const entryOf = (vessel: Vessel) =>
      entries.find(
        (entry) =>
          bottomOf(
            store,
            store.vessels.find(({ id }) => id === entry.vessel)!,
          ) === vessel,
      )
    const [first] = entries
    const lead = first
      ? bottomOf(
          store,
          store.vessels.find(({ id }) => id === first.vessel)!,
        )
      : ground[0]
    const order = [...ground.filter((each) => each === lead), ...ground.filter((each) => each !== lead)]
    const led = new Set<string>()
    for (const vessel of order) {
      const entry = entryOf(vessel)
      // Two that one pipe leads to stand in its one row.
      if (entry && !led.has(entry.drop)) {
        led.add(entry.drop)
        this.begin(vessel, entry)
      }
      this.stand(vessel)
    }
    for (const vessel of store.vessels.filter(({ on }) => on !== undefined)) {
      const under = found.get(bottomOf(store, vessel).id)
      if (vessel.place) found.set(vessel.id, poseOf(scheme, vessel, vec(vessel.place.x, vessel.place.y, 0), vessel.place.turn))
      else if (under) found.set(vessel.id, poseOf(scheme, vessel, under.foot, under.turn))
      else found.set(vessel.id, poseOf(scheme, vessel, this.row.wall, degrees(this.row.out)))
    }
  }

  /** A row begins at the pipe that fills its first vessel, unless that would stand in one that stands there already. */
  private begin(vessel: Vessel, entry: Entry): void {
    const pipe = this.pipes.get(entry.drop)
    const drop = this.scheme.drops.find(({ id }) => id === entry.drop)
    if (!pipe || !drop) return
    const { out, along, axis } = pipe
    const row = { wall: plus(axis, out, -offWallOf(drop)), out, along, at: 0 }
    row.at = this.besidePipe(row, vessel, entry, pipe, drop)
    const own = this.inRow(row, vessel)
    const taken =
      vessel.place === undefined && [...this.found.values()].some((each) => shareHeight(own, each) && planOverlap(own, each) > 0)
    if (!taken) this.row = row
  }

  /**
   * Where a vessel begins along the wall of the pipe that fills it, m from that pipe: under its end, beside it, or so far off that
   * the pipe across is as long as it was said to be.
   */
  private besidePipe(
    row: Row,
    vessel: Vessel,
    { over, across, port, pipe: bore, vessel: filled }: Entry,
    pipe: Upright,
    drop: Drop,
  ): number {
    if (across <= 0) return over ? -vessel.body.width / 2 : drop.outside / 2 + BESIDE_PIPE
    const { vessels } = this.store
    const own = vessels.find(({ id }) => id === filled)!
    /** Length of the pipe across on the plan with the vessel so far along. */
    const reach = (at: number): number => {
      const pose = {
        ...this.inRow({ ...row, at }, vessel),
        half: { width: own.body.width / 2, depth: own.body.depth / 2 },
        round: !isBox(own),
      }
      const opening = isOnTop(port) ? onLid(pose, port.bore, 0, pipe.axis) : onSide(pose, port.clock ?? hourTowards(pose, pipe.axis), 0)
      return lengthOf(flatWay(pipe, { ...carryEnd(opening, bore), at: { ...opening.at, z: 0 } }, stubOf(bore)))
    }
    const [near, far] = [-vessel.body.width / 2, across + vessel.body.width + vessel.body.depth]
    return reach(near) >= across ? near : bisect((at) => reach(at) - across, near, far, 1e-6)
  }

  private inRow({ wall, along, out, at }: Row, vessel: Vessel): Pose {
    const { width, depth } = vessel.body
    return poseOf(this.scheme, vessel, plus(plus(wall, along, at + width / 2), out, behindOf(vessel) + depth / 2), degrees(out))
  }

  private stand(vessel: Vessel): void {
    const { row } = this
    const { place, body, base } = vessel
    if (place) {
      this.found.set(vessel.id, poseOf(this.scheme, vessel, vec(place.x, place.y, 0), place.turn))
      // A row goes on behind whatever was given its place.
      const reaches = (place.x - row.wall.x) * row.along.x + (place.y - row.wall.y) * row.along.y + body.width / 2
      row.at = Math.max(row.at, reaches + BETWEEN)
      return
    }
    this.found.set(vessel.id, this.inRow(row, vessel))
    row.at += Math.max(body.width, base.width) + BETWEEN
  }
}

/**
 * Where every vessel stands. One that was given a place keeps it; the first of a group that was given none stands at the pipe
 * which fills it, under its end or beside it, and the others in a row to the right of that one; what stands on another vessel
 * stands over its middle.
 *
 * Source: geometry; the free spaces are common practice.
 */
export function poses(scheme: Pick<Scheme, 'stores' | 'drops'>, pipes: ReadonlyMap<string, Upright>): Map<string, Pose> {
  const found = new Map<string, Pose>()
  /** Right end of all that stands along the first wall so far. */
  let right = 0
  for (const store of scheme.stores) {
    new Placing(scheme, store, pipes, found, right + ASIDE).place()
    for (const { id } of store.vessels) right = Math.max(right, (found.get(id)?.foot.x ?? 0) + (found.get(id)?.half.width ?? 0))
  }
  return found
}
