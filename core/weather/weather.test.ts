import { describe, expect, it } from 'vitest'
import { storeLaws } from '../balance'
import { newJob } from '../demo'
import { buildWaterPath } from '../path/waterPath'
import { dayNumber, frostChance, frostSeason, readyRain } from '../rain'
import { runStore } from '../balance/runStore'
import { demandDays } from '../draw/demandDays'
import { chanceFor } from '../standIns/chance'
import { climateOf, hoursOf, MEMBERS, simulatedForecast, simulatedRain } from '../standIns/weatherService'
import {
  forecastInputs,
  bedToday,
  checkForecast,
  comesOn,
  daysLeft,
  drawDown,
  hoursAhead,
  rainBegins,
  FARTHEST,
  frostAhead,
  rainAhead,
  rations,
  type Forecast,
} from '.'

const job = newJob('ahead', 'Ahead', 'en-GB', 'metric')
const scheme = job.schemes[0]!
const ready = readyRain(job.rain, undefined, { site: job.site, seasonFactors: [1, 1, 1, 1] })
const path = buildWaterPath(scheme)
const inputs = forecastInputs(scheme, storeLaws(path, 'store'), 'store', ready.site)
const climate = climateOf(ready, job.site, 41)
const DAY = dayNumber(2026, 5, 1)

