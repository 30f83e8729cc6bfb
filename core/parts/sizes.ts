import type { UnitSystem } from '../units/quantity'
import { end, type End, type EndType, type Gender } from './ends'

/** Measures of one size of end. */
export interface SizeMeasures {
  /** True bore and outside of the pipe, m. */
  bore: number
  outside: number
  /** How deep a pipe goes into its socket, m. */
  depth: number
}

const mm = (value: number) => value / 1000
const pipe = (bore: number, outside: number, depth: number): SizeMeasures => ({ bore: mm(bore), outside: mm(outside), depth: mm(depth) })

/** Thread sizes by their pipe: bore of Schedule 40, and how far a taper thread is wrung in, m. */
const threads = (outside: readonly number[]): Record<string, SizeMeasures> =>
  Object.fromEntries(
    ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2'].map((size, i) => [
      size,
      pipe([15.8, 20.9, 26.6, 35.1, 40.9, 52.5][i]!, outside[i]!, [13.6, 14, 17.3, 18, 18.4, 19.2][i]!),
    ]),
  )

/**
 * Bores, outsides and socket depths.
 *
 * Source: Schedule 40 bores and outsides ASTM D1785, socket depths ASTM D2466; wrung-in lengths of taper threads ASME B1.20.1
 * (hand-tight engagement and two turns); all three from memory. Metric pipes, downpipes and hoses common practice.
 */
export const MEASURES: Readonly<Partial<Record<EndType, Readonly<Record<string, SizeMeasures>>>>> = {
  sch40: {
    '1/2': pipe(15.8, 21.3, 17.5),
    '3/4': pipe(20.9, 26.7, 18.3),
    '1': pipe(26.6, 33.4, 22.2),
    '1-1/4': pipe(35.1, 42.2, 23.8),
    '1-1/2': pipe(40.9, 48.3, 27.8),
    '2': pipe(52.5, 60.3, 29.4),
    '3': pipe(77.9, 88.9, 47.6),
    '4': pipe(102.3, 114.3, 50.8),
    '6': pipe(154.1, 168.3, 76.2),
  },
  metric: {
    '32': pipe(28.4, 32, 28),
    '40': pipe(36.4, 40, 32),
    '50': pipe(46.4, 50, 38),
    '82': pipe(76, 82, 48),
    '110': pipe(103.6, 110, 57),
    '160': pipe(153.6, 160, 75),
  },
  'downpipe-round': {
    '65': pipe(61, 65, 40),
    '68': pipe(64, 68, 40),
    '80': pipe(76, 80, 40),
    '100': pipe(96, 100, 40),
  },
  'downpipe-square': { '65': pipe(68, 65, 40) },
  // Bores of equal area; the outside across the front, where it is measured.
  'downpipe-rect': { '2x3': pipe(69.1, 76.2, 38), '3x4': pipe(97.7, 101.6, 38) },
  hose: Object.fromEntries([13, 16, 19, 25, 32, 40].map((bore) => [String(bore), pipe(bore, bore + 6, bore < 25 ? 20 : 30)])),
  npt: threads([21.3, 26.7, 33.4, 42.2, 48.3, 60.3]),
  bsp: threads([21, 26.4, 33.2, 41.9, 47.8, 59.6]),
}

/** Measures of an end, where its kind has any. */
export const measuresOf = ({ type, size }: Pick<End, 'type' | 'size'>): SizeMeasures | undefined => MEASURES[type]?.[size]

/** How deep a male end of this kind goes into a female one, m; 0 where nothing goes in (walls, washers). */
export const insertionOf = (one: Pick<End, 'type' | 'size'>): number => measuresOf(one)?.depth ?? 0

/** The size of a kind whose bore comes nearest. */
export function sizeByBore(type: EndType, bore: number): string {
  const table = Object.entries(MEASURES[type] ?? {})
  if (table.length === 0) throw new RangeError(`type must be one that has bores, got ${type}`)
  return table.reduce((best, each) => (Math.abs(each[1].bore - bore) < Math.abs(best[1].bore - bore) ? each : best))[0]
}

/** Pipes that something of this bore may be made of, in the order in which a tie is settled. */
const PIPES: readonly EndType[] = ['metric', 'sch40', 'hose']

/** Pipe that a country's shops have, and how far its bore may be off one that was asked for. Common practice. */
const HOME: Readonly<Record<UnitSystem, EndType>> = { metric: 'metric', imperial: 'sch40' }
const NEAR_ENOUGH = 0.04
const WIDEST = 0.17

/**
 * The pipe or hose that a bore most likely is: the country's own pipe where that is as good as the same, else the nearest true
 * bore of any.
 *
 * @param bore inner diameter, m (> 0)
 * @param types kinds to choose from
 * @param system whose shops are gone to; of no matter where left out
 */
export function pipeByBore(bore: number, types: readonly EndType[] = PIPES, system?: UnitSystem): Pick<End, 'type' | 'size'> {
  const home = system && HOME[system]
  if (home && types.includes(home)) {
    const own = { type: home, size: sizeByBore(home, bore) }
    if (Math.abs(measuresOf(own)!.bore - bore) <= NEAR_ENOUGH * bore) return own
  }
  // Wider than any pipe that is laid, it is drawn as the widest of the country's own.
  if (home && types.includes(home) && bore > WIDEST) return { type: home, size: sizeByBore(home, bore) }
  const off = (one: Pick<End, 'type' | 'size'>) => Math.abs(measuresOf(one)!.bore - bore)
  return types.map((type) => ({ type, size: sizeByBore(type, bore) })).reduce((best, each) => (off(each) < off(best) - 1e-6 ? each : best))
}

/** True bore of the pipe of a country that comes nearest to a bore, m. */
export function trueBore(bore: number, system: UnitSystem): number {
  const home = HOME[system]
  return measuresOf({ type: home, size: sizeByBore(home, bore) })!.bore
}

/** The usual downpipe of a country, the smaller or the larger, as a drop says it. */
export function downpipeBores(system: UnitSystem, large: boolean) {
  const type = system === 'imperial' ? ('downpipe-rect' as const) : ('downpipe-round' as const)
  const size = system === 'imperial' ? (large ? '3x4' : '2x3') : large ? '80' : '68'
  const { bore, outside } = MEASURES[type]![size]!
  return {
    shape: system === 'imperial' ? ('rectangular' as const) : ('round' as const),
    material: system === 'imperial' ? ('metal' as const) : ('plastic' as const),
    bore,
    outside,
  }
}

/** A downpipe's own kind and size, by its shape and the outside across its front, m. */
export function downpipeEnd({ shape, outside }: { shape: 'round' | 'rectangular' | 'square'; outside: number }, gender: Gender): End {
  if (shape === 'square') return end('downpipe-square', '65', gender)
  const type = shape === 'round' ? 'downpipe-round' : 'downpipe-rect'
  const table = Object.entries(MEASURES[type]!)
  const nearest = table.reduce((best, each) => (Math.abs(each[1].outside - outside) < Math.abs(best[1].outside - outside) ? each : best))
  return end(type, nearest[0], gender)
}

/** Sockets that a saw finds harder to reach than to bottom: a piece is cut this much short of touching both stops, m. Common practice. */
export const RELIEF = { push: 0.01, lap: 0.01, cement: 0.003, other: 0 } as const
