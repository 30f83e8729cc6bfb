import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { beforeEach, describe, expect, it } from 'vitest'
import { MANIFEST, type BackupManifest } from '#core/desk/backup'
import { demoJobs, demoRecords } from '#core/demo'
import type { Series } from '#core/log'
import { firmDefaults, shelfDefaults } from '#core/scheme'
import { makeBackup, openBackup, restoreBackup } from './backup'
import { CaskDatabase } from './db'
import { JobRepository } from './jobRepository'

let count = 0
let here: JobRepository
let there: JobRepository
let db: CaskDatabase
const [first, second, third] = demoJobs()
const NOW = Date.UTC(2026, 10, 29)
const firm = { ...firmDefaults(), head: 'Sallow and Reed', rate: 40, prices: [{ ...shelfDefaults('hose:25'), price: 3 }] }

beforeEach(async () => {
  db = new CaskDatabase(`backup-${count++}`)
  here = new JobRepository(db, 'here')
  there = new JobRepository(new CaskDatabase(`backup-${count++}`), 'there')
  await here.seed(demoJobs(), demoRecords())
})
const manifestOf = (bytes: Uint8Array) => JSON.parse(strFromU8(unzipSync(bytes)[MANIFEST]!)) as BackupManifest

describe('a backup', () => {
  it('holds every job, record, deleted job and the firm, and brings all of it into an empty browser', async () => {
    await here.keepFirm(firm)
    await here.remove(third!.id)
    const bytes = await makeBackup(here, NOW)
    const plan = await openBackup(bytes, there)
    expect(plan.made).toBe(NOW)
    expect(plan.unread).toEqual([])
    expect(plan.rows.map(({ how, binned }) => [how, binned])).toEqual([
      ['new', false],
      ['new', false],
      ['new', true],
    ])
    expect(await restoreBackup(plan, ['replace', 'replace', 'leave'], true, there)).toBe(2)
    expect((await there.list()).map(({ job }) => job!.name).toSorted()).toEqual([first!.name, second!.name].toSorted())
    for (const { job } of await there.list()) expect(await there.fileOf(job!)).toBe(await here.fileOf((await here.get(job!.id))!.job!))
    expect(await there.firm()).toEqual(firm)
    expect((await there.records()).map(({ id }) => id).toSorted()).toEqual((await here.records()).map(({ id }) => id).toSorted())
  })
  it('carries the readings of loggers as CSV, those of a deleted job too, and brings them to the job that they are of', async () => {
    const series: Series = {
      of: { kind: 'level', vessel: 'butt', by: 'floor' },
      instants: Float64Array.from({ length: 500 }, (_, k) => 29_000_000 + 10 * k),
      values: Float32Array.from({ length: 500 }, (_, k) => 0.001 * k),
    }
    const rain: Series = { of: { kind: 'rain' }, instants: Float64Array.of(29_000_000), values: Float32Array.of(2.5) }
    await here.keepSeries(first!.id, 'river.csv', [series])
    await here.keepSeries(third!.id, 'lane.csv', [rain])
    await here.remove(third!.id)
    const bytes = await makeBackup(here, NOW)
    const manifest = manifestOf(bytes)
    expect(manifest.series!.map(({ job, name }) => [job, name])).toEqual([
      [first!.id, 'river.csv'],
      [third!.id, 'lane.csv'],
    ])
    expect(strFromU8(unzipSync(bytes)[manifest.series![0]!.file]!).split('\r\n').slice(0, 2)).toEqual([
      'moment,level (m)',
      '2025-02-19T21:20Z,0',
    ])
    const plan = await openBackup(bytes, there)
    await restoreBackup(plan, ['replace', 'replace', 'replace'], false, there)
    const [back] = await there.seriesOf(first!.id)
    expect(back).toMatchObject({ file: 'river.csv', of: series.of })
    expect([...back!.instants]).toEqual([...series.instants])
    back!.values.forEach((value, k) => expect(value).toBeCloseTo(series.values[k]!, 6))
    expect((await there.seriesOf(third!.id)).map(({ values }) => [...values])).toEqual([[2.5]])
    // Once more it is the same readings, not a second set of them.
    await restoreBackup(await openBackup(bytes, there), ['replace', 'replace', 'replace'], false, there)
    expect(await there.seriesOf(first!.id)).toHaveLength(1)
  })
  it('of before there were readings is read as it was', async () => {
    const files = unzipSync(await makeBackup(here, NOW))
    const { series, ...before } = JSON.parse(strFromU8(files[MANIFEST]!)) as BackupManifest
    expect(series).toEqual([])
    files[MANIFEST] = strToU8(JSON.stringify({ ...before, version: 1 }))
    const plan = await openBackup(zipSync(files), there)
    expect(plan.unread).toEqual([])
    expect(plan.rows.map((row) => row.series)).toEqual([[], [], []])
  })
  it('brought back untouched is recognised as the same; worked on since, as older; and nothing is done to either unasked', async () => {
    const bytes = await makeBackup(here, NOW)
    expect((await openBackup(bytes, here)).rows.map(({ how }) => how)).toEqual(['same', 'same', 'same'])
    await new Promise((resolve) => setTimeout(resolve, 5))
    await here.save({ ...first!, name: 'Worked on' }, 1)
    const plan = await openBackup(bytes, here)
    expect(plan.rows.find(({ id }) => id === first!.id)!.how).toBe('older')
    const before = await here.list()
    expect(await restoreBackup(plan, ['leave', 'leave', 'leave'], false, here)).toBe(0)
    expect(await here.list()).toEqual(before)
  })
  it('keeps both where that is chosen, and replaces where that is', async () => {
    const bytes = await makeBackup(here, NOW)
    await here.save({ ...first!, name: 'Worked on' }, 1)
    const plan = await openBackup(bytes, here)
    const at = plan.rows.findIndex(({ id }) => id === first!.id)
    await restoreBackup(
      plan,
      plan.rows.map((_, i) => (i === at ? 'keep-both' : 'leave')),
      false,
      here,
    )
    expect((await here.list()).map(({ job }) => job!.name)).toEqual(expect.arrayContaining(['Worked on', `${first!.name} (2)`]))
    await restoreBackup(
      plan,
      plan.rows.map((_, i) => (i === at ? 'replace' : 'leave')),
      false,
      here,
    )
    expect((await here.get(first!.id))!.job!.name).toBe(first!.name)
  })
  it('with one damaged job brings the others in, and says which it was', async () => {
    const bytes = await makeBackup(here, NOW)
    const files = unzipSync(bytes)
    const path = manifestOf(bytes).jobs[1]!.file
    files[path] = strToU8('{"half')
    const plan = await openBackup(zipSync(files), there)
    expect(plan.rows).toHaveLength(2)
    expect(plan.unread).toHaveLength(1)
    expect(await restoreBackup(plan, ['replace', 'replace'], false, there)).toBe(2)
  })
  it('with readings that are damaged brings their job in, and says which they were', async () => {
    await here.keepSeries(first!.id, 'gauge.csv', [
      { of: { kind: 'rain' }, instants: Float64Array.of(0, 60_000), values: Float32Array.of(1, 2) },
    ])
    const files = unzipSync(await makeBackup(here, NOW))
    const [path] = Object.keys(files).filter((name) => name.startsWith('readings/'))
    files[path!] = strToU8('moment,mm\nnoon,a lot')
    const plan = await openBackup(zipSync(files), there)
    expect(plan.rows.map(({ series }) => series)).toEqual([[], [], []])
    expect(plan.unread.map(({ name }) => name)).toEqual([`${first!.name}: gauge.csv`])
    expect(await restoreBackup(plan, ['replace', 'replace', 'replace'], false, there)).toBe(3)
  })
  it('is told apart from any other archive and from none', async () => {
    await expect(openBackup(new Uint8Array([1, 2, 3]), there)).rejects.toThrow(RangeError)
    await expect(openBackup(zipSync({ 'a.txt': strToU8('x') }), there)).rejects.toThrow(MANIFEST)
    await expect(openBackup(zipSync({ [MANIFEST]: strToU8('{"format":"other"}') }), there)).rejects.toThrow(/format/)
  })
  it('counts the saves that no backup holds', async () => {
    expect(await here.sinceBackup()).toEqual({ saves: 3, at: undefined })
    await here.noteBackup(NOW)
    expect(await here.sinceBackup()).toEqual({ saves: 0, at: NOW })
    await here.save({ ...first!, name: 'Worked on' }, 1)
    expect((await here.sinceBackup()).saves).toBe(1)
  })
})

