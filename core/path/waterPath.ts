import { bendsAlong, eavesAlong, eaveSections, shareOver } from '../gutter/alongEave'
import { outletShares, type OutletCatch } from '../gutter/outletShares'
import { computeLayout, endsOnGround, targetFieldsOf, targetsOf, type Layout } from '../layout'
import { problem, ProblemError } from '../problems'
import {
  problemAt,
  pumpedInto,
  type InputProblem,
  type Demand,
  type Device,
  type Drop,
  type Gutter,
  type Outlet,
  type OverflowRoute,
  type Port,
  type Pump,
  type RoofSection,
  type Scheme,
  type Store,
  type Target,
  type Vessel,
} from '../scheme'

export type PathKind =
  'section' | 'gutter' | 'outlet' | 'drop' | 'device' | 'vessel' | 'overflow' | 'tap' | 'pump' | 'demand' | 'ground' | 'house'
export interface PathNode {
  /** `kind:id`, unique in the path. */
  key: string
  kind: PathKind
  id: string
}
/** `rain` on its way to a store, `surplus` on its way out, `level` between linked vessels, `draw` on its way to use. */
export type Carries = 'rain' | 'surplus' | 'level' | 'draw'
export interface PathEdge {
  from: string
  to: string
  carries: Carries
}

/** Where a drop's water enters a store. */
export interface Intake {
  drop: Drop
  /** The device that leads it aside; none when the whole pipe ends in the vessel. */
  device?: Device
  vessel: Vessel
  port: Port
}

/** A vessel in its place: which store it belongs to and the height of its foot above the paving, m. */
export interface PlacedVessel {
  vessel: Vessel
  store: Store
  foot: number
}

/** Part of a roof that a drop receives. */
export interface Feed {
  section: RoofSection
  gutter: Gutter
  outlet: OutletCatch
  /** Share of the section that reaches this outlet, 0–1. */
  share: number
  /** Places where the gutter turns a corner, m from its left end. */
  bends: readonly number[]
}

/**
 * A scheme seen as the way its water takes: built once, walked by every calculation.
 * Lookups throw nothing: a path is only built when every reference holds.
 */
export interface WaterPath {
  scheme: Scheme
  /** Where everything is. */
  layout: Layout
  nodes: Map<string, PathNode>
  edges: PathEdge[]
  vessels: Map<string, PlacedVessel>
  /** Intakes of each store by its id. */
  intakes: Map<string, Intake[]>
  /** Roof parts that reach each drop by its id, joined drops included. */
  feeds: Map<string, Feed[]>
  /** Overflow routes of each store by its id. */
  overflows: Map<string, OverflowRoute[]>
  /** Demands drawn from each store by its id, first priority first. */
  demands: Map<string, Demand[]>
}

class References {
  readonly broken: InputProblem[] = []
  private readonly known = new Map<string, Set<string>>()

  know(kind: string, id: string, path: string) {
    const ids = this.known.get(kind) ?? new Set<string>()
    if (ids.has(id)) this.broken.push({ path, ...problem('partTwice', { id }) })
    this.known.set(kind, ids.add(id))
  }

  need(kind: string, id: string, path: string): boolean {
    if (this.known.get(kind)?.has(id)) return true
    this.broken.push({ path, ...problem('noPart', { id }) })
    return false
  }

  target(to: Target, path: string) {
    if (to.kind === 'drop') this.need('drop', to.drop, `${path}.drop`)
    if (to.kind === 'place') this.need('place', to.place, `${path}.place`)
    if (to.kind === 'vessel' && this.need('vessel', to.vessel, `${path}.vessel`)) this.need(`port of ${to.vessel}`, to.port, `${path}.port`)
  }

  end(end: { vessel: string; port: string }, path: string) {
    this.target({ kind: 'vessel', ...end }, path)
  }
}

