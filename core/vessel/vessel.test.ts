import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import {
  blocks,
  drop,
  ground,
  into,
  link,
  oneRoof,
  overflow,
  overflowPort,
  port,
  pump,
  scheme,
  store,
  tap,
  vessel,
} from '../arrangements/parts'
import { withyHard } from '../demo'
import { buildWaterPath } from '../path/waterPath'
import type { Port, Vessel, VesselBody } from '../scheme'
import { US_GALLON } from '../units/constants'
import { CATALOGUE, fromCatalogue } from './catalogue'
import { levelAt, volumeAt } from './levelVolume'
import { bearingPressure, standing, waterMass, windForce } from './load'
import { madePlaces, ownOpening, placesFor, placesTaken, putInto } from './openings'
import { usableVolume } from './usable'

describe('level and volume', () => {
  const bodies: VesselBody[] = [
    ...CATALOGUE.map(({ body }) => body),
    { kind: 'lying', length: 2, floor: 0, rim: 1, width: 2, depth: 1, height: 1 },
    {
      kind: 'dipped',
      dips: [
        { level: 0.1, volume: 0 },
        { level: 0.5, volume: 0.1 },
        { level: 1, volume: 0.4 },
      ],
      floor: 0.1,
      rim: 1,
      width: 1,
      depth: 1,
      height: 1,
    },
  ]
  it('run back and forth', () => {
    fc.assert(
      fc.property(fc.constantFrom(...bodies), fc.double({ min: 0, max: 1, noNaN: true }), (body, share) => {
        const volume = share * volumeAt(body, body.rim)
        expect(volumeAt(body, levelAt(body, volume))).toBeCloseTo(volume, 7)
      }),
    )
  })
  it('a lying cylinder holds half at half height, and all of πr²L', () => {
    const body = { kind: 'lying', length: 2, floor: 0, rim: 1, width: 2, depth: 1, height: 1 } as const
    expect(volumeAt(body, 0.5)).toBeCloseTo(Math.PI / 4, 9)
    expect(volumeAt(body, 5)).toBeCloseTo(Math.PI / 2, 9)
  })
  it('every catalogue vessel holds what it is sold as', () => {
    for (const { body, nominal, key } of CATALOGUE) expect([key, volumeAt(body, body.rim).toFixed(6)]).toEqual([key, nominal.toFixed(6)])
  })
  it('an unknown key is named', () => {
    expect(() => fromCatalogue('bathtub')).toThrow(/bathtub/)
  })
})

