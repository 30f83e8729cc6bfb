import { produce } from 'immer'
import { ground, overflow, overflowPort, port } from '../arrangements/parts'
import type { Drop, Link, Port, Scheme, Store, Target, Vessel } from '../scheme'
import { pumpElsewhere } from './drawPoints'
import { baseHeight, flangeReach, computeLayout, standsAtEnd, type Run } from '../layout'
import { raiseBase } from './baseEdits'
import { homeBore } from './home'
import { followPlan } from './carries'
import { CASCADE_STEP, cascadeInlet } from './cascade'
import { connectedPorts } from './portConnections'
import { freshId, OVERFLOW_BELOW_RIM } from './schemeEdits'

/** As many as one group holds. */
export const MOST_VESSELS = 12
/** A link sits this far over the inside floor, m: above the sediment that would block it. Common practice. */
const LINK_ABOVE_FLOOR = 0.04
const LINK_BORE = 0.0525
const BETWEEN = 0.3

const storeIn = (scheme: Scheme, storeId: string): Store => {
  const found = scheme.stores.find(({ id }) => id === storeId)
  if (!found) throw new RangeError(`no store ${storeId}`)
  return found
}
export const storeOfVessel = (scheme: Scheme, vesselId: string): Store => {
  const found = scheme.stores.find(({ vessels }) => vessels.some(({ id }) => id === vesselId))
  if (!found) throw new RangeError(`no vessel ${vesselId}`)
  return found
}

const portBy = (vessel: Vessel, role: Port['role']): Port | undefined => vessel.ports.find((each) => each.role === role)

function withPort(vessel: Vessel, fresh: Port): Port {
  const found = portBy(vessel, fresh.role)
  if (found) return found
  const named = { ...fresh, id: freshId(fresh.id, vessel.ports) }
  vessel.ports.push(named)
  return vessel.ports.at(-1)!
}

const freshLinkPort = (vessel: Vessel, at: number, bore: number): Port => {
  const fresh = port(freshId('link', vessel.ports), 'link', at, { bore })
  vessel.ports.push(fresh)
  return vessel.ports.at(-1)!
}
/** Where a vessel's link sits: where one sat already, else just over the sediment. */
const linkHeight = (vessel: Vessel): number => portBy(vessel, 'link')?.at ?? vessel.body.floor + LINK_ABOVE_FLOOR
const overPort = (vessel: Vessel): Port => withPort(vessel, overflowPort(vessel.body.rim - OVERFLOW_BELOW_RIM))

const between = (id: string, kind: Link['kind'], from: Vessel, fromPort: Port, to: Vessel, toPort: Port, bore: number): Link => ({
  id,
  kind,
  from: { vessel: from.id, port: fromPort.id },
  to: { vessel: to.id, port: toPort.id },
  bore,
  measured: undefined,
  via: undefined,
  valve: 'open',
})

/** Every place in a drop that leads into a vessel. */
function retarget(drops: readonly Drop[], of: (to: Target) => Target) {
  for (const drop of drops) {
    drop.end = of(drop.end)
    for (const device of drop.devices) {
      if ('to' in device) device.to = of(device.to)
      if (device.kind === 'first-flush') device.drainsTo = of(device.drainsTo)
      if (device.kind === 'float-shut') device.byPass = of(device.byPass)
    }
  }
}

/** The vessel that a store's rain comes into: the first that a drop leads to, else the first. */
function fedVessel(scheme: Scheme, store: Store): Vessel {
  const targets = scheme.drops.flatMap(({ devices, end }) => [...devices.flatMap((device) => ('to' in device ? [device.to] : [])), end])
  const fed = targets.find((to) => to.kind === 'vessel' && store.vessels.some(({ id }) => id === to.vessel))
  return store.vessels.find(({ id }) => fed?.kind === 'vessel' && id === fed.vessel) ?? store.vessels[0]!
}

