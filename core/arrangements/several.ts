import type { Scheme } from '../scheme'
import {
  baseOf,
  blocks,
  cans,
  carryingPipe,
  drop,
  ground,
  gutter,
  handFlush,
  hose,
  into,
  link,
  neck,
  outlet,
  overflow,
  overflowPort,
  oneRoof,
  port,
  pump,
  rainHead,
  roof,
  scheme,
  store,
  tap,
  vent,
  vessel,
} from './parts'

/** Arrangements 8, 9, 12 to 15, 17, 18 and 20: several vessels, roofs, gutters or collection points. */

const out = (at = 0.06, bore = 0.019) => port('out', 'outlet', at, { bore })
const low = (at = 0.05) => port('link', 'link', at, { bore: 0.0409 })
const lidIn = (at: number, bore = 0.15) => port('in', 'lid', at, { bore, screened: true })
/** An id as a name: `left-1` is Left 1. */
const titled = (id: string) => `${id[0]!.toUpperCase()}${id.slice(1).replaceAll('-', ' ')}`
const toteBase = blocks(0.4, 1.25)

export const twoButtsShed = (): Scheme =>
  scheme('two-butts-shed', 'Two butts daisy-chained on a shed, both gutters joined in one downpipe', {
    sections: [roof('left', 'Left side', 3, 1.2, 'gutter-left'), roof('right', 'Right side', 3, 1.2, 'gutter-right')],
    gutters: [
      gutter('gutter-left', 'Left gutter', 3, [outlet('out-left', 3, 1.9, 'cross')]),
      gutter('gutter-right', 'Right gutter', 3, [outlet('out-right', 0, 1.9, 'drop')]),
    ],
    drops: [
      drop('cross', 'Pipe across the gable', [carryingPipe('carry', { bore: 0.064, lowPoint: 1.85 })], { kind: 'drop', drop: 'drop' }),
      drop('drop', 'Downpipe', [{ kind: 'tee', id: 'join', height: 1.8, bore: 0.064, spare: false }], into('first')),
    ],
    stores: [
      store(
        'store',
        'Butts',
        [
          vessel('first', 'First butt', 'butt-160', blocks(0.3), [lidIn(0.825), overflowPort(0.74, 0.0364), out()], { lid: 'screened' }),
          vessel('second', 'Second butt', 'butt-160', blocks(0.3), [
            port('in', 'inlet', 0.74, { bore: 0.0364 }),
            overflowPort(0.72, 0.0364),
            out(),
          ]),
        ],
        'cascade',
        [link('chain', 'first', 'second', 'cascade', { bore: 0.0364 })],
      ),
    ],
    overflows: [overflow('over', 'second', ground('bed', 3), { bore: 0.0364 })],
    taps: [tap('tap', 'First tap', 'first'), tap('tap-2', 'Second tap', 'second')],
    demands: [cans('cans', 'Pots', 'tap', 3), cans('cans-2', 'Border', 'tap-2', 3, { priority: 2 })],
  })

export const twoBarrelsTransfer = (): Scheme =>
  scheme('two-barrels-transfer', 'Two barrels on a platform, a valve each, pipe through a wall, transfer pump', {
    ...oneRoof(7, 4, 2.7),
    drops: [drop('drop', 'Downpipe', [neck('neck'), { kind: 'wall-crossing', id: 'wall', thickness: 0.2, height: 2 }], into('first'))],
    stores: [
      store(
        'store',
        'Barrels',
        [
          vessel('first', 'First barrel', 'barrel-60', blocks(0.5), [lidIn(0.93), low(), out(), overflowPort(0.85)], {
            lid: 'screened',
            held: 'food',
          }),
          vessel('second', 'Second barrel', 'barrel-60', blocks(0.5), [low(), out(), vent(0.93)], { held: 'food' }),
        ],
        'linked-low',
        [link('tie', 'first', 'second')],
      ),
      store('header', 'Header inside', [
        vessel('header-tank', 'Header', 'butt-100', baseOf('timber', 0.95, 0.6, { tied: true }), [port('in', 'inlet', 0.7), out()]),
      ]),
    ],
    overflows: [overflow('over', 'first', ground('drain', 1))],
    taps: [tap('tap', 'Bench tap', 'header-tank')],
    pumps: [pump('pump', 'second', { kind: 'vessel', vessel: 'header-tank', port: 'in' })],
    demands: [cans('cans', 'Bench', 'tap', 3)],
  })