describe('the stand-in’s weather', () => {
  it('is the same for a place and a day, and another elsewhere', () => {
    expect(simulatedForecast(climate, DAY)).toEqual(simulatedForecast(climate, DAY))
    expect(simulatedForecast({ ...climate, seed: 42 }, DAY).rain).not.toEqual(simulatedForecast(climate, DAY).rain)
    expect(simulatedForecast(climate, DAY)).toMatchObject({ simulated: true, days: 7 })
    expect(MEMBERS).toBeGreaterThanOrEqual(20)
  })
  it('rains as much in the long run as the climate it is made from', () => {
    const { depths } = simulatedRain(climate, DAY, 365 * 60)
    const mean = ready.rain.depths.reduce((a, b) => a + b, 0) / ready.rain.depths.length
    expect(depths.reduce((a, b) => a + b, 0) / depths.length / mean).toBeCloseTo(1, 1)
  })
  it('errs honestly: what comes lies among its members as one of them, on the first day as on the last', () => {
    // Rank histogram of the sum that is below: a calibrated ensemble puts the truth over its median in half of the days.
    for (const lead of [0, 3, 6]) {
      let over = 0
      let within = 0
      const trials = 600
      for (let k = 0; k < trials; k++) {
        const day = DAY + 9 * k
        const truth = simulatedRain(climate, day + lead, 1).depths[0]! + 1e-6 * chanceFor(k, lead)
        const members = simulatedForecast(climate, day)
          .rain.map((member, m) => member[lead]! + 1e-6 * chanceFor(k, lead, m, 5))
          .sort((a, b) => a - b)
        if (truth > members[MEMBERS / 2]!) over++
        if (truth >= members[Math.floor(0.1 * MEMBERS)]! && truth <= members[Math.ceil(0.9 * MEMBERS) - 1]!) within++
      }
      expect(over / trials, `lead ${lead}`).toBeGreaterThan(0.42)
      expect(over / trials, `lead ${lead}`).toBeLessThan(0.58)
      expect(within / trials, `lead ${lead}`).toBeGreaterThan(0.7)
      expect(within / trials, `lead ${lead}`).toBeLessThan(0.9)
    }
  })
  it('knows the next day better than the seventh', () => {
    const miss = (lead: number) => {
      let sum = 0
      for (let k = 0; k < 200; k++) {
        const truth = simulatedRain(climate, DAY + 9 * k + lead, 1).depths[0]!
        const members = simulatedForecast(climate, DAY + 9 * k).rain.map((member) => member[lead]!)
        sum += Math.abs(members.reduce((a, b) => a + b, 0) / members.length - truth)
      }
      return sum
    }
    expect(miss(0)).toBeLessThan(0.8 * miss(6))
  })
  it('lays each member’s rain in its hours: they make up the day, in one stretch of the wet hours', () => {
    for (const wetHours of [2, 4, 7]) {
      const { hours, rain } = simulatedForecast(climate, DAY, wetHours)
      rain.forEach((member, m) =>
        member.forEach((depth, k) => {
          const own = hours![m]!.slice(24 * k, 24 * k + 24)
          expect(own.reduce((a, b) => a + b, 0)).toBeCloseTo(depth, 9)
          const wet = own.flatMap((each, hour) => (each > 0 ? [hour] : []))
          expect(wet.length).toBe(depth > 0 ? wetHours : 0)
          if (depth > 0) expect(wet.at(-1)! - wet[0]!).toBe(wetHours - 1)
        }),
      )
    }
  })
  it('is honest about the hour: whoever comes by the one told is early enough about nine times in ten', () => {
    for (const lead of [0, 1, 3]) {
      let [early, trials, width] = [0, 0, 0]
      for (let k = 0; trials < 300; k++) {
        const day = DAY + 7 * k
        const depth = simulatedRain(climate, day + lead, 1).depths[0]!
        const by = rainBegins(simulatedForecast(climate, day), day + lead)
        if (depth < 2 || by === undefined) continue
        trials++
        const begins = hoursOf(climate, day + lead, depth, 4).findIndex((each) => each >= 0.1)
        if (begins >= by) early++
        width += Math.abs(begins - by)
      }
      expect(early / trials, `lead ${lead}`).toBeGreaterThan(0.85)
      expect(early / trials, `lead ${lead}`).toBeLessThan(0.98)
      // And it is not early by saying midnight: the next day is known to a few hours.
      if (lead === 0) expect(width / trials).toBeLessThan(5)
    }
  })
  it('tells chance and mean of each hour, by hand', () => {
    const members = 20
    const flat = (rain: number) => Array.from({ length: members }, () => [rain])
    const hours = Array.from({ length: members }, (_, m) => Array.from({ length: 24 }, (_, hour) => (hour === (m < 5 ? 9 : 15) ? 6 : 0)))
    const forecast = { start: DAY, days: 1, rain: flat(6), low: flat(5), high: flat(15), hours, simulated: true }
    expect(checkForecast(forecast)).toBe(forecast)
    const ahead = hoursAhead(forecast, 1)
    expect(ahead[9]).toEqual({ day: DAY, hour: 9, chance: 0.25, mean: 1.5 })
    expect(ahead[15]).toEqual({ day: DAY, hour: 15, chance: 0.75, mean: 4.5 })
    expect(ahead[3]).toMatchObject({ chance: 0, mean: 0 })
    // A tenth of twenty are two of the five early ones.
    expect(rainBegins(forecast, DAY)).toBe(9)
    expect(rainBegins(forecast, DAY + 1)).toBeUndefined()
    expect(rainBegins({ ...forecast, hours: undefined as never }, DAY)).toBeUndefined()
    expect(hoursAhead({ ...forecast, hours: undefined as never }, 1)).toEqual([])
    expect(() => checkForecast({ ...forecast, hours: hours.slice(1) })).toThrow('hours has 19 members')
    expect(() => checkForecast({ ...forecast, hours: hours.map((each) => each.slice(1)) })).toThrow('must have 24 numbers')
    expect(() => checkForecast({ ...forecast, rain: flat(9) })).toThrow('are not its rain')
  })
  it('a forecast that cannot be reckoned with is refused by what is wrong with it', () => {
    const good = simulatedForecast(climate, DAY)
    expect(checkForecast(good)).toBe(good)
    expect(() => checkForecast({ ...good, rain: good.rain.slice(0, 5), low: good.low.slice(0, 5), high: good.high.slice(0, 5) })).toThrow(
      'needs 20 members',
    )
    expect(() => checkForecast({ ...good, low: good.low.slice(1) })).toThrow('low has 29 members')
    expect(() => checkForecast({ ...good, rain: good.rain.map((m) => m.map(() => -1)) })).toThrow('0 to 1850')
    expect(() => checkForecast({ ...good, high: good.high.map((m) => m.slice(2)) })).toThrow('must have 7 numbers')
  })
})

