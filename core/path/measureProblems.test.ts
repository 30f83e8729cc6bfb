import { describe, expect, it } from 'vitest'
import { demoRecords, withyHard } from '../demo'
import type { Job, Scheme, Vessel } from '../scheme'
import { jobProblems } from './jobProblems'
import { measureProblems, recordProblems } from './measureProblems'

const told = (job: Job) => measureProblems(job).map(({ path, problem }) => `${path} ${problem}`)
/** The boathouse with its first scheme, gutter, vessel or trial otherwise. */
const scheme = (more: Partial<Scheme>): Job => {
  const [first, ...others] = withyHard().schemes
  return { ...withyHard(), schemes: [{ ...first!, ...more }, ...others] }
}
const gutter = (more: Partial<Scheme['gutters'][number]>) => {
  const [first, ...others] = withyHard().schemes[0]!.gutters
  return scheme({ gutters: [{ ...first!, ...more }, ...others] })
}
const body = (more: object) => {
  const [store, ...others] = withyHard().schemes[0]!.stores
  const [vessel, ...rest] = store!.vessels
  return scheme({
    stores: [{ ...store!, vessels: [{ ...vessel!, body: { ...vessel!.body, ...more } as Vessel['body'] }, ...rest] }, ...others],
  })
}
const dips = (...pairs: (readonly [level: number, volume: number])[]) =>
  body({ kind: 'dipped', floor: 0.05, rim: 0.9, dips: pairs.map(([level, volume]) => ({ level, volume })) })
const trial = (more: Partial<Scheme['trial']>) => scheme({ trial: { ...withyHard().schemes[0]!.trial, ...more } })
const outline = (...corners: (readonly [x: number, y: number])[]) => {
  const [section, ...others] = withyHard().schemes[0]!.sections
  return scheme({ sections: [{ ...section!, outline: { kind: 'polygon', corners: corners.map(([x, y]) => ({ x, y })) } }, ...others] })
}
const [section] = withyHard().schemes[0]!.gutters
const LONG = section!.length
const design = (shorter: readonly [number, number], longer: readonly [number, number]) =>
  trial({
    storm: {
      ...withyHard().schemes[0]!.trial.storm,
      kind: 'design',
      shorter: { minutes: shorter[0], intensity: shorter[1] },
      longer: { minutes: longer[0], intensity: longer[1] },
    } as Scheme['trial']['storm'],
  })
const table = (years: number[], minutes: number[], depths: number[][]) =>
  trial({ table: { years, minutes, depths } as Scheme['trial']['table'] })
const normals = (totals: number[], wetDays: number[]): Job => ({
  ...withyHard(),
  rain: { kind: 'normals', totals, wetDays, spread: 0.1, years: 20, seed: 1 } as Job['rain'],
})
const months = (each: number, ...first: number[]) => Array.from({ length: 12 }, (_, m) => first[m] ?? each)
const tiers = (...from: number[]): Job => {
  const job = withyHard()
  return { ...job, money: { ...job.money, tiers: from.map((each) => ({ ...job.money.tiers[0]!, from: each })) } }
}