export const toteEachEnd = (): Scheme =>
  scheme('tote-each-end', 'One tote each end of a building, Y diverters, long hose by gravity', {
    sections: [roof('roof', 'Roof side', 14, 4, 'gutter')],
    gutters: [gutter('gutter', 'Gutter', 14, [outlet('out-a', 0, 2.8, 'drop-a'), outlet('out-b', 14, 2.8, 'drop-b')], { highPoints: [7] })],
    drops: (['a', 'b'] as const).map((end) =>
      drop(
        `drop-${end}`,
        `Downpipe ${end.toUpperCase()}`,
        [
          neck(`neck-${end}`),
          {
            kind: 'flap',
            id: `flap-${end}`,
            height: 2.1,
            body: 0.25,
            lapTop: 0.025,
            lapBottom: 0.025,
            adapters: 0,
            set: 'left',
            hose: hose(0.05),
            to: into(`tote-${end}`),
          },
        ],
        ground('lawn', 2),
        { brackets: [2.32, 1.88, 0.64] },
      ),
    ),
    stores: (['a', 'b'] as const).map((end) =>
      store(`store-${end}`, `Tote ${end.toUpperCase()}`, [
        vessel(`tote-${end}`, `Tote ${end.toUpperCase()}`, 'tote-275', toteBase, [lidIn(1.105), out(0.19, 0.05), overflowPort(1.03)], {
          light: 'clad',
          held: 'food',
        }),
      ]),
    ),
    overflows: (['a', 'b'] as const).map((end) => overflow(`over-${end}`, `tote-${end}`, ground('bed', 4))),
    taps: (['a', 'b'] as const).map((end) =>
      tap(`tap-${end}`, `Hose ${end.toUpperCase()}`, `tote-${end}`, { hose: { bore: 0.025, length: 40, end: 0.3 } }),
    ),
    demands: (['a', 'b'] as const).map((end) => cans(`cans-${end}`, `Beds ${end.toUpperCase()}`, `tap-${end}`, 6)),
  })

export const fourTotesTwoSides = (): Scheme => {
  const side = (key: 'left' | 'right') => ({
    section: roof(key, `${titled(key)} side`, 12, 3.5, `gutter-${key}`),
    gutter: gutter(`gutter-${key}`, `${titled(key)} gutter`, 12, [outlet(`out-${key}`, key === 'left' ? 12 : 0, 3, `drop-${key}`)], {
      width: 0.125,
      depth: 0.0625,
    }),
    drop: drop(
      `drop-${key}`,
      `${titled(key)} downpipe`,
      [
        rainHead(`head-${key}`),
        handFlush(`flush-${key}`, 1.6),
        { kind: 'winter-shut-off', id: `winter-${key}`, height: 2.5, to: ground('lawn', 3) },
      ],
      into(`${key}-1`),
    ),
  })
  const sides = [side('left'), side('right')]
  const tote = (id: string, extra: Parameters<typeof vessel>[4] = [], more: Parameters<typeof vessel>[5] = {}) =>
    vessel(id, titled(id), 'tote-275', toteBase, [low(0.19), out(0.19), vent(1.105), ...extra], { light: 'clad', held: 'food', ...more })
  // The second hole of one that joins two pipes.
  const other = port('link-2', 'link', 0.19, { bore: 0.0409 })
  // Past the gable, opposite the second one of the other side, so that the pipe across runs outside the house.
  const beyond = { x: 1.55, y: -7.753, turn: 180 }
  return scheme('four-totes', 'Four totes two a side, linked low across, hooped overflow, winter break-down', {
    sections: sides.map(({ section }) => section),
    gutters: sides.map(({ gutter: one }) => one),
    drops: sides.map(({ drop: one }) => one),
    stores: [
      store(
        'store',
        'Totes',
        [
          tote('left-1', [lidIn(1.105), overflowPort(0.8, 0.0779)]),
          tote('left-2', [other]),
          tote('right-1', [lidIn(1.105)]),
          tote('right-2', [other], { place: beyond }),
        ],
        'linked-low',
        [
          link('l', 'left-1', 'left-2', 'low', { bore: 0.0525 }),
          link('across', 'left-2', 'right-2', 'low', {
            bore: 0.0525,
            from: { vessel: 'left-2', port: 'link-2' },
            to: { vessel: 'right-2', port: 'link-2' },
          }),
          link('r', 'right-2', 'right-1', 'low', { bore: 0.0525 }),
        ],
      ),
    ],
    overflows: [overflow('over', 'left-1', ground('ditch', 6), { mouth: 'hooped', bore: 0.0779, vented: true, crest: 1.41 })],
    taps: [tap('tap', 'Tap', 'left-1')],
    demands: [cans('cans', 'Plots', 'tap', 12)],
  })
}

