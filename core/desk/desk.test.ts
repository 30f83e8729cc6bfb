import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { matings, nestCuts, partsInputs, pipeItem, planBuild } from '../build'
import { demoJobs } from '../demo'
import { newJob } from '../demo/newJob'
import { withGoods } from '../edits'
import { buildWaterPath, jobProblems } from '../path'
import { checkShape, firmDefaults, job as jobSchema, shelfDefaults, type Job } from '../scheme'
import { measuresOf, surveyed } from '../survey'
import {
  askedFor,
  BACKUP_FORMAT,
  BACKUP_VERSION,
  customerOf,
  departures,
  deskRow,
  fileName,
  findRows,
  follow,
  freshCopy,
  fromTemplate,
  learnPrice,
  orderFor,
  readManifest,
  stageOf,
  standing,
  usualChoice,
  vanList,
  type DeskQuery,
} from '.'

const named = (id: string, change: Partial<Job['desk']> & { name?: string; to?: string } = {}): Job => {
  const { name = id, to = '', ...desk } = change
  const job = newJob(id, name, 'en-GB', 'metric')
  return { ...job, letter: { ...job.letter, to }, desk: { ...job.desk, ...desk } }
}
const all: DeskQuery = { search: '', stage: 'all', archived: false, sort: 'name' }

describe('jobs among others', () => {
  const jobs = [
    named('a', { name: 'Łódź allotment', to: 'Ana Quill\n3 Reed Row\nNether Hythe', stage: 'quoted', due: '2026-12-04' }),
    named('b', { name: 'Byre', to: 'Bert Sallow', stage: 'asked', waitsFor: 'totes', due: '2026-11-30' }),
    named('c', { name: 'Chapel yard', archived: true }),
  ]
  const rows = jobs.map((job, i) => deskRow(job, i))

  it('whom it is for is the first line of the letter, where the others', () => {
    expect(customerOf(jobs[0]!)).toEqual({ name: 'Ana Quill', address: '3 Reed Row, Nether Hythe' })
    expect(customerOf(jobs[2]!)).toEqual({ name: '', address: '' })
  })
  it('a system that stands is running until it rests', () => {
    const stands = { ...jobs[1]!, log: { ...jobs[1]!.log, since: '2026-05-01' } }
    expect(stageOf(jobs[1]!)).toBe('asked')
    expect(stageOf(stands)).toBe('running')
    expect(stageOf({ ...stands, desk: { ...stands.desk, stage: 'resting' } })).toBe('resting')
  })
  it('is found by any words of it, whatever their marks and case', () => {
    const ids = (query: Partial<DeskQuery>) => findRows(rows, { ...all, ...query }).map(({ id }) => id)
    expect(ids({})).toEqual(['b', 'a'])
    expect(ids({ search: 'REED quill' })).toEqual(['a'])
    expect(ids({ search: 'lodz' })).toEqual([])
    expect(ids({ search: 'łodz' })).toEqual(['a'])
    expect(ids({ search: 'totes' })).toEqual(['b'])
    expect(ids({ stage: 'quoted' })).toEqual(['a'])
    expect(ids({ archived: true })).toEqual(['c'])
    expect(ids({ sort: 'due' })).toEqual(['b', 'a'])
    expect(ids({ sort: 'stage' })).toEqual(['b', 'a'])
    expect(ids({ sort: 'changed' })).toEqual(['b', 'a'])
  })
  it('what is asked is the bill, marked up, with hours and tax (by hand)', () => {
    const job = named('a')
    const { bill } = planBuild(buildWaterPath(job.schemes[0]!), partsInputs(job))
    const priced = {
      ...job,
      schemes: job.schemes.map((each) => ({ ...each, build: { ...each.build, quote: { hours: 5, rate: 30, margin: 0.1, tax: 0.2 } } })),
    }
    const net = Math.round(bill.total * 110) / 100 + 150
    expect(askedFor(priced)).toBeCloseTo(Math.round(net * 120) / 100, 2)
  })
})

