import type {
  Base,
  BaseKind,
  Demand,
  Device,
  Drop,
  Gutter,
  Link,
  Outlet,
  OverflowRoute,
  Port,
  PortRole,
  Pump,
  RoofSection,
  Scheme,
  Store,
  Tap,
  Target,
  Vessel,
} from '../scheme'
import { BRANCH_HEIGHT, dropDefaults, gutterDefaults, overflowDefaults, pumpDefaults, schemeDefaults, trialDefaults } from '../scheme'
import { fromCatalogue } from '../vessel/catalogue'

/** Makers of parts with the defaults a careful installer would start from. Every one may be overridden. */

export const ground = (where: Extract<Target, { kind: 'ground' }>['where'], wallDistance = 0.3): Target => ({
  kind: 'ground',
  where,
  wallDistance,
})
export const into = (vessel: string, port = 'in'): Target => ({ kind: 'vessel', vessel, port })

export function roof(
  id: string,
  name: string,
  along: number,
  across: number,
  gutter: string,
  more: Partial<RoofSection> = {},
): RoofSection {
  return {
    id,
    name,
    shape: 'single-slope',
    outline: { kind: 'rectangle', along, across },
    place: undefined,
    measured: 'plan',
    pitch: 20,
    cover: 'metal',
    runoff: { kind: 'table' },
    exposure: 1,
    fouling: 'ordinary',
    hazards: [],
    shedsTo: { kind: 'gutter', gutter },
    ...more,
  }
}

export const outlet = (id: string, at: number, height: number, drop: string, more: Partial<Outlet> = {}): Outlet => ({
  id,
  at,
  was: undefined,
  height,
  bore: 0.063,
  strainer: false,
  drop,
  ...more,
})

export function gutter(id: string, name: string, length: number, outlets: Outlet[], more: Partial<Gutter> = {}): Gutter {
  return {
    id,
    name,
    profile: 'half-round',
    width: 0.112,
    sole: 0,
    depth: 0.056,
    length,
    fall: 0.005,
    highPoints: [],
    guard: false,
    ...gutterDefaults(),
    outlets,
    ...more,
  }
}

export function drop(id: string, name: string, devices: Device[], end: Target, more: Partial<Drop> = {}): Drop {
  return {
    id,
    name,
    shape: 'round',
    bore: 0.064,
    outside: 0.068,
    material: 'plastic',
    brackets: [1.96, 0.64],
    ...dropDefaults(),
    ...(end.kind === 'ground' && end.where === 'drain' ? { foot: 'gully' as const } : {}),
    devices,
    end,
    ...more,
  }
}

export const neck = (id: string, across = 0.23, height = 0.285): Device => ({ kind: 'neck', id, across, height })
export const hose = (bore = 0.025) => ({ bore, measured: undefined })
export const ringTrough = (id: string, mark: number, to: Target): Device => ({
  kind: 'ring-trough',
  id,
  mark,
  piece: 0.03,
  lipBelowMark: 0.015,
  adapterAbove: 0,
  adapterBelow: 0,
  film: 0.9,
  hose: hose(),
  to,
})
export const rainHead = (id: string, more: Partial<Extract<Device, { kind: 'rain-head' }>> = {}): Device => ({
  kind: 'rain-head',
  id,
  mesh: 0.0009,
  disc: 0.2,
  gap: 0.035,
  height: 0.2,
  bore: 0.0779,
  ...more,
})
export const handFlush = (
  id: string,
  length: number,
  bore = 0.0779,
  more: Partial<Extract<Device, { kind: 'first-flush' }>> = {},
): Device => ({
  kind: 'first-flush',
  id,
  form: 'vertical',
  bore,
  length,
  chambers: 1,
  branch: BRANCH_HEIGHT[more.form ?? 'vertical'],
  ball: false,
  ballSize: 0,
  seat: 0,
  drain: { kind: 'hand-valve', emptied: 'each-rain' },
  drainsTo: ground('bed', 0.5),
  ...more,
})
export const carryingPipe = (id: string, more: Partial<Extract<Device, { kind: 'carrying-pipe' }>> = {}): Device => ({
  kind: 'carrying-pipe',
  id,
  bore: 0.0779,
  measured: undefined,
  via: undefined,
  fall: 0.02,
  wet: false,
  lowPoint: 1,
  cleanOut: false,
  strapEvery: 1.2,
  ...more,
})

export const port = (id: string, role: PortRole, at: number, more: Partial<Port> = {}): Port => ({
  id,
  role,
  at,
  bore: 0.025,
  clock: undefined,
  screened: role === 'vent',
  calmed: false,
  ...more,
})
/** A screened vent in the top of a closed vessel. */
export const vent = (at: number, bore = 0.05): Port => port('vent', 'vent', at, { bore })
export const overflowPort = (at: number, bore = 0.0525): Port => port('over', 'overflow', at, { bore, screened: true })