describe('measures that contradict one another', () => {
  it('there are none in a job that is right', () => expect(told(withyHard())).toEqual([]))
  it.each<[string, Job, string]>([
    [
      'a rim no higher than its floor',
      body({ kind: 'upright', floor: 0.5, rim: 0.5, area: 0.2 }),
      'job.schemes[0].stores[0].vessels[0].body.rim rimUnderFloor',
    ],
    [
      'dips that do not rise',
      dips([0.1, 0], [0.5, 0.1], [0.5, 0.2]),
      'job.schemes[0].stores[0].vessels[0].body.dips[2].level dipNotHigher',
    ],
    [
      'dips that hold less higher up',
      dips([0.1, 0], [0.5, 0.2], [0.6, 0.1]),
      'job.schemes[0].stores[0].vessels[0].body.dips[2].volume dipHoldsLess',
    ],
    ['dips that hold nothing', dips([0.1, 0.1], [0.5, 0.1]), 'job.schemes[0].stores[0].vessels[0].body.dips dipsHoldNothing'],
    ['an eave of no length', outline([1, 2], [1, 2], [4, 5]), 'job.schemes[0].sections[0].outline.corners[1] eaveNoLength'],
    ['an outline without area', outline([0, 0], [5, 0], [2, 0.03]), 'job.schemes[0].sections[0].outline.corners noArea'],
    ['an outline that crosses itself', outline([0, 0], [4, 0], [1, 3], [3, 3.5]), 'job.schemes[0].sections[0].outline.corners crosses'],
    [
      'an outlet beyond its gutter',
      gutter({ outlets: [{ ...section!.outlets[0]!, at: LONG + 0.01 }] }),
      'job.schemes[0].gutters[0].outlets[0].at beyondGutter',
    ],
    [
      'a high point beyond its gutter',
      gutter({ highPoints: [LONG / 2, LONG + 0.01] }),
      'job.schemes[0].gutters[0].highPoints[1] beyondGutter',
    ],
    [
      'a bucket poured in beyond its gutter',
      gutter({ bucket: { ...section!.bucket, at: LONG + 0.01 } }),
      'job.schemes[0].gutters[0].bucket.at beyondGutter',
    ],
    ['a longer rain that is no longer', design([10, 60], [10, 40]), 'job.schemes[0].trial.storm.longer.minutes notLongerRain'],
    ['a longer rain that is no weaker', design([10, 60], [30, 60]), 'job.schemes[0].trial.storm.longer.intensity notWeakerRain'],
    ['a table whose years do not rise', table([2, 2], [10], [[5], [6]]), 'job.schemes[0].trial.table.years[1] notRising'],
    ['a table whose durations do not rise', table([2], [10, 5], [[5, 6]]), 'job.schemes[0].trial.table.minutes[1] notRising'],
    ['a table with a row too few', table([2, 5], [10], [[5]]), 'job.schemes[0].trial.table.depths notARowEach'],
    ['a table with a depth too few', table([2, 5], [10, 20], [[5, 6], [5]]), 'job.schemes[0].trial.table.depths[1] notADepthEach'],
    ['more days with rain than a month has', normals(months(50), months(10, 31, 30)), 'job.rain.wetDays[1] moreDaysThanMonth'],
    ['rain on no day', normals(months(50), months(10, 10, 0)), 'job.rain.wetDays[1] noDaysWithRain'],
    ['a year without rain', normals(months(0), months(0)), 'job.rain.totals noRain'],
    ['a tariff that begins over nought', tiers(5), 'job.money.tiers[0].from tierNotFromNought'],
    ['blocks of a tariff that do not rise', tiers(0, 20, 20), 'job.money.tiers[2].from tierNotMore'],
    [
      'a night warmer than its day',
      { ...withyHard(), site: { ...withyHard().site, low: withyHard().site.high.map((high, m) => (m === 4 ? high + 0.1 : high)) } },
      'job.site.low[4] lowOverHigh',
    ],
  ])('%s is told at its place', (_, job, wrong) => expect(told(job)).toEqual([wrong]))
  it.each<[string, Job]>([
    ['a rim a millimetre over its floor', body({ kind: 'upright', floor: 0.5, rim: 0.501, area: 0.2 })],
    ['a dip that holds as much as the one under it', dips([0.1, 0], [0.5, 0.1], [0.6, 0.1])],
    ['corners over one another, none twice', outline([1, 2], [1, 6], [4, 5])],
    [
      'an outlet at the very end',
      gutter({ outlets: [{ ...section!.outlets[0]!, at: LONG }], highPoints: [LONG], bucket: { ...section!.bucket, at: LONG } }),
    ],
    ['a rain a minute longer and a little weaker', design([10, 60], [11, 59.9])],
    ['a table of one row', table([2], [10, 20], [[5, 6]])],
    ['rain on every day of a leap February', normals(months(50), months(10, 31, 29))],
    ['a month that is dry', normals(months(50, 0), months(10, 0))],
    ['blocks a litre apart', tiers(0, 0.001)],
    ['a night as warm as its day', { ...withyHard(), site: { ...withyHard().site, low: withyHard().site.high } }],
  ])('%s is right', (_, job) => expect(told(job)).toEqual([]))
  it('in whichever scheme they are, beside what leads nowhere', () => {
    const job = withyHard()
    const broken = { ...job, schemes: [job.schemes[0]!, { ...gutter({ highPoints: [LONG + 1] }).schemes[0]!, id: 'second' }] }
    expect(told(broken)).toEqual(['job.schemes[1].gutters[0].highPoints[0] beyondGutter'])
    expect(jobProblems(broken).map(({ path }) => path)).toContain('job.schemes[1].gutters[0].highPoints[0]')
    const loose = { ...job, schemes: [job.schemes[0]!, { ...job.schemes[0]!, id: 'second', drops: [] }] }
    const paths = jobProblems(loose).map(({ path }) => path)
    expect(paths.length).toBeGreaterThan(0)
    for (const path of paths) expect(path).toMatch(/^job\.schemes\[1\]\./)
  })
})

describe('a log', () => {
  it('has each entry once, on days of the calendar; each fault is told at its entry', () => {
    const rain = (id: string, at: string) => ({ id, kind: 'rain' as const, at, depth: 1 })
    const of = (...entries: ReturnType<typeof rain>[]): Job => ({ ...withyHard(), log: { ...withyHard().log, entries } })
    expect(jobProblems(of(rain('a', '2024-02-29T07:00Z'), rain('b', '2024-02-29T07:00Z')))).toEqual([])
    expect(jobProblems(of(rain('a', '2024-02-28T07:00Z'), rain('b', '2023-02-29T07:00Z'), rain('a', '2024-03-01T07:00Z')))).toEqual([
      { path: 'job.log.entries[1].at', problem: 'noSuchDay', values: { found: '2023-02-29' } },
      { path: 'job.log.entries[2]', problem: 'entryTwice', values: { id: 'a' } },
    ])
  })
})

describe('a record', () => {
  const [record] = demoRecords()
  it('begins on a day of the calendar, and has as many days of air as of rain', () => {
    const days = (n: number) => Array.from({ length: n }, () => 5)
    const wrong = (more: object) => recordProblems({ ...record!, low: undefined, high: undefined, ...more } as never, 'records[0]')
    const n = record!.depths.length
    expect(wrong({ low: days(n), high: days(n) })).toEqual([])
    expect(wrong({ start: '2023-02-29' })).toMatchObject([{ path: 'records[0].start', problem: 'noSuchDay' }])
    expect(wrong({ low: days(n - 1) })).toMatchObject([
      { path: 'records[0].low', problem: 'airDaysDiffer', values: { days: n, found: n - 1 } },
    ])
    expect(wrong({ high: days(n + 1) })).toMatchObject([{ path: 'records[0].high', problem: 'airDaysDiffer' }])
  })
})
