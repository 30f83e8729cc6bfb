import { end, END_SIZES, madeBy, type End, type EndType } from './ends'
import { measuresOf } from './sizes'
import type { Made } from './systems'
import type { Shop } from '../scheme'

/** What a fitting is called; message ids under `fitting.`. */
export type FittingForm =
  | 'coupling'
  | 'piece'
  | 'reducer'
  | 'bush'
  | 'nipple'
  | 'adapter'
  | 'swivel'
  | 'hosetail'
  | 'flexible'
  | 'bulkhead'
  | 'grommet'
  | 'backnut'
  | 'tankConnector'
  | 'bungAdapter'
  | 'toteAdapter'
  | 'downpipeAdapter'
  | 'own'

/** A generic fitting with two ends. */
export interface Fitting {
  id: string
  form: FittingForm
  ends: readonly [End, End]
  /** How each end is joined, where it is not as usual for its kind. */
  made?: readonly [Made, Made]
  /** Guide price: invented, in nobody's money; the reader's own goes before it. */
  price: number
  /** What it adds between the faces of its neighbours, m. */
  reach: number
  shop: Shop
  /** The reader's word for one of their own. */
  name?: string
}

const spaced = (...words: string[]) => words.join('-').replaceAll('/', '_')
const nameOf = ({ type, size, gender }: End) => spaced(type, size, gender === 'male' ? 'm' : 'f')

const outsideOf = (one: End): number => measuresOf(one)?.outside ?? 0.03
/** Invented: dearer with size, and by what kind of thing it is. */
const guide = (base: number, a: End, b: End) => Math.round((base + (outsideOf(a) + outsideOf(b)) * 22) * 20) / 20

interface Making {
  form: FittingForm
  shop: Shop
  base: number
  made?: readonly [Made, Made]
}

function make({ form, shop, base, made }: Making, a: End, b: End): Fitting {
  return {
    id: spaced(form, nameOf(a), nameOf(b)) + (made?.includes('clamp') ? '-clamp' : ''),
    form,
    ends: [a, b],
    ...(made ? { made } : {}),
    price: guide(base, a, b),
    // A body of about half its width between the two faces; a joiner leaves the faces that it joins together. Common practice.
    reach: form === 'piece' ? 0 : Math.round((0.012 + 0.25 * (outsideOf(a) + outsideOf(b))) * 1000) / 1000,
    shop,
  }
}

const pairs = <T>(list: readonly T[], most = list.length): [T, T][] =>
  list.flatMap((large, i) => list.slice(Math.max(0, i - most), i).map((small): [T, T] => [large, small]))

const pipeFittings = (type: 'sch40' | 'metric'): Fitting[] => {
  const sizes = END_SIZES[type]
  const m = (size: string) => end(type, size, 'male')
  const f = (size: string) => end(type, size, 'female')
  return [
    ...sizes.map((size) => make({ form: 'coupling', shop: 'pipe', base: 0.6 }, f(size), f(size))),
    ...sizes.map((size) => make({ form: 'piece', shop: 'pipe', base: 0.2 }, m(size), m(size))),
    ...sizes.map((size) => make({ form: 'flexible', shop: 'pipe', base: 4, made: ['clamp', 'clamp'] }, f(size), f(size))),
    ...pairs(sizes, 4).map(([large, small]) => make({ form: 'reducer', shop: 'pipe', base: 0.9 }, m(large), f(small))),
  ]
}

/** Waste pipe that wears a boss of the next thread: the outside of the pipe, the bore of the thread. */
const METRIC_THREADS: readonly [string, string][] = [
  ['32', '1'],
  ['40', '1-1/4'],
  ['50', '1-1/2'],
]
/** Pipes of the two systems whose outsides a rubber sleeve with two bands will span. Common practice. */
const ACROSS: readonly [string, string][] = [
  ['1', '32'],
  ['1-1/4', '40'],
  ['1-1/2', '50'],
  ['3', '82'],
  ['4', '110'],
  ['6', '160'],
]