/** The store's way out moves to another vessel's overflow; one is made where there was none. */
function leadOut(scheme: Scheme, store: Store, from: Vessel, bore: number) {
  const own = (vesselId: string) => store.vessels.some(({ id }) => id === vesselId)
  const hole = overPort(from)
  const routes = scheme.overflows.filter((route) => own(route.from.vessel))
  if (routes.length === 0) scheme.overflows.push(overflow(freshId('over', scheme.overflows), from.id, ground('bed', 3), { bore }))
  else scheme.overflows = scheme.overflows.filter((route) => !own(route.from.vessel) || route === routes[0])
  const route = scheme.overflows.find((each) => own(each.from.vessel)) ?? scheme.overflows.at(-1)!
  hole.bore = route.bore
  route.from = { vessel: from.id, port: hole.id }
}

const selfLevelling = (scheme: Scheme, store: Store): boolean =>
  scheme.drops.some(({ devices }) =>
    devices.some(
      (device) =>
        device.kind === 'ring-trough' &&
        device.to.kind === 'vessel' &&
        store.vessels.some(({ id }) => 'vessel' in device.to && id === device.to.vessel),
    ),
  )

function wire(scheme: Scheme, store: Store, arrangement: Store['arrangement']) {
  const bore = store.links[0]?.bore ?? homeBore(scheme, LINK_BORE)
  const taken = scheme.stores.flatMap(({ id, links }) => (id === store.id ? [] : links))
  const fresh = (made: readonly Link[]) => freshId('link', [...taken, ...made])
  store.links = []
  store.arrangement = store.vessels.length === 1 ? 'single' : arrangement
  for (const vessel of store.vessels) delete vessel.on
  const [first] = store.vessels
  // What shares one level is joined at one: a pipe between holes at two heights is not straight.
  const level = Math.max(...store.vessels.map((vessel) => baseHeight(vessel.base) + linkHeight(vessel)))
  const heights = new Map(
    store.vessels.map((vessel) => [
      vessel.id,
      arrangement === 'stacked' ? linkHeight(vessel) : Math.min(level - baseHeight(vessel.base), vessel.body.rim - bore),
    ]),
  )
  // Every link has a hole of its own at each end: what the old ones left is closed.
  for (const vessel of store.vessels) {
    const tied = connectedPorts(scheme, vessel.id)
    vessel.ports = vessel.ports.filter(({ id, role }) => role !== 'link' || tied.has(id))
  }
  const linkPort = (vessel: Vessel) => freshLinkPort(vessel, heights.get(vessel.id)!, bore)
  if (store.vessels.length === 1) return
  store.vessels.slice(1).forEach((vessel, i) => {
    const before = store.vessels[i]!
    if (arrangement === 'cascade') {
      const over = overPort(before)
      over.at = before.body.rim - OVERFLOW_BELOW_RIM - CASCADE_STEP * i
      const own = overPort(vessel)
      own.at = vessel.body.rim - OVERFLOW_BELOW_RIM - CASCADE_STEP * (i + 1)
      const inlet = withPort(vessel, port('in', 'inlet', over.at, { bore: over.bore }))
      if (inlet.role === 'inlet') inlet.at = cascadeInlet(before, over, vessel, inlet.bore)
      store.links.push(between(fresh(store.links), 'cascade', before, over, vessel, inlet, over.bore))
    } else if (arrangement === 'stacked') {
      vessel.on = before.id
      vessel.base.parts = []
      vessel.base.ground = 0
      const high = freshLinkPort(before, before.body.rim - flangeReach(bore) - bore / 2, bore)
      const low = linkPort(vessel)
      store.links.push(between(fresh(store.links), 'stack', vessel, low, before, high, bore))
    } else {
      const kind = arrangement === 'manifold' ? 'manifold' : 'low'
      // A manifold is one pipe that every vessel joins by one hole.
      const near = (kind === 'manifold' && portBy(before, 'link')) || linkPort(before)
      store.links.push(between(fresh(store.links), kind, before, near, vessel, linkPort(vessel), bore))
    }
  })
  if (arrangement === 'cascade') leadOut(scheme, store, store.vessels.at(-1)!, bore)
  if (arrangement === 'stacked') {
    const top = store.vessels.at(-1)!
    const fed = fedVessel(scheme, store)
    if (fed.id !== top.id) {
      const intake = fed.ports.find(({ role }) => role === 'lid' || role === 'inlet')
      const moved = withPort(top, {
        ...(intake ?? port('in', 'lid', top.body.rim)),
        at: top.body.rim - (fed.body.rim - (intake?.at ?? fed.body.rim)),
      })
      retarget(scheme.drops, (to) =>
        to.kind === 'vessel' && to.vessel === fed.id ? { kind: 'vessel', vessel: top.id, port: moved.id } : to,
      )
    }
    leadOut(scheme, store, top, bore)
  }
  if ((arrangement === 'linked-low' || arrangement === 'manifold') && !selfLevelling(scheme, store)) {
    const own = scheme.overflows.some(({ from }) => store.vessels.some(({ id }) => id === from.vessel))
    if (!own) leadOut(scheme, store, first!, bore)
  }
}

