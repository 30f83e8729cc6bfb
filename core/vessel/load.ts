import { baseHeight } from '../layout'
import { positive } from '../numeric/guards'
import type { PlacedVessel, WaterPath } from '../path/waterPath'
import { GRAVITY, WATER_DENSITY } from '../units/constants'
import { baseMass, bearingArea } from './baseBuild'
import { volumeAt } from './levelVolume'

/** Mass of a volume of water, kg. Source: arithmetic; `water-weight`. */
export const waterMass = (volume: number) => WATER_DENSITY * volume

/**
 * Pressure of a mass on the area that carries it, Pa. Source: statics; `bearing`.
 */
export function bearingPressure(mass: number, footprint: number): number {
  positive('footprint', footprint)
  return (mass * GRAVITY) / footprint
}

/**
 * What soil carries, Pa. Undisturbed ground: IBC table 1806.2 presumptive values (1,500, 2,000 and 3,000 psf), from
 * memory; soft garden soil and paving common practice, the lower end.
 */
export const ALLOWABLE_PRESSURE = { 'soft-garden': 25_000, clay: 72_000, sand: 96_000, 'sandy-gravel': 144_000, paving: 144_000 } as const

/** Wind force on a body: `0.613·v²·Cd·A`, N. Source: statics, air 1.226 kg/m³; `wind-empty-drum`. */
export function windForce(speed: number, drag: number, area: number): number {
  return 0.613 * speed ** 2 * drag * area
}

const DESIGN_GUST = 25
const FRICTION = 0.4
/** A vessel must stand half as firm again as the gust asks, in tipping and in sliding. */
export const STEADY = 1.5

export interface Standing {
  /** All that rests on the ground here when full: vessel, water and base, and whatever stands on the vessel, kg. */
  fullMass: number
  /** Under the base with all that it carries, Pa. */
  bearing: number
  /** What stands on the vessel itself when full, kg; 0 where nothing does. */
  carried: number
  /** Resisting over overturning moment in the design gust with all empty, from the side that tips it soonest. */
  tipping: number
  /** Holding friction over wind force on its broadest face, empty. */
  sliding: number
  /** Full and shaken by a fifth of its weight. */
  shaken: number
  /** Water that keeps it standing in the design gust, m³, by the harder of tipping and sliding. */
  ballast: number
  /** Height of the base over its narrow side. */
  slenderBase: number
  /** Height of base and vessel over the narrow side. */
  slenderWhole: number
}

/** Vessels that stand on a vessel, straight or on one another, the lowest first. */
export function standingOn({ vessels }: Pick<WaterPath, 'vessels'>, vesselId: string): PlacedVessel[] {
  const above = [...vessels.values()].filter(({ vessel }) => vessel.on === vesselId)
  return above.flatMap((each) => [each, ...standingOn({ vessels }, each.vessel.id)])
}

/** Vessel, water to its rim and base, kg. */
const massWhenFull = ({ vessel }: PlacedVessel) => waterMass(volumeAt(vessel.body, vessel.body.rim)) + vessel.tare + baseMass(vessel.base)

const sum = <T>(items: readonly T[], of: (item: T) => number) => items.reduce((total, item) => total + of(item), 0)

/** One way that the wind may blow: how broad each vessel is across it, and how deep the foot is along it. */
const WAYS = [
  { broad: 'width', along: 'depth' },
  { broad: 'depth', along: 'width' },
] as const

/**
 * How a vessel stands on its base with all that stands on it: weight on what is below, wind on the empty vessels, a shove on
 * the full ones.
 *
 * The wind blows on either face, and the worse counts: on the broad one it has more to push at and the shallow foot to turn
 * about. It works at each vessel's mid height above the foot of the base, or above the vessel below; drag 0.8 round, 1.2
 * boxed; 25 m/s; friction 0.4. Tipping takes moments about the foot with the base's own mass held to be loose (it does not
 * help).
 *
 * Source: statics; `wind-empty-drum`, `sliding-drum`. Speeds, drags and factors are common practice.
 */
export function standing(path: Pick<WaterPath, 'vessels'>, placed: PlacedVessel): Standing {
  const { vessel, foot } = placed
  const { body, base } = vessel
  const above = standingOn(path, vessel.id)
  const all = [placed, ...above]
  const below = vessel.on === undefined ? undefined : path.vessels.get(vessel.on)?.vessel.body
  const pivot = vessel.on === undefined ? 0 : foot - baseHeight(base)
  const midOf = (each: PlacedVessel) => each.foot + each.vessel.body.height / 2 - pivot
  const tare = sum(all, (each) => each.vessel.tare)
  const ways = WAYS.map(({ broad, along }) => {
    const feet = [body[along], base[along], ...(below ? [below[along]] : [])]
    const half = Math.min(...feet) / 2
    const forceOn = ({ vessel: { body: each } }: PlacedVessel) => {
      const boxed = each.kind === 'upright' && each.plan === 'box'
      return windForce(DESIGN_GUST, boxed ? 1.2 : 0.8, each[broad] * each.height)
    }
    const force = sum(all, forceOn)
    const moment = sum(all, (each) => forceOn(each) * midOf(each))
    return {
      half,
      tipping: (tare * GRAVITY * half) / moment,
      sliding: (FRICTION * tare * GRAVITY) / force,
      holds: Math.max((STEADY * moment) / (half * GRAVITY), (STEADY * force) / (FRICTION * GRAVITY)),
    }
  })
  const carried = sum(above, massWhenFull)
  const fullMass = massWhenFull(placed) + carried
  const half = Math.min(...ways.map((way) => way.half))
  // A fifth of each full vessel's weight pushes at its own mid height.
  const shove = sum(all, (each) => massWhenFull(each) * midOf(each))
  const top = Math.max(...all.map((each) => each.foot + each.vessel.body.height)) - pivot
  const narrowBase = Math.min(base.width, base.depth)
  return {
    fullMass,
    bearing: bearingPressure(fullMass, bearingArea(vessel)),
    carried,
    tipping: Math.min(...ways.map((way) => way.tipping)),
    sliding: Math.min(...ways.map((way) => way.sliding)),
    shaken: (half * fullMass) / (0.2 * shove),
    ballast: Math.max(0, Math.max(...ways.map((way) => way.holds)) - tare) / WATER_DENSITY,
    slenderBase: foot / narrowBase,
    slenderWhole: top / narrowBase,
  }
}