/** Pipe whose spigot an adapter takes into the next corrugated drain pipe. Common practice. */
const INTO_CORRUGATED: readonly ['sch40' | 'metric', string, string][] = [
  ['sch40', '2', '3'],
  ['sch40', '3', '3'],
  ['sch40', '3', '4'],
  ['sch40', '4', '4'],
  ['sch40', '6', '6'],
  ['metric', '50', '80'],
  ['metric', '82', '100'],
  ['metric', '110', '125'],
  ['metric', '160', '160'],
]
const corrugatedFittings = (): Fitting[] => [
  ...END_SIZES.corrugated.map((size) =>
    make({ form: 'coupling', shop: 'pipe', base: 1.4 }, end('corrugated', size, 'female'), end('corrugated', size, 'female')),
  ),
  ...INTO_CORRUGATED.map(([type, size, next]) =>
    make({ form: 'adapter', shop: 'pipe', base: 3.4 }, end(type, size, 'female'), end('corrugated', next, 'female')),
  ),
]

const threadFittings = (type: 'npt' | 'bsp'): Fitting[] => {
  const sizes = END_SIZES[type]
  const m = (size: string) => end(type, size, 'male')
  const f = (size: string) => end(type, size, 'female')
  /** Tails that are made for a thread: from a size under it up to its own. */
  const tails: readonly [string, readonly string[]][] = [
    ['1/2', ['13', '16', '19']],
    ['3/4', ['13', '16', '19', '25']],
    ['1', ['19', '25', '32']],
    ['1-1/4', ['25', '32']],
    ['1-1/2', ['32', '40']],
    ['2', ['40']],
  ]
  return [
    ...sizes.map((size) => make({ form: 'nipple', shop: 'threads', base: 0.7 }, m(size), m(size))),
    ...sizes.map((size) => make({ form: 'coupling', shop: 'threads', base: 0.9 }, f(size), f(size))),
    ...pairs(sizes, 3).map(([large, small]) => make({ form: 'bush', shop: 'threads', base: 0.8 }, m(large), f(small))),
    ...tails.flatMap(([size, bores]) =>
      bores.flatMap((bore) => [
        make({ form: 'hosetail', shop: 'hose', base: 0.9 }, m(size), end('hose', bore, 'male')),
        make({ form: 'hosetail', shop: 'hose', base: 1.1 }, f(size), end('hose', bore, 'male')),
      ]),
    ),
    // A hole in a wall, by what seals it.
    ...sizes.map((size) => make({ form: 'bulkhead', shop: 'tanks', base: 5.5 }, end('wall', 'bulkhead', 'male'), f(size))),
    ...sizes.slice(0, 4).map((size) => make({ form: 'backnut', shop: 'tanks', base: 1.4 }, end('wall', 'washers', 'male'), f(size))),
    make({ form: 'toteAdapter', shop: 'tanks', base: 3.5 }, end('tote', 'S60x6', 'female'), m('2')),
    ...['3/4', '1', '2'].map((size) => make({ form: 'toteAdapter', shop: 'tanks', base: 4 }, end('tote', 'S60x6', 'female'), f(size))),
    ...['3/4', '1'].map((size) => make({ form: 'bungAdapter', shop: 'tanks', base: 3 }, end('bung-fine', '2', 'male'), f(size))),
    make({ form: 'bungAdapter', shop: 'tanks', base: 3.4 }, end('bung-coarse', '2', 'male'), f('3/4')),
    // Hose thread and pipe thread meet only through a part that has both.
    make({ form: 'swivel', shop: 'hose', base: 1.6 }, end('hose-thread', '3/4', 'female'), m('3/4')),
    make({ form: 'adapter', shop: 'hose', base: 1.5 }, end('hose-thread', '3/4', 'male'), m('3/4')),
    make({ form: 'adapter', shop: 'hose', base: 1.5 }, end('hose-thread', '3/4', 'male'), f('3/4')),
    make({ form: 'swivel', shop: 'hose', base: 1.8 }, end('hose-thread', '3/4', 'female'), f('3/4')),
  ]
}