describe('jobs that are changed without being opened', () => {
  it('are changed over what they are by now, and give back what they were', async () => {
    await here.save({ ...first!, name: 'By now' }, 1)
    const done = await here.change(first!.id, (job) => ({ ...job, desk: { ...job.desk, stage: 'quoted' } }))
    expect([done!.before.name, done!.after.desk.stage, done!.revision]).toEqual(['By now', 'quoted', 3])
    // Undone: saved over the revision that the change made.
    expect(await here.save(done!.before, done!.revision)).toEqual({ saved: true, revision: 4 })
    expect((await here.get(first!.id))!.job!.desk.stage).toBe(first!.desk.stage)
    expect(await here.change('job-gone', (job) => job)).toBeUndefined()
  })
  it('a change that a file would not take back is refused, and nothing is written', async () => {
    await expect(here.change(first!.id, (job) => ({ ...job, name: '' }))).rejects.toThrow()
    expect((await here.get(first!.id))!.job).toEqual(first)
  })
  it('a duplicate has its own id and name, and leaves the first as it was', async () => {
    const copy = await here.duplicate(first!.id)
    expect(copy!.id).not.toBe(first!.id)
    expect(copy!.name).toBe(`${first!.name} (2)`)
    expect((await here.get(first!.id))!.job).toEqual(first)
    expect((await here.list()).length).toBe(4)
  })
  it('a firm that is not as this release knows it is not taken', async () => {
    await db.settings.put({ key: 'firm', value: { head: 3 } })
    expect(await here.firm()).toBeUndefined()
    await expect(here.keepFirm({ ...firm, rate: -1 })).rejects.toThrow()
  })
})
