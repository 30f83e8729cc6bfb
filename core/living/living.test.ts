import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { setSiteCatch, setSiteWetting } from '../edits'
import { demoJobs, demoRecords, newJob, withDemoLogs } from '../demo'
import { meanWetting, sectionsInto, tellsCatch, writeMoment } from '../log'
import { buildWaterPath, jobProblems } from '../path'
import { dayNumber, readyRain } from '../rain'
import { runoffLaw } from '../roof'
import { checkShape, job as jobSchema, type Entry, type Job } from '../scheme'
import { climateOf, seedOf, simulatedForecast, type RealityOptions } from '../standIns'
import { HALF_YEAR, liveHalfYear, START } from '../standIns/twinYears'
import type { Forecast } from '../weather'
import { fitOf, isShutDown, living, lossFigure, MOST_LINES, standsTo, type Living } from '.'

const records = demoRecords()
const rainOfJob = (job: Job) =>
  readyRain(
    job.rain,
    records.find(({ id }) => 'record' in job.rain && id === job.rain.record),
    job,
  )
function read(job: Job, today: number, forecast?: Forecast): Living {
  const ready = rainOfJob(job)
  return living(job, ready, forecast ?? simulatedForecast(climateOf(ready, job.site, seedOf(job.id)), today), today)
}
const flat = (today: number, rain: number, low: number): Forecast => ({
  start: today,
  days: 7,
  rain: Array.from({ length: 20 }, () => Array.from({ length: 7 }, () => rain)),
  low: Array.from({ length: 20 }, () => Array.from({ length: 7 }, () => low)),
  high: Array.from({ length: 20 }, () => Array.from({ length: 7 }, () => low + 8)),
  simulated: true,
})

describe.each([dayNumber(2026, 11, 29), dayNumber(2027, 2, 14), dayNumber(2026, 8, 20)])('the demo lived with up to day %i', (today) => {
  const jobs = withDemoLogs(demoJobs(), records, today)
  it('is whole: every log of the form of a file, nothing of it in the future', () => {
    for (const job of jobs) {
      expect(checkShape(jobSchema, job)).toEqual([])
      expect(jobProblems(job)).toEqual([])
      for (const { at } of job.log.entries)
        expect(at.slice(0, 10) <= new Date((today + 1) * 86_400_000).toISOString().slice(0, 10)).toBe(true)
    }
  })
  it('two years of it, and a week of the others', () => {
    const [boathouse, studio, shelter] = jobs.map((job) => job.log.entries.length)
    expect(shelter).toBeGreaterThan(400)
    expect(boathouse).toBeLessThan(40)
    expect(studio).toBeLessThan(40)
  })
  it('never says more than five things at once, the worst first', () => {
    for (const job of jobs) {
      const { lines } = read(job, today)
      expect(lines.length).toBeLessThanOrEqual(MOST_LINES)
      expect(lines.map(({ weight }) => weight)).toEqual(lines.map(({ weight }) => weight).toSorted((a, b) => b - a))
    }
  })
})

describe('the leak that began in the second June', () => {
  const today = dayNumber(2026, 11, 29)
  const shelter = withDemoLogs(demoJobs(), records, today)[2]!
  const { stores } = read(shelter, today)
  it('is named first, from about then on, and its height is within what is said of it', () => {
    const [worst] = stores[0]!.diagnosis!.suspects
    expect(worst).toMatchObject({ cause: 'leak' })
    expect(Math.abs(worst!.since! / 1440 - dayNumber(2026, 6, 1))).toBeLessThan(45)
    const floor = shelter.schemes[0]!.stores[0]!.vessels[0]!.body.floor
    expect(worst!.leak!.low - floor).toBeLessThan(0.31)
    expect(worst!.leak!.high - floor).toBeGreaterThan(0.31)
  })
  it('is weighed only against what this scheme can have: no first flush, no link, no second pipe', () => {
    const causes = stores[0]!.diagnosis!.suspects.map(({ cause }) => cause)
    for (const cause of ['swallowed', 'linkShut', 'intakeShort']) expect(causes).not.toContain(cause)
    expect(causes).toEqual(expect.arrayContaining(['sound', 'partly', 'limited', 'soaked', 'leak', 'unlogged']))
  })
  it('is nothing that the year before shows', () => {
    const may = dayNumber(2026, 5, 20)
    const before = read({ ...shelter, log: { ...shelter.log, entries: shelter.log.entries.filter(({ at }) => at < '2026-05-20') } }, may)
    const sound = before.stores[0]!.diagnosis!.suspects.find(({ cause }) => cause === 'sound')!
    expect(sound.odds).toBeGreaterThan(0.15)
  })
})