describe('weight and wind', () => {
  const alone = (body: Vessel, foot: number) => {
    const placed = { vessel: body, foot, store: store('s', 'S', [body]) }
    return standing({ vessels: new Map([[body.id, placed]]) }, placed)
  }
  it('water-weight: 55 and 275 US gal (arithmetic; practice says over 400 lb and over 2,000 lb)', () => {
    expect(waterMass(55 * US_GALLON)).toBeCloseTo(207.78125282375998, 4)
    expect(waterMass(275 * US_GALLON)).toBeCloseTo(1038.9062641188, 3)
  })
  it('bearing: a full tote on four blocks (statics; IBC table 1806.2)', () => {
    expect(bearingPressure(waterMass(275 * US_GALLON) + 60, 0.32) / 1000).toBeCloseTo(33.676840984439465, 3)
  })
  it('wind-empty-drum: force and tipping factor of an empty drum on the ground (statics)', () => {
    const force = windForce(25, 0.8, 0.585 * 0.885)
    expect(force).toBeCloseTo(158.68271249999998, 6)
    const drum = vessel('d', 'D', 'drum-55', blocks(0, 0.6), [port('out', 'outlet', 0.1)])
    expect(drum).toMatchObject({ tare: 10, body: { width: 0.585, height: 0.885 } })
    expect(alone(drum, 0).tipping).toBeCloseTo(0.40851090596316714, 6)
  })
  it('sliding-drum: mass that stops it from sliding, friction 0.4, factor 1.5 (statics)', () => {
    // On a wide base sliding needs the most: the ballast makes up the tare to the mass of the check.
    const drum = vessel('d', 'D', 'drum-55', blocks(0, 5), [port('out', 'outlet', 0.1)])
    expect(alone(drum, 0).ballast * 998 + 10).toBeCloseTo(60.679250495837, 3)
  })
  const slim = (width: number, depth: number): Vessel => ({
    ...vessel('s', 'S', 'slim-butt-100', blocks(0.3, 2), [port('out', 'outlet', 0.1)]),
    tare: 60,
    body: { kind: 'upright', plan: 'box', area: 0.6, floor: 0, rim: 1.2, width, depth, height: 1.25 },
  })
  it('wind on the broad face of a slim tank: by hand (statics)', () => {
    // 0.613·25²·1.2·(1.6·1.25) = 919.5 N at 0.925 m; 60 kg over half of 0.4 m; friction 0.4.
    const { tipping, sliding, ballast } = alone(slim(1.6, 0.4), 0.3)
    expect(tipping).toBeCloseTo((60 * 9.80665 * 0.2) / (919.5 * 0.925), 9)
    expect(tipping).toBeCloseTo(0.138, 3)
    expect(sliding).toBeCloseTo(0.256, 3)
    expect(ballast * 1000).toBeCloseTo((1.5 * 919.5 * 0.925) / (0.2 * 9.80665 * 0.998) - 60 / 0.998, 6)
  })
  it('which side is called its width makes no difference to how a vessel stands', () => {
    const side = fc.double({ min: 0.1, max: 5, noNaN: true })
    fc.assert(
      fc.property(side, side, (a, b) => {
        expect(alone(slim(a, b), 0.3)).toEqual(alone(slim(b, a), 0.3))
      }),
    )
  })
  it('whatever stands on a vessel rests on it, on all below and on the ground: by hand', () => {
    const tote = (id: string, more: Partial<Vessel>) => vessel(id, id, 'tote-275', blocks(0, 1.25), [port('out', 'outlet', 0.2)], more)
    const full = 275 * US_GALLON * 998 + 60
    const stack = scheme('stack', 'Stack', {
      ...oneRoof(5, 4, 3),
      drops: [drop('drop', 'Downpipe', [], ground('drain'))],
      overflows: [],
      taps: [],
      demands: [],
      stores: [store('s', 'S', [tote('low', {}), tote('mid', { on: 'low' }), tote('top', { on: 'mid' })], 'stacked')],
    })
    const path = buildWaterPath(stack)
    const on = (id: string) => standing(path, path.vessels.get(id)!)
    expect(on('low').carried).toBeCloseTo(2 * full, 6)
    expect(on('mid').carried).toBeCloseTo(full, 6)
    expect(on('top').carried).toBe(0)
    // None of them has a base: the lowest presses with its own foot.
    expect(on('low').bearing).toBeCloseTo((3 * full * 9.80665) / (1.219 * 1.016), 3)
    // The column in the wind: three faces of 1.219 by 1.168 at their own heights, about half of 1.016 m.
    const force = 0.613 * 625 * 1.2 * 1.219 * 1.168
    const moment = force * 1.168 * (0.5 + 1.5 + 2.5)
    expect(on('low').tipping).toBeCloseTo((180 * 9.80665 * 0.508) / moment, 9)
    expect(on('top').tipping).toBeCloseTo((60 * 9.80665 * 0.508) / (force * 0.584), 9)
  })
})

