import { demandDays } from '../draw/demandDays'
import { drawnVessel, type WaterPath } from '../path/waterPath'
import type { DailyRain } from '../rain/dailyRain'
import type { SiteDays } from '../rain/weather'
import { pumpedInto, type Demand, type Vessel } from '../scheme'
import { LITRE } from '../units/constants'
import { meanArea } from '../vessel/groups'
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
  /** Plan area of its vessels that stand open to the air, m². */
  open: number
  /** Index of the tank that its overflow runs to; undefined when it runs away. */
  spillsTo: number | undefined
}

const openArea = (vessels: readonly Vessel[]) => vessels.reduce((sum, { lid, body }) => sum + (lid === 'open' ? meanArea(body) : 0), 0)

function ownTanks(path: WaterPath, storeId: string): Tank[] {
  const store = path.scheme.stores.find(({ id }) => id === storeId)!
  const demands = path.demands.get(storeId) ?? []
  if (store.arrangement !== 'cascade') {
    const volume = usableVolume(path, storeId).volume / LITRE
    return [
      {
        id: storeId,
        store: storeId,
        vessels: store.vessels.map(({ id }) => id),
        volume,
        demands,
        open: openArea(store.vessels),
        spillsTo: undefined,
      },
    ]
  }
  return store.vessels.map((vessel) => ({
    id: vessel.id,
    store: storeId,
    vessels: [vessel.id],
    open: openArea([vessel]),
    volume: vesselUsable(path, vessel.id) / LITRE,
    demands: demands.filter((demand) => drawnVessel(path.scheme, demand) === vessel.id),
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
 * Tanks between which a pump lifts, as one: what one wants the other gives on the same day, since any pump moves in an hour what a
 * day asks for. Common practice for the daily account; that water does not run back is left out of it.
 *
 * @param asked store whose tank the joint one is
 */
function lifted({ scheme }: WaterPath, tanks: readonly Tank[], asked: string): Tank[] {
  let joint = [...tanks]
  for (const { from, to } of scheme.pumps.flatMap((pump) => pumpedInto(pump).map((end) => ({ from: pump.from, to: end })))) {
    const [below, above] = [from.vessel, to.vessel].map((vessel) => joint.find(({ vessels }) => vessels.includes(vessel))!)
    if (!below || !above || below === above) continue
    const one: Tank = {
      id: below.id,
      store: above.store === asked ? above.store : below.store,
      vessels: [...below.vessels, ...above.vessels],
      volume: below.volume + above.volume,
      demands: [...below.demands, ...above.demands].toSorted((a, b) => a.priority - b.priority),
      open: below.open + above.open,
      spillsTo: undefined,
    }
    joint = joint.flatMap((tank) => (tank === below ? [one] : tank === above ? [] : [tank]))
  }
  return joint
}

/**
 * All tanks whose water can reach a store, those upstream first, so that one pass in this order knows every overflow
 * before it is needed. Overflows that run in a ring are cut where they would close it.
 *
 * @throws RangeError when the path has no such store
 */
export function tanksOf(path: WaterPath, storeId: string): Tank[] {
  if (!path.scheme.stores.some(({ id }) => id === storeId)) throw new RangeError(`no store ${storeId}`)
  const all = lifted(
    path,
    path.scheme.stores.flatMap(({ id }) => ownTanks(path, id)),
    storeId,
  )
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
  const stores = new Set(tanks.flatMap(({ vessels }) => vessels.map((id) => path.vessels.get(id)!.store.id)))
  return { tanks, laws: new Map([...stores].map((store) => [store, intakeLaws(path, store)])) }
}

/** What each of a tank's demands asks for by the day, and all of them together, litres. */
export interface TankDemand {
  each: Float64Array[]
  all: Float64Array
  /** What the air takes from open vessels, litres a day; absent where all are covered. */
  dries?: Float64Array
}

export function tankDemand({ demands, open }: Pick<Tank, 'demands' | 'open'>, rain: DailyRain, site: Pick<SiteDays, 'thirst'>): TankDemand {
  const each = demands.map((demand) => demandDays(demand, rain, site))
  const all = each.length === 1 ? each[0]! : new Float64Array(rain.depths.length)
  if (each.length !== 1) for (const days of each) for (let i = 0; i < all.length; i++) all[i]! += days[i]!
  if (open === 0) return { each, all }
  // A millimetre off a square metre is a litre.
  return { each, all, dries: Float64Array.from(rain.dayOfYear, (day, i) => open * (rain.thirst?.[i] ?? site.thirst[day]!)) }
}