describe('today', () => {
  const today = dayNumber(2026, 6, 10)
  const [boathouse, studio] = withDemoLogs(demoJobs(), records, today)
  const ids = (answer: Living) => answer.lines.map(({ id }) => id)
  it('frost comes before all else, and not once it is shut down', () => {
    expect(ids(read(boathouse!, today, flat(today, 0, -3)))[0]).toBe('frost')
    const shut: Entry = { kind: 'season', id: 'shut', at: writeMoment(today, 400, 0), to: 'shut-down' }
    const closed = { ...boathouse!, log: { ...boathouse!.log, entries: [...boathouse!.log.entries, shut] } }
    expect(isShutDown(closed.log.entries)).toBe(true)
    expect(ids(read(closed, today, flat(today, 0, -3)))).not.toContain('frost')
  })
  it('a store that runs out is told with ways to make do, and half lasts longer than all', () => {
    const { stores } = read(studio!, today, flat(today, 0, 12))
    const [store] = stores
    expect(store!.left!.low).toBeLessThanOrEqual(store!.left!.high)
    expect(store!.rations.at(-1)!.left.middle).toBeGreaterThanOrEqual(store!.left!.middle)
  })
  it('what is held is the last reading, what came since, less what was taken: it adds up', () => {
    for (const job of [boathouse!, studio!]) {
      const { held } = read(job, today).stores[0]!
      expect(held!.readLitres + held!.came - held!.taken).toBeCloseTo(held!.litres, 6)
      expect(held!.litres).toBeLessThanOrEqual(held!.full + 1e-9)
    }
  })
  it('a job without an entry asks for a first reading', () => {
    const bare = { ...boathouse!, log: { entries: [], ticked: [] } }
    const answer = read(bare, today)
    expect(answer.stores[0]!.held).toBeUndefined()
    expect(ids(answer)).toEqual(expect.arrayContaining(['readFirst', 'readGauge']))
  })
  it('a diverter that is turned away is to be turned before the rain, with the day; one that is not is left in peace', () => {
    // One tank behind a twist diverter, as built; half full.
    const scheme = ARRANGEMENTS[6]!()
    const [vessel] = scheme.stores[0]!.vessels
    const device = scheme.drops.flatMap(({ devices }) => devices).find(({ kind }) => kind === 'twist')!
    const half: Entry = { kind: 'level', id: 'l', at: writeMoment(today, 400, 0), vessel: vessel!.id, by: 'share', value: 0.3 }
    const away: Entry = { kind: 'turned', id: 't', at: writeMoment(today - 3, 400, 0), part: device.id, to: 'away' }
    const job = (entries: Entry[]): Job => ({ ...boathouse!, schemes: [scheme], chosen: scheme.id, log: { entries, ticked: [] } })
    const wet = { ...flat(today, 0, 9), rain: Array.from({ length: 20 }, () => [0, 14, 9, 0, 0, 0, 0]) }
    const line = read(job([away, half]), today, wet).lines.find(({ id }) => id === 'turnToButt')!
    expect(line).toMatchObject({ about: device.id, by: today + 1, done: { kind: 'turned', to: 'butt' } })
    expect(ids(read(job([half]), today, wet))).not.toContain('turnToButt')
    expect(ids(read(job([away, half]), today, flat(today, 0, 9)))).not.toContain('turnToButt')
  })
  it('a first flush is to be emptied after rain, until somebody did', () => {
    const scheme = ARRANGEMENTS[9]!()
    const flush = scheme.drops.flatMap(({ devices }) => devices).find(({ kind }) => kind === 'first-flush')!
    const rained: Entry = { kind: 'rain', id: 'r', at: writeMoment(today - 1, 400, 0), depth: 9 }
    const emptied: Entry = { kind: 'flush-emptied', id: 'f', at: writeMoment(today, 500, 0), part: flush.id }
    const job = (entries: Entry[]): Job => ({ ...boathouse!, schemes: [scheme], chosen: scheme.id, log: { entries, ticked: [] } })
    expect(ids(read(job([rained]), today, flat(today, 0, 9)))).toContain('care-emptyFlush')
    expect(ids(read(job([rained, emptied]), today, flat(today, 0, 9)))).not.toContain('care-emptyFlush')
  })
  it('water is let go before a storm where it is wanted later, and not where the store lasts anyway', () => {
    const full: Entry = { kind: 'level', id: 'full', at: writeMoment(today, 400, 0), vessel: 'tote', by: 'share', value: 0.9 }
    const stood = { ...studio!, log: { ...studio!.log, entries: [...studio!.log.entries, full] } }
    const down = read(stood, today, flat(today, 40, 12)).lines.find(({ id }) => id === 'drawDown')
    expect(down).toMatchObject({ done: { kind: 'let-go', vessel: 'tote' } })
    expect(read(studio!, today, flat(today, 0, 12)).lines.map(({ id }) => id)).not.toContain('drawDown')
  })
  it('water that stands through three weeks of heat is told, and not once it was used', () => {
    const july = dayNumber(2026, 7, 20)
    const entry = (kind: 'level' | 'drawn', day: number, litres: number): Entry =>
      ({
        kind,
        id: `${kind}${day}`,
        at: writeMoment(july + day, 1100, 0),
        vessel: 'butt',
        ...(kind === 'level' ? { by: 'volume', value: litres / 1000 } : { volume: litres / 1000 }),
      }) as Entry
    const log = (entries: Entry[]) => ({ ...boathouse!, log: { since: '2026-05-01', entries, ticked: [] } })
    const told = (job: Job) => read(job, july, flat(july, 0, 14)).lines.map(({ id }) => id)
    expect(told(log([entry('level', -2, 150)]))).toContain('stands')
    expect(told(log([entry('drawn', -5, 90), entry('level', -2, 150)]))).not.toContain('stands')
  })
  it('a diverter stands as it was turned last', () => {
    const turned = (to: 'butt' | 'away', day: number): Entry => ({
      kind: 'turned',
      id: `t${day}`,
      at: writeMoment(today + day, 400, 0),
      part: 'twist',
      to,
    })
    expect(standsTo([], 'twist')).toBe('butt')
    expect(standsTo([turned('away', 0)], 'twist')).toBe('away')
    expect(standsTo([turned('away', 0), turned('butt', 1)], 'twist')).toBe('butt')
  })
})