export const totesStacked = (): Scheme =>
  scheme('totes-stacked', 'Totes stacked two high, overflow as the new downpipe, winter shut-off', {
    ...oneRoof(10, 4, 4),
    drops: [
      drop(
        'drop',
        'Downpipe',
        [handFlush('flush', 1.2), { kind: 'winter-shut-off', id: 'winter', height: 3.4, to: { kind: 'drop', drop: 'new-drop' } }],
        into('upper'),
      ),
      drop('new-drop', 'New downpipe', [], ground('drain')),
    ],
    stores: [
      store(
        'store',
        'Stack',
        [
          vessel(
            'lower',
            'Lower tote',
            'tote-275',
            baseOf('slab', 0.15, 1.25),
            [port('link', 'link', 1.03, { bore: 0.05 }), out(0.19), port('vent', 'vent', 1.105)],
            { light: 'clad', held: 'food' },
          ),
          vessel(
            'upper',
            'Upper tote',
            'tote-275',
            blocks(0, 1.25),
            [lidIn(1.105), port('link', 'link', 0.19, { bore: 0.05 }), overflowPort(1, 0.0779)],
            { light: 'clad', held: 'food', on: 'lower' },
          ),
        ],
        'stacked',
        [link('drain', 'upper', 'lower', 'stack', { bore: 0.05 })],
      ),
    ],
    overflows: [overflow('over', 'upper', { kind: 'drop', drop: 'new-drop' }, { bore: 0.0779 })],
    taps: [tap('tap', 'Tap', 'lower')],
    demands: [cans('cans', 'Plots', 'tap', 8)],
  })

export const barrelTower = (): Scheme => {
  const ids = ['one', 'two', 'three', 'four'] as const
  return scheme('barrel-tower', 'Tower of four barrels in a timber frame on one manifold', {
    ...oneRoof(8, 4, 5),
    drops: [drop('drop', 'Downpipe', [rainHead('head')], into('four'))],
    stores: [
      {
        ...store(
          'store',
          'Tower',
          ids.map((id, tier) =>
            vessel(
              id,
              `Barrel ${tier + 1}`,
              'drum-55',
              baseOf('frame', tier === 0 ? 0.3 : 0.05, 0.7, { tied: false }),
              [port('link', 'link', 0.05, { bore: 0.0266 }), ...(tier === 3 ? [lidIn(0.88)] : [vent(0.88)]), overflowPort(0.81), out()],
              {
                ...(tier === 0 ? {} : { on: ids[tier - 1] }),
                stands: 'upright',
              },
            ),
          ),
          'manifold',
          ids.slice(1).map((id, tier) => link(`m-${id}`, ids[tier]!, id, 'manifold', { bore: 0.0266 })),
        ),
        frame: { tiers: 4, clearHeight: 0.95, width: 0.7, depth: 0.7, anchored: false },
      },
    ],
    overflows: [overflow('over', 'four', ground('drain', 3))],
    taps: [tap('tap', 'Tap', 'one')],
    demands: [cans('cans', 'Plots', 'tap', 6)],
  })
}

export const cropTunnel = (): Scheme => {
  const tank = (id: string, extra: Parameters<typeof vessel>[4] = []) =>
    vessel(id, `${titled(id)} tank`, 'tank-5000', baseOf('gravel-pad', 0.1, 2, { soil: 'sandy-gravel' }), [
      port('in', 'inlet', 2.0, { bore: 0.0779 }),
      low(0.1),
      out(0.1, 0.0409),
      vent(2.14, 0.1),
      ...extra,
    ])
  return scheme('crop-tunnel', 'Two big tanks at a crop tunnel, float-shut inlet with by-pass, filter, pump, drip', {
    sections: [roof('tunnel', 'Tunnel side', 24, 4, 'gutter', { cover: 'film', pitch: 30 })],
    gutters: [
      gutter('gutter', 'Tunnel gutter', 24, [outlet('outlet', 24, 2.6, 'drop', { bore: 0.1 })], {
        profile: 'trapezoid',
        width: 0.2,
        sole: 0.12,
        depth: 0.1,
      }),
    ],
    drops: [
      drop(
        'drop',
        'Downpipe',
        [
          { kind: 'screen', id: 'screen', mesh: 0.005, height: 0.05, bore: 0.1 },
          { kind: 'float-shut', id: 'float', height: 1.9, bore: 0.0779, byPass: ground('ditch', 5) },
        ],
        into('near'),
        { bore: 0.076, outside: 0.08 },
      ),
    ],
    stores: [
      store('store', 'Tanks', [tank('near', [overflowPort(1.85, 0.1023)]), tank('far')], 'linked-low', [
        link('tie', 'near', 'far', 'low', { bore: 0.0525 }),
      ]),
    ],
    overflows: [overflow('over', 'near', ground('ditch', 6), { bore: 0.1023 })],
    pumps: [pump('pump', 'far', { kind: 'demand', demand: 'drip' }, { duty: 'drip', filterMesh: 0.000075, power: 'solar' })],
    demands: [
      {
        kind: 'bed',
        id: 'drip',
        name: 'Tunnel beds',
        use: 'edible-beds',
        from: { kind: 'pump', pump: 'pump' },
        priority: 1,
        skipAfterRain: 0,
        area: 120,
        plants: 'vegetables',
        method: 'drip',
        months: [4, 5, 6, 7, 8, 9],
      },
    ],
    uses: ['edible-beds'],
  })
}

