import type { Scheme } from '../scheme'
import {
  baseOf,
  blocks,
  cans,
  carryingPipe,
  drop,
  ground,
  handFlush,
  hose,
  into,
  neck,
  oneRoof,
  overflow,
  overflowPort,
  port,
  pump,
  rainHead,
  ringTrough,
  scheme,
  store,
  tap,
  vent,
  vessel,
} from './parts'

/** Arrangements 1 to 7, 10, 11, 16, 19 and 21: one vessel, or one that leads. */

const watered = { taps: [tap('tap', 'Tap', 'cask')], demands: [cans('cans', 'Pots', 'tap', 3)] }
const out = (at = 0.06) => port('out', 'outlet', at, { bore: 0.019 })

export const closedDrumSelfLevelling = (): Scheme =>
  scheme('closed-drum', 'One closed drum, self-levelling sealed fill', {
    ...oneRoof(5, 3, 2.3),
    drops: [
      drop('drop', 'Downpipe', [neck('neck'), ringTrough('trough', 1.255, into('cask'))], ground('drain'), {
        brackets: [1.96, 1.36, 1.12, 0.64],
      }),
    ],
    stores: [store('store', 'Drum', [vessel('cask', 'Drum', 'drum-55', blocks(0.4), [port('in', 'inlet', 0.8), out(), vent(0.88)])])],
    ...watered,
  })

export const upsideDownDrum = (): Scheme =>
  scheme('upside-down', 'One drum upside down, its bung as outlet', {
    ...oneRoof(4, 2.5, 2.3),
    drops: [drop('drop', 'Downpipe', [neck('neck')], into('cask'))],
    stores: [
      store('store', 'Drum', [
        vessel(
          'cask',
          'Drum',
          'drum-55',
          blocks(0.6),
          [
            port('in', 'lid', 0.88, { bore: 0.2, screened: true }),
            port('out', 'outlet', 0.01, { bore: 0.0525 }),
            overflowPort(0.8),
            port('link', 'link', 0.01, { bore: 0.0525 }),
          ],
          {
            stands: 'upside-down',
            lid: 'screened',
            held: 'food',
          },
        ),
      ]),
    ],
    overflows: [overflow('over', 'cask', ground('bed', 3))],
    ...watered,
  })

export const openHeadDrum = (): Scheme =>
  scheme('open-head', 'One open-head drum, screened lid, tap high', {
    ...oneRoof(4, 3, 2.2),
    drops: [drop('drop', 'Downpipe', [neck('neck')], into('cask'))],
    stores: [
      store('store', 'Drum', [
        vessel(
          'cask',
          'Drum',
          'drum-55',
          blocks(0.2),
          [port('in', 'lid', 0.88, { bore: 0.3, screened: true }), out(0.3), overflowPort(0.8)],
          { lid: 'screened', held: 'food' },
        ),
      ]),
    ],
    overflows: [overflow('over', 'cask', ground('lawn', 3), { bore: 0.0409 })],
    ...watered,
  })

export const bungScreened = (): Scheme =>
  scheme('bung-screened', 'Closed drum, bung cut out and screened, on blocks', {
    ...oneRoof(6, 3, 2.4),
    drops: [drop('drop', 'Downpipe', [neck('neck')], into('cask'))],
    stores: [
      store('store', 'Drum', [
        vessel(
          'cask',
          'Drum',
          'drum-55',
          blocks(0.4),
          [port('in', 'lid', 0.885, { bore: 0.15, screened: true }), out(), overflowPort(0.8)],
          { lid: 'screened' },
        ),
      ]),
    ],
    overflows: [overflow('over', 'cask', ground('bed', 3))],
    ...watered,
  })

export const openTopToWetBed = (): Scheme =>
  scheme('open-top', 'Drum with the top cut off, big overflow buried to a wet bed', {
    ...oneRoof(7, 4, 2.4),
    drops: [drop('drop', 'Downpipe', [neck('neck')], into('cask'))],
    stores: [
      store('store', 'Drum', [
        vessel(
          'cask',
          'Drum',
          'drum-55',
          blocks(0.2),
          [port('in', 'lid', 0.88, { bore: 0.5, screened: true }), out(), overflowPort(0.76, 0.1023)],
          { lid: 'screened', lidMesh: 0.0009, held: 'food' },
        ),
      ]),
    ],
    overflows: [overflow('over', 'cask', ground('rain-garden', 5), { bore: 0.1023 })],
    ...watered,
  })

