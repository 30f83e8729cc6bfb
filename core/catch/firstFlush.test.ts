import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { handFlush } from '../arrangements/parts'
import type { DeviceOf } from '../scheme'
import { FOOT, GRAVITY, INCH, LITRE, SQUARE_FOOT, US_GALLON } from '../units/constants'
import {
  capillaryHold,
  chamberVolume,
  drainLeak,
  drainTime,
  dripFlow,
  flushDay,
  fullPipeMass,
  holeFor,
  wantedWash,
  washDepth,
} from './firstFlush'

const near = (value: number, expected: number, rel: number) => expect(Math.abs(value / expected - 1)).toBeLessThanOrEqual(rel)
const chamber = (drain: DeviceOf<'first-flush'>['drain'], length = 1): DeviceOf<'first-flush'> =>
  handFlush('ff', length, 0.1036, { drain }) as DeviceOf<'first-flush'>

describe('first flush', () => {
  it('first-flush-ten-gallons: 10 and 15 US gal per 1,000 ft² as depth (Texas Manual on Rainwater Harvesting, 2005)', () => {
    near(washDepth(10 * US_GALLON, 1000 * SQUARE_FOOT), 0.4074583333333333, 1e-9)
    near(washDepth(15 * US_GALLON, 1000 * SQUARE_FOOT), 0.6111875, 1e-9)
  })
  it('chamber-3in-6ft: nominal, and with the true Sch 40 bore (pi/4 d2 L)', () => {
    near(chamberVolume(3 * INCH, 6 * FOOT) / LITRE, 8.339999739961536, 1e-6)
    near(chamberVolume(0.0779, 6 * FOOT) / LITRE, 8.716276724116666, 1e-6)
  })
  it('chamber-drain: 1 m of 103.6 mm through 0.5, 1 and 2 mm (Torricelli, integrated)', () => {
    const expected = [32313.418983024705, 8078.354745756176, 2019.588686439044]
    ;[0.0005, 0.001, 0.002].forEach((hole, i) => near(drainTime(0.1036, 1, hole), expected[i]!, 1e-3))
  })
  it('the hole for a chosen time empties in that time', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.04, max: 0.2, noNaN: true }),
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        fc.double({ min: 60, max: 3e5, noNaN: true }),
        (bore, depth, seconds) => {
          near(drainTime(bore, depth, holeFor(bore, depth, seconds)), seconds, 1e-9)
        },
      ),
    )
    // Check value chamber-drain the other way round.
    near(holeFor(0.1036, 1, 8078.354745756176), 0.001, 1e-6)
  })
  it('agrees with the emptying done in small steps', () => {
    let level = 1
    let seconds = 0
    const step = 0.2
    while (level > 1e-4) {
      level -= (0.6 * 0.002 ** 2 * Math.sqrt(2 * GRAVITY * level) * step) / 0.1036 ** 2
      seconds += step
    }
    near(seconds, drainTime(0.1036, 1, 0.002), 0.02)
  })
  it('drop-a-second: 4.32 L a day (arithmetic; drop size is common practice)', () => {
    near((dripFlow(1) * 86_400) / LITRE, 4.32, 1e-9)
  })
  it('capillary-hold: 0.5, 1 and 2 mm hold 59.5, 29.8 and 14.9 mm (4 sigma / (rho g d))', () => {
    const expected = [59.5, 29.8, 14.9]
    ;[0.0005, 0.001, 0.002].forEach((hole, i) => near(capillaryHold(hole) * 1000, expected[i]!, 0.02))
  })
  it('drain-leak: 1 mm under 1 m lets 7.513 L an hour by (orifice equation)', () => {
    near((drainLeak(0.001, 1) * 3600) / LITRE, 7.513, 0.002)
  })
  it('full-pipe-weight: a metre of 4 in and of 3 in Sch 40 (geometry)', () => {
    near(fullPipeMass(0.1023), 8.203, 1e-3)
    near(fullPipeMass(0.0779), 4.757, 1e-3)
  })
  it('a hole wider than the bore is refused by name', () => {
    expect(() => drainTime(0.08, 1, 0.09)).toThrow(/^hole/)
  })
})

describe('a day of it', () => {
  const volume = chamberVolume(0.1036, 1) / LITRE
  it('fills before it lets anything by, and a hand empties it by night', () => {
    expect(flushDay(chamber({ kind: 'hand-valve', emptied: 'each-rain' }), 0, 100, 4)).toEqual({
      held: 0,
      flushed: expect.closeTo(volume, 9),
    })
    expect(flushDay(chamber({ kind: 'hand-valve', emptied: 'each-rain' }), 0, 3, 4)).toEqual({ held: 0, flushed: 3 })
  })
  it('a hole of 2 mm empties it before the next day, down to what its surface holds', () => {
    const { held, flushed } = flushDay(chamber({ kind: 'hole', bore: 0.002 }), 0, 1000, 4)
    expect(held).toBeCloseTo((volume * capillaryHold(0.002)) / 1, 6)
    expect(flushed).toBeCloseTo(volume + drainLeak(0.002, 1) * 4 * 3600 * 1000, 6)
  })
  it('a drop a second is slower than a night: the next rain finds it half full', () => {
    const wet = flushDay(chamber({ kind: 'drip', dropsPerSecond: 1 }), 0, 50, 4)
    expect(wet.held).toBeCloseTo(volume - (4.32 * 20) / 24, 6)
    const next = flushDay(chamber({ kind: 'drip', dropsPerSecond: 1 }), wet.held, 50, 4)
    expect(next.flushed).toBeLessThan(wet.flushed)
  })
  it('never takes more than there is nor holds more than it can', () => {
    const drain = fc.oneof(
      fc.record({ kind: fc.constant('drip' as const), dropsPerSecond: fc.double({ min: 0, max: 10, noNaN: true }) }),
      fc.record({ kind: fc.constant('hole' as const), bore: fc.double({ min: 0.0005, max: 0.01, noNaN: true }) }),
      fc.constant({ kind: 'hand-valve' as const, emptied: 'each-rain' as const }),
    )
    fc.assert(
      fc.property(
        drain,
        fc.double({ min: 0.2, max: 4, noNaN: true }),
        fc.array(fc.double({ min: 0, max: 80, noNaN: true }), { maxLength: 30 }),
        (by, length, days) => {
          const own = chamber(by, length)
          const most = chamberVolume(0.1036, length) / LITRE
          let held = 0
          for (const water of days) {
            const day = flushDay(own, held, water, 4)
            expect(day.flushed).toBeGreaterThanOrEqual(0)
            expect(day.flushed).toBeLessThanOrEqual(water + 1e-12)
            expect(day.held).toBeGreaterThanOrEqual(0)
            expect(day.held).toBeLessThanOrEqual(most + 1e-9)
            held = day.held
          }
        },
      ),
    )
  })
  it('wants more after more dry days, up to its most', () => {
    expect(wantedWash(2, 0)).toBe(0)
    expect(wantedWash(2, 5)).toBeCloseTo(2 * (1 - Math.exp(-1)), 12)
    expect(wantedWash(2, 300)).toBeCloseTo(2, 9)
  })
})