function knowAll(scheme: Scheme, references: References) {
  scheme.sections.forEach(({ id }, i) => references.know('section', id, `sections[${i}]`))
  scheme.gutters.forEach(({ id, outlets }, i) => {
    references.know('gutter', id, `gutters[${i}]`)
    outlets.forEach((outlet, j) => references.know('outlet', outlet.id, `gutters[${i}].outlets[${j}]`))
  })
  scheme.drops.forEach(({ id, devices }, i) => {
    references.know('drop', id, `drops[${i}]`)
    devices.forEach((device, j) => references.know('device', device.id, `drops[${i}].devices[${j}]`))
  })
  scheme.stores.forEach((store, i) => {
    references.know('store', store.id, `stores[${i}]`)
    store.links.forEach((link, j) => references.know('link', link.id, `stores[${i}].links[${j}]`))
    store.vessels.forEach((vessel, j) => {
      references.know('vessel', vessel.id, `stores[${i}].vessels[${j}]`)
      vessel.ports.forEach((port, k) => references.know(`port of ${vessel.id}`, port.id, `stores[${i}].vessels[${j}].ports[${k}]`))
    })
  })
  scheme.places.forEach(({ id }, i) => references.know('place', id, `places[${i}]`))
  scheme.overflows.forEach(({ id }, i) => references.know('overflow', id, `overflows[${i}]`))
  scheme.taps.forEach(({ id }, i) => references.know('tap', id, `taps[${i}]`))
  scheme.pumps.forEach(({ id }, i) => references.know('pump', id, `pumps[${i}]`))
  scheme.demands.forEach(({ id }, i) => references.know('demand', id, `demands[${i}]`))
}

/**
 * Every reference in a scheme that leads nowhere, every id used twice, every ring in the rain's way.
 * Empty for a scheme from which a path can be built.
 */
export function brokenReferences(scheme: Scheme): InputProblem[] {
  const references = new References()
  knowAll(scheme, references)
  scheme.sections.forEach(({ shedsTo }, i) => {
    if (shedsTo.kind === 'gutter') references.need('gutter', shedsTo.gutter, `sections[${i}].shedsTo.gutter`)
    else references.need('section', shedsTo.section, `sections[${i}].shedsTo.section`)
  })
  scheme.gutters.forEach(({ outlets }, i) =>
    outlets.forEach((outlet, j) => references.need('drop', outlet.drop, `gutters[${i}].outlets[${j}].drop`)),
  )
  scheme.drops.forEach(({ devices, end }, i) => {
    devices.forEach((device, j) =>
      targetFieldsOf(device).forEach(({ field, to }) => references.target(to, `drops[${i}].devices[${j}].${field}`)),
    )
    references.target(end, `drops[${i}].end`)
  })
  scheme.stores.forEach(({ vessels, links }, i) => {
    vessels.forEach(({ on }, j) => on !== undefined && references.need('vessel', on, `stores[${i}].vessels[${j}].on`))
    links.forEach(({ from, to }, j) => {
      references.end(from, `stores[${i}].links[${j}].from`)
      references.end(to, `stores[${i}].links[${j}].to`)
      if (from.vessel === to.vessel)
        references.broken.push({ path: `stores[${i}].links[${j}]`, ...problem('linkToItself', { id: from.vessel }) })
    })
  })
  scheme.overflows.forEach(({ from, to }, i) => {
    references.end(from, `overflows[${i}].from`)
    references.target(to, `overflows[${i}].to`)
  })
  scheme.taps.forEach((tap, i) => references.end(tap, `taps[${i}]`))
  scheme.pumps.forEach(({ from, to }, i) => {
    references.end(from, `pumps[${i}].from`)
    if (to.kind === 'demand') references.need('demand', to.demand, `pumps[${i}].to.demand`)
    pumpedInto({ to }).forEach((end, j) => {
      references.end(end, `pumps[${i}].to${j > 0 ? '.also' : ''}`)
      if (end.vessel === from.vessel) references.broken.push({ path: `pumps[${i}].to`, ...problem('linkToItself', { id: from.vessel }) })
    })
    if (to.kind === 'vessel' && to.also?.vessel === to.vessel)
      references.broken.push({ path: `pumps[${i}].to.also`, ...problem('linkToItself', { id: to.vessel }) })
  })
  scheme.trial.opened.forEach(({ tap }, i) => references.need('tap', tap, `trial.opened[${i}].tap`))
  scheme.demands.forEach(({ from, place }, i) => {
    references.need(from.kind, from.kind === 'tap' ? from.tap : from.pump, `demands[${i}].from.${from.kind}`)
    if (place !== undefined) references.need('place', place, `demands[${i}].place`)
  })
  return references.broken.length > 0 ? references.broken : rings(scheme)
}

/** Follows single onward steps; a step that comes back to where it has been is a ring. */
function ringFrom(start: string, onward: (id: string) => string | undefined): boolean {
  const seen = new Set<string>()
  for (let at: string | undefined = start; at !== undefined; at = onward(at)) {
    if (seen.has(at)) return true
    seen.add(at)
  }
  return false
}