describe('usable', () => {
  const totes = (heights: number[], tapOn: number) => {
    const ids = heights.map((_, i) => `t${i}`)
    // The check takes the outside plan as the area; draw-off at the valve.
    const made = heights.map((height, i) => {
      const base = vessel(ids[i]!, ids[i]!, 'tote-275', blocks(height, 1.25), [
        port('link', 'link', 0.2),
        port('out', 'outlet', 0.2),
        overflowPort(1.0),
      ])
      return {
        ...base,
        body: {
          kind: 'upright' as const,
          plan: 'box' as const,
          area: 1.238504,
          floor: 0.15,
          rim: 1.1,
          width: 1.219,
          depth: 1.016,
          height: 1.168,
        },
      }
    })
    return buildWaterPath(
      scheme('s', 'S', {
        ...oneRoof(5, 3, 3),
        drops: [drop('drop', 'D', [], { kind: 'ground', where: 'drain', wallDistance: 1 })],
        stores: [
          store(
            'store',
            'S',
            made,
            'linked-low',
            ids.slice(1).map((id, i) => link(`l${i}`, ids[i]!, id)),
          ),
        ],
        overflows: ids.map((id) => overflow(`o-${id}`, id, { kind: 'ground', where: 'drain', wallDistance: 1 })),
        taps: [tap('tap', 'T', ids[tapOn]!)],
      }),
    )
  }
  const level = usableVolume(totes([0.4, 0.4, 0.4, 0.4], 0), 'store').volume
  it('level-loss: litres lost when one of four linked totes stands 12.7 mm high or low (geometry: sum over vessels of V(z_top) - V(max(z_draw, own port)))', () => {
    const lost = (heights: number[], tapOn: number) => (level - usableVolume(totes(heights, tapOn), 'store').volume) * 1000
    expect(lost([0.4, 0.4, 0.4, 0.4127], 0)).toBeCloseTo(15.7290008, 4)
    expect(lost([0.4, 0.4, 0.4, 0.3873], 0)).toBeCloseTo(62.9160032, 4)
    expect(lost([0.4, 0.4, 0.4, 0.3873], 3)).toBeCloseTo(47.1870024, 4)
  })
  it('a pump draws a store as far down as a tap at its port would, the lower of both counts, and nothing as far as the floor', () => {
    const own = withyHard().schemes[0]!
    const { vessel: id, port: at } = own.taps[0]!
    const bottom = (taps: typeof own.taps, pumps: ReturnType<typeof pump>[], more: Port[] = []) => {
      const stores = own.stores.map((each) => ({
        ...each,
        vessels: each.vessels.map((one) => (one.id === id ? { ...one, ports: [...one.ports, ...more] } : one)),
      }))
      return usableVolume(buildWaterPath({ ...own, stores, demands: [], taps, pumps }), own.stores[0]!.id).bottom
    }
    const foot = buildWaterPath(own).vessels.get(id)!.foot
    const low = port('low', 'outlet', 0.03)
    const pumped = (from: string) => pump('p', id, { kind: 'house', professional: true }, { from: { vessel: id, port: from } })
    const tapped = bottom(own.taps, [])
    expect(bottom([], [pumped(at)])).toBe(tapped)
    expect(bottom(own.taps, [pumped('low')], [low])).toBeCloseTo(foot + 0.03, 12)
    expect(bottom([], [])).toBeCloseTo(foot + buildWaterPath(own).vessels.get(id)!.vessel.body.floor, 12)
  })
  it('one butt gives what stands between trough and tap', () => {
    const one = buildWaterPath(
      scheme('s', 'S', {
        ...oneRoof(5, 3, 2.3),
        drops: [
          drop(
            'drop',
            'D',
            [
              {
                kind: 'ring-trough',
                id: 'tr',
                mark: 1.25,
                piece: 0.03,
                lipBelowMark: 0.015,
                adapterAbove: 0,
                adapterBelow: 0,
                film: 0.9,
                hose: { bore: 0.025, measured: undefined },
                to: into('b'),
              },
            ],
            { kind: 'ground', where: 'drain', wallDistance: 1 },
          ),
        ],
        stores: [store('store', 'S', [vessel('b', 'B', 'butt-210', blocks(0.4), [port('in', 'inlet', 0.8), port('out', 'outlet', 0.1)])])],
        taps: [tap('t', 'T', 'b')],
      }),
    )
    const usable = usableVolume(one, 'store')
    expect(usable).toMatchObject({ topBy: 'diverter' })
    expect(usable.volume).toBeCloseTo((0.21 / 0.88) * (1.235 - 0.5), 9)
  })
})