export const wetCarryToSeries = (): Scheme => {
  const buried = (id: string, measured?: number) =>
    carryingPipe(id, { measured, wet: true, fall: -0.01, lowPoint: -0.5, cleanOut: true, bore: 0.1036 })
  // Each takes in at the level at which the one before runs over, and runs over a hand's breadth lower.
  const tote = (id: string, inlet: number, over: number) =>
    vessel(
      id,
      titled(id),
      'tote-275',
      toteBase,
      [port('in', 'inlet', inlet, { bore: 0.0779 }), overflowPort(over, 0.0779), out(0.19), vent(1.105, 0.1)],
      {
        light: 'clad',
        held: 'food',
      },
    )
  return scheme('wet-carry', 'Gutters front and back through a buried standing-water pipe to a settling tote, then others in series', {
    sections: [roof('front', 'Front', 10, 4, 'gutter-front'), roof('back', 'Back', 10, 4, 'gutter-back')],
    gutters: [
      gutter('gutter-front', 'Front gutter', 10, [outlet('out-front', 10, 2.6, 'drop-front')]),
      gutter('gutter-back', 'Back gutter', 10, [outlet('out-back', 0, 2.6, 'drop-back')]),
    ],
    drops: [
      drop(
        'drop-front',
        'Front downpipe',
        [{ kind: 'screen', id: 'screen-front', mesh: 0.001, height: 0.05, bore: 0.1 }, buried('bury-front')],
        {
          kind: 'drop',
          drop: 'drop-back',
        },
      ),
      drop(
        'drop-back',
        'Back downpipe',
        [
          { kind: 'screen', id: 'screen-back', mesh: 0.001, height: 0.05, bore: 0.1 },
          { kind: 'tee', id: 'join', height: 1.7, bore: 0.1036, spare: false },
          buried('bury', 12),
        ],
        into('settle'),
      ),
    ],
    stores: [
      store('store', 'Totes', [tote('settle', 1.04, 0.92), tote('second', 0.95895, 0.89), tote('third', 0.92895, 0.86)], 'cascade', [
        link('c-1', 'settle', 'second', 'cascade', { bore: 0.0779 }),
        link('c-2', 'second', 'third', 'cascade', { bore: 0.0779 }),
      ]),
    ],
    overflows: [overflow('over', 'third', ground('ditch', 8), { bore: 0.0779 })],
    taps: [tap('tap', 'Last tap', 'third')],
    demands: [cans('cans', 'Plots', 'tap', 10)],
  })
}

export const reworkedHouse = (): Scheme =>
  scheme('reworked-house', 'House gutters reworked to two collection points with a carrying pipe', {
    sections: [
      roof('upper', 'Upper roof', 8, 3, 'gutter-front', { shedsTo: { kind: 'section', section: 'front' } }),
      roof('front', 'Front', 18, 4.5, 'gutter-front', { cover: 'concrete-tile', pitch: 35, fouling: 'heavy' }),
    ],
    gutters: [
      gutter(
        'gutter-front',
        'Front gutter',
        18,
        [outlet('out-left', 0, 4.6, 'drop-left'), outlet('out-right', 18, 4.6, 'drop-right', { was: 12.5 })],
        {
          highPoints: [10],
          profile: 'k-style',
          width: 0.127,
          sole: 0.085,
          depth: 0.09,
          guard: true,
        },
      ),
    ],
    drops: [
      drop('drop-left', 'Left downpipe', [neck('neck-left'), carryingPipe('carry', { bore: 0.1023, lowPoint: 3.8 })], {
        kind: 'drop',
        drop: 'drop-right',
      }),
      drop(
        'drop-right',
        'Right downpipe',
        [
          neck('neck-right'),
          { kind: 'tee', id: 'join', height: 3.7, bore: 0.1023, spare: false },
          rainHead('head', { disc: 0.3, bore: 0.1023 }),
          handFlush('flush', 1.2, 0.1023, { chambers: 2 }),
        ],
        into('cask'),
      ),
    ],
    stores: [
      store('store', 'Tank', [
        vessel('cask', 'Tank', 'tank-2000', baseOf('slab', 0.1, 1.5), [lidIn(1.79, 0.2), out(0.1), overflowPort(1.67, 0.1023)]),
      ]),
    ],
    overflows: [overflow('over', 'cask', ground('drain', 4), { bore: 0.1023 })],
    taps: [tap('tap', 'Tap', 'cask')],
    demands: [cans('cans', 'Garden', 'tap', 8)],
  })
