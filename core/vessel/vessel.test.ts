import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blocks, drop, into, link, oneRoof, overflow, overflowPort, port, scheme, store, tap, vessel } from '../arrangements/parts'
import { buildWaterPath } from '../path/waterPath'
import type { VesselBody } from '../scheme'
import { US_GALLON } from '../units/constants'
import { CATALOGUE, fromCatalogue } from './catalogue'
import { levelAt, volumeAt } from './levelVolume'
import { bearingPressure, standing, waterMass, windForce } from './load'
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
    const { tipping } = standing({ vessel: drum, foot: 0, store: store('s', 'S', [drum]) })
    expect(tipping).toBeCloseTo(0.40851090596316714, 6)
  })
  it('sliding-drum: mass that stops it from sliding, friction 0.4, factor 1.5 (statics)', () => {
    const drum = vessel('d', 'D', 'drum-55', blocks(0, 5), [port('out', 'outlet', 0.1)])
    const wide = { ...drum, body: { ...drum.body, depth: 5 } }
    const { ballast } = standing({ vessel: wide, foot: 0, store: store('s', 'S', [wide]) })
    // Here sliding needs the most: the ballast makes up the tare to the mass of the check.
    const tippingMass = (1.5 * 158.6827125 * 0.4425) / ((0.585 / 2) * 9.80665)
    expect(ballast * 998 + 10).toBeCloseTo(Math.max(60.679250495837, tippingMass), 3)
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
                hose: { bore: 0.025, length: 0.6 },
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
