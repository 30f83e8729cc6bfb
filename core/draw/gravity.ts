import { GRAVITY, WATER_DENSITY } from '../units/constants'
import type { Tap } from '../scheme'
import { tapFlow } from './tapFlow'

/** Things that are run off a tap, by the pressure they ask for, Pa. Common practice; the maker's card wins. */
export const PRESSURE_NEEDS = [
  { key: 'can', least: 0 },
  { key: 'drip-tape', least: 5_000 },
  { key: 'soaker', least: 35_000 },
  { key: 'drip-line', least: 50_000 },
  { key: 'sprinkler', least: 150_000 },
] as const
export type PressureNeed = (typeof PRESSURE_NEEDS)[number]['key']

/** Pressure of standing water, Pa: `ρ·g·h`. */
export const standingPressure = (head: number): number => WATER_DENSITY * GRAVITY * Math.max(0, head)

/** What a head runs, and what height it would take where it does not, m. */
export function onGravity(head: number): { key: PressureNeed; runs: boolean; needs: number }[] {
  return PRESSURE_NEEDS.map(({ key, least }) => ({
    key,
    runs: head > 0 && standingPressure(head) >= least,
    needs: least / (WATER_DENSITY * GRAVITY),
  }))
}

/** Lengths of hose that are asked about, m, and bores of taps and hoses, m. */
const LENGTHS = { metric: [5, 10, 15, 25, 50], imperial: [25, 50, 75, 100, 150].map((feet) => feet * 0.3048) } as const
export const TAP_BORES = { metric: [0.013, 0.019, 0.025, 0.032], imperial: [0.0158, 0.0209, 0.0266, 0.0351] } as const

/** How far a hose still delivers: flow by length, its end at one height, m³/s. */
export function reachOf(
  tap: Pick<Tap, 'bore' | 'hose'>,
  surface: number,
  end: number,
  system: keyof typeof LENGTHS,
): { length: number; flow: number }[] {
  const bore = tap.hose?.bore ?? tap.bore
  return LENGTHS[system].map((length) => ({ length, flow: tapFlow({ bore: tap.bore, hose: { bore, length, end } }, surface, end) }))
}
