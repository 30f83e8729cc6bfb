import { describe, expect, it } from 'vitest'
import { storeLaws } from '../balance'
import { newJob } from '../demo'
import { buildWaterPath } from '../path/waterPath'
import type { Demand, DemandOf } from '../scheme'
import { calendarOf, dayNumber, frostChance, frostSeason, readyRain } from '../rain'
import { runStore } from '../balance/runStore'
import { demandDays } from '../draw/demandDays'
import { chanceFor } from '../standIns/chance'
import { climateOf, hoursOf, MEMBERS, simulatedForecast, simulatedRain } from '../standIns/weatherService'
import {
  ALL,
  chanceOf,
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
  monthOf,
  nextOn,
  quantileOf,
  rainAhead,
  rations,
  wantedOn,
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
    // As much as ever fell in a day (1,825 mm at Foc-Foc, WMO), and no more.
    const each = (depth: number) => ({ ...good, hours: undefined as never, rain: good.rain.map((m) => m.map(() => depth)) })
    expect(checkForecast(each(1850)).rain[0]![0]).toBe(1850)
    expect(() => checkForecast(each(1850.1))).toThrow('0 to 1850')
    expect(checkForecast(each(0)).rain[0]![0]).toBe(0)
    expect(rainBegins(good, DAY - 1)).toBeUndefined()
    expect(rainBegins(good, DAY + good.days)).toBeUndefined()
    expect(rainBegins({ ...good, hours: good.hours!.map((m) => m.map(() => 0)) }, DAY)).toBeUndefined()
  })
})

/** A record of whole years whose every depth is its own number, so that a way on tells where it was taken from. */
function numbered(from: number, years: number) {
  const start = dayNumber(from, 1, 1)
  const calendar = calendarOf(start, dayNumber(from + years, 1, 1) - start)
  return { rain: { depths: Float64Array.from(calendar.month, (_, day) => day), ...calendar } }
}

describe('ways in which rain may go on', () => {
  const at = (year: number, month: number, day: number) => dayNumber(year, month, day) - dayNumber(2001, 1, 1)
  it('are the same season of every year of the record, then of neighbouring weeks, until there are sixty', () => {
    const ways = rainAhead(numbered(2001, 10), undefined, dayNumber(2026, 5, 1), 30)
    expect(ways).toHaveLength(60)
    expect(ways.slice(0, 3).map(({ depths }) => depths[0])).toEqual([at(2001, 5, 1), at(2002, 5, 1), at(2003, 5, 1)])
    expect([ways[10]!.depths[0], ways[20]!.depths[0]]).toEqual([at(2001, 5, 8), at(2001, 4, 24)])
    expect([...ways[0]!.depths.slice(0, 4)]).toEqual([0, 1, 2, 3].map((k) => at(2001, 5, 1) + k))
    expect(ways[0]!.month[0]).toBe(4)
    expect(rainAhead(numbered(2001, 90), undefined, dayNumber(2026, 5, 1), 3)).toHaveLength(90)
  })
  it('a record that ends goes on with its beginning, and one that begins had its end before', () => {
    const [first] = rainAhead(numbered(2001, 1), undefined, dayNumber(2026, 12, 30), 4)
    expect([...first!.depths]).toEqual([363, 364, 0, 1])
    const early = rainAhead(numbered(2001, 1), undefined, dayNumber(2026, 1, 1), 1).map(({ depths }) => depths[0])
    expect(early.slice(0, 3)).toEqual([0, 7, 365 - 7])
  })
  it('the last day of a leap year is the last day of every year', () => {
    // The thirty-first of December 2024 is day 366; 2001 to 2003 have none.
    const ways = rainAhead(numbered(2001, 4), undefined, dayNumber(2024, 12, 31), 2)
    expect(ways.slice(0, 4).map(({ depths }) => depths[0])).toEqual([2001, 2002, 2003, 2004].map((year) => at(year, 12, 31)))
  })
  it('a record without that day is begun where it would be', () => {
    const start = dayNumber(2001, 6, 1)
    const short = { rain: { depths: Float64Array.from({ length: 30 }, (_, day) => day), ...calendarOf(start, 30) } }
    expect(rainAhead(short, undefined, dayNumber(2026, 1, 5), 2)[0]!.depths[0]).toBe(5)
    expect(() => rainAhead({ rain: { ...short.rain, depths: new Float64Array(0) } }, undefined, start, 2)).toThrow(/at least one day/)
  })
  it('go by the forecast for its own days, whether it begins before, with or after them', () => {
    const day = dayNumber(2026, 5, 1)
    const forecast = (start: number) => ({
      ...simulatedForecast(climate, day),
      start,
      rain: [
        [901, 902, 903],
        [801, 802, 803],
      ],
    })
    const [one, other, third] = rainAhead(numbered(2001, 10), forecast(day), day, 5)
    expect([...one!.depths]).toEqual([901, 902, 903, at(2001, 5, 4), at(2001, 5, 5)])
    expect([...other!.depths.slice(0, 3)]).toEqual([801, 802, 803])
    expect(third!.depths[0]).toBe(901)
    const [before] = rainAhead(numbered(2001, 10), forecast(day - 1), day, 5)
    expect([...before!.depths.slice(0, 3)]).toEqual([902, 903, at(2001, 5, 3)])
    const [after] = rainAhead(numbered(2001, 10), forecast(day + 3), day, 5)
    expect([...after!.depths]).toEqual([at(2001, 5, 1), at(2001, 5, 2), at(2001, 5, 3), 901, 902])
  })
})

