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
import { outletDesign } from '../catch/designFlow'
import { chamberVolume } from '../catch/firstFlush'
import { intakeLimits, outletLimits } from '../catch/intakeLimits'
import { ownFeeds } from '../catch/joinedPipes'
import { designCapacity } from '../gutter/capacity'
import { discFlow } from '../pipe/screens'
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
    expect(law!.bring(0)).toEqual({ runoff: 0, passed: 0, gathered: 0, joined: [] })
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

/** A day's mean flows by brute force: the same rain at many intensities, weighed by the exponential. */
function byIntensity(of: (times: number) => number): number {
  const steps = 40_000
  let total = 0
  for (let i = 0; i < steps; i++) total += of(-Math.log(1 - (i + 0.5) / steps))
  return total / steps
}
/** Litres a day of one m³/s through the four wet hours. */
const PER_FLOW = (4 * 3600) / LITRE

describe('two outlets on one fall', () => {
  /** The plain roof with a hole half-way, which leads to a second butt beside the first. */
  function partWay(bore: number): Scheme {
    const whole = plain()
    const [gutterOf] = whole.gutters
    const [butt] = whole.stores[0]!.vessels
    return {
      ...whole,
      gutters: [{ ...gutterOf!, outlets: [outlet('half', 3, 2.415, 'half-drop', { bore }), ...gutterOf!.outlets] }],
      drops: [...whole.drops, drop('half-drop', 'Half-way', [], into('half-butt'))],
      stores: [...whole.stores, store('half-store', 'Half', [{ ...butt!, id: 'half-butt' }])],
    }
  }
  it('the hole half-way takes what comes to it, and the low one its own half: the same, where neither is too small', () => {
    const path = buildWaterPath(partWay(0.063))
    const [half, low] = ['half-store', 'store'].map((id) => dailyInflow(path, id, days(4)))
    // Half of the roof and not quite all of the hardest minutes: 12 m² · 0.95 · 3.8 L.
    for (const each of [half, low]) expect(each!.runoff[0]! / (12 * 0.95 * 3.8)).toBeCloseTo(1, 4)
    expect(half!.captured[0]! / low!.captured[0]!).toBeCloseTo(1, 3)
  })
  it('what a small hole half-way cannot take goes on to the low one: by forty thousand intensities', () => {
    const path = buildWaterPath(partWay(0.012))
    const [half, low] = ['half-store', 'store'].map((id) => dailyInflow(path, id, days(30)))
    const shed = 12 * 0.95 * 29.8
    const hole = outletLimits(path.feeds.get('half-drop')![0]!).outlet * PER_FLOW
    const lower = outletLimits(path.feeds.get('drop')![0]!)
    const cap = Math.min(lower.gutter, lower.outlet) * PER_FLOW
    const mean = byIntensity((x) => Math.min(shed * x, hole))
    expect(half!.captured[0]! / mean).toBeCloseTo(1, 3)
    const pipe = intakeLimits(path, path.intakes.get('store')![0]!, 0.5).pipe * PER_FLOW
    const rest = byIntensity((x) => Math.min(pipe, cap, shed * x + Math.max(0, shed * x - hole)))
    expect(low!.captured[0]! / rest).toBeCloseTo(1, 2)
    expect(low!.captured[0]!).toBeGreaterThan(1.2 * half!.captured[0]!)
    // What one hands on is the other's: together they have the whole roof's water.
    expect(half!.runoff[0]! + low!.runoff[0]!).toBeCloseTo(2 * shed, 6)
  })
  it('in the design rain the low outlet gets what the hole above it lets by', () => {
    const [first, second] = outletDesign(buildWaterPath(partWay(0.012))).toSorted((a, b) => a.arriving - b.arriving)
    expect(first!.outlet.id).toBe('half')
    expect(first!.down).toBeCloseTo(first!.limits.outlet, 12)
    expect(first!.down + second!.arriving).toBeCloseTo((75 * 24) / 3.6e6, 12)
  })
  it('an outlet with gutter on both sides is brought what each side can bring by itself (RULES 11)', () => {
    const both = plain([], { gutter: { outlets: [outlet('mid', 2, 2.4, 'drop', { bore: 0.1 })] } })
    const { gutters, ...rest } = both
    const [feed] = buildWaterPath({ ...rest, gutters }).feeds.get('drop')!
    expect(outletLimits(feed!).gutter).toBeCloseTo(designCapacity(gutters[0]!, 2) + designCapacity(gutters[0]!, 4), 12)
  })
})