describe('openings that a vessel is made with', () => {
  // Common practice: a tote is sold with a valve at its foot and a 6 in cap, a drum with two bungs, a tank with a manhole.
  const made = (key: string, ports: Port[], more: Partial<Vessel> = {}) => vessel('b', 'B', key, blocks(0.3), ports, more)
  const upsideDown = { stands: 'upside-down' } as const
  it.each([
    ['tote-275', {}, port('p', 'outlet', 0.19, { bore: 0.05 }), 'valve'],
    ['tote-275', {}, port('p', 'outlet', 0.5, { bore: 0.05 }), undefined],
    ['tote-275', {}, port('p', 'outlet', 0.19, { bore: 0.0779 }), undefined],
    ['tote-275', {}, port('p', 'link', 0.19, { bore: 0.05, clock: 6 }), 'valve'],
    ['tote-275', {}, port('p', 'link', 0.19, { bore: 0.05, clock: 9 }), undefined],
    ['tote-275', {}, port('p', 'link', 0.19, { bore: 0.05 }), undefined],
    ['tote-275', {}, port('p', 'lid', 1.105, { bore: 0.15 }), 'cap'],
    ['tote-275', {}, port('p', 'lid', 1.105, { bore: 0.2 }), undefined],
    ['tote-275', {}, port('p', 'overflow', 0.19, { bore: 0.05, clock: 6 }), undefined],
    ['drum-55', upsideDown, port('p', 'outlet', 0.01, { bore: 0.0525 }), 'bung'],
    ['drum-55', upsideDown, port('p', 'link', 0.01, { bore: 0.0525 }), 'bung'],
    ['drum-55', upsideDown, port('p', 'outlet', 0.3, { bore: 0.019 }), undefined],
    ['drum-55', {}, port('p', 'outlet', 0.06, { bore: 0.019 }), undefined],
    ['drum-55', {}, port('p', 'vent', 0.88, { bore: 0.05 }), 'bung'],
    ['drum-55', { lid: 'open' }, port('p', 'vent', 0.88, { bore: 0.05 }), undefined],
    ['tank-5000', {}, port('p', 'lid', 2.14, { bore: 0.3 }), 'manhole'],
    ['tank-5000', {}, port('p', 'outlet', 0.1, { bore: 0.05, clock: 6 }), undefined],
    ['butt-210', {}, port('p', 'lid', 0.88, { bore: 0.1 }), undefined],
  ] as const)('a %s %o has as its own %o: %s', (key, more, hole, own) => {
    expect(ownOpening(made(key, [hole], more), hole)).toBe(own)
  })
  it('each takes one: of two taps at the foot of a tote the second is drilled, and a vent leaves the cap to the pipe', () => {
    const taps = ['a', 'b'].map((id) => port(id, 'outlet', 0.19, { bore: 0.0409 }))
    const top = [port('air', 'vent', 1.105, { bore: 0.1 }), port('in', 'lid', 1.105, { bore: 0.15 })]
    const tote = made('tote-275', [...taps, ...top])
    expect(tote.ports.map((each) => ownOpening(tote, each))).toEqual(['valve', undefined, undefined, 'cap'])
  })
  it('a port put into any place that is offered sits in it, is no wider than it, and leaves it free when it goes', () => {
    for (const { key } of CATALOGUE)
      for (const role of ['inlet', 'outlet', 'overflow', 'link', 'vent', 'lid'] as const) {
        const own = port('p', role, 0.4, { bore: 0.1 })
        const before = made(key, [own])
        const places = placesFor(before, own)
        for (const place of places) {
          const moved = { ...own, ...putInto(place, own) }
          const after = made(key, [moved, port('q', role, 0.4, { bore: 0.02 })])
          expect(placesTaken(after).get('p')).toEqual(place)
          expect(moved.bore).toBeLessThanOrEqual(place.bore)
          expect(moved.at).toBeLessThanOrEqual(after.body.rim)
          // Nobody else is offered it but where there are two alike; its own port is, first.
          expect(placesFor(after, moved)[0]).toEqual(place)
          const alike = madePlaces(after).filter((each) => JSON.stringify(each) === JSON.stringify(place)).length
          expect(placesFor(after, after.ports[1]!).some((each) => JSON.stringify(each) === JSON.stringify(place))).toBe(alike > 1)
        }
      }
  })
  it('offers a tap of a butt its three flats low down, and one of a tote its valve', () => {
    const tap = port('p', 'outlet', 0.4, { bore: 0.019 })
    expect(placesFor(made('butt-210', [tap]), tap).map(({ kind, hour }) => [kind, hour])).toEqual([
      ['flat', 6],
      ['flat', 3],
      ['flat', 9],
    ])
    expect(placesFor(made('tote-275', [tap]), tap)).toMatchObject([{ kind: 'valve', hour: 6, at: 0.15 + 0.04 }])
  })
})

describe('what a tap can reach', () => {
  const tote = 1.0409882 / 0.955
  it('above the valve between: a stack gives nothing that stands below the upper one’s link', () => {
    const stacked = (at: number) => {
      const scheme = structuredClone(ARRANGEMENTS[13]!())
      scheme.stores[0]!.vessels[1]!.ports.find(({ role }) => role === 'link')!.at = at
      return usableVolume(buildWaterPath(scheme), 'store').volume
    }
    expect(stacked(0.19)).toBeCloseTo(tote * (1.0 - 0.19 + 1.105 - 0.19), 3)
    expect(stacked(0.8)).toBeCloseTo(tote * (1.0 - 0.8 + 1.105 - 0.19), 3)
  })
  it('below its own link too, where the tap is on the vessel itself', () => {
    const linked = structuredClone(ARRANGEMENTS[12]!())
    for (const vessel of linked.stores[0]!.vessels) vessel.ports.find(({ role }) => role === 'link')!.at = 0.3
    // The first to its own tap at 0.19, the other three to their links.
    expect(usableVolume(buildWaterPath(linked), 'store').volume).toBeCloseTo(tote * (1.01 - 0.19 + 3 * (1.01 - 0.3)), 3)
  })
  it('a hoop is full at its crown, and at the rim where its crown is higher', () => {
    const hooped = (crest: number) => {
      const scheme = structuredClone(ARRANGEMENTS[12]!())
      scheme.overflows[0]!.crest = crest
      return usableVolume(buildWaterPath(scheme), 'store')
    }
    expect(hooped(1.35)).toMatchObject({ top: 1.35, topBy: 'overflow' })
    expect(hooped(1.55)).toMatchObject({ top: expect.closeTo(1.505, 9), topBy: 'rim' })
  })
})