describe('copies', () => {
  it('a duplicate has the plan, and nothing of what happened', () => {
    const [demo] = demoJobs()
    const made = { ...demo!, log: { ...demo!.log, since: '2026-01-01' }, desk: { ...demo!.desk, notes: 'gate code' } }
    const copy = freshCopy(made)
    expect(copy.log).toEqual({ entries: [], ticked: [] })
    expect(copy.desk.notes).toBe('')
    expect(copy.schemes.every(({ build }) => build.done.length + build.tests.length + build.timers.length === 0)).toBe(true)
    expect(copy.schemes[0]!.stores).toEqual(made.schemes[0]!.stores)
  })
  it('a job like another one measures its own place, and names nobody', () => {
    const [demo] = demoJobs()
    const next = fromTemplate({ ...demo!, letter: { ...demo!.letter, to: 'Ana Quill' } }, 'job-2', 'Next door')
    expect([next.name, next.letter.to, surveyed(next).taken]).toEqual(['Next door', '', 0])
    expect(measuresOf(next).length).toBeGreaterThan(8)
    expect([checkShape(jobSchema, next), jobProblems(next)]).toEqual([[], []])
  })
})

describe('a firm', () => {
  const firm = {
    ...firmDefaults(),
    head: 'Sallow & Reed',
    rate: 42,
    margin: 0.15,
    tax: 0.2,
    prices: [{ ...shelfDefaults('vessel:butt:210'), price: 61 }],
  }
  const job = named('a')

  it('is departed from in what a job says itself; a price that it does not say is no departure', () => {
    expect(departures(job, firm)).toEqual({ fields: ['head', 'rate', 'margin', 'tax'], prices: [] })
    const paid = { ...job, shelf: [{ ...shelfDefaults('vessel:butt:210'), price: 55, owned: 2 }] }
    expect(departures(paid, firm).prices).toEqual([{ item: 'vessel:butt:210', job: 55, firm: 61 }])
  })
  it('is followed in what was chosen and in nothing else; what lies on the shelf stays there', () => {
    const paid = { ...job, shelf: [{ ...shelfDefaults('vessel:butt:210'), price: 55, owned: 2 }] }
    const some = follow(paid, firm, ['rate'], false)
    expect([some.schemes[0]!.build.quote.rate, some.schemes[0]!.build.quote.tax, some.shelf]).toEqual([42, 0, paid.shelf])
    const whole = follow(paid, firm, ['head', 'warranty', 'validDays', 'rate', 'margin', 'tax'], true)
    expect(departures(whole, firm)).toEqual({ fields: [], prices: [] })
    expect(whole.shelf).toEqual([{ ...shelfDefaults('vessel:butt:210'), price: 61, owned: 2 }])
    expect(checkShape(jobSchema, whole)).toEqual([])
  })
  it('learns a price, and forgets it', () => {
    const learnt = learnPrice(firm, { ...shelfDefaults('hose:25'), price: 3, owned: 9 })
    expect(learnt.prices.at(-1)).toEqual({ ...shelfDefaults('hose:25'), price: 3 })
    expect(learnPrice(learnt, shelfDefaults('hose:25')).prices).toEqual(firm.prices)
  })
})

