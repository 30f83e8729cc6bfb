import { FOOT } from '../units/constants'
import type { UnitSystem } from '../units/quantity'
import type { EndType } from '../scheme'

/** How a joint is made tight, and so what it takes: message ids under `made.`. */
export type Made = 'lap' | 'cement' | 'push' | 'tape' | 'washer' | 'clip' | 'clamp' | 'gasket'

/** Measures of one size of end. */
export interface SizeMeasures {
  /** True bore and outside of the pipe, m. */
  bore: number
  outside: number
  /** How deep a pipe goes into a socket that holds pressure, m. */
  depth: number
  /** How deep it goes into the shallower socket of a drain fitting, where those are sold apart, m. */
  drainDepth?: number
}

/** What pipe is sold as: its sizes, what it is joined by, and what its shop has beside it. */
export interface PipeSystem {
  sizes: Readonly<Record<string, SizeMeasures>>
  /** How two of its own parts are joined. */
  made: Made
  /** Turns that its bends are sold in, degrees. */
  bends: readonly number[]
  /** Length sold, m, in each country whose shops have it; 0 where it comes off a reel. */
  lengths: Readonly<Partial<Record<UnitSystem, number>>>
  /** A piece is cut so much short of touching both stops, m. */
  relief: number
  /** Kinds that look as if they would join it, and do not hold. */
  never: readonly EndType[]
}

const mm = (value: number) => value / 1000
const size = (bore: number, outside: number, depth: number, drainDepth?: number): SizeMeasures => ({
  bore: mm(bore),
  outside: mm(outside),
  depth: mm(depth),
  ...(drainDepth === undefined ? {} : { drainDepth: mm(drainDepth) }),
})
const TEN_FEET = 10 * FOOT
/** Short of its stops: pushed home with room to move, lapped, cemented. */
const RELIEF = { push: mm(10), lap: mm(10), cement: mm(3), none: 0 } as const

/** Thread sizes by their pipe: bore of Schedule 40, and how far a taper thread is wrung in, m. */
const threads = (outside: readonly number[]): Record<string, SizeMeasures> =>
  Object.fromEntries(
    ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2'].map((inches, i) => [
      inches,
      size([15.8, 20.9, 26.6, 35.1, 40.9, 52.5][i]!, outside[i]!, [13.6, 14, 17.3, 18, 18.4, 19.2][i]!),
    ]),
  )

/**
 * Pipe and hose by the system that it is sold in.
 *
 * Source: Schedule 40 bores and outsides ASTM D1785, pressure sockets ASTM D2466, drain (DWV) sockets ASTM D2665; wrung-in
 * lengths of taper threads ASME B1.20.1 (hand-tight engagement and two turns); all from memory. Metric pipes, downpipes,
 * hoses, angles and lengths common practice.
 */
