import { INCH } from '../units/constants'
import type { UnitSystem } from '../units/quantity'
import type { End, Seal } from './ends'
import { measuresOf } from './sizes'

/** What a hole is made with; message ids under `cutter.`. */
export type Cutter = 'drill' | 'spade' | 'hole-saw' | 'jigsaw'

export interface HoleSize {
  /** Across, m. */
  diameter: number
  cutter: Cutter
  /** Where the fitting that wants it comes from: the reader's own card always wins. Message ids under `source.`. */
  source: 'commonPractice' | 'asme'
  /** Threads are cut after the drill. */
  tap: boolean
}

const inch = (value: number) => value * INCH

/** Drills for a taper thread cut into the wall itself, by size. Source: ASME B1.20.1 practice, from memory. */
export const NPT_DRILLS: Readonly<Record<string, number>> = {
  '1/2': inch(23 / 32),
  '3/4': inch(59 / 64),
  '1': inch(1 + 5 / 32),
  '1-1/4': inch(1.5),
  '1-1/2': inch(1 + 23 / 32),
  '2': inch(2 + 3 / 16),
}
/** Drills for a parallel 55° thread. Source: ISO 228 practice, from memory. */
export const BSP_DRILLS: Readonly<Record<string, number>> = {
  '1/2': 0.019,
  '3/4': 0.0245,
  '1': 0.03075,
  '1-1/4': 0.0395,
  '1-1/2': 0.04525,
  '2': 0.057,
}
/** Holes for gasketed bulkheads, by thread or pipe. Common practice; the fitting's card wins. */
const BULKHEADS: Readonly<Record<string, number>> = {
  '1/2': inch(1.25),
  '3/4': inch(1.5),
  '1': inch(1.75),
  '1-1/4': inch(2.25),
  '1-1/2': inch(2.5),
  '2': inch(3),
  '3': inch(4.25),
  '4': inch(5.25),
}
/** Holes for flexible grommets, by Schedule 40 pipe. Common practice. */
export const GROMMETS: Readonly<Record<string, number>> = {
  '1/2': inch(1),
  '3/4': inch(1.25),
  '1': inch(1.75),
  '1-1/4': inch(2),
  '1-1/2': inch(2.5),
  '2': inch(3),
  '3': inch(4),
  '4': inch(5),
}
/** Metric pipe by the Schedule 40 pipe of nearly its outside. */
const LIKE: Readonly<Record<string, string>> = { '32': '1', '40': '1-1/4', '50': '1-1/2', '82': '3', '110': '4' }
/** A connector for hose, by the hose's bore: its threaded tail and a little. Common practice. */
const CONNECTORS: Readonly<Record<string, number>> = { '13': 0.019, '16': 0.021, '19': 0.0225, '25': 0.025, '32': 0.035, '40': 0.042 }
/** Largest hole saw that people hold, m. Common practice. */
export const LARGEST_SAW = 0.1525

/** Spade bits and hole saws as they are sold by the millimetre, mm; inch sizes are an eighth apart, and sixteenths under an inch. Common practice. */
const METRIC_CUTTERS = [
  10, 12, 13, 14, 16, 18, 19, 20, 22, 24, 25, 26, 28, 29, 30, 32, 35, 38, 40, 41, 44, 46, 48, 51, 54, 57, 60, 64, 68, 70, 73, 76, 79, 83,
  86, 89, 92, 95, 98, 102, 105, 108, 111, 114, 121, 127, 133, 140, 152,
] as const

/** The next larger size that a spade or a hole saw is sold in, m; what is larger than any is cut as it is asked. */
export function cutterSize(diameter: number, system: UnitSystem): number {
  if (system === 'metric') return (METRIC_CUTTERS.find((each) => each / 1000 >= diameter - 1e-6) ?? diameter * 1000) / 1000
  const step = diameter < INCH - 1e-6 ? INCH / 16 : INCH / 8
  return diameter > LARGEST_SAW ? diameter : Math.ceil(diameter / step - 1e-6) * step
}