describe('days of the year', () => {
  it('a yearly day is the next one at or after another', () => {
    expect(nextOn(60, dayNumber(2026, 3, 1), 2026)).toBe(dayNumber(2026, 3, 1))
    expect(nextOn(60, dayNumber(2026, 3, 2), 2026)).toBe(dayNumber(2027, 3, 1))
    expect(nextOn(1, dayNumber(2026, 12, 31), 2026)).toBe(dayNumber(2027, 1, 1))
  })
  it('a month is counted from nought', () => {
    expect([monthOf(dayNumber(2026, 1, 31)), monthOf(dayNumber(2026, 12, 1))]).toEqual([0, 11])
  })
})

describe('a share of what is sorted', () => {
  it('is on the line between two, the only one of one, and nothing of none', () => {
    expect(quantileOf([10, 20, 40], 0.5)).toBe(20)
    expect(quantileOf([10, 20, 40], 0.75)).toBe(30)
    expect(quantileOf([10, 20, 40], 1)).toBe(40)
    expect(quantileOf([7], 0.9)).toBe(7)
    expect(quantileOf([], 0.5)).toBeNaN()
    expect(chanceOf([], () => true)).toBe(0)
  })
})

const sumOf = (litres: Float64Array) => litres.reduce((a, b) => a + b, 0)

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

describe('making do', () => {
  const two = {
    ...inputs,
    demands: [
      { ...inputs.demands[0]!, id: 'first', priority: 1 },
      { ...inputs.demands[0]!, id: 'last', priority: 2 },
    ],
  }
  it('the last in rank goes without first; then what is left is halved', () => {
    const ways = rainAhead(ready, undefined, DAY, 10)
    expect(rations(two, 100, ways).map(({ without, share }) => [without, share])).toEqual([
      [['last'], 1],
      [['last'], 0.5],
    ])
    expect(rations(inputs, 100, ways).map(({ without, share }) => [without, share])).toEqual([[[], 0.5]])
  })
  it('a site that catches half of its plan gets half of it, and an unknown store nothing', () => {
    const [way] = rainAhead(ready, undefined, DAY, 200)
    expect(sumOf(comesOn(inputs, way!))).toBeGreaterThan(0)
    expect(sumOf(comesOn(inputs, way!, 0.5))).toBeCloseTo(0.5 * sumOf(comesOn(inputs, way!)), 9)
    expect(sumOf(comesOn({ ...inputs, store: 'none' }, way!))).toBe(0)
  })
})

