import { demandDays } from '../draw/demandDays'
import { drawnVessel, type WaterPath } from '../path/waterPath'
import type { DailyRain } from '../rain/dailyRain'
import type { SiteDays } from '../rain/weather'
import type { Demand } from '../scheme'
import { LITRE } from '../units/constants'
import { usableVolume, vesselUsable } from '../vessel/usable'
import { intakeLaws, type IntakeLaw } from './inflow'

/** Water that fills and empties as one: a whole store, or one vessel of a cascade. */
export interface Tank {
  /** Id of its store, or of its vessel in a cascade. */
  id: string
  store: string
  vessels: string[]
  /** Usable, litres. */
  volume: number
  demands: Demand[]
  /** Index of the tank that its overflow runs to; undefined when it runs away. */
  spillsTo: number | undefined
}

function ownTanks(path: WaterPath, storeId: string): Tank[] {
  const store = path.scheme.stores.find(({ id }) => id === storeId)!
  const demands = path.demands.get(storeId) ?? []
  if (store.arrangement !== 'cascade') {
    const volume = usableVolume(path, storeId).volume / LITRE
    return [{ id: storeId, store: storeId, vessels: store.vessels.map(({ id }) => id), volume, demands, spillsTo: undefined }]
  }
  return store.vessels.map(({ id }) => ({
    id,
    store: storeId,
    vessels: [id],
    volume: vesselUsable(path, id) / LITRE,
    demands: demands.filter((demand) => drawnVessel(path.scheme, demand) === id),
    spillsTo: undefined,
  }))
}

/** Where each tank's overflow runs, as vessel ids: down a cascade, or by an overflow that leads into another vessel. */
function spillTargets({ scheme }: WaterPath): Map<string, string> {
  const targets = new Map<string, string>()
  for (const { from, to } of scheme.overflows) if (to.kind === 'vessel') targets.set(from.vessel, to.vessel)
  for (const { links } of scheme.stores) for (const { kind, from, to } of links) if (kind === 'cascade') targets.set(from.vessel, to.vessel)
  return targets
}

/**
 * All tanks whose water can reach a store, those upstream first, so that one pass in this order knows every overflow
 * before it is needed. Overflows that run in a ring are cut where they would close it.
 *
 * @throws RangeError when the path has no such store
 */
export function tanksOf(path: WaterPath, storeId: string): Tank[] {
  if (!path.scheme.stores.some(({ id }) => id === storeId)) throw new RangeError(`no store ${storeId}`)
  const all = path.scheme.stores.flatMap(({ id }) => ownTanks(path, id))
  const holding = (vessel: string) => all.findIndex(({ vessels }) => vessels.includes(vessel))
  const onward = new Map<number, number>()
  for (const [from, to] of spillTargets(path)) {
    const [a, b] = [holding(from), holding(to)]
    if (a !== b && !onward.has(a)) onward.set(a, b)
  }
  const order: number[] = []
  const visiting = new Set<number>()
  const visit = (index: number) => {
    if (visiting.has(index)) return
    visiting.add(index)
    for (const [from, to] of onward) if (to === index) visit(from)
    order.push(index)
  }
  all.forEach((tank, index) => tank.store === storeId && visit(index))
  return order.map((index, position) => {
    const to = order.indexOf(onward.get(index) ?? -1)
    return { ...all[index]!, spillsTo: to > position ? to : undefined }
  })
}

/** What a store stands on for any rain: its tanks and the laws of every intake that feeds one of them. */
export interface StoreLaws {
  tanks: Tank[]
  laws: Map<string, IntakeLaw[]>
}

export function storeLaws(path: WaterPath, storeId: string): StoreLaws {
  const tanks = tanksOf(path, storeId)
  return { tanks, laws: new Map([...new Set(tanks.map(({ store }) => store))].map((store) => [store, intakeLaws(path, store)])) }
}

/** What each of a tank's demands asks for by the day, and all of them together, litres. */
export interface TankDemand {
  each: Float64Array[]
  all: Float64Array
}

export function tankDemand({ demands }: Pick<Tank, 'demands'>, rain: DailyRain, site: Pick<SiteDays, 'thirst'>): TankDemand {
  const each = demands.map((demand) => demandDays(demand, rain, site))
  const all = each.length === 1 ? each[0]! : new Float64Array(rain.depths.length)
  if (each.length !== 1) for (const days of each) for (let i = 0; i < all.length; i++) all[i]! += days[i]!
  return { each, all }
}
