import { nonNegative, positive, within } from '../numeric/guards'

/** Molar masses of sodium hypochlorite and of chlorine, g/mol. */
const HYPOCHLORITE = 74.44
const CHLORINE = 70.91
/** A year at room warmth takes about half of it. Common practice. */
const HALF_LIFE_DAYS = 365
/** Limit for drinking water as chlorine, a yearly average, mg/L. Source: US EPA MRDL, from memory. */
export const DRINKING_LIMIT = 4

export interface Bleach {
  /** Poured in, m³. */
  volume: number
  /** Mass share of sodium hypochlorite on the label, 0–0.2. */
  share: number
  /** kg/L */
  density: number
  /** Since it was made. */
  days: number
}

/** Share of its strength that bleach has kept. */
export const bleachKept = (days: number): number => 0.5 ** (Math.max(0, days) / HALF_LIFE_DAYS)

/**
 * Strength that a dose of bleach makes in standing water, mg/L. It says what was put in, not that the water is safe.
 *
 * @param water in the vessel, m³ (> 0)
 * @throws RangeError naming the field that is out of range
 * Source: arithmetic; `bleach`.
 */
export function bleachStrength({ volume, share, density, days }: Bleach, water: number): { hypochlorite: number; chlorine: number } {
  nonNegative('volume', volume)
  within('share', share, 0, 0.2)
  positive('density', density)
  positive('water', water)
  // m³ of bleach to L, kg/L to mg/L, and m³ of water to L.
  const hypochlorite = (volume * 1000 * density * 1e6 * share * bleachKept(days)) / (water * 1000)
  return { hypochlorite, chlorine: (hypochlorite * CHLORINE) / HYPOCHLORITE }
}

/** Bleach that makes a strength as chlorine, m³. */
export function bleachFor(chlorine: number, bleach: Omit<Bleach, 'volume'>, water: number): number {
  nonNegative('chlorine', chlorine)
  const perCube = bleachStrength({ ...bleach, volume: 1e-3 }, water).chlorine
  return perCube > 0 ? (1e-3 * chlorine) / perCube : 0
}
