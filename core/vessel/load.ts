import { positive } from '../numeric/guards'
import type { PlacedVessel } from '../path/waterPath'
import { GRAVITY, WATER_DENSITY } from '../units/constants'
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
  /** Full mass, vessel, water and base, kg. */
  fullMass: number
  /** Under the base, Pa. */
  bearing: number
  /** Resisting over overturning moment of the empty vessel in the design gust. */
  tipping: number
  /** Holding friction over wind force, empty. */
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

/**
 * How a vessel stands on its base: weight on the soil, wind on the empty vessel, a shove on the full one.
 *
 * Wind at mid height above the base's foot; drag 0.8 round, 1.2 boxed; 25 m/s; friction 0.4. Tipping on a base takes
 * moments about the base's foot with the base's own mass held to be loose (it does not help).
 *
 * Source: statics; `wind-empty-drum`, `sliding-drum`. Speeds, drags and factors are common practice.
 */
export function standing({ vessel, foot }: PlacedVessel): Standing {
  const { body, base, tare } = vessel
  const water = waterMass(volumeAt(body, body.rim))
  const narrowVessel = Math.min(body.width, body.depth)
  const narrow = Math.min(narrowVessel, base.width, base.depth)
  const boxed = body.kind === 'upright' && body.plan === 'box'
  const force = windForce(DESIGN_GUST, boxed ? 1.2 : 0.8, body.width * body.height)
  const arm = foot + body.height / 2
  const fullMass = water + tare + base.mass
  const forTipping = (STEADY * force * arm) / ((narrow / 2) * GRAVITY)
  const forSliding = (STEADY * force) / (FRICTION * GRAVITY)
  return {
    fullMass,
    bearing: bearingPressure(fullMass, base.footprint),
    tipping: (tare * GRAVITY * (narrow / 2)) / (force * arm),
    sliding: (FRICTION * tare * GRAVITY) / force,
    shaken: narrow / 2 / (0.2 * (foot + body.height / 2)),
    ballast: Math.max(0, Math.max(forTipping, forSliding) - tare) / WATER_DENSITY,
    slenderBase: foot / Math.min(base.width, base.depth),
    slenderWhole: (foot + body.height) / Math.min(base.width, base.depth),
  }
}