/** What really happens to a store from a day on, in the stand-in's world. */
function truthFrom(day: number, held: number, days: number) {
  const rain = simulatedRain(climate, day, days)
  const wanted = new Float64Array(days)
  for (const demand of inputs.demands) demandDays(demand, rain, ready.site).forEach((each, i) => (wanted[i]! += each))
  return { run: runStore(comesOn(inputs, rain), wanted, inputs.volume, held, 'after-spillage'), wanted }
}

describe('days left', () => {
  it('the 80 % band holds what comes in 70 to 90 % of 300 trials', () => {
    let held = 0
    let trials = 0
    for (let k = 0; trials < 300; k++) {
      const day = DAY + 13 * k
      const litres = inputs.volume * (0.2 + 0.8 * chanceFor(k, 1))
      const left = daysLeft(inputs, litres, rainAhead(ready, simulatedForecast(climate, day), day, FARTHEST))
      const { run, wanted } = truthFrom(day, litres, FARTHEST)
      const found = run.yield.findIndex((drawn, i) => wanted[i]! > 0 && drawn < 0.999 * wanted[i]!)
      const truth = found < 0 ? FARTHEST : found
      // Where no end is seen either way nothing was foretold.
      if (left.low === FARTHEST) continue
      trials++
      // Whole days: the place among the ways by chance where several end on one day (Czado, Gneiting & Held 2009, from memory).
      const below = left.each.filter((each) => each < truth).length / left.each.length
      const upTo = left.each.filter((each) => each <= truth).length / left.each.length
      const place = below + (upTo - below) * chanceFor(k, 3)
      if (place >= 0.1 && place <= 0.9) held++
    }
    expect(held / 300).toBeGreaterThanOrEqual(0.7)
    expect(held / 300).toBeLessThanOrEqual(0.9)
  })
  it('without rain is what is held over what is drawn, closed form', () => {
    const dry = { ...ready, rain: { ...ready.rain, depths: ready.rain.depths.map(() => 0) } }
    const day = dayNumber(2026, 6, 1)
    const ways = rainAhead(dry, undefined, day, FARTHEST)
    const daily = demandDays(inputs.demands[0]!, ways[0]!, ready.site)[0]!
    const left = daysLeft(inputs, 4 * daily + 1, ways)
    expect(left).toMatchObject({ low: 4, middle: 4, high: 4, week: 1, fortnight: 1 })
  })
  it('goes farther with less drawn, and on half of it twice as far', () => {
    const dry = { ...ready, rain: { ...ready.rain, depths: ready.rain.depths.map(() => 0) } }
    const day = dayNumber(2026, 6, 1)
    const ways = rainAhead(dry, undefined, day, FARTHEST)
    const daily = demandDays(inputs.demands[0]!, ways[0]!, ready.site)[0]!
    const offers = rations(inputs, 4 * daily + 1, ways)
    expect(offers.at(-1)).toMatchObject({ share: 0.5, left: { middle: 8 } })
  })
})

