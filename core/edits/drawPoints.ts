import { produce, type Draft } from 'immer'
import { port } from '../arrangements/parts'
import { drawnVessel } from '../path'
import { pumpDefaults, pumpedInto, type Demand, type Pump, type Scheme } from '../scheme'
import { pumpBore } from './goods'
import { homeBore, homeOf } from './home'
import { addPort, removePort, turnedClear, unconnectedPorts } from './portEdits'
import { connectedPorts } from './portConnections'
import { freshId, vesselOf } from './schemeEdits'

/** A tap or a pump, which is where water is taken out. */
export type DrawPoint = Demand['from']
/** Where a pump's pipe is to lead. The holes that it comes in by are found or made. */
export type PumpEnd =
  | { kind: 'demand'; demand: string }
  | { kind: 'vessel'; vessel: string; also?: string | undefined }
  | { kind: 'house'; professional: boolean }

/** Where a pump lets go under a lid: so far under the rim that its jet stays inside, m. Common practice. */
const BELOW_RIM = 0.1

/** A hole of a vessel that nothing is tied to yet, made where there is none. @param make puts one in, the last of its vessel's */
function freeHole(
  scheme: Scheme,
  vesselId: string,
  role: 'outlet' | 'inlet',
  make = (of: Scheme) => addPort(of, vesselId, role),
): [scheme: Scheme, port: string] {
  const tied = connectedPorts(scheme, vesselId)
  const free = vesselOf(scheme, vesselId).ports.find((each) => each.role === role && !tied.has(each.id))
  if (free) return [scheme, free.id]
  const made = make(scheme)
  return [made, vesselOf(made, vesselId).ports.at(-1)!.id]
}

/** Closes the holes that nothing is tied to any more and that were tied to something before. */
function closeLeft(was: Scheme, scheme: Scheme): Scheme {
  return was.stores
    .flatMap(({ vessels }) => vessels)
    .reduce((current, { id }) => {
      if (!current.stores.some(({ vessels }) => vessels.some((vessel) => vessel.id === id))) return current
      return [...connectedPorts(was, id)]
        .filter((portId) => unconnectedPorts(current, id).has(portId))
        .reduce((next, portId) => (unconnectedPorts(next, id).has(portId) ? removePort(next, id, portId) : next), current)
    }, scheme)
}

const idOf = (from: DrawPoint): string => (from.kind === 'tap' ? from.tap : from.pump)
const isSame = (a: DrawPoint, b: DrawPoint): boolean => a.kind === b.kind && idOf(a) === idOf(b)

/** All taps, then all pumps. */
export const drawPoints = ({ taps, pumps }: Pick<Scheme, 'taps' | 'pumps'>): DrawPoint[] => [
  ...taps.map(({ id }): DrawPoint => ({ kind: 'tap', tap: id })),
  ...pumps.map(({ id }): DrawPoint => ({ kind: 'pump', pump: id })),
]

/** Whether a tap or pump may go: what is drawn has to be drawn from somewhere. */
export const mayRemoveDrawPoint = (scheme: Scheme): boolean => scheme.demands.length === 0 || drawPoints(scheme).length > 1

/** Demands that drew from what is gone draw from what is nearest: of the same vessel, of the same store, or of any. */
function redraw(was: Scheme, draft: Draft<Scheme>, gone: DrawPoint): void {
  const points = drawPoints(draft)
  const storeOf = (vessel: string) => was.stores.findIndex(({ vessels }) => vessels.some(({ id }) => id === vessel))
  const vesselBehind = (from: DrawPoint) => drawnVessel(was, { from } as Demand)
  for (const demand of draft.demands) {
    if (!isSame(demand.from, gone)) continue
    const here = vesselBehind(gone)
    const heir =
      points.find((each) => vesselBehind(each) === here) ??
      points.find((each) => storeOf(vesselBehind(each)) === storeOf(here)) ??
      points[0]
    if (!heir) throw new RangeError(`what is drawn for ${demand.name} has no other tap or pump to draw from`)
    demand.from = heir
  }
}

/** One more tap at the foot of a vessel, through a hole that is free or a new one. @throws RangeError when there is no such vessel */
export function addTap(scheme: Scheme, vesselId: string, name: string): Scheme {
  const [holed, portId] = freeHole(scheme, vesselId, 'outlet')
  return produce(holed, (draft) => {
    const like = draft.taps[0]
    draft.taps.push({
      id: freshId('tap', draft.taps),
      name,
      vessel: vesselId,
      port: portId,
      bore: like?.bore ?? 0.019,
      spoutBelow: like?.spoutBelow ?? 0.045,
      can: like ? { ...like.can } : { height: 0.38, volume: 0.01 },
      hose: undefined,
    })
  })
}