export const buttOnStand = (): Scheme =>
  scheme('butt-on-stand', 'Slim or round butt on a stand, ring-trough diverter', {
    ...oneRoof(6, 3.5, 2.4),
    drops: [
      drop('drop', 'Downpipe', [neck('neck'), ringTrough('trough', 1.17, into('cask'))], ground('drain'), {
        brackets: [1.96, 1.28, 1.03, 0.64],
      }),
    ],
    stores: [
      store('store', 'Butt', [vessel('cask', 'Butt', 'butt-210', baseOf('stand', 0.3, 0.6), [port('in', 'inlet', 0.81), out(0.07)])]),
    ],
    ...watered,
  })

export const tankTwist = (): Scheme =>
  scheme('tank-twist', 'One tank, twist diverter, pipe-size adapters', {
    ...oneRoof(9, 4, 3),
    drops: [
      drop(
        'drop',
        'Downpipe',
        [
          neck('neck'),
          { kind: 'adapter', id: 'adapt-above', mouth: 0.064, throat: 0.076, height: 0.05, note: '68 round to 80 round' },
          {
            kind: 'twist',
            id: 'twist',
            height: 1.95,
            body: 0.325,
            lapTop: 0.025,
            lapBottom: 0.025,
            adapters: 0.05,
            hose: hose(0.0464),
            to: into('cask'),
          },
          { kind: 'adapter', id: 'adapt-below', mouth: 0.076, throat: 0.064, height: 0.05, note: '80 round to 68 round' },
        ],
        ground('drain'),
        { brackets: [2.3, 1.68, 0.64] },
      ),
    ],
    stores: [
      store('store', 'Tank', [
        vessel('cask', 'Tank', 'tank-1000', blocks(0.3, 1.2), [port('in', 'inlet', 1.2, { bore: 0.05 }), out(0.1), overflowPort(1.12)]),
      ]),
    ],
    overflows: [overflow('over', 'cask', ground('soakaway', 5))],
    ...watered,
  })

export const totePadHandFlush = (): Scheme =>
  scheme('tote-pad', 'One tote on a gravel pad, vertical first flush with hand valve', {
    ...oneRoof(9, 4, 3),
    drops: [
      drop(
        'drop',
        'Downpipe',
        [rainHead('head'), handFlush('flush', 0.75, 0.0779, { chambers: 2 }), carryingPipe('carry', { measured: 2 })],
        into('cask'),
      ),
    ],
    stores: [
      store('store', 'Tote', [
        vessel(
          'cask',
          'Tote',
          'tote-275',
          baseOf('gravel-pad', 0.15, 1.3, { soil: 'clay' }),
          [port('in', 'lid', 1.105, { bore: 0.15, screened: true }), out(0.19), overflowPort(1, 0.0779)],
          {
            light: 'clad',
            held: 'food',
          },
        ),
      ]),
    ],
    overflows: [overflow('over', 'cask', ground('ditch', 6), { bore: 0.0779 })],
    ...watered,
  })

export const toteCladDripping = (): Scheme =>
  scheme('tote-clad', 'One tote clad against light, dripping standpipe, calmed inlet', {
    ...oneRoof(8, 4, 3),
    drops: [
      drop(
        'drop',
        'Downpipe',
        [
          rainHead('head'),
          handFlush('flush', 0.9, 0.1023, { chambers: 2, drain: { kind: 'drip', dropsPerSecond: 1 } }),
          carryingPipe('carry', { measured: 1.5 }),
        ],
        into('cask'),
      ),
    ],
    stores: [
      store('store', 'Tote', [
        vessel(
          'cask',
          'Tote',
          'tote-275',
          blocks(0.4, 1.25),
          [
            port('in', 'lid', 1.105, { bore: 0.1, screened: true, calmed: true }),
            out(0.19),
            port('over', 'overflow', 1, { bore: 0.0779, clock: 5, screened: true }),
          ],
          {
            light: 'clad',
            held: 'food',
          },
        ),
      ]),
    ],
    overflows: [overflow('over', 'cask', ground('bed', 4), { bore: 0.0779 })],
    ...watered,
  })