/**
 * Puts a store's vessels together in another way: links, ports, what stands on what and where the surplus leaves are set
 * anew; vessels, their sizes and their bases stay.
 *
 * @throws RangeError when there is no such store
 */
export function arrangeStore(scheme: Scheme, storeId: string, arrangement: Store['arrangement']): Scheme {
  return produce(scheme, (draft) => wire(draft, storeIn(draft, storeId), arrangement))
}

/** The last number in a name, one up; a 2 behind a name without. */
function nextName(name: string): string {
  const numbered = /^(.*?)(\d+)(\D*)$/.exec(name)
  return numbered ? `${numbered[1]}${Number(numbered[2]) + 1}${numbered[3]}` : `${name} 2`
}

/**
 * One more vessel like the last of a store, beside it on a base of the same height, joined as the others are. A single vessel
 * is linked low.
 *
 * @throws RangeError when there is no such store or it holds twelve already
 */
export function addVessel(scheme: Scheme, storeId: string): Scheme {
  return produce(scheme, (draft) => {
    const store = storeIn(draft, storeId)
    if (store.vessels.length >= MOST_VESSELS) throw new RangeError(`a store holds at most ${MOST_VESSELS} vessels`)
    const last = store.vessels.at(-1)!
    const all = draft.stores.flatMap(({ vessels }) => vessels)
    const outlet = portBy(last, 'outlet')
    const added: Vessel = {
      ...last,
      id: freshId(last.id.replace(/-\d+$/, ''), all),
      name: nextName(last.name),
      lid: last.lid === 'open' ? 'screened' : last.lid,
      body: { ...last.body },
      base: { ...last.base, parts: last.base.parts.map((part) => ({ ...part })) },
      ports: [...(outlet ? [{ ...outlet }] : []), port('vent', 'vent', last.body.rim, { bore: 0.05, screened: true })],
      ...(last.place ? { place: beside(scheme, store.id, last, last.body.width + BETWEEN) } : {}),
    }
    delete added.on
    store.vessels.push(added)
    wire(draft, store, store.arrangement === 'single' ? 'linked-low' : store.arrangement)
  })
}

/**
 * Takes a vessel out of its store, with its links, taps, pumps and overflows; what led into it leads into the next one.
 *
 * @throws RangeError when it is the only one, or there is none of that id
 */
export function removeVessel(scheme: Scheme, vesselId: string): Scheme {
  return produce(scheme, (draft) => {
    const store = storeOfVessel(draft, vesselId)
    if (store.vessels.length === 1) throw new RangeError('a store keeps at least one vessel')
    const gone = store.vessels.find(({ id }) => id === vesselId)!
    const { arrangement } = store
    store.vessels = store.vessels.filter(({ id }) => id !== vesselId)
    const heir = store.vessels[0]!
    const heirPort = (id: string): string => {
      const was = gone.ports.find((each) => each.id === id)!
      const found = portBy(heir, was.role)
      if (found) return found.id
      const fromRim = gone.body.rim - was.at
      const at = was.role === 'outlet' || was.role === 'link' ? was.at : heir.body.rim - fromRim
      heir.ports.push({ ...was, id: freshId(was.id, heir.ports), at: Math.max(0, at) })
      return heir.ports.at(-1)!.id
    }
    retarget(draft.drops, (to) =>
      to.kind === 'vessel' && to.vessel === vesselId ? { ...to, vessel: heir.id, port: heirPort(to.port) } : to,
    )
    for (const each of draft.taps) if (each.vessel === vesselId) Object.assign(each, { port: heirPort(each.port), vessel: heir.id })
    pumpElsewhere(scheme, draft, vesselId, { vessel: heir.id, port: heirPort })
    for (const route of draft.overflows) {
      if (route.from.vessel === vesselId) route.from = { vessel: heir.id, port: heirPort(route.from.port) }
      if (route.to.kind === 'vessel' && route.to.vessel === vesselId)
        route.to = { ...route.to, vessel: heir.id, port: heirPort(route.to.port) }
    }
    // Two ways out of one hole are one.
    draft.overflows = draft.overflows.filter(
      (route, i) => !draft.overflows.slice(0, i).some(({ from }) => from.vessel === route.from.vessel && from.port === route.from.port),
    )
    wire(draft, store, arrangement)
  })
}