describe('a site’s own catch', () => {
  it('put into the plan multiplies what its roofs keep, and nothing of others', () => {
    const scheme = demoJobs()[0]!.schemes[0]!
    const next = setSiteCatch(scheme, 'butt-store', 0.9)
    const [river, lane] = next.sections
    expect(river!.runoff).toMatchObject({ kind: 'own' })
    expect(lane!.runoff).toEqual(scheme.sections[1]!.runoff)
    const once = river!.runoff.kind === 'own' ? river!.runoff.coefficient : 0
    const twice = setSiteCatch(next, 'butt-store', 0.5).sections[0]!.runoff
    expect(twice.kind === 'own' && twice.coefficient).toBeCloseTo(once * 0.5, 2)
  })
  it('put into the plan, a wetting of one’s own leaves what is kept of the rest, and is read again as it was put', () => {
    const scheme = demoJobs()[0]!.schemes[0]!
    const next = setSiteWetting(scheme, 'butt-store', 1.4)
    const own = sectionsInto(buildWaterPath(next), 'butt-store')
    expect(meanWetting(next, own)).toBeCloseTo(1.4, 2)
    next.sections.forEach((section, i) => {
      const before = runoffLaw(scheme.sections[i]!)
      const { coefficient, wetting } = runoffLaw(section)
      expect(coefficient).toBe(before.coefficient)
      if (!own.has(section.id)) expect(wetting).toBe(before.wetting)
    })
  })
})