export const bigUprightTank = (): Scheme =>
  scheme('big-tank', 'Big upright tank, rain head, ball first flush, carrying pipe', {
    ...oneRoof(14, 6, 3.4, 'drop', { gutter: { width: 0.15, depth: 0.075 }, outlet: { bore: 0.095 } }),
    drops: [
      drop(
        'drop',
        'Downpipe',
        [
          rainHead('head', { disc: 0.3, bore: 0.1036 }),
          handFlush('flush', 2.2, 0.1036, { ball: true, ballSize: 0.08, seat: 0.064, drain: { kind: 'hole', bore: 0.0015 } }),
          carryingPipe('carry', { measured: 4, bore: 0.1036 }),
        ],
        into('cask'),
        { bore: 0.096, outside: 0.1 },
      ),
    ],
    stores: [
      store('store', 'Tank', [
        vessel('cask', 'Tank', 'tank-5000', baseOf('slab', 0.1, 2, { soil: 'sand' }), [
          port('in', 'lid', 2.14, { bore: 0.3, screened: true, calmed: true }),
          out(0.1),
          overflowPort(2.02, 0.1036),
        ]),
      ]),
    ],
    overflows: [overflow('over', 'cask', ground('soakaway', 6), { bore: 0.1036 })],
    ...watered,
  })

export const tankAsFirstFlush = (): Scheme =>
  scheme('tank-flush', 'Whole tank as first flush before the store, pumped back-up to a house', {
    ...oneRoof(16, 7, 3.6, 'drop', { gutter: { width: 0.15, depth: 0.075 }, outlet: { bore: 0.095 } }),
    drops: [
      drop(
        'drop',
        'Downpipe',
        [
          rainHead('head', { disc: 0.3, bore: 0.1023 }),
          handFlush('flush', 2.1, 0.68, { form: 'tank', drainsTo: ground('bed', 5) }),
          carryingPipe('carry', { measured: 3, bore: 0.1023 }),
        ],
        into('cask'),
        { bore: 0.096, outside: 0.1 },
      ),
    ],
    stores: [
      store('store', 'Tank', [
        vessel('cask', 'Tank', 'tank-5000', baseOf('slab', 0.1, 2), [
          port('in', 'lid', 2.14, { bore: 0.3, screened: true, calmed: true }),
          out(0.15),
          overflowPort(2.0, 0.1023),
        ]),
      ]),
    ],
    overflows: [overflow('over', 'cask', ground('ditch', 8), { bore: 0.1023 })],
    taps: [tap('tap', 'Yard tap', 'cask')],
    pumps: [pump('pump', 'cask', { kind: 'house', professional: true }, { duty: 'house', filterMesh: 0.000005 })],
    demands: [cans('cans', 'Yard', 'tap', 2)],
    uses: ['ornamentals', 'house'],
  })

export const headBeforeExistingTank = (): Scheme =>
  scheme('head-before-tank', 'Rain head and first flush added before an existing tank', {
    ...oneRoof(10, 5, 3.2),
    drops: [
      drop(
        'drop',
        'Downpipe',
        [
          rainHead('head'),
          handFlush('flush', 1.6, 0.1036, { ball: true, ballSize: 0.08, seat: 0.064, chambers: 2, drain: { kind: 'hole', bore: 0.001 } }),
          { kind: 'winter-shut-off', id: 'winter', height: 2.6, to: ground('drain') },
        ],
        into('cask'),
      ),
    ],
    stores: [
      store('store', 'Tank', [
        vessel(
          'cask',
          'Tank',
          'tank-2000',
          baseOf('slab', 0.1, 1.5),
          [port('in', 'lid', 1.79, { bore: 0.2, screened: true }), out(0.1), overflowPort(1.7, 0.0779), port('vent', 'vent', 1.79)],
          { held: 'unknown' },
        ),
      ]),
    ],
    overflows: [overflow('over', 'cask', ground('lawn', 4), { bore: 0.0779 })],
    ...watered,
  })
