import { positive } from '../numeric/guards'
import { frictionFactor, SMOOTH_PLASTIC, type Line } from '../pipe/friction'
import type { WaterPath } from '../path/waterPath'
import type { Store, VesselBody } from '../scheme'
import { GRAVITY, WATER_VISCOSITY } from '../units/constants'
import { levelAt, volumeAt } from './levelVolume'
import { usableVolume } from './usable'

/** The path with one vessel's foot shifted, for what-ifs of level. */
function shifted(path: WaterPath, vesselId: string, by: number): WaterPath {
  const vessels = new Map(path.vessels)
  const placed = vessels.get(vesselId)!
  vessels.set(vesselId, { ...placed, foot: placed.foot + by })
  return { ...path, vessels }
}

export interface LevelTolerance {
  vessel: string
  /** m³ lost for each metre that it is set too high, and too low. */
  high: number
  low: number
}

/** A setting error that good work keeps within over four totes, m: half an inch. Common practice. */
export const SETTING_ERROR = 0.0127

/**
 * What setting one vessel too high or too low costs a store in usable water, by the metre: found by shifting it by half an
 * inch.
 *
 * @throws RangeError when the path has no such store
 * Source: geometry, as `usableVolume`; `level-loss`.
 */
export function levelTolerances(path: WaterPath, storeId: string): LevelTolerance[] {
  const now = usableVolume(path, storeId).volume
  const store = path.scheme.stores.find(({ id }) => id === storeId)!
  const lost = (vessel: string, by: number) => (now - usableVolume(shifted(path, vessel, by), storeId).volume) / SETTING_ERROR
  return store.vessels.map(({ id }) => ({ vessel: id, high: lost(id, SETTING_ERROR), low: lost(id, -SETTING_ERROR) }))
}

/** The vessel of a store whose way out is the lowest: it decides where all are full. */
export function limitingVessel(path: WaterPath, storeId: string): string {
  const placed = [...path.vessels.values()].filter(({ store }) => store.id === storeId)
  const top = usableVolume(path, storeId).top
  // Shifting every other one up leaves the limit where it is; shifting the limiting one does not.
  const limits = placed.find(({ vessel }) => usableVolume(shifted(path, vessel.id, -0.001), storeId).top < top - 5e-4)
  return (limits ?? placed[0]!).vessel.id
}

/** One line of a dip table: depth of water over the vessel's inside floor, and what it holds. */
export interface Dip {
  /** m */
  depth: number
  /** m³ */
  volume: number
}

/** A vessel's dip table, from its floor to its rim in even steps. */
export function dipTable(body: VesselBody, step: number): Dip[] {
  positive('step', step)
  const most = body.rim - body.floor
  const count = Math.floor(most / step + 1e-9)
  const depths = [...Array.from({ length: count + 1 }, (_, k) => k * step), ...(count * step < most - 1e-9 ? [most] : [])]
  return depths.map((depth) => ({ depth, volume: volumeAt(body, body.floor + depth) }))
}

/** Heights above the vessel's foot at which it holds round volumes: the marks of a dip stick, m. */
export function dipMarks(body: VesselBody, every: number): { at: number; volume: number }[] {
  positive('every', every)
  const most = volumeAt(body, body.rim)
  return Array.from({ length: Math.floor(most / every + 1e-9) }, (_, k) => ({
    at: levelAt(body, (k + 1) * every),
    volume: (k + 1) * every,
  }))
}

/** All that a store's vessels hold with their water at one height above the paving, m³. */
export const groupVolume = (path: WaterPath, storeId: string, height: number): number =>
  [...path.vessels.values()]
    .filter(({ store }) => store.id === storeId)
    .reduce((sum, { vessel, foot }) => sum + volumeAt(vessel.body, height - foot), 0)

/**
 * Discharge coefficient of a link: `1/√(ΣK + 1 + fL/d)` at a velocity, entry 0.5 in ΣK.
 *
 * @param line its bore and length, m, and the loss factors of all that is on it, entry and exit included
 */
export function linkCoefficient({ bore, length, losses }: Line, velocity = 0.5): number {
  const f = frictionFactor((velocity * bore) / WATER_VISCOSITY, SMOOTH_PLASTIC / bore)
  return 1 / Math.sqrt(losses + (f * length) / bore)
}

/**
 * Time in which two vessels even out through an opening: `t = 2·A1A2/(A1+A2)·√Δh/(Cd·a·√(2g))`.
 *
 * @param areas inside plan areas, m²
 * @param gap difference of the levels at the start, m
 * @param bore m
 * @returns s. Source: Torricelli for two vessels, closed form; `equalise-orifice`.
 */
export function equaliseTime([a, b]: readonly [number, number], gap: number, bore: number, coefficient: number): number {
  positive('area', a)
  positive('area', b)
  positive('bore', bore)
  positive('coefficient', coefficient)
  const hole = (Math.PI / 4) * bore ** 2
  return (((2 * a * b) / (a + b)) * Math.sqrt(gap)) / (coefficient * hole * Math.sqrt(2 * GRAVITY))
}

/** Mean inside area of a body, m². */
export const meanArea = (body: VesselBody): number => volumeAt(body, body.rim) / (body.rim - body.floor)

export interface Isolation {
  vessel: string
  /** Links whose valves are shut for it. */
  shut: string[]
  /** Links among them that have no valve to shut. */
  bare: string[]
  /** Vessels that lose their way to the rest by it. */
  cutOff: string[]
  /** It holds every tap that the group has, or every way in that rain has: the others stand full, or empty. */
  taps: boolean
  inlets: boolean
}

/**
 * How each vessel of a store is taken out while the rest go on: which valves to shut, who is cut off with it, and what goes with it
 * that the others had no other of.
 *
 * @param tapped vessels with a tap or a pump, by id
 * @param filled vessels that rain comes into
 */
export function isolations({ vessels, links }: Store, tapped: readonly string[], filled: readonly string[]): Isolation[] {
  const own = (ids: readonly string[]) => ids.filter((each) => vessels.some(({ id }) => id === each))
  const all = (ids: readonly string[], id: string) => own(ids).length > 0 && own(ids).every((each) => each === id)
  return vessels.map(({ id }) => {
    const ties = links.filter(({ from, to }) => from.vessel === id || to.vessel === id)
    const rest = vessels.filter((each) => each.id !== id).map((each) => each.id)
    const reached = new Set(rest.slice(0, 1))
    for (let grew = true; grew;) {
      grew = false
      for (const { from, to } of links) {
        if (from.vessel === id || to.vessel === id || reached.has(from.vessel) === reached.has(to.vessel)) continue
        reached.add(from.vessel).add(to.vessel)
        grew = true
      }
    }
    return {
      vessel: id,
      shut: ties.map((link) => link.id),
      bare: ties.filter(({ valve }) => valve === 'none').map((link) => link.id),
      cutOff: rest.filter((each) => !reached.has(each)),
      taps: all(tapped, id),
      inlets: all(filled, id),
    }
  })
}