const downpipes: readonly [EndType, string][] = [
  ['downpipe-round', '65'],
  ['downpipe-round', '68'],
  ['downpipe-round', '80'],
  ['downpipe-round', '100'],
  ['downpipe-square', '65'],
  ['downpipe-rect', '2x3'],
  ['downpipe-rect', '3x4'],
]
/** Pairs of downpipes that one adapter joins, upper to lower. Common practice. */
const DOWNPIPE_PAIRS: readonly [number, number][] = [
  [0, 1],
  [1, 0],
  [1, 2],
  [2, 1],
  [2, 3],
  [3, 2],
  [4, 1],
  [1, 4],
  [4, 2],
  [5, 6],
  [6, 5],
  [5, 2],
  [6, 3],
]
/** Downpipes into pipe, and pipe into downpipes. */
const DOWNPIPE_TO_PIPE: readonly [number, 'sch40' | 'metric', string][] = [
  [0, 'metric', '82'],
  [1, 'metric', '82'],
  [1, 'metric', '110'],
  [4, 'metric', '110'],
  [2, 'metric', '110'],
  [2, 'metric', '82'],
  [3, 'metric', '110'],
  [2, 'sch40', '3'],
  [3, 'sch40', '4'],
  [5, 'sch40', '3'],
  [5, 'sch40', '4'],
  [6, 'sch40', '4'],
  [6, 'sch40', '3'],
]

function downpipeFittings(): Fitting[] {
  const upper = (i: number) => end(...downpipes[i]!, 'female')
  const lower = (i: number) => end(...downpipes[i]!, 'male')
  return [
    ...downpipes.map((_, i) => make({ form: 'coupling', shop: 'rainwater', base: 1.2 }, upper(i), lower(i))),
    ...DOWNPIPE_PAIRS.map(([a, b]) => make({ form: 'downpipeAdapter', shop: 'rainwater', base: 2.2 }, upper(a), lower(b))),
    ...DOWNPIPE_TO_PIPE.flatMap(([i, type, size]) => [
      make({ form: 'downpipeAdapter', shop: 'rainwater', base: 2.6 }, upper(i), end(type, size, 'male')),
      make({ form: 'downpipeAdapter', shop: 'rainwater', base: 2.9 }, upper(i), end(type, size, 'female')),
      make({ form: 'downpipeAdapter', shop: 'rainwater', base: 2.9 }, end(type, size, 'female'), lower(i)),
    ]),
  ]
}