describe('drawing down before a storm', () => {
  /** The same depth on every day of every way. */
  const waysOf = (depth: number) =>
    rainAhead(ready, undefined, DAY, 30).map((way) => ({ ...way, depths: new Float64Array(30).fill(depth) }))
  it('a steady rain of known litres, by hand: room, what is sure, what spills before and after', () => {
    const ways = waysOf(10)
    const daily = comesOn(inputs, ways[0]!)[5]!
    const soon = 3 * daily
    const held = inputs.volume - 20
    const down = drawDown({ ...inputs, demands: [] }, held, ways)
    expect(down).toMatchObject({ room: 20, days: 3, short: 0, shortAfter: 0, notFull: 0 })
    expect(down.sure).toBeCloseTo(soon, 0)
    expect(down.spills).toBeCloseTo(soon - 20, 0)
    expect(down.litres).toBeCloseTo(Math.min(held, down.sure - 20), 6)
    expect(down.spillsAfter).toBeCloseTo(Math.max(0, down.spills - down.litres), 6)
    // Held over the full mark there is no room, and never less than none.
    expect(drawDown(inputs, inputs.volume + 30, ways).room).toBe(0)
  })
  it('what would make it go short is not let go, and the risk is that of what is done', () => {
    const ways = waysOf(0)
    // Half of what it holds, over the ten days that are kept in hand.
    const whole = sumOf(wantedOn(inputs, ways[0]!, ALL).slice(0, 10))
    const part = (0.5 * inputs.volume) / whole
    const modest = { ...inputs, demands: inputs.demands.map((each) => ({ ...each, can: part * (each as DemandOf<'cans'>).can }) as Demand) }
    expect(sumOf(wantedOn(modest, ways[0]!, ALL).slice(0, 10))).toBeCloseTo(0.5 * inputs.volume, 9)
    expect(drawDown(modest, 0.5 * inputs.volume + 1, ways)).toMatchObject({ litres: 0, short: 0, shortAfter: 0, notFull: 1 })
    expect(drawDown(modest, 0.4 * inputs.volume, ways)).toMatchObject({ litres: 0, short: 1, shortAfter: 1 })
    // One big rain in two ways of three, none in the third: what those that stay dry need for ten days is kept.
    const mixed = ways.map((way, k) =>
      k % 10 === 0 ? way : { ...way, depths: Float64Array.from(way.depths, (_, day) => (day === 1 ? 60 : 0)) },
    )
    const down = drawDown(modest, inputs.volume, mixed)
    expect(down.sure).toBeGreaterThan(inputs.volume)
    expect(down.litres).toBeGreaterThan(0.3 * inputs.volume)
    expect(down.litres).toBeLessThanOrEqual(0.5 * inputs.volume)
    expect(down).toMatchObject({ short: 0, shortAfter: 0, notFull: expect.closeTo(0.1, 1) as number })
  })
  it('less than a twentieth of a full store is not worth the walk', () => {
    const ways = waysOf(4)
    const free = { ...inputs, demands: [] }
    const { sure } = drawDown(free, inputs.volume, ways)
    const letGo = (over: number) => drawDown(free, inputs.volume - sure + over * inputs.volume, ways).litres
    expect(letGo(0.06)).toBeCloseTo(0.06 * inputs.volume, 6)
    expect(letGo(0.04)).toBe(0)
  })
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
  it('waits for four fifths of what is seen, and for no shower: by how much it is over the line is what has to come', () => {
    const verdict = (mm: number, days: number) =>
      bedToday(bed, { ...still, depths: new Float64Array(days) }, new Float64Array(days), ready.site, 5, [mm])
    let days = 1
    while (!verdict(0, days).thirsty) days++
    const { gone, holds } = verdict(0, days)
    const over = gone - 0.5 * holds
    expect(over).toBeGreaterThan(0)
    const line = Math.max(5, over / 0.8)
    expect(verdict(line + 0.1, days).verdict).toBe('wait')
    expect(verdict(line - 0.1, days).verdict).toBe('water')
    // A month later it is far over the line.
    const dry = verdict(0, 30)
    const far = (dry.gone - 0.5 * dry.holds) / 0.8
    expect(far).toBeGreaterThan(6)
    expect([verdict(far - 0.1, 30).verdict, verdict(far + 0.1, 30).verdict]).toEqual(['water', 'wait'])
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