export const PIPE_SYSTEMS = {
  sch40: {
    sizes: {
      '1/2': size(15.8, 21.3, 17.5),
      '3/4': size(20.9, 26.7, 18.3),
      '1': size(26.6, 33.4, 22.2),
      '1-1/4': size(35.1, 42.2, 23.8, 17.5),
      '1-1/2': size(40.9, 48.3, 27.8, 17.5),
      '2': size(52.5, 60.3, 29.4, 19.1),
      '3': size(77.9, 88.9, 47.6, 38.1),
      '4': size(102.3, 114.3, 50.8, 44.5),
      '6': size(154.1, 168.3, 76.2, 76.2),
    },
    made: 'cement',
    bends: [90, 45, 22.5],
    lengths: { imperial: TEN_FEET },
    relief: RELIEF.cement,
    never: ['metric', 'downpipe-round', 'downpipe-rect'],
  },
  metric: {
    sizes: {
      '32': size(28.4, 32, 28),
      '40': size(36.4, 40, 32),
      '50': size(46.4, 50, 38),
      '82': size(76, 82, 48),
      '110': size(103.6, 110, 57),
      '160': size(153.6, 160, 75),
    },
    made: 'push',
    bends: [90, 45, 22.5],
    lengths: { metric: 3 },
    relief: RELIEF.push,
    never: ['sch40', 'downpipe-round'],
  },
  'downpipe-round': {
    sizes: { '65': size(61, 65, 40), '68': size(64, 68, 40), '80': size(76, 80, 40), '100': size(96, 100, 40) },
    made: 'lap',
    // Told in the shop by the angle between the two pipes: 112½ and 92½ degrees.
    bends: [67.5, 87.5],
    lengths: { metric: 2.5 },
    relief: RELIEF.lap,
    never: ['metric', 'sch40', 'downpipe-square'],
  },
  'downpipe-square': {
    sizes: { '65': size(68, 65, 40) },
    made: 'lap',
    bends: [67.5, 87.5],
    lengths: { metric: 2.5 },
    relief: RELIEF.lap,
    never: ['downpipe-round', 'downpipe-rect'],
  },
  // Bores of equal area; the outside across the front, where it is measured.
  'downpipe-rect': {
    sizes: { '2x3': size(69.1, 76.2, 38), '3x4': size(97.7, 101.6, 38) },
    made: 'lap',
    // Elbows A turn towards the wall, elbows B along it.
    bends: [75],
    lengths: { imperial: TEN_FEET },
    relief: RELIEF.lap,
    never: ['downpipe-square', 'sch40'],
  },
  // By their bore in inches, and by their outside in mm.
  corrugated: {
    sizes: {
      '3': size(76, 92, 60),
      '4': size(101, 120, 60),
      '6': size(152, 176, 75),
      '80': size(71, 80, 50),
      '100': size(91, 100, 50),
      '125': size(115, 126, 55),
      '160': size(145, 160, 60),
    },
    made: 'push',
    bends: [],
    lengths: { imperial: TEN_FEET, metric: 0 },
    relief: RELIEF.push,
    never: ['metric', 'sch40'],
  },
  hose: {
    sizes: Object.fromEntries([13, 16, 19, 25, 32, 40].map((bore) => [String(bore), size(bore, bore + 6, bore < 25 ? 20 : 30)])),
    made: 'clip',
    bends: [],
    lengths: { metric: 0, imperial: 0 },
    relief: RELIEF.none,
    never: [],
  },
} as const satisfies Partial<Record<EndType, PipeSystem>>

export type PipeType = keyof typeof PIPE_SYSTEMS

const THREADS: Readonly<Partial<Record<EndType, Readonly<Record<string, SizeMeasures>>>>> = {
  npt: threads([21.3, 26.7, 33.4, 42.2, 48.3, 60.3]),
  bsp: threads([21, 26.4, 33.2, 41.9, 47.8, 59.6]),
}

/** The system that a kind of end belongs to, where it is a pipe's or a hose's. */
export const systemOf = (type: EndType): PipeSystem | undefined => (PIPE_SYSTEMS as Partial<Record<EndType, PipeSystem>>)[type]

/** Measures of every kind of end that has any, by its sizes. */
export const MEASURES: Readonly<Partial<Record<EndType, Readonly<Record<string, SizeMeasures>>>>> = {
  ...Object.fromEntries(Object.entries(PIPE_SYSTEMS).map(([type, { sizes }]) => [type, sizes])),
  ...THREADS,
}

/** Corners of a run are out of true by this much without anybody's noticing: sockets give, degrees. Common practice. */
const GIVES = 5

/** The bend that is sold nearest to a turn, degrees, and whether a socket's give makes up the rest; undefined for hose. */
export function soldBend(type: EndType, turn: number): { turn: number; fits: boolean } | undefined {
  const sold = systemOf(type)?.bends ?? []
  const nearest = sold.toSorted((a, b) => Math.abs(a - turn) - Math.abs(b - turn))[0]
  return nearest === undefined ? undefined : { turn: nearest, fits: Math.abs(nearest - turn) <= GIVES }
}