function between(): Fitting[] {
  const inch = END_SIZES.npt
  return [
    ...inch.flatMap((size) => [
      make({ form: 'adapter', shop: 'pipe', base: 0.7 }, end('sch40', size, 'female'), end('npt', size, 'male')),
      make({ form: 'adapter', shop: 'pipe', base: 0.8 }, end('sch40', size, 'female'), end('npt', size, 'female')),
      make({ form: 'adapter', shop: 'pipe', base: 0.9 }, end('sch40', size, 'male'), end('npt', size, 'female')),
      make({ form: 'adapter', shop: 'threads', base: 2.4 }, end('npt', size, 'male'), end('bsp', size, 'female')),
      make({ form: 'adapter', shop: 'threads', base: 2.4 }, end('bsp', size, 'male'), end('npt', size, 'female')),
    ]),
    ...METRIC_THREADS.flatMap(([size, thread]) => [
      make({ form: 'adapter', shop: 'pipe', base: 1.1 }, end('metric', size, 'female'), end('bsp', thread, 'male')),
      make({ form: 'adapter', shop: 'pipe', base: 1.2 }, end('metric', size, 'female'), end('bsp', thread, 'female')),
    ]),
    ...ACROSS.map(([inches, mm]) =>
      make(
        { form: 'flexible', shop: 'pipe', base: 5, made: ['clamp', 'clamp'] },
        end('sch40', inches, 'female'),
        end('metric', mm, 'female'),
      ),
    ),
    ...END_SIZES.sch40
      .slice(0, 8)
      .map((size) =>
        make(
          { form: 'grommet', shop: 'tanks', base: 2.2, made: ['gasket', 'push'] },
          end('wall', 'grommet', 'male'),
          end('sch40', size, 'female'),
        ),
      ),
    ...END_SIZES.metric
      .slice(0, 5)
      .map((size) =>
        make(
          { form: 'grommet', shop: 'tanks', base: 2.2, made: ['gasket', 'push'] },
          end('wall', 'grommet', 'male'),
          end('metric', size, 'female'),
        ),
      ),
    ...END_SIZES.metric
      .slice(0, 5)
      .map((size) =>
        make({ form: 'tankConnector', shop: 'tanks', base: 4.5 }, end('wall', 'bulkhead', 'male'), end('metric', size, 'female')),
      ),
    ...END_SIZES.sch40
      .slice(0, 8)
      .map((size) => make({ form: 'bulkhead', shop: 'tanks', base: 5.8 }, end('wall', 'bulkhead', 'male'), end('sch40', size, 'female'))),
    // Through connectors for a hose, a washer on either side of the wall.
    ...END_SIZES.hose.map((size) =>
      make({ form: 'tankConnector', shop: 'tanks', base: 1.6 }, end('wall', 'washers', 'male'), end('hose', size, 'male')),
    ),
    ...(['13', '16', '19', '25'] as const).flatMap((size) => [
      make({ form: 'hosetail', shop: 'hose', base: 1.2 }, end('hose-thread', '3/4', 'female'), end('hose', size, 'male')),
      make({ form: 'hosetail', shop: 'hose', base: 1.2 }, end('hose-thread', '3/4', 'male'), end('hose', size, 'male')),
    ]),
    ...pairs(END_SIZES.hose, 2).map(([large, small]) =>
      make({ form: 'hosetail', shop: 'hose', base: 0.6 }, end('hose', large, 'male'), end('hose', small, 'male')),
    ),
    ...END_SIZES.hose.map((size) =>
      make({ form: 'coupling', shop: 'hose', base: 0.5 }, end('hose', size, 'male'), end('hose', size, 'male')),
    ),
    // A tail glued into waste pipe, so that a hose can go on.
    ...(
      [
        ['32', '25'],
        ['40', '32'],
        ['50', '40'],
      ] as const
    ).map(([size, bore]) => make({ form: 'hosetail', shop: 'hose', base: 1.4 }, end('metric', size, 'female'), end('hose', bore, 'male'))),
    ...(
      [
        ['1', '25'],
        ['1-1/4', '32'],
        ['1-1/2', '40'],
      ] as const
    ).map(([size, bore]) => make({ form: 'hosetail', shop: 'hose', base: 1.4 }, end('sch40', size, 'female'), end('hose', bore, 'male'))),
    ...(['25', '32', '40'] as const).map((size) =>
      make({ form: 'toteAdapter', shop: 'tanks', base: 3.2 }, end('tote', 'S60x6', 'female'), end('hose', size, 'male')),
    ),
    make({ form: 'toteAdapter', shop: 'tanks', base: 3.4 }, end('tote', 'S60x6', 'female'), end('hose-thread', '3/4', 'male')),
    make({ form: 'toteAdapter', shop: 'tanks', base: 3.8 }, end('tote', 'S60x6', 'female'), end('metric', '50', 'female')),
    make({ form: 'bungAdapter', shop: 'tanks', base: 3.2 }, end('bung-fine', '2', 'male'), end('hose-thread', '3/4', 'male')),
  ]
}

/**
 * Generic fittings that most shops for pipe, threads, hose and rainwater goods have between them.
 *
 * What exists is common practice with no published source; prices are invented and only say what is dearer than what.
 */
export const FITTINGS: readonly Fitting[] = [
  ...downpipeFittings(),
  ...pipeFittings('sch40'),
  ...pipeFittings('metric'),
  ...corrugatedFittings(),
  ...threadFittings('npt'),
  ...threadFittings('bsp'),
  ...between(),
]

/** How a fitting's end is joined. */
export const madeAt = ({ ends, made }: Pick<Fitting, 'ends' | 'made'>, side: 0 | 1): Made => made?.[side] ?? madeBy(ends[side].type)
