import { linkLine, laidOverflow } from '../layout'
import { designInflow } from './designFlow'
import { overflowStarts, portInvert, portOf } from '../path/portHeights'
import { outletsInto, type PlacedVessel, type WaterPath } from '../path/waterPath'
import type { Link, OverflowRoute, Port } from '../scheme'
import { overflowFlow, overflowHead, type Route } from '../overflow/overflowHead'

/** An overflow, or the pipe from one vessel of a cascade to the next, as a way for the surplus. */
export interface Way {
  kind: 'overflow' | 'cascade'
  id: string
  from: PlacedVessel
  port: Port
  route: Route
  /** Height at which water begins to run: the hole's invert, or a hoop's crest, m above the paving. */
  starts: number
}

/** What one or several ways have to pass in the design rain, and what they do. */
export interface Surplus {
  /** The store, or the vessel of a cascade, that they empty. */
  store: string
  vessels: PlacedVessel[]
  /** Each with the height of the rim that it has to keep the water under, and what it passes by then, m and m³/s. */
  ways: (Way & { rim: number; passes: number })[]
  /** Flow of every intake that fills them, by its pipe's id, and of the vessel before in a cascade, m³/s. */
  comes: { drop?: string; vessel?: string; flow: number }[]
  /** Sum of `comes`. */
  arriving: number
  /** What all ways pass with water up to the rim, m³/s. */
  passes: number
}

/** An overflow as it is built: which hole it takes, and the height at which its pipe lets the water go. */
export function overflowWay(path: Pick<WaterPath, 'vessels' | 'layout'>, route: OverflowRoute): Way {
  const from = path.vessels.get(route.from.vessel)!
  const port = portOf(from, route.from.port)
  const laid = laidOverflow(path.layout, route)
  const into = route.to.kind === 'vessel' ? path.vessels.get(route.to.vessel) : undefined
  const end = into && route.to.kind === 'vessel' ? portInvert(into, portOf(into, route.to.port)) : laid.end
  return {
    kind: 'overflow',
    id: route.id,
    from,
    port,
    route: { mouth: route.mouth, bore: route.bore, length: laid.length, end, hole: port.bore },
    starts: overflowStarts(path, route),
  }
}

function cascadeWay(path: WaterPath, link: Link): Way {
  const [from, into] = [path.vessels.get(link.from.vessel)!, path.vessels.get(link.to.vessel)!]
  const port = portOf(from, link.from.port)
  const end = portInvert(into, portOf(into, link.to.port))
  return {
    kind: 'cascade',
    id: link.id,
    from,
    port,
    route: { mouth: 'stub', bore: link.bore, length: linkLine(path.layout, link).length, end, hole: port.bore },
    starts: portInvert(from, port),
  }
}

/** What a way passes with water at a height above the paving, m³/s. */
export const wayFlow = ({ route, starts }: Way, level: number): number => overflowFlow(route, starts, Math.max(0, level - starts))

/** Head over its beginning at which a way passes a flow, m. */
export const wayHead = ({ route, starts }: Way, flow: number) => overflowHead(route, starts, flow)

const rimOf = ({ vessel, foot }: PlacedVessel) => foot + vessel.body.rim

function surplusOf(store: string, vessels: PlacedVessel[], ways: Way[], comes: Surplus['comes'], together: boolean): Surplus {
  // Vessels that share a level run over at the lowest rim of all; the others each at their own.
  const lowest = Math.min(...vessels.map(rimOf))
  const open = ways.map((way) => {
    const rim = together ? lowest : rimOf(way.from)
    return { ...way, rim, passes: wayFlow(way, rim) }
  })
  const sum = (flows: readonly number[]) => flows.reduce((total, flow) => total + flow, 0)
  return {
    store,
    vessels,
    ways: open,
    comes,
    arriving: sum(comes.map(({ flow }) => flow)),
    passes: sum(open.map(({ passes }) => passes)),
  }
}

/**
 * All ways of a store's surplus, with the sum of what arrives at them in the design rain: every pipe that leads into the store
 * counts, wherever on it the overflow is. In a cascade each vessel passes on what it can to the next.
 *
 * @throws RangeError when the path has no such store
 */
export function surplusWays(path: WaterPath, storeId: string): Surplus[] {
  const store = path.scheme.stores.find(({ id }) => id === storeId)
  if (!store) throw new RangeError(`no store ${storeId}`)
  const placed = store.vessels.map(({ id }) => path.vessels.get(id)!)
  const intakes = path.intakes.get(storeId)!.filter(({ drop }) => outletsInto(path, drop.id).length > 0)
  const comes = (vessels: readonly PlacedVessel[]) =>
    intakes
      .filter(({ vessel }) => vessels.some((each) => each.vessel.id === vessel.id))
      .map((intake) => ({ drop: intake.drop.id, flow: designInflow(path, intake) }))
  const routes = path.overflows.get(storeId)!.map((route) => overflowWay(path, route))
  if (store.arrangement !== 'cascade') {
    const together = store.arrangement === 'single' || store.arrangement === 'linked-low'
    return [surplusOf(storeId, placed, routes, comes(placed), together)]
  }
  const links = store.links.filter(({ kind, valve }) => kind === 'cascade' && valve !== 'shut').map((link) => cascadeWay(path, link))
  const done = new Map<string, Surplus>()
  // A cascade never comes back to where it began: the path refuses rings.
  const of = (vesselId: string): Surplus => {
    const known = done.get(vesselId)
    if (known) return known
    const vessel = path.vessels.get(vesselId)!
    const from = store.links.filter(
      ({ kind, to, valve, from: { vessel: before } }) =>
        kind === 'cascade' && valve !== 'shut' && to.vessel === vesselId && before !== vesselId,
    )
    const handed = from.map((link) => {
      const before = of(link.from.vessel)
      const way = before.ways.find(({ id }) => id === link.id)!
      return { vessel: link.from.vessel, flow: Math.min(before.arriving, way.passes) }
    })
    const ways = [...routes, ...links].filter((way) => way.from.vessel.id === vesselId)
    const surplus = surplusOf(storeId, [vessel], ways, [...comes([vessel]), ...handed], false)
    done.set(vesselId, surplus)
    return surplus
  }
  return placed.map(({ vessel }) => of(vessel.id))
}

/** The share of what arrives that one of several ways takes, m³/s: by what each passes with water up to the rim. */
export const takenBy = ({ ways, arriving, passes }: Surplus, way: Surplus['ways'][number]): number =>
  passes > 0 ? (arriving * way.passes) / passes : arriving / ways.length