function rings(scheme: Scheme): InputProblem[] {
  const sectionNext = (id: string) => {
    const to = scheme.sections.find((section) => section.id === id)?.shedsTo
    return to?.kind === 'section' ? to.section : undefined
  }
  const dropNext = (id: string) => {
    const to = scheme.drops.find((drop) => drop.id === id)?.end
    return to?.kind === 'drop' ? to.drop : undefined
  }
  const vessels = scheme.stores.flatMap((store) => store.vessels)
  const vesselBelow = (id: string) => vessels.find((vessel) => vessel.id === id)?.on
  // Low links may make a ring main; a cascade that comes back to where it began would run for ever.
  const links = scheme.stores.flatMap((store) => store.links)
  const cascadeNext = (id: string) => {
    const { to } = links.find(({ kind, from }) => kind === 'cascade' && from.vessel === id) ?? {}
    return to?.vessel
  }
  const found = (list: readonly { id: string }[], name: string, next: (id: string) => string | undefined) =>
    list.flatMap(({ id }, i) => (ringFrom(id, next) ? [{ path: `${name}[${i}]`, ...problem('ring', { id }) }] : []))
  return [
    ...found(scheme.sections, 'sections', sectionNext),
    ...found(scheme.drops, 'drops', dropNext),
    ...scheme.stores.flatMap((store, i) => found(store.vessels, `stores[${i}].vessels`, vesselBelow)),
    ...scheme.stores.flatMap((store, i) => found(store.vessels, `stores[${i}].vessels`, cascadeNext).slice(0, 1)),
  ]
}

/** A scheme whose parts do not hold together; carries every fault. */
export class BrokenPathError extends ProblemError {
  constructor(readonly references: readonly InputProblem[]) {
    super(problemAt(references[0]!))
    this.name = 'BrokenPathError'
  }
}

const placeVessels = (scheme: Scheme, { vessels: poses }: Layout): Map<string, PlacedVessel> =>
  new Map(
    scheme.stores.flatMap((store) =>
      store.vessels.map((vessel) => [vessel.id, { vessel, store, foot: poses.get(vessel.id)!.foot.z }] as const),
    ),
  )

/** The section at whose eave a section's water reaches a gutter at last, over whatever lower roofs. */
function lowestOf(scheme: Scheme, section: RoofSection): RoofSection {
  let at = section
  while (at.shedsTo.kind === 'section') {
    const { section: next } = at.shedsTo
    at = scheme.sections.find(({ id }) => id === next)!
  }
  return at
}

function feedDrops(scheme: Scheme): Map<string, Feed[]> {
  const feeds = new Map<string, Feed[]>(scheme.drops.map(({ id }) => [id, []]))
  for (const gutter of scheme.gutters) {
    const spans = eavesAlong(gutter, eaveSections(scheme, gutter.id))
    const bends = bendsAlong(spans)
    const shedding = scheme.sections.flatMap((section) => {
      const lowest = lowestOf(scheme, section)
      const span = spans.find((each) => each.section.id === lowest.id)
      return span ? [{ section, span }] : []
    })
    for (const outlet of outletShares(gutter)) {
      const own = shedding.map(({ section, span }) => ({ section, gutter, outlet, bends, share: shareOver(span, outlet.from, outlet.to) }))
      // A drop that ends in another hands its roof on; every drop on the way sees the water.
      for (let id: string | undefined = outlet.outlet.drop; id !== undefined;) {
        feeds.get(id)!.push(...own)
        const end: Target = scheme.drops.find((drop) => drop.id === id)!.end
        id = end.kind === 'drop' ? end.drop : undefined
      }
    }
  }
  return feeds
}

/** Where a drop's water goes into a vessel: through its first device that leads aside, else by its end. */
function intakeOf(drop: Drop, vessels: Map<string, PlacedVessel>): Intake | undefined {
  const at = (to: Target, device?: Device): Intake | undefined => {
    if (to.kind !== 'vessel') return undefined
    const { vessel } = vessels.get(to.vessel)!
    return { drop, ...(device ? { device } : {}), vessel, port: vessel.ports.find(({ id }) => id === to.port)! }
  }
  for (const device of drop.devices) {
    if (device.kind === 'ring-trough' || device.kind === 'push-in' || device.kind === 'twist' || device.kind === 'flap') {
      const intake = at(device.to, device)
      if (intake) return intake
    }
  }
  // A float shuts the whole pipe: it stands at the vessel and has no hose of its own.
  return at(
    drop.end,
    drop.devices.find(({ kind }) => kind === 'float-shut'),
  )
}

