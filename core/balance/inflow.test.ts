import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import {
  drop,
  ground,
  gutter,
  handFlush,
  into,
  neck,
  oneRoof,
  outlet,
  overflow,
  overflowPort,
  port,
  blocks,
  scheme,
  store,
  tap,
  vessel,
} from '../arrangements/parts'
import { chamberVolume } from '../catch/firstFlush'
import { buildWaterPath } from '../path/waterPath'
import { calendarOf, dayNumber, type DailyRain } from '../rain'
import type { Device, Gutter, RoofSection, Scheme } from '../scheme'
import { LITRE } from '../units/constants'
import { dailyInflow, intakeLaws } from './inflow'

const days = (...depths: number[]): DailyRain => ({
  depths: Float64Array.from(depths),
  ...calendarOf(dayNumber(2024, 3, 1), depths.length),
})
const depths = fc.array(fc.double({ min: 0, max: 90, noNaN: true }), { minLength: 1, maxLength: 80 })

/** A roof of 6 by 4 m that a whole pipe leads into one butt, with what is asked for in between. */
function plain(devices: Device[] = [], more: { roof?: Partial<RoofSection>; gutter?: Partial<Gutter> } = {}): Scheme {
  return scheme('plain', 'Plain', {
    ...oneRoof(6, 4, 2.4, 'drop', more),
    drops: [drop('drop', 'Drop', [neck('neck'), ...devices], into('butt'))],
    stores: [
      store('store', 'Store', [
        vessel(
          'butt',
          'Butt',
          'butt-210',
          blocks(0.3),
          [port('in', 'lid', 0.885, { bore: 0.4 }), port('out', 'outlet', 0.06), overflowPort(0.8)],
          {
            lid: 'screened',
          },
        ),
      ]),
    ],
    overflows: [overflow('over', 'butt', ground('bed', 3))],
    taps: [tap('tap', 'Tap', 'butt')],
  })
}
const inflow = (of: Scheme, rain: DailyRain) => dailyInflow(buildWaterPath(of), 'store', rain)
const sum = (series: Float64Array) => series.reduce((a, b) => a + b, 0)

describe('what a day brings', () => {
  it('is all found again, by every arrangement and whatever falls', () => {
    const paths = ARRANGEMENTS.map((make) => buildWaterPath(make()))
    fc.assert(
      fc.property(fc.constantFrom(...paths), depths, (path, fallen) => {
        for (const { id } of path.scheme.stores) {
          const { runoff, captured, returned, overEdge, shed, flushed, byVessel } = dailyInflow(path, id, days(...fallen))
          fallen.forEach((_, day) => {
            const found = captured[day]! + returned[day]! + overEdge[day]! + shed[day]! + flushed[day]!
            expect(Math.abs(found - runoff[day]!)).toBeLessThanOrEqual(1e-9 * Math.max(1, runoff[day]!))
          })
          const vessels = [...byVessel.values()].reduce((total, each) => total + sum(each), 0)
          expect(vessels).toBeCloseTo(sum(captured), 6)
        }
      }),
      { numRuns: 60 },
    )
  })
  it('metal keeps 0.95 of what is over 0.2 mm, less what a gentle day never loses (worked by hand)', () => {
    // 4 mm in 4 h on 24 m² are far below every limit: 24 · 0.95 · 3.8 L, to a part in a thousand.
    const [captured] = inflow(plain(), days(4)).captured
    expect(captured! / (24 * 0.95 * 3.8)).toBeGreaterThan(0.999)
    expect(captured! / (24 * 0.95 * 3.8)).toBeLessThanOrEqual(1)
  })
  it('half of the wind’s rain is half of the catch', () => {
    const whole = inflow(plain(), days(4)).captured[0]!
    expect(inflow(plain([], { roof: { exposure: 0.5 } }), days(4)).captured[0]! / whole).toBeCloseTo(0.5, 3)
  })
  it('a law asked twice answers the same, and is reckoned once for each depth', () => {
    const [law] = intakeLaws(buildWaterPath(plain()), 'store')
    expect(law!.bring(7.3)).toBe(law!.bring(7.3))
    expect(law!.bring(0)).toEqual({ runoff: 0, passed: 0, gathered: 0 })
  })
  it('a store that is not there is named', () => {
    expect(() => intakeLaws(buildWaterPath(plain()), 'pond')).toThrow(/pond/)
  })
})

describe('a first flush in the daily account', () => {
  const chamber = handFlush('flush', 1.5, 0.0779)
  const litres = chamberVolume(0.0779, 1.5) / LITRE
  it('takes its volume from each wet day when a hand empties it', () => {
    const { flushed, captured } = inflow(plain([chamber]), days(6, 0, 6))
    expect([...flushed]).toEqual([expect.closeTo(litres, 9), 0, expect.closeTo(litres, 9)])
    expect(captured[2]).toBeCloseTo(captured[0]!, 9)
  })
  it('with a slow drip the second of two wet days loses less', () => {
    const slow = handFlush('flush', 1.5, 0.0779, { drain: { kind: 'drip', dropsPerSecond: 0.5 } })
    const { flushed } = inflow(plain([slow]), days(6, 6))
    expect(flushed[1]).toBeLessThan(flushed[0]! / 2)
  })
  it('swallows a shower whole', () => {
    const { captured, flushed, runoff } = inflow(plain([chamber]), days(0.4))
    expect(captured[0]).toBe(0)
    expect(flushed[0]).toBeCloseTo(runoff[0]!, 9)
  })
})

describe('a guard', () => {
  it('loses nothing of a gentle day and some of a cloudburst', () => {
    const lost = (depth: number, guard: boolean) => inflow(plain([], { gutter: { guard } }), days(depth)).overEdge[0]!
    expect(lost(4, true)).toBeCloseTo(lost(4, false), 3)
    expect(lost(120, true)).toBeGreaterThan(lost(120, false))
  })
})

describe('snow', () => {
  it('brings what melts, when it melts', () => {
    const rain = { ...days(5, 5, 5), liquid: Float64Array.from([0, 0, 15]) }
    const { runoff } = inflow(plain(), rain)
    expect([...runoff.slice(0, 2)]).toEqual([0, 0])
    expect(runoff[2]).toBeCloseTo(24 * 0.95 * 14.8, 9)
  })
})

describe('shares of a roof', () => {
  it('of any gutter with an outlet in every stretch make up the whole roof', () => {
    const at = fc.double({ min: 0.2, max: 11.8, noNaN: true })
    fc.assert(
      fc.property(fc.array(at, { maxLength: 3 }), fc.constantFrom(0, 0.005), (highs, fall) => {
        const highPoints = [...new Set(highs)].sort((a, b) => a - b)
        const ends = [0, ...highPoints, 12]
        const outlets = ends.slice(1).map((to, i) => outlet(`o-${i}`, (ends[i]! + to) / 2, 2.4, 'drop'))
        const made: Scheme = {
          ...plain(),
          sections: plain().sections.map((each) => ({ ...each, outline: { kind: 'rectangle', along: 12, across: 4 } })),
          gutters: [gutter('gutter', 'Gutter', 12, outlets, { highPoints, fall })],
        }
        const feeds = buildWaterPath(made).feeds.get('drop')!
        expect(feeds.reduce((total, { share }) => total + share, 0)).toBeCloseTo(1, 9)
      }),
    )
  })
})