describe('a pipe that joins another', () => {
  /** Both halves of the plain roof, each with its own pipe; the second ends in the first. */
  function joined(parts: Device[]): Scheme {
    const whole = plain()
    return {
      ...whole,
      gutters: [{ ...whole.gutters[0]!, highPoints: [3], outlets: [...whole.gutters[0]!.outlets, outlet('left', 0, 2.4, 'other')] }],
      drops: [...whole.drops, drop('other', 'Other', parts, { kind: 'drop', drop: 'drop' })],
    }
  }
  it('without parts of its own changes nothing', () => {
    const [with_, without] = [joined([]), plain()].map((each) => inflow(each, days(4)).captured[0]!)
    expect(with_! / without!).toBeCloseTo(1, 3)
  })
  it('loses its own first flush before it joins', () => {
    const { flushed, captured, runoff } = inflow(joined([handFlush('flush', 1.5, 0.0779)]), days(6, 6))
    const litres = chamberVolume(0.0779, 1.5) / LITRE
    expect([...flushed]).toEqual([expect.closeTo(litres, 6), expect.closeTo(litres, 6)])
    expect(runoff[0]! - captured[0]! - litres).toBeLessThan(0.02 * runoff[0]!)
  })
  it('swallows no more than its own half of a shower', () => {
    const { flushed, runoff } = inflow(joined([handFlush('flush', 3, 0.1)]), days(0.6))
    expect(flushed[0]! / runoff[0]!).toBeCloseTo(0.5, 3)
  })
  it('a narrow head in it holds back its own half, not the other', () => {
    const head: Device = { kind: 'rain-head', id: 'head', mesh: 0.0009, disc: 0.05, gap: 0.03, height: 0.1, bore: 0.064 }
    const narrow = inflow(joined([head]), days(60))
    const path = buildWaterPath(joined([head]))
    const passes = discFlow(0.05) * PER_FLOW
    const half = 12 * 0.95 * 59.8
    const [own] = ownFeeds(path, 'drop')
    const cap = Math.min(outletLimits(own!).gutter, outletLimits(own!).outlet) * PER_FLOW
    const pipe = intakeLimits(path, path.intakes.get('store')![0]!, 0.5).pipe * PER_FLOW
    const mean = byIntensity((x) => Math.min(pipe, Math.min(half * x, passes) + Math.min(half * x, cap)))
    expect(narrow.captured[0]! / mean).toBeCloseTo(1, 2)
  })
})

describe('a filter before a first flush', () => {
  const filter: Device = { kind: 'filter', id: 'filter', mesh: 0.0005, passes: 0.8, height: 0.2 }
  const flush = handFlush('flush', 1.5, 0.0779)
  it('throws its share off first: a shower of less than the chamber is shed in part and flushed in part', () => {
    const { shed, flushed, runoff, captured } = inflow(plain([filter, flush]), days(0.4))
    expect(captured[0]).toBe(0)
    expect(shed[0]! / runoff[0]!).toBeCloseTo(0.2, 6)
    expect(flushed[0]! / runoff[0]!).toBeCloseTo(0.8, 6)
  })
  it('behind it, is spared the flush’s share', () => {
    const [before, after] = [
      [filter, flush],
      [flush, filter],
    ].map((parts) => inflow(plain(parts), days(10)).shed[0]!)
    expect(before! - after!).toBeCloseTo((0.2 * chamberVolume(0.0779, 1.5)) / LITRE, 6)
  })
})

describe('a guard', () => {
  it('loses `0.1·(1 + x)·e^(−x)` with x = 40/ī where gutter, hole and pipe take all that comes (closed form)', () => {
    const wide = { guard: true, width: 0.5, depth: 0.25, outlets: [outlet('outlet', 6, 2.4, 'drop', { bore: 0.2 })] }
    const of = plain([], { gutter: wide })
    of.drops[0]!.bore = 0.2
    const lost = (depth: number) => inflow(of, days(depth)).overEdge[0]! / inflow(of, days(depth)).runoff[0]!
    for (const depth of [4, 40, 100, 400]) {
      const x = 40 / (depth / 4)
      expect(lost(depth)).toBeCloseTo(0.1 * (1 + x) * Math.exp(-x), 4)
    }
  })
  it('loses the hard minutes’ share before gutter and hole, which would not have taken all of it', () => {
    const small = { guard: true, outlets: [outlet('outlet', 6, 2.4, 'drop', { bore: 0.02 })] }
    const of = plain([], { gutter: small })
    const path = buildWaterPath(of)
    const limits = outletLimits(path.feeds.get('drop')![0]!)
    const cap = Math.min(limits.gutter, limits.outlet) * PER_FLOW
    const shed = 24 * 0.95 * 79.8
    const heavy = (40 * 4) / 80
    const mean = byIntensity((x) => Math.min(cap, shed * x * (x > heavy ? 0.9 : 1)))
    expect(inflow(of, days(80)).captured[0]! / mean).toBeCloseTo(1, 2)
  })
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
