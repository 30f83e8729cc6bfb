import { hoursApart, isOnTop } from '../layout/opening'
import type { Port, PortRole, Vessel } from '../scheme'

/** What a maker leaves ready: an opening with its own thread or lid, or a flat on a round wall that a hole is meant for. */
export type MadePlaceKind = 'valve' | 'cap' | 'bung' | 'manhole' | 'flat'

/** A place for a port that a vessel is made with. */
export interface MadePlace {
  kind: MadePlaceKind
  /** What it serves for. */
  roles: readonly PortRole[]
  /** Height as a port of these roles tells it, m above the vessel's foot. */
  at: number
  /** The widest that goes through it, m. */
  bore: number
  /** Hour on the clock face with the vessel's back at twelve; none on top and underneath. */
  hour?: number
}

/** Bores of a tote's valve and screw cap, of a drum's bung and of a tank's manhole, m. Common practice. */
const VALVE = 0.0525
const CAP = 0.1524
const BUNG = 0.0525
const MANHOLE = 0.6
/** A tote's valve sits so far above its inside floor, a tank's flats above its foot and below its rim, m. Common practice. */
const VALVE_OVER_FLOOR = 0.04
const TANK_LOW = 0.1
const TANK_HIGH = 0.15
/** A butt's flats: for its tap and for what joins it to the next, over the foot; for a diverter's hose, under the rim, m. Common practice. */
const BUTT_LOW = 0.06
const BUTT_HIGH = 0.07
/** A flat takes a fitting of so much, m. Common practice. */
const FLAT = 0.06
const TANK_FLAT = 0.11
const ABOUT = 0.004
/** A port within so much of a place, and within so many hours, sits in it, m. */
const NEAR = 0.06
const NEAR_HOURS = 0.5

const WAYS_OUT: readonly PortRole[] = ['outlet', 'link']
const HIGH: readonly PortRole[] = ['inlet', 'overflow', 'link']

const flats = (hours: readonly number[], roles: readonly PortRole[], at: number, bore: number): MadePlace[] =>
  hours.map((hour) => ({ kind: 'flat', roles, at, bore, hour }))

/**
 * The places for ports that a vessel is made with, by its family and how it stands: openings first, then flats.
 *
 * Source: common practice, no published source; a vessel in hand is to be looked at.
 */
export function madePlaces({ family, stands, lid, body }: Pick<Vessel, 'family' | 'stands' | 'lid' | 'body'>): MadePlace[] {
  const { floor, rim } = body
  if (stands === 'upside-down')
    return family === 'drum' || family === 'barrel' ? [1, 2].map(() => ({ kind: 'bung', roles: WAYS_OUT, at: 0.01, bore: BUNG })) : []
  if (stands !== 'upright') return []
  switch (family) {
    case 'tote':
      return [
        { kind: 'valve', roles: WAYS_OUT, at: floor + VALVE_OVER_FLOOR, bore: VALVE, hour: 6 },
        { kind: 'cap', roles: ['lid', 'vent'], at: rim, bore: CAP },
      ]
    case 'drum':
      return lid === 'sealed' ? [1, 2].map(() => ({ kind: 'bung', roles: ['lid', 'vent'], at: rim, bore: BUNG })) : []
    case 'tank':
      return [
        { kind: 'manhole', roles: ['lid'], at: rim, bore: MANHOLE },
        ...flats([6, 3, 9], WAYS_OUT, TANK_LOW, FLAT),
        ...flats([12, 3, 9], HIGH, rim - TANK_HIGH, TANK_FLAT),
      ]
    case 'butt':
    case 'slim-butt':
      return [...flats([6, 3, 9], WAYS_OUT, BUTT_LOW, FLAT), ...flats([3, 9, 12], HIGH, rim - BUTT_HIGH, FLAT)]
    default:
      return []
  }
}

/** Whether a port of that role, so high, so wide and at that hour, sits in a place. One at no hour of its own looks where its pipe comes from. */
function sitsIn({ kind, roles, at, bore, hour }: MadePlace, port: Port): boolean {
  if (!roles.includes(port.role) || port.bore > bore + ABOUT) return false
  if (isOnTop(port)) return true
  if (Math.abs(port.at - at) > NEAR) return false
  if (hour === undefined) return true
  // Whoever says nothing else draws from the valve; a flat is only sat in where somebody chose it.
  if (port.clock === undefined) return kind === 'valve' && port.role === 'outlet'
  return hoursApart(port.clock, hour) <= NEAR_HOURS
}

/** The made place that each port sits in, by the port's id; each place takes one. */
export function placesTaken(vessel: Pick<Vessel, 'family' | 'stands' | 'lid' | 'body' | 'ports'>): Map<string, MadePlace> {
  const free = madePlaces(vessel)
  const taken = new Map<string, MadePlace>()
  // What water comes in by has its choice before what only lets air by.
  for (const port of vessel.ports.toSorted((a, b) => Number(a.role === 'vent') - Number(b.role === 'vent'))) {
    const at = free.findIndex((place) => sitsIn(place, port))
    if (at >= 0) taken.set(port.id, free.splice(at, 1)[0]!)
  }
  return taken
}

/** Made places that a port could be put into, its own first: those that serve for its role and that no other port sits in. */
export function placesFor(vessel: Pick<Vessel, 'family' | 'stands' | 'lid' | 'body' | 'ports'>, port: Port): MadePlace[] {
  const own = placesTaken(vessel).get(port.id)
  const free = madePlaces(vessel).filter(({ roles }) => roles.includes(port.role))
  for (const [id, place] of placesTaken(vessel)) {
    if (id === port.id) continue
    const at = free.findIndex((each) => each.kind === place.kind && each.at === place.at && each.hour === place.hour)
    if (at >= 0) free.splice(at, 1)
  }
  // Of places that nobody can tell apart one is enough.
  const key = ({ kind, at, hour }: MadePlace) => `${kind} ${at} ${hour}`
  const told = new Map([...(own ? [own] : []), ...free].map((place) => [key(place), place]))
  return [...told.values()]
}

/** Openings that a vessel is made with. */
export type OwnOpening = Exclude<MadePlaceKind, 'flat'>

/** Which of its own an opening is, moulded or cut when the vessel was made; none where it has to be drilled. */
export function ownOpening(vessel: Parameters<typeof placesTaken>[0], { id }: Pick<Port, 'id'>): OwnOpening | undefined {
  const kind = placesTaken(vessel).get(id)?.kind
  return kind === 'flat' ? undefined : kind
}

/** Whether an opening is the vessel's own: nobody drills it. */
export const isMoulded = (vessel: Parameters<typeof placesTaken>[0], port: Pick<Port, 'id'>): boolean =>
  ownOpening(vessel, port) !== undefined

/** Where and how wide a port is once it sits in a place: never wider than that lets it. */
export const putInto = ({ at, bore, hour }: MadePlace, port: Pick<Port, 'bore'>): Pick<Port, 'at' | 'bore' | 'clock'> => ({
  at,
  bore: Math.min(port.bore, bore),
  clock: hour,
})