/** Puts a tap into another vessel; its old hole is closed. @throws RangeError when there is no such tap or vessel */
export function moveTap(scheme: Scheme, tapId: string, vesselId: string): Scheme {
  const [holed, portId] = freeHole(scheme, vesselId, 'outlet')
  const moved = produce(holed, (draft) => {
    const tap = draft.taps.find(({ id }) => id === tapId)
    if (!tap) throw new RangeError(`no tap ${tapId}`)
    Object.assign(tap, { vessel: vesselId, port: portId })
  })
  return closeLeft(scheme, moved)
}

/** Takes a tap out and closes its hole. @throws RangeError when something is drawn there that nothing else could give */
export function removeTap(scheme: Scheme, tapId: string): Scheme {
  const without = produce(scheme, (draft) => {
    draft.taps = draft.taps.filter(({ id }) => id !== tapId)
    draft.trial.opened = draft.trial.opened.filter(({ tap }) => tap !== tapId)
    redraw(scheme, draft, { kind: 'tap', tap: tapId })
  })
  return closeLeft(scheme, without)
}

/**
 * A small pump beside a vessel, as starters have it: for the first thing that is drawn, else into another vessel, else into the
 * house.
 *
 * @throws RangeError when there is no such vessel
 */
export function addPump(scheme: Scheme, vesselId: string): Scheme {
  const [holed, portId] = freeHole(scheme, vesselId, 'outlet')
  const id = freshId('pump', scheme.pumps)
  const system = homeOf(scheme)
  const usual = pumpDefaults()
  const set = produce(holed, (draft) => {
    draft.pumps.push({
      ...usual,
      id,
      from: { vessel: vesselId, port: portId },
      duty: 'hose',
      floatSwitch: true,
      checkValve: true,
      filterMesh: 0,
      power: 'mains',
      line: { ...usual.line, bore: pumpBore(usual.line.bore, system) },
      suction: { ...usual.suction, bore: pumpBore(usual.suction.bore, system) },
      to: { kind: 'house', professional: false },
    })
  })
  const demand = scheme.demands.find((each) => drawnVessel(scheme, each) === vesselId) ?? scheme.demands[0]
  if (demand) return leadPump(set, id, { kind: 'demand', demand: demand.id })
  const other = vesselsPumpedTo(set, id)[0]
  return other === undefined ? set : leadPump(set, id, { kind: 'vessel', vessel: other })
}

/** Vessels that a pump could lift into: all but the one that it stands at. @throws RangeError when there is no such pump */
export function vesselsPumpedTo(scheme: Scheme, pumpId: string): string[] {
  const { from } = pumpOf(scheme, pumpId)
  return scheme.stores.flatMap(({ vessels }) => vessels.map(({ id }) => id)).filter((id) => id !== from.vessel)
}

function pumpOf<T extends Pick<Scheme, 'pumps'>>(scheme: T, pumpId: string): T['pumps'][number] {
  const found = scheme.pumps.find(({ id }) => id === pumpId)
  if (!found) throw new RangeError(`no pump ${pumpId}`)
  return found
}

/** A hole that a pump lifts into: one that is free, else a new one under the rim. */
const pumpedHole = (scheme: Scheme, vesselId: string): [scheme: Scheme, port: string] =>
  freeHole(scheme, vesselId, 'inlet', () => {
    const { ports, body } = vesselOf(scheme, vesselId)
    const id = freshId('inlet', ports)
    const hole = port(id, 'inlet', Math.max(body.floor, body.rim - BELOW_RIM), { bore: homeBore(scheme, 0.025), screened: false })
    return turnedClear(
      produce(scheme, (draft) => void vesselOf(draft, vesselId).ports.push(hole)),
      vesselId,
      id,
    )
  })

/**
 * Leads a pump's pipe elsewhere. For something that is drawn, that is drawn by this pump from now on; into a second vessel it goes by
 * a Y. Holes that nothing leads through any more are closed.
 *
 * @throws RangeError when there is no such pump, demand or vessel, or a vessel is the one that it stands at
 */
export function leadPump(scheme: Scheme, pumpId: string, to: PumpEnd): Scheme {
  const { from } = pumpOf(scheme, pumpId)
  if (to.kind === 'vessel') {
    const ends = [to.vessel, ...(to.also === undefined ? [] : [to.also])]
    if (ends.includes(from.vessel) || new Set(ends).size < ends.length)
      throw new RangeError(`pump ${pumpId} cannot lift into ${ends.join(' and ')}`)
    const known = new Map(pumpedInto(pumpOf(scheme, pumpId)).map(({ vessel, port: hole }) => [vessel, hole]))
    let current = scheme
    const holes = ends.map((vessel) => {
      const own = known.get(vessel)
      if (own !== undefined) return { vessel, port: own }
      const [holed, hole] = pumpedHole(current, vessel)
      current = holed
      return { vessel, port: hole }
    })
    const led = produce(current, (draft) => {
      const [first, also] = holes
      pumpOf(draft, pumpId).to = { kind: 'vessel', ...first!, also }
    })
    return closeLeft(scheme, led)
  }
  const led = produce(scheme, (draft) => {
    pumpOf(draft, pumpId).to = to
    if (to.kind !== 'demand') return
    const demand = draft.demands.find(({ id }) => id === to.demand)
    if (!demand) throw new RangeError(`no demand ${to.demand}`)
    demand.from = { kind: 'pump', pump: pumpId }
  })
  return closeLeft(scheme, led)
}

