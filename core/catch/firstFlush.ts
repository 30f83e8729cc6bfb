import { nonNegative, positive, within } from '../numeric/guards'
import type { DeviceOf } from '../scheme'
import { GRAVITY, LITRE, SECONDS_PER_HOUR, SHARP_EDGED_ORIFICE, WATER_DENSITY } from '../units/constants'

/** Surface tension of water against air near 20 °C, N/m. */
const SURFACE_TENSION = 0.0728
/** A drop, m³. Common practice. */
const DROP = 5e-8

/**
 * Volume of a straight chamber, m³: `π/4·d²·L` for each of several side by side.
 *
 * @param bore true inside diameter, m
 * @param length from branch invert to drain, m
 * Source: closed form; `chamber-3in-6ft`.
 */
export function chamberVolume(bore: number, length: number, chambers = 1): number {
  positive('bore', bore)
  nonNegative('length', length)
  positive('chambers', chambers)
  return (Math.PI / 4) * bore ** 2 * length * chambers
}

/** Mass of water in a metre of full pipe, kg. Source: geometry; `full-pipe-weight`. */
export const fullPipeMass = (bore: number): number => chamberVolume(bore, 1) * WATER_DENSITY

/** Roof wash that a volume makes over a plan area, mm. Source: definition; `first-flush-ten-gallons`. */
export function washDepth(volume: number, area: number): number {
  positive('area', area)
  return volume / LITRE / area
}

/**
 * Time in which a chamber empties through its drain hole: Torricelli's law integrated over a straight chamber,
 * `t = 2 (bore/hole)² √depth / (Cd √(2g))`.
 *
 * @param bore m
 * @param depth of water above the hole, m
 * @param hole m, at most the bore
 * @returns seconds
 * Source: closed form; `chamber-drain`.
 */
export function drainTime(bore: number, depth: number, hole: number): number {
  positive('bore', bore)
  nonNegative('depth', depth)
  within('hole', hole, Number.MIN_VALUE, bore)
  return (2 * (bore / hole) ** 2 * Math.sqrt(depth)) / (SHARP_EDGED_ORIFICE * Math.sqrt(2 * GRAVITY))
}

/**
 * Drain hole that empties a chamber in a chosen time, m: `drainTime` turned round.
 *
 * @param seconds > 0
 * @throws RangeError naming the field that is out of range
 * Source: closed form, as `drainTime`.
 */
export function holeFor(bore: number, depth: number, seconds: number): number {
  positive('bore', bore)
  nonNegative('depth', depth)
  positive('seconds', seconds)
  return Math.min(bore, bore * Math.sqrt((2 * Math.sqrt(depth)) / (SHARP_EDGED_ORIFICE * Math.sqrt(2 * GRAVITY) * seconds)))
}

/** What a drain hole lets by under a head, m³/s. Source: orifice equation; `drain-leak`. */
export function drainLeak(hole: number, head: number): number {
  positive('hole', hole)
  nonNegative('head', head)
  return SHARP_EDGED_ORIFICE * (Math.PI / 4) * hole ** 2 * Math.sqrt(2 * GRAVITY * head)
}

/** Water that surface tension holds above a hole, m: `4σ/(ρ g d)`. Source: closed form; `capillary-hold`. */
export function capillaryHold(hole: number): number {
  positive('hole', hole)
  return (4 * SURFACE_TENSION) / (WATER_DENSITY * GRAVITY * hole)
}

/** What so many drops a second come to, m³/s. Common practice for the drop; `drop-a-second`. */
export const dripFlow = (dropsPerSecond: number): number => dropsPerSecond * DROP

const WEEK = 7

type Chamber = Pick<DeviceOf<'first-flush'>, 'bore' | 'length' | 'chambers' | 'drain'>

/** Water left in a chamber after it has drained for some hours; litres in and out. */
function drained({ bore, length, chambers, drain }: Chamber, held: number, hours: number): number {
  const seconds = hours * SECONDS_PER_HOUR
  if (drain.kind === 'hand-valve') return held
  if (drain.kind === 'drip') return Math.max(0, held - (dripFlow(drain.dropsPerSecond) * seconds * chambers) / LITRE)
  const perMetre = chamberVolume(bore, 1, chambers) / LITRE
  const hole = (Math.PI / 4) * drain.bore ** 2
  const area = (Math.PI / 4) * bore ** 2
  const root = Math.sqrt(held / perMetre) - (SHARP_EDGED_ORIFICE * hole * Math.sqrt(2 * GRAVITY) * seconds) / (2 * area)
  const rest = Math.min(held, Math.min(capillaryHold(drain.bore), length) * perMetre)
  return Math.max(rest, perMetre * Math.max(0, root) ** 2)
}

/** A chamber through one day: what it holds at the end and what it took from the day's water, litres. */
export interface FlushDay {
  held: number
  flushed: number
}

/**
 * One day of a first flush.
 *
 * It fills first, `F = min(R, V − held)`; once full its drain leaks through the wet hours at full head; the rest of the day,
 * and all of a dry one, it empties. A valve opened by hand is opened at the end of each wet day, of every seventh day, or never.
 *
 * @param held at the day's start, L
 * @param water that arrives, L
 * @param day number of the day, for a valve that is opened once a week
 * @param emptied whether a valve was opened at the day's end, where somebody wrote that down; by its own rule where left out
 * Source: Torricelli; the order is this project's rule (docs/methods.md).
 */
export function flushDay(chamber: Chamber, held: number, water: number, wetHours: number, day = 0, emptied?: boolean): FlushDay {
  const { bore, length, chambers, drain } = chamber
  const byRule = drain.kind === 'hand-valve' && (drain.emptied === 'weekly' ? day % WEEK === 0 : drain.emptied === 'each-rain' && water > 0)
  const opened = emptied ?? byRule
  if (water <= 0) return { held: opened ? 0 : drained(chamber, held, 24), flushed: 0 }
  const volume = chamberVolume(bore, length, chambers) / LITRE
  const filled = Math.min(water, Math.max(0, volume - held))
  const rate =
    drain.kind === 'hole' ? drainLeak(drain.bore, length) * chambers : drain.kind === 'drip' ? dripFlow(drain.dropsPerSecond) * chambers : 0
  const leak = Math.min(water - filled, (rate * wetHours * SECONDS_PER_HOUR) / LITRE)
  const full = held + filled
  return { held: opened ? 0 : drained(chamber, full, 24 - wetHours), flushed: filled + leak }
}

/** Roof wash wanted after dry days, mm: `d_max (1 − e^(−0.2·days))`. A recommendation; the rate is common practice. */
export const wantedWash = (most: number, dryDays: number): number => most * -Math.expm1(-0.2 * dryDays)