describe('what is lost on the way', () => {
  const plan = newJob('twin', 'Twin', 'en-GB', 'metric').schemes[0]!
  const today = START + HALF_YEAR
  const lived = (options: Omit<RealityOptions, 'seed'>, truth = plan) => {
    const { entries } = liveHalfYear(plan, 5, options, truth)
    const job: Job = { ...demoJobs()[0]!, schemes: [plan], chosen: plan.id, log: { entries, ticked: [] } }
    return read(job, today).stores[0]!
  }
  it('is told beside the plan, with its figures', () => {
    const life = lived({})
    const { wetting, flush, limit, events } = life.numbers!
    expect(events).toBeGreaterThanOrEqual(12)
    expect(tellsCatch(life.diagnosis!)).toBe(true)
    expect(wetting!.low).toBeLessThanOrEqual(wetting!.plan)
    expect(wetting!.high).toBeGreaterThanOrEqual(wetting!.plan)
    expect(flush).toBeUndefined()
    expect(lossFigure(life, 'wetting')!.working.lines.map(({ label }) => label)).toEqual([
      'stretchesFitted',
      'lowEnd',
      'highEnd',
      'planHas',
      'siteWetting',
    ])
    // A figure without an end is no figure.
    expect(limit).toEqual({ low: expect.any(Number) as number, plan: expect.any(Number) as number })
    expect(lossFigure(life, 'limit')).toBeUndefined()
  })
  it('is told of a hose that passes too little, which is then what is wrong', () => {
    const life = lived({ fault: { kind: 'limited', litres: 4 } })
    expect(life.diagnosis!.suspects[0]!.cause).toBe('limited')
    expect(tellsCatch(life.diagnosis!)).toBe(false)
    const { low, high } = fitOf(life.numbers, 'limit')!
    expect(low).toBeLessThanOrEqual(4)
    expect(high).toBeGreaterThanOrEqual(4)
  })
  it('a mossy roof is named as one, not as a roof that goes elsewhere, and what it soaks up is told', () => {
    const mossy = {
      ...plan,
      sections: plan.sections.map((each) => ({ ...each, runoff: { kind: 'own' as const, coefficient: 0.9, wetting: 2 } })),
    }
    const life = lived({}, mossy)
    expect(life.diagnosis!.suspects[0]!.cause).toBe('soaked')
    expect(tellsCatch(life.diagnosis!)).toBe(false)
    // A part of the roof that goes elsewhere is what the roof keeps.
    const half = lived({ fault: { kind: 'partly', share: 0.5 } }).diagnosis!
    expect(half.suspects[0]!.cause).toBe('partly')
    expect(tellsCatch(half)).toBe(true)
    const { low, high, plan: planned } = life.numbers!.wetting!
    expect(low).toBeGreaterThan(planned)
    expect(low).toBeLessThanOrEqual(2)
    expect(high).toBeGreaterThanOrEqual(2)
  })
  it('is not told while something else is wrong: a leak would be taken for it', () => {
    const life = lived({ fault: { kind: 'leak', height: 0.2, pace: 0.06 } })
    expect(life.diagnosis!.suspects[0]!.cause).toBe('leak')
    expect(life.numbers).toBeUndefined()
  })
})
