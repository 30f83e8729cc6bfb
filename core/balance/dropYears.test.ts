import { hoseOf } from '../layout'
import { describe, expect, it } from 'vitest'
import { chamberVolume } from '../catch/firstFlush'
import { hoseFlow } from '../catch/hoseFlow'
import { withyHard } from '../demo'
import { fitRecipe, freshDevice, trainPlace } from '../edits'
import { buildWaterPath } from '../path/waterPath'
import { calendarOf, dayNumber } from '../rain'
import { dailyRunoff, runoffLaw } from '../roof/runoff'
import type { DeviceOf } from '../scheme'
import { usableVolume } from '../vessel/usable'
import { catchByHose, catchVariants, flushYears } from './dropYears'

const boathouse = () => withyHard().schemes[0]!
const rain = (...depths: number[]) => ({ depths: Float64Array.from(depths), ...calendarOf(dayNumber(2024, 3, 1), depths.length) })
const path = buildWaterPath(boathouse())
const intake = path.intakes.get('butt-store')![0]!
const trough = intake.device as DeviceOf<'ring-trough'>

describe('catch by hose', () => {
  it('agrees with the exponential integrated in fine steps, hose by hose', () => {
    const depths = [3, 12, 30]
    const usable = usableVolume(path, 'butt-store')
    const law = runoffLaw(boathouse().sections[0]!)
    const fall = 1.34 - Math.max(0.48 + 0.823, (usable.top + usable.bottom) / 2)
    /** Film and hose held against the flow at fifty thousand intensities. */
    const bySteps = (bore: number): number => {
      const cap = Math.min(hoseFlow({ ...hoseOf(path.layout, trough), bore }, fall) / 0.9, 0.00137)
      return depths.reduce((sum, depth) => {
        const litres = dailyRunoff(law, depth)
        const mean = litres / (5 * 3600) / 1000
        const steps = 50_000
        let caught = 0
        for (let i = 0; i < steps; i++) caught += Math.min(cap, mean * -Math.log(1 - (i + 0.5) / steps))
        return sum + (0.9 * litres * caught) / steps / mean
      }, 0)
    }
    for (const { bore, litres } of catchByHose(path, intake, rain(...depths))) {
      const expected = (bySteps(bore) / depths.length) * 365.25
      expect(Math.abs(litres / expected - 1)).toBeLessThan(0.002)
    }
  })
  it('a wider hose never catches less; the one that is there gains nothing on itself', () => {
    const rows = catchByHose(path, intake, rain(2, 0, 8, 25, 60))
    rows.slice(1).forEach((row, i) => expect(row.litres).toBeGreaterThanOrEqual(rows[i]!.litres))
    expect(rows.find(({ bore }) => bore === 0.025)!.gains).toBe(0)
    for (const { share } of rows) expect(share).toBeLessThanOrEqual(0.9)
  })
  it('more head never catches less, and twice the film from rain that no limit meets is twice the catch', () => {
    const variants = catchVariants(path, intake, rain(0.5, 0.4, 25, 60))
    for (const { change, gains } of variants) if (change === 'head') expect(gains).toBeGreaterThanOrEqual(0)
    const gentle = catchVariants(path, intake, rain(0.5, 0.4))
    const half = gentle.find(({ change, to }) => change === 'film' && to === 0.5)!
    const own = catchByHose(path, intake, rain(0.5, 0.4)).find(({ bore }) => bore === 0.025)!
    expect(half.litres / own.litres).toBeCloseTo(0.5 / 0.9, 3)
  })
  it('asks for a hose', () => {
    const full = buildWaterPath(
      fitRecipe(boathouse(), 'river-drop', 'butt', 'full-take', { flow: 1e-3, flush: 0, run: 1, system: 'metric' }),
    )
    expect(() => catchByHose(full, full.intakes.get('butt-store')![0]!, rain(1))).toThrow('hose')
  })
})

describe('a first flush over the years', () => {
  const place = trainPlace(boathouse(), 'river-drop', 'butt')
  const valve = freshDevice('first-flush', 'f', place) as DeviceOf<'first-flush'>
  it('emptied after each rain it takes its volume from every rain that has as much, and swallows those that have not', () => {
    // Volume 20 L; 41 m² bring 30 L on 1 mm (0.95 · 0.8 · 41), 11.7 L on 0.5 mm.
    const [year] = flushYears(path, intake, rain(1, 0.5, 0, 1, 0.5), valve, [0.02], 41)
    expect(year!.swallowed).toBeCloseTo(0.5, 9)
    const perDay = year!.litres / 365.25
    expect(perDay * 5).toBeGreaterThan(2 * 20 + 2 * 11)
    expect(perDay * 5).toBeLessThan(2 * 20 + 2 * 12)
    expect(year!.depth).toBeCloseTo(0.02 / 41 / 1e-3, 12)
  })
  it('its share is of all that comes to it: where every rain is swallowed, all', () => {
    const [all, half] = flushYears(path, intake, rain(0.5, 0, 0.5), valve, [0.05, 0.0058], 41)
    expect(all!.share).toBeCloseTo(1, 9)
    expect(half!.share).toBeCloseTo(half!.litres / all!.litres, 9)
    expect(half!.share).toBeLessThan(0.6)
  })
  it('a larger one throws away no less', () => {
    const volumes = [0.005, 0.01, 0.02, 0.04]
    const rows = flushYears(path, intake, rain(1, 4, 0, 0, 9, 2, 30), valve, volumes, 41)
    rows.slice(1).forEach((row, i) => {
      expect(row.litres).toBeGreaterThanOrEqual(rows[i]!.litres)
      expect(row.swallowed).toBeGreaterThanOrEqual(rows[i]!.swallowed)
    })
    expect(chamberVolume(valve.bore, valve.length)).toBeGreaterThan(0)
  })
})