/** Puts a pump to another vessel. What it lifted into that vessel it lifts no more. @throws RangeError when there is no such pump or vessel */
export function movePump(scheme: Scheme, pumpId: string, vesselId: string): Scheme {
  const [holed, portId] = freeHole(scheme, vesselId, 'outlet')
  const moved = produce(holed, (draft) => {
    pumpOf(draft, pumpId).from = { vessel: vesselId, port: portId }
    keepEnds(scheme, draft, pumpId)
  })
  return closeLeft(scheme, moved)
}

/**
 * Drops the ends of a pump that are no ends any more: the vessel that it stands at, one vessel twice. A pump that is left without one
 * leads into the house, where a licensed trade is asked for.
 */
function keepEnds(was: Scheme, draft: Draft<Scheme>, pumpId: string): void {
  const pump = pumpOf(draft, pumpId)
  if (pump.to.kind !== 'vessel') return
  const ends = pumpedInto(pump).filter(
    ({ vessel }, i, all) => vessel !== pump.from.vessel && all.findIndex((each) => each.vessel === vessel) === i,
  )
  const [first, also] = ends
  if (first) {
    pump.to = { kind: 'vessel', vessel: first.vessel, port: first.port, also: also && { vessel: also.vessel, port: also.port } }
    return
  }
  const demand = was.demands.find(({ from }) => from.kind === 'pump' && from.pump === pumpId)
  pump.to = demand ? { kind: 'demand', demand: demand.id } : { kind: 'house', professional: false }
}

/** Where a vessel is gone, another takes what was pumped into it or out of it. Works on a draft. */
export function pumpElsewhere(
  was: Scheme,
  draft: Draft<Scheme>,
  gone: string,
  heir: { vessel: string; port: (id: string) => string },
): void {
  for (const pump of draft.pumps) {
    const ends: (Pump['from'] | undefined)[] = [pump.from, ...(pump.to.kind === 'vessel' ? [pump.to, pump.to.also] : [])]
    for (const end of ends) if (end?.vessel === gone) Object.assign(end, { port: heir.port(end.port), vessel: heir.vessel })
    keepEnds(was, draft, pump.id)
  }
}

/** Takes a pump out and closes its holes. @throws RangeError when something is drawn by it that nothing else could give */
export function removePump(scheme: Scheme, pumpId: string): Scheme {
  const without = produce(scheme, (draft) => {
    draft.pumps = draft.pumps.filter(({ id }) => id !== pumpId)
    redraw(scheme, draft, { kind: 'pump', pump: pumpId })
  })
  return closeLeft(scheme, without)
}

/**
 * Says which tap or pump gives what is drawn. A pump whose pipe led there and gives it no more leads to what else it gives.
 *
 * @throws RangeError when there is no such demand
 */
export function drawFrom(scheme: Scheme, demandId: string, from: DrawPoint): Scheme {
  return produce(scheme, (draft) => {
    const demand = draft.demands.find(({ id }) => id === demandId)
    if (!demand) throw new RangeError(`no demand ${demandId}`)
    demand.from = from
    if (from.kind === 'pump') {
      const { to } = pumpOf(draft, from.pump)
      if (to.kind === 'demand' && !draft.demands.some((each) => each.id === to.demand && isSame(each.from, from))) to.demand = demandId
    }
    for (const pump of draft.pumps) {
      const { to } = pump
      if (to.kind !== 'demand' || to.demand !== demandId || isSame(from, { kind: 'pump', pump: pump.id })) continue
      const other = draft.demands.find((each) => each.from.kind === 'pump' && each.from.pump === pump.id)
      pump.to = other ? { kind: 'demand', demand: other.id } : { kind: 'house', professional: false }
    }
  })
}

/** Takes out what is drawn. A pump that was for it alone goes with it. @throws RangeError when there is none of that id */
export function removeDemand(scheme: Scheme, demandId: string): Scheme {
  if (!scheme.demands.some(({ id }) => id === demandId)) throw new RangeError(`no demand ${demandId}`)
  const without = produce(scheme, (draft) => {
    draft.demands = draft.demands.filter(({ id }) => id !== demandId)
    draft.pumps = draft.pumps.filter((pump) => {
      const { to } = pump
      if (to.kind !== 'demand' || to.demand !== demandId) return true
      const other = draft.demands.find(({ from }) => from.kind === 'pump' && from.pump === pump.id)
      if (other) to.demand = other.id
      return other !== undefined
    })
  })
  return closeLeft(scheme, without)
}