/** A cutter so little off a table's size is that size, m. Common practice. */
const AS_GOOD = 0.0006

/** The cutter of a country that a size is drilled with: the one that is as good as the same, else the next larger. */
export function soldCutter(diameter: number, system: UnitSystem): number {
  if (system === 'imperial') return cutterSize(diameter, system)
  const near = METRIC_CUTTERS.find((each) => Math.abs(each / 1000 - diameter) <= AS_GOOD)
  return near === undefined ? cutterSize(diameter, system) : near / 1000
}

/** Widest drill that is sold with a shank that chucks hold, m. Common practice. */
const LARGEST_DRILL = 0.0255

/** The cutter of a country that comes nearest to a size. */
function nearestCutter(diameter: number, system: UnitSystem): number {
  if (system === 'imperial') return Math.round(diameter / (INCH / 8)) * (INCH / 8)
  return METRIC_CUTTERS.reduce((best, each) => (Math.abs(each / 1000 - diameter) < Math.abs(best - diameter) ? each / 1000 : best), 1)
}

/** Drilled round what passes through and has to be free, m. */
const CLEARANCE = 0.001

/** What a hole of a width is cut with. */
export const cutterFor = (diameter: number): Cutter =>
  diameter <= 0.013 ? 'drill' : diameter <= 0.026 ? 'spade' : diameter <= LARGEST_SAW ? 'hole-saw' : 'jigsaw'

/**
 * The hole that a fitting wants, by how it seals: the same outlet is drilled to five different sizes.
 *
 * @param through what goes through or on to the hole: the thread, pipe or hose on the far side of the seal
 * @param system in whose sizes cutters are sold; the table's own size where left out
 * @returns undefined where nobody makes such a seal for that end
 * Source: tap drills as their tables say, all else common practice with no published source; the fitting's own card wins.
 */
export function holeFor(seal: Seal, through: Pick<End, 'type' | 'size'>, system?: UnitSystem): HoleSize | undefined {
  const { type, size } = through
  const as = (diameter: number | undefined, source: HoleSize['source'] = 'commonPractice', tap = false): HoleSize | undefined =>
    diameter === undefined ? undefined : { diameter, cutter: tap && diameter <= LARGEST_DRILL ? 'drill' : cutterFor(diameter), source, tap }
  const inches = type === 'metric' ? LIKE[size] : size
  const outside = measuresOf(through)?.outside
  /** What passes freely, by the next cutter there is. */
  const free = outside === undefined ? undefined : cutterSize(outside + CLEARANCE, system ?? 'metric')
  const sold = (diameter: number | undefined) => (diameter === undefined || !system ? diameter : soldCutter(diameter, system))
  /** Wider than drills are sold: the hole saw that comes nearest, soft plastic gives the rest. */
  const tapped = (drill: number | undefined) =>
    drill === undefined || !system || drill <= LARGEST_DRILL ? drill : nearestCutter(drill, system)
  switch (seal) {
    case 'tapped':
      return type === 'npt'
        ? as(tapped(NPT_DRILLS[size]), 'asme', true)
        : type === 'bsp'
          ? as(tapped(BSP_DRILLS[size]), 'commonPractice', true)
          : undefined
    case 'grommet':
      return type === 'sch40' || type === 'metric' ? as(sold(inches === undefined ? undefined : GROMMETS[inches])) : undefined
    case 'bulkhead':
      return as(sold(inches === undefined ? undefined : BULKHEADS[inches]))
    case 'washers':
      return type === 'hose' ? as(sold(CONNECTORS[size])) : as(free)
    default:
      return as(free)
  }
}

/** Whether a nut has to be held from within. Common practice. */
export const wantsHandInside = (seal: Seal): boolean => seal === 'bulkhead' || seal === 'washers'

/** The side that a hole's gasket sits on; all are drilled from outside. Common practice. */
export const sideOf = (seal: Seal): { gasket: 'wet' | 'both' | 'none' } => ({
  gasket: seal === 'bulkhead' ? 'wet' : seal === 'washers' ? 'both' : 'none',
})