describe('drawing down before a storm', () => {
  it('over 200 storms spills less than never, and goes short no more often than two in a hundred more', () => {
    let [never, after, shortNever, shortAfter, storms] = [0, 0, 0, 0, 0]
    const AHEAD = 10
    for (let k = 0; storms < 200; k++) {
      const day = DAY + k
      const { depths } = simulatedRain(climate, day, 3)
      if (depths[0]! + depths[1]! + depths[2]! < 15) continue
      storms++
      const litres = inputs.volume * (0.6 + 0.4 * chanceFor(k, 2))
      const ways = rainAhead(ready, simulatedForecast(climate, day), day, 30)
      const down = drawDown(inputs, litres, ways)
      const as = truthFrom(day, litres, AHEAD)
      const drawn = truthFrom(day, litres - down.litres, AHEAD)
      never += as.run.spill.slice(0, 3).reduce((a, b) => a + b, 0)
      after += drawn.run.spill.slice(0, 3).reduce((a, b) => a + b, 0)
      const short = ({ run, wanted }: typeof as) => run.yield.some((each, i) => each < 0.999 * wanted[i]!)
      if (short(as)) shortNever++
      if (short(drawn)) shortAfter++
    }
    expect(after).toBeLessThan(never)
    expect((shortAfter - shortNever) / 200).toBeLessThanOrEqual(0.02)
  })
  it('lets nothing go where no rain is seen, and never more than it holds', () => {
    const dry: Forecast = {
      ...simulatedForecast(climate, DAY),
      rain: simulatedForecast(climate, DAY).rain.map((member) => member.map(() => 0)),
    }
    expect(drawDown(inputs, inputs.volume, rainAhead(ready, dry, DAY, 30)).litres).toBe(0)
    const flood: Forecast = { ...dry, rain: dry.rain.map((member) => member.map(() => 80)) }
    const down = drawDown(inputs, inputs.volume, rainAhead(ready, flood, DAY, 30))
    expect(down.litres).toBeGreaterThan(0)
    expect(down.litres).toBeLessThanOrEqual(inputs.volume)
    expect(down.spillsAfter).toBeLessThan(down.spills)
  })
})

describe('frost', () => {
  it('is as likely as not where the mean low is nought, closed form', () => {
    expect(frostChance({ low: Array.from({ length: 12 }, () => 0) }, 40)).toBeCloseTo(0.5, 6)
  })
  it('has its season in the cold half of either side of the equator, and none where it never freezes', () => {
    const north = frostSeason(job.site)!
    expect(north.first).toBeGreaterThan(270)
    expect(north.last).toBeLessThan(140)
    const south = frostSeason({ low: job.site.low.map((_, month) => job.site.low[(month + 6) % 12]!) })!
    expect(south.first).toBeGreaterThan(90)
    expect(south.last).toBeLessThan(320)
    expect(frostSeason({ low: Array.from({ length: 12 }, () => 18) })).toBeUndefined()
  })
  it('is told of the first night that more members see than not', () => {
    const night = (k: number) => (k === 3 ? -2 : 4)
    const forecast = {
      ...simulatedForecast(climate, DAY),
      low: Array.from({ length: MEMBERS }, () => Array.from({ length: 7 }, (_, k) => night(k))),
    }
    expect(frostAhead(forecast)).toEqual({ day: DAY + 3, chance: 1 })
  })
})

describe('a bed today', () => {
  const bed = { area: 4, plants: 'vegetables' as const, method: 'can' as const, months: [5, 6, 7, 8, 9] }
  const rain = simulatedRain(climate, dayNumber(2026, 6, 1), 30)
  const still = { ...rain, depths: new Float64Array(30) }
  const none = new Float64Array(30)
  it('wants water after a dry month, and none after a soaking', () => {
    expect(bedToday(bed, still, none, ready.site, 5, [0]).verdict).toBe('water')
    const soaked = { ...still, depths: Float64Array.from({ length: 30 }, (_, k) => (k === 29 ? 120 : 0)) }
    expect(bedToday(bed, soaked, none, ready.site, 5, [0])).toMatchObject({ verdict: 'no', gone: 0 })
  })
  it('waits where rain is all but sure to do it', () => {
    expect(bedToday(bed, still, none, ready.site, 5, [60, 55, 70]).verdict).toBe('wait')
  })
  it('counts what was given: what reaches the roots of it', () => {
    const watered = Float64Array.from({ length: 30 }, (_, k) => (k === 9 ? 100 : 0))
    const few = { ...still, depths: still.depths.slice(0, 10) }
    const before = bedToday(bed, few, none, ready.site, 5, [0]).gone
    // 100 L on 4 m², seven tenths of it at the roots: 17.5 mm.
    expect(bedToday(bed, few, watered, ready.site, 5, [0]).gone).toBeCloseTo(before - 17.5, 6)
  })
})