describe('one order over several jobs', () => {
  const two = [named('a'), named('b')]
  const bill = (job: Job) => planBuild(buildWaterPath(job.schemes[0]!), partsInputs(job)).bill

  it('counts like things together, and says who gets what', () => {
    const [order] = orderFor(two)
    for (const line of bill(two[0]!).lines.filter(({ buy, sold, uses }) => buy > 0 && sold === undefined && uses === undefined)) {
      const found = order!.lines.find(({ item, unit }) => item === line.item && unit === line.unit)!
      expect([line.item, found.buy]).toEqual([line.item, 2 * line.buy])
      expect(found.shares).toEqual([
        { job: 'a', buy: line.buy },
        { job: 'b', buy: line.buy },
      ])
    }
  })
  it('shares a tin, a roll and a reel: as many as all jobs together use up, never one for each', () => {
    const jobs = ARRANGEMENTS.slice(0, 6).map((make, i): Job => {
      const scheme = withGoods(make(), 'metric')
      return { ...named(`job-${i}`), schemes: [scheme], chosen: scheme.id }
    })
    const bills = jobs.map((job) => planBuild(buildWaterPath(job.schemes[0]!), partsInputs(job)))
    const [order] = orderFor(jobs)
    // Ten taped threads to a roll, counted off the joints of all six jobs.
    const taped = bills.flatMap(({ assembly }) => assembly.joints.flatMap((joint) => matings(joint))).filter(({ made }) => made === 'tape')
    const rolls = order!.lines.find(({ item }) => item === 'sundry:tape')!
    expect(rolls.buy).toBe(Math.ceil(taped.length / 10))
    expect(rolls.buy).toBeLessThan(rolls.apart)
    expect(rolls.common).toBe(true)
    for (const line of order!.lines) {
      const each = bills.flatMap(({ bill: { lines } }) => lines.filter(({ item, unit }) => item === line.item && unit === line.unit))
      if (line.unit === 'each' && each.every(({ uses }) => uses !== undefined))
        expect([line.item, line.buy]).toEqual([line.item, Math.ceil(each.reduce((sum, { uses }) => sum + uses!, 0) - 1e-9)])
    }
  })
  it('its sums are those of its lines, and never more than bought apart', () => {
    for (const order of orderFor([...two, ...demoJobs()])) {
      expect(order.total).toBeCloseTo(
        order.lines.reduce((sum, { total }) => sum + total, 0),
        6,
      )
      expect(order.total).toBeLessThanOrEqual(order.apart + 1e-9)
      for (const line of order.lines) expect(line.buy).toBeLessThanOrEqual(line.apart)
    }
  })
  it('saws one job’s piece out of another’s rest: every piece of every job once, and no length fuller than it is', () => {
    const jobs = ARRANGEMENTS.map((make, i): Job => {
      const scheme = withGoods(make(), 'metric')
      return { ...named(`job-${i}`), schemes: [scheme], chosen: scheme.id }
    })
    const [order] = orderFor(jobs)
    for (const { item, pieces, plan, stock } of order!.cuts) {
      const wanted = jobs.flatMap((job) =>
        planBuild(buildWaterPath(job.schemes.find(({ id }) => id === job.chosen)!), partsInputs(job))
          .groups.filter(({ there, pipe, stock: length }) => !there && length === stock && pipeItem(pipe) === item)
          .flatMap(({ cuts }) => cuts.map(({ length }) => length)),
      )
      expect(pieces.map(({ length }) => length).toSorted()).toEqual(wanted.toSorted())
      const placed = plan.bars.flatMap((bar) => bar.pieces)
      expect(new Set(placed).size + plan.tooLong.length).toBe(pieces.length)
      for (const bar of plan.bars) expect(bar.pieces.reduce((sum, at) => sum + pieces[at]!.length, 0)).toBeLessThanOrEqual(stock + 1e-9)
      expect(plan.bars.length).toBeLessThanOrEqual(nestCuts(wanted, stock, 0.003).bars.length)
    }
    expect(order!.cuts.length).toBeGreaterThan(0)
    // One job's rest is another's piece.
    expect(order!.total).toBeLessThan(order!.apart)
  })
  it('jobs of other money or goods are ordered apart', () => {
    const orders = orderFor([two[0]!, { ...two[1]!, money: { ...two[1]!.money, currency: '€' } }, newJob('c', 'c', 'en-US', 'imperial')])
    expect(orders.map(({ currency, jobs }) => [currency, jobs])).toEqual([
      ['£', ['a']],
      ['€', ['b']],
      ['$', ['c']],
    ])
  })
})