/** Changes one link. @throws RangeError when there is none of that id */
export function changeLink(scheme: Scheme, linkId: string, change: (link: Link) => void): Scheme {
  return produce(scheme, (draft) => {
    const found = draft.stores.flatMap(({ links }) => links).find(({ id }) => id === linkId)
    if (!found) throw new RangeError(`no link ${linkId}`)
    change(found)
  })
}

/** Place of a vessel moved along its group's wall, m to the right as one faces it. */
function beside(scheme: Scheme, storeId: string, { id }: Pick<Vessel, 'id'>, by: number): NonNullable<Vessel['place']> {
  const { vessels, walls } = computeLayout(scheme)
  const { foot, turn } = vessels.get(id)!
  const { along } = walls.get(storeId)!
  return { x: foot.x + along.x * by, y: foot.y + along.y * by, turn }
}

/**
 * Gives a vessel its place on the plan, with all that stands on it. A pipe across at whose end it stood until then follows from
 * the plan from now on.
 *
 * @throws RangeError when there is none of that id
 */
export function placeVessel(scheme: Scheme, vesselId: string, place: Vessel['place']): Scheme {
  const placed = produce(scheme, (draft) => {
    const vessel = storeOfVessel(draft, vesselId).vessels.find(({ id }) => id === vesselId)!
    if (place === undefined) delete vessel.place
    else vessel.place = place
  })
  return scheme.drops.filter(({ id }) => standsAtEnd(scheme, id, vesselId)).reduce((each, { id }) => followPlan(each, id), placed)
}

/**
 * Moves the far end of a link, and whatever stands beyond it, further from the near one, m.
 *
 * @throws RangeError when there is none of that id
 */
export function spreadLink(scheme: Scheme, linkId: string, by: number): Scheme {
  const store = scheme.stores.find(({ links }) => links.some(({ id }) => id === linkId))
  const link = store?.links.find(({ id }) => id === linkId)
  if (!store || !link) throw new RangeError(`no link ${linkId}`)
  const { vessels } = computeLayout(scheme)
  const [near, far] = [vessels.get(link.from.vessel)!.foot, vessels.get(link.to.vessel)!.foot]
  const apart = Math.hypot(far.x - near.x, far.y - near.y)
  if (apart < 1e-6) return scheme
  const way = { x: (far.x - near.x) / apart, y: (far.y - near.y) / apart }
  const along = ({ x, y }: { x: number; y: number }) => x * way.x + y * way.y
  return produce(scheme, (draft) => {
    for (const vessel of storeIn(draft, store.id).vessels) {
      const { foot, turn } = vessels.get(vessel.id)!
      if (vessel.on !== undefined || along(foot) < along(far) - 1e-6) continue
      vessel.place = { x: foot.x + way.x * by, y: foot.y + way.y * by, turn }
    }
  })
}

/** Brings the lower end of a link up to its upper one, so that it runs level. @throws RangeError when there is none of that id */
export function levelLink(scheme: Scheme, linkId: string): Scheme {
  const link = scheme.stores.flatMap(({ links }) => links).find(({ id }) => id === linkId)
  if (!link) throw new RangeError(`no link ${linkId}`)
  const { ports } = computeLayout(scheme)
  const [from, to] = [link.from, link.to].map(({ vessel, port }) => ({ vessel, port, z: ports.get(`${vessel} ${port}`)!.at.z }))
  const low = from!.z < to!.z ? from! : to!
  return produce(scheme, (draft) => {
    const port = storeOfVessel(draft, low.vessel)
      .vessels.flatMap((each) => (each.id === low.vessel ? each.ports : []))
      .find(({ id }) => id === low.port)
    if (port) port.at += Math.abs(from!.z - to!.z)
  })
}