function graph(scheme: Scheme) {
  const nodes = new Map<string, PathNode>()
  const edges: PathEdge[] = []
  const node = (kind: PathKind, id: string) => {
    const key = `${kind}:${id}`
    nodes.set(key, { key, kind, id })
    return key
  }
  const tie = (from: string, to: string, carries: Carries) => edges.push({ from, to, carries })
  const targetKey = (to: Target) =>
    to.kind === 'vessel'
      ? node('vessel', to.vessel)
      : to.kind === 'drop'
        ? `drop:${to.drop}`
        : to.kind === 'ground'
          ? node('ground', to.where)
          : node('ground', to.place)
  for (const { id, shedsTo } of scheme.sections)
    tie(node('section', id), shedsTo.kind === 'gutter' ? `gutter:${shedsTo.gutter}` : `section:${shedsTo.section}`, 'rain')
  for (const { id, outlets } of scheme.gutters) {
    for (const outlet of outlets) {
      tie(node('gutter', id), node('outlet', outlet.id), 'rain')
      tie(`outlet:${outlet.id}`, `drop:${outlet.drop}`, 'rain')
    }
  }
  for (const drop of scheme.drops) {
    let at = node('drop', drop.id)
    for (const device of drop.devices) {
      const next = node('device', device.id)
      tie(at, next, 'rain')
      for (const to of targetsOf(device)) tie(next, targetKey(to), endsOnGround(to) ? 'surplus' : 'rain')
      at = next
    }
    tie(at, targetKey(drop.end), endsOnGround(drop.end) ? 'surplus' : 'rain')
  }
  for (const { vessels, links } of scheme.stores) {
    for (const { id } of vessels) node('vessel', id)
    for (const { from, to, kind } of links) tie(`vessel:${from.vessel}`, `vessel:${to.vessel}`, kind === 'cascade' ? 'surplus' : 'level')
  }
  for (const { id, from, to } of scheme.overflows) {
    tie(`vessel:${from.vessel}`, node('overflow', id), 'surplus')
    tie(`overflow:${id}`, targetKey(to), 'surplus')
  }
  for (const { id, vessel } of scheme.taps) tie(`vessel:${vessel}`, node('tap', id), 'draw')
  for (const { id, from, to } of scheme.pumps) {
    tie(`vessel:${from.vessel}`, node('pump', id), 'draw')
    const ends =
      to.kind === 'demand'
        ? [node('demand', to.demand)]
        : to.kind === 'house'
          ? [node('house', 'house')]
          : pumpedInto({ to }).map(({ vessel }) => `vessel:${vessel}`)
    for (const end of ends) tie(`pump:${id}`, end, 'draw')
  }
  for (const { id, from } of scheme.demands) if (from.kind === 'tap') tie(`tap:${from.tap}`, node('demand', id), 'draw')
  return { nodes, edges }
}

/** Vessel that a demand draws from, by its tap or its pump. */
export function drawnVessel(scheme: Pick<Scheme, 'taps' | 'pumps'>, { from }: Demand): string {
  return from.kind === 'tap'
    ? scheme.taps.find(({ id }) => id === from.tap)!.vessel
    : (scheme.pumps.find(({ id }) => id === from.pump) as Pump).from.vessel
}

/**
 * The water's way through a scheme.
 *
 * @throws BrokenPathError naming every reference that leads nowhere
 */
export function buildWaterPath(scheme: Scheme): WaterPath {
  const broken = brokenReferences(scheme)
  if (broken.length > 0) throw new BrokenPathError(broken)
  const layout = computeLayout(scheme)
  const vessels = placeVessels(scheme, layout)
  const storeOf = (vesselId: string) => vessels.get(vesselId)!.store.id
  const group = <T>(items: readonly T[], store: (item: T) => string) =>
    new Map(scheme.stores.map(({ id }) => [id, items.filter((item) => store(item) === id)]))
  const intakes = scheme.drops.flatMap((drop) => intakeOf(drop, vessels) ?? [])
  return {
    scheme,
    layout,
    ...graph(scheme),
    vessels,
    intakes: group(intakes, ({ vessel }) => storeOf(vessel.id)),
    feeds: feedDrops(scheme),
    overflows: group(scheme.overflows, ({ from }) => storeOf(from.vessel)),
    demands: group(
      scheme.demands.toSorted((a, b) => a.priority - b.priority),
      (demand) => storeOf(drawnVessel(scheme, demand)),
    ),
  }
}

/** Outlets that lead into a drop: its own, or those of the pipes that join it; none where no gutter does any more. */
export function outletsInto(path: WaterPath, dropId: string): Outlet[] {
  const own = path.scheme.gutters.flatMap(({ outlets }) => outlets).filter((outlet) => outlet.drop === dropId)
  return own.length > 0 ? own : path.feeds.get(dropId)!.map(({ outlet }) => outlet.outlet)
}