describe('the van', () => {
  const [boathouse, , shelter] = demoJobs()
  const at = (job: Job, day: string | undefined, stage: Job['desk']['stage']): Job => ({
    ...job,
    log: { ...job.log, since: undefined },
    desk: { ...job.desk, stage, ...(day === undefined ? { due: undefined } : { due: day }) },
  })
  it('is loaded by day, what has no day last, and only for what is built', () => {
    const days = vanList([
      at(boathouse!, undefined, 'ordered'),
      at(shelter!, '2026-12-04', 'quoted'),
      at({ ...boathouse!, id: 'b' }, '2026-12-01', 'building'),
    ])
    expect(days.map(({ day }) => day)).toEqual(['2026-12-01', '2026-12-04', undefined])
    expect(days[0]!.lines.length).toBeGreaterThan(5)
    expect(days[0]!.tools.length).toBeGreaterThan(2)
    expect(days[1]!.stops[0]!.visitFor).toBe('measure')
    expect(days[1]!.lines).toEqual([])
  })
  it('two jobs on a day take together what each takes by itself, and every share adds up', () => {
    const one = vanList([at(boathouse!, '2026-12-01', 'building')])[0]!
    const other = vanList([at({ ...shelter!, id: 's' }, '2026-12-01', 'ordered')])[0]!
    const both = vanList([at(boathouse!, '2026-12-01', 'building'), at({ ...shelter!, id: 's' }, '2026-12-01', 'ordered')])[0]!
    const common = new Set(both.lines.flatMap(({ item, common: is }) => (is ? [item] : [])))
    const sum = (lines: typeof both.lines) => lines.reduce((all, { item, takes }) => (common.has(item) ? all : all + takes), 0)
    expect(sum(both.lines)).toBeCloseTo(sum(one.lines) + sum(other.lines), 9)
    for (const { takes, shares, common: is } of both.lines)
      if (!is) expect(shares.reduce((all, each) => all + each.takes, 0)).toBeCloseTo(takes, 9)
    // One roll of tape does for both.
    expect(both.lines.find(({ item }) => item === 'sundry:tape')).toMatchObject({ takes: 1, common: true })
    // A hole saw of one size goes along once.
    const saws = both.tools.filter(({ tool }) => tool === 'hole-saw')
    expect(saws.length).toBeLessThanOrEqual(1)
    for (const { sizes } of both.tools) expect(new Set(sizes.map(({ value }) => value.toFixed(6))).size).toBe(sizes.length)
  })
  it('a running system is looked after, and nothing is bought for it', () => {
    const [day] = vanList([{ ...boathouse!, log: { ...boathouse!.log, since: '2026-01-01' } }])
    expect(day!.stops[0]!.visitFor).toBe('care')
    expect(day!.lines).toEqual([])
  })
})

describe('backups', () => {
  it('say how each job stands to the one that is here', () => {
    expect(standing(undefined, { updated: 5 }, false)).toBe('new')
    expect(standing({ updated: 5 }, { updated: 3 }, true)).toBe('same')
    expect(standing({ updated: 5 }, { updated: 3 }, false)).toBe('older')
    expect(standing({ updated: 5 }, { updated: 8 }, false)).toBe('newer')
    expect(standing({ updated: 5 }, { updated: 5 }, false)).toBe('different')
  })
  it('nothing that is here is written over unless somebody says so', () => {
    expect(['new', 'same', 'older', 'newer', 'different'].map((how) => usualChoice(how as 'new'))).toEqual([
      'replace',
      'leave',
      'leave',
      'keep-both',
      'keep-both',
    ])
  })
  it('a file’s name is one that every system takes', () => {
    expect(fileName({ id: 'job-1', name: 'a/b: "c"?*' })).toBe('jobs/ab c-job-1.cask.json')
    expect(fileName({ id: 'job-1', name: '???' })).toBe('jobs/job-job-1.cask.json')
  })
  it('a list of contents that is none is refused, with where', () => {
    const list = { format: BACKUP_FORMAT, made: 0, jobs: [], records: [], firm: false }
    expect(() => readManifest({ ...list, version: BACKUP_VERSION + 1 })).toThrow(/version/)
    expect(() => readManifest([])).toThrow(RangeError)
    // Version 1 had no readings of loggers.
    expect(readManifest({ ...list, version: 1 }).series).toBeUndefined()
    const readings = { job: 'a', file: 'readings/a.csv', name: 'a.csv', of: { kind: 'level', vessel: 'butt', by: 'floor' } }
    expect(readManifest({ ...list, version: BACKUP_VERSION, series: [readings] }).series).toHaveLength(1)
    expect(() => readManifest({ ...list, version: BACKUP_VERSION, series: [{ ...readings, of: { kind: 'wind' } }] })).toThrow(/series/)
  })
})