/** Changes the frame that a store's vessels stand in. @throws RangeError when there is no such store, or it has none */
export function changeFrame(scheme: Scheme, storeId: string, change: (frame: NonNullable<Store['frame']>) => void): Scheme {
  return produce(scheme, (draft) => {
    const { frame } = storeIn(draft, storeId)
    if (!frame) throw new RangeError(`store ${storeId} has no frame`)
    change(frame)
  })
}

/** Runs whose way over the ground can be given corners; hoses and pumps' pipes go as they lie. */
export type Steered = Exclude<Run['kind'], 'hose' | 'pump' | 'side'>

/** What a run is of, with the corners that it was given; undefined where there is none of that id. */
export function steeredRun(scheme: Scheme, kind: Steered, id: string): { via?: { x: number; y: number }[] | undefined } | undefined {
  if (kind === 'link') return scheme.stores.flatMap(({ links }) => links).find((each) => each.id === id)
  if (kind === 'overflow') return scheme.overflows.find((each) => each.id === id)
  const device = scheme.drops.flatMap(({ devices }) => devices).find((each) => each.id === id)
  return device?.kind === 'carrying-pipe' ? device : undefined
}

/** Corners that a run is led round on the plan; none leads it by itself. @throws RangeError when there is none of that id */
export function setVia(scheme: Scheme, kind: Steered, id: string, via: readonly { x: number; y: number }[]): Scheme {
  return produce(scheme, (draft) => {
    const found = steeredRun(draft, kind, id)
    if (!found) throw new RangeError(`no ${kind} ${id}`)
    found.via = via.length > 0 ? via.map(({ x, y }) => ({ x, y })) : undefined
  })
}

/** Gives every link of a store one bore, and the ports they sit in. */
export function setLinkBores(scheme: Scheme, storeId: string, bore: number): Scheme {
  return produce(scheme, (draft) => {
    const store = storeIn(draft, storeId)
    for (const link of store.links) {
      link.bore = bore
      for (const end of [link.from, link.to]) {
        const at = store.vessels.find(({ id }) => id === end.vessel)?.ports.find(({ id }) => id === end.port)
        if (at?.role === 'link') at.bore = bore
      }
    }
  })
}

/** Gives an overflow and the hole it starts from another bore. @throws RangeError when there is none of that id */
export function setOverflowBore(scheme: Scheme, routeId: string, bore: number): Scheme {
  return produce(scheme, (draft) => {
    const route = draft.overflows.find(({ id }) => id === routeId)
    if (!route) throw new RangeError(`no overflow ${routeId}`)
    route.bore = bore
    const hole = draft.stores
      .flatMap(({ vessels }) => vessels)
      .find(({ id }) => id === route.from.vessel)
      ?.ports.find(({ id }) => id === route.from.port)
    if (hole) hole.bore = bore
  })
}

/** Sets every base of a store at one height. */
export function levelBases(scheme: Scheme, storeId: string, height: number): Scheme {
  return produce(scheme, (draft) => {
    for (const vessel of storeIn(draft, storeId).vessels) if (vessel.on === undefined) raiseBase(vessel.base, height)
  })
}

/**
 * Raises a whole store, m: every vessel that stands on the ground, the parts that lead water aside into them, and the crowns of
 * their overflows, so that nothing between them changes. Lowers it where negative.
 *
 * @throws RangeError when there is no such store
 */
export function raiseStore(scheme: Scheme, storeId: string, by: number): Scheme {
  return produce(scheme, (draft) => {
    const { vessels } = storeIn(draft, storeId)
    const own = (id: string) => vessels.some((vessel) => vessel.id === id)
    for (const { on, base } of vessels) if (on === undefined) raiseBase(base, baseHeight(base) + by)
    for (const device of draft.drops.flatMap(({ devices }) => devices)) {
      if (!('hose' in device) || device.to.kind !== 'vessel' || !own(device.to.vessel)) continue
      if (device.kind === 'ring-trough') device.mark += by
      else device.height += by
    }
    for (const route of draft.overflows) if (own(route.from.vessel) && route.mouth === 'hooped') route.crest += by
  })
}