/** A base of one kind; none at all where it has no height. */
export const baseOf = (kind: BaseKind, height: number, width = 0.6, more: Partial<Base> = {}): Base => ({
  ground: 0,
  parts: height > 0 ? [{ kind, height }] : [],
  width,
  depth: width,
  soil: 'paving',
  tied: false,
  ...more,
})
export const blocks = (height: number, width = 0.6, more: Partial<Base> = {}): Base => baseOf('blocks', height, width, more)

export function vessel(id: string, name: string, key: string, base: Vessel['base'], ports: Port[], more: Partial<Vessel> = {}): Vessel {
  const { key: _, ...body } = fromCatalogue(key)
  return { id, name, ...body, stands: 'upright', held: 'new', base, ports, ...more }
}

export const link = (id: string, from: string, to: string, kind: Link['kind'] = 'low', more: Partial<Link> = {}): Link => ({
  id,
  kind,
  from: { vessel: from, port: kind === 'cascade' ? 'over' : 'link' },
  to: { vessel: to, port: kind === 'cascade' ? 'in' : 'link' },
  bore: 0.0409,
  measured: undefined,
  via: undefined,
  valve: kind === 'cascade' ? 'none' : 'open',
  ...more,
})

export const store = (
  id: string,
  name: string,
  vessels: Vessel[],
  arrangement: Store['arrangement'] = 'single',
  links: Link[] = [],
): Store => ({ id, name, arrangement, vessels, links, frame: undefined })

export const overflow = (id: string, from: string, to: Target, more: Partial<OverflowRoute> = {}): OverflowRoute => ({
  id,
  from: { vessel: from, port: 'over' },
  mouth: 'stub',
  bore: 0.0525,
  measured: undefined,
  via: undefined,
  fall: 0.02,
  vented: false,
  crest: 0,
  ...overflowDefaults(),
  screenedEnd: true,
  to,
  ...more,
})

export const tap = (id: string, name: string, vesselId: string, more: Partial<Tap> = {}): Tap => ({
  id,
  name,
  vessel: vesselId,
  port: 'out',
  bore: 0.019,
  spoutBelow: 0.045,
  can: { height: 0.38, volume: 0.01 },
  hose: undefined,
  ...more,
})

export const pump = (id: string, from: string, to: Pump['to'], more: Partial<Pump> = {}): Pump => ({
  id,
  from: { vessel: from, port: 'out' },
  duty: 'transfer',
  floatSwitch: true,
  checkValve: true,
  filterMesh: 0,
  power: 'mains',
  ...pumpDefaults(),
  to,
  ...more,
})

/** Cans a day by month for a northern growing season: nothing from November to February. */
export const SEASON = [0, 0, 0.2, 0.5, 0.9, 1, 1, 0.9, 0.6, 0.2, 0, 0] as const
export const cans = (
  id: string,
  name: string,
  tapId: string,
  most: number,
  more: Partial<Extract<Demand, { kind: 'cans' }>> = {},
): Demand => ({
  kind: 'cans',
  id,
  name,
  use: 'ornamentals',
  from: { kind: 'tap', tap: tapId },
  priority: 1,
  skipAfterRain: 0,
  can: 0.01,
  byMonth: SEASON.map((part) => Math.round(part * most * 10) / 10),
  ...more,
})

/** A scheme with the general settings filled in. */
export function scheme(
  id: string,
  name: string,
  parts: Pick<Scheme, 'sections' | 'gutters' | 'drops' | 'stores'> & Partial<Scheme>,
): Scheme {
  return {
    id,
    name,
    ...schemeDefaults(),
    trial: trialDefaults(parts.designIntensity),
    uses: ['ornamentals'],
    places: [],
    overflows: [],
    taps: [],
    pumps: [],
    demands: [],
    ...parts,
  }
}

/** One roof, one gutter, one outlet: what most of the arrangements begin with. */
export function oneRoof(
  along: number,
  across: number,
  outletHeight: number,
  dropId = 'drop',
  more: { roof?: Partial<RoofSection>; gutter?: Partial<Gutter>; outlet?: Partial<Outlet> } = {},
): Pick<Scheme, 'sections' | 'gutters'> {
  return {
    sections: [roof('roof', 'Roof', along, across, 'gutter', more.roof)],
    gutters: [gutter('gutter', 'Gutter', along, [outlet('outlet', along, outletHeight, dropId, more.outlet)], more.gutter)],
  }
}
