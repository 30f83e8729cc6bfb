import { readFileSync } from 'node:fs'
import Dexie from 'dexie'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { demoJobs, demoRecords } from '#core/demo'
import { gaugeRecord, type Series } from '#core/log'
import { jobProblems } from '#core/path'
import {
  FILE_VERSION,
  gaugeId,
  job as jobSchema,
  parseInput,
  readJobFile,
  recordOf,
  writeJobFile,
  type Job,
  type RainRecord,
} from '#core/scheme'
import { fromBase64 } from './base64'
import { CaskDatabase } from './db'
import { BIN_KEEPS_MS, copyName, JobRepository } from './jobRepository'

let count = 0
let db: CaskDatabase
let mine: JobRepository
let other: JobRepository
const [job] = demoJobs()
const records = demoRecords()

beforeEach(() => {
  db = new CaskDatabase(`test-${count++}`)
  mine = new JobRepository(db, 'mine')
  other = new JobRepository(db, 'other')
})

describe('keeping jobs', () => {
  it('gives back what was saved', async () => {
    expect(await mine.save(job!, 0)).toEqual({ saved: true, revision: 1 })
    expect((await mine.get(job!.id))?.job).toEqual(job)
  })
  it('never writes over what another tab saved since', async () => {
    await mine.save(job!, 0)
    await other.save({ ...job!, name: 'Theirs' }, 1)
    const result = await mine.save({ ...job!, name: 'Mine' }, 1)
    expect(result).toEqual({ saved: false, why: 'changed' })
    expect((await mine.get(job!.id))?.job?.name).toBe('Theirs')
  })
  it('puts back what was removed, as it was', async () => {
    await mine.save(job!, 0)
    const before = await mine.get(job!.id)
    const binned = await mine.remove(job!.id)
    expect(await mine.get(job!.id)).toBeUndefined()
    expect(await mine.putBack(binned!.key)).toBe(job!.id)
    expect(await mine.get(job!.id)).toEqual(before)
    expect(await mine.bin()).toEqual([])
  })
  it('seeds only what is not there', async () => {
    await mine.save({ ...job!, name: 'Changed' }, 0)
    await mine.seed(demoJobs(), records)
    expect((await mine.list()).map(({ job }) => job!.name).toSorted()).toEqual([
      'Changed',
      'Pear Lane tram-stop shelter',
      'Tannery Row dye studio',
    ])
  })
})

describe('bringing a file in', () => {
  const file = readJobFile(writeJobFile(job!, records), jobProblems)
  it('brings job and record, and gives the same file again', async () => {
    await mine.bringIn(await mine.planImport(file), 'new')
    const row = await mine.get(job!.id)
    const record = await mine.record('demo-withy-rain')
    expect(writeJobFile(row!.job!, [record!])).toBe(writeJobFile(job!, records))
  })
  it('says what it would do before it does it', async () => {
    expect((await mine.planImport(file)).existing).toBeUndefined()
    await mine.bringIn(await mine.planImport(file), 'new')
    expect(await mine.planImport(file)).toMatchObject({ same: true })
    await mine.save({ ...file.job, name: 'Changed' }, 1)
    expect(await mine.planImport(file)).toMatchObject({ same: false })
  })
  it('does not write over a job unasked', async () => {
    await mine.save({ ...job!, name: 'Kept' }, 0)
    const plan = await mine.planImport(file)
    await expect(mine.bringIn(plan, 'new')).rejects.toThrow(RangeError)
    expect((await mine.get(job!.id))?.job?.name).toBe('Kept')
    const copy = await mine.bringIn(plan, 'keep-both')
    expect(copy.id).not.toBe(job!.id)
    expect(await mine.list()).toHaveLength(2)
  })
})

/** Tables as they were at a version of the database. */
const tablesOf = (version: number) => ({
  jobs: 'id, updated',
  records: 'id',
  settings: 'key',
  ...(version >= 6 ? { bin: 'key, removed', drafts: 'key, id' } : {}),
  ...(version >= 7 ? { photos: 'id, job' } : {}),
})

describe.each([1, 2, 3, 4, 5, 6, 7, 8, 9])('what version %d kept', (version) => {
  it('is brought up when the page first opens it, revision and all', async () => {
    const name = `older-${count++}`
    const older = new Dexie(name)
    // The tables have been as they are since version 7.
    for (let each = 1; each <= Math.min(version, 7); each++) older.version(each).stores(tablesOf(each))
    const { job: from, records: rain } = JSON.parse(readFileSync(`core/scheme/older/version${version}.cask.json`, 'utf8')) as {
      job: { id: string; name: string }
      records: RainRecord[]
    }
    await older.table('records').bulkPut(rain)
    // Rows say their form from version 6 on.
    await older.table('jobs').put({ id: from.id, job: from, ...(version >= 6 ? { version } : {}), revision: 7, updated: 5, savedBy: 'old' })
    older.close()
    const { row, job } = (await new JobRepository(new CaskDatabase(name), 'new').get(from.id))!
    expect(job).toBeDefined()
    expect(row).toMatchObject({ revision: 7, savedBy: 'old' })
    // What is read is of today's form, whatever the row still says until it is saved.
    expect(parseInput(jobSchema, JSON.parse(JSON.stringify(job)))).toBeTruthy()
    const { job: asFile } = readJobFile(readFileSync(`core/scheme/older/version${version}.cask.json`, 'utf8'), jobProblems)
    expect(JSON.parse(JSON.stringify(job))).toEqual(JSON.parse(JSON.stringify(asFile)))
  })
})

describe('photos of a log', () => {
  it('travel with the job in its file, and those of no entry stay behind', async () => {
    const bytes = new Uint8Array([255, 216, 255, 0, 1, 2, 3, 254])
    const photo = (id: string) => ({ id, job: job!.id, width: 4, height: 3, picture: new Blob([bytes], { type: 'image/jpeg' }) })
    await db.photos.bulkPut([photo('p-1'), photo('p-2')])
    const noted: Job = {
      ...job!,
      log: { entries: [{ kind: 'note', id: 'n', at: '2026-06-01T07:00Z', photos: ['p-1', 'p-gone'] }], ticked: [] },
    }
    const text = await mine.fileOf(noted, records[0])
    const read = readJobFile(text, jobProblems)
    expect(read.photos).toHaveLength(1)
    expect(fromBase64(read.photos![0]!.jpeg)).toEqual(bytes)
    const there = new CaskDatabase(`photos-${count++}`)
    await new JobRepository(there, 'there').bringIn(await new JobRepository(there, 'there').planImport(read), 'new')
    expect(await there.photos.get('p-1')).toMatchObject({ job: job!.id, width: 4 })
    // The same file again: nothing new, and the same bytes.
    expect(writeJobFile(read.job, read.records, read.photos)).toBe(text)
  })
})

describe('the bin', () => {
  const [first, second] = demoJobs()
  it('keeps every job that was removed, not only the last', async () => {
    await mine.save(first!, 0)
    await mine.save(second!, 0)
    await mine.remove(first!.id)
    await mine.remove(second!.id)
    const binned = await mine.bin()
    expect(binned.map(({ row }) => row.id).toSorted()).toEqual([first!.id, second!.id].toSorted())
    for (const { key } of binned) await mine.putBack(key)
    expect((await mine.list()).map(({ row }) => row.id).toSorted()).toEqual([first!.id, second!.id].toSorted())
  })
  it('puts a job back beside one that has its id by now', async () => {
    await mine.save(first!, 0)
    const binned = await mine.remove(first!.id)
    await mine.save({ ...first!, name: 'Come again' }, 0)
    const id = await mine.putBack(binned!.key)
    expect(id).not.toBe(first!.id)
    expect((await mine.get(id!))?.job?.name).toBe(`${first!.name} (2)`)
    expect((await mine.get(first!.id))?.job?.name).toBe('Come again')
  })
  it('says that there was nothing to remove when another tab was quicker', async () => {
    await mine.save(first!, 0)
    await other.remove(first!.id)
    expect(await mine.remove(first!.id)).toBeUndefined()
    expect(await mine.bin()).toHaveLength(1)
  })
  it('lets go after thirty days, and not before', async () => {
    await mine.save(first!, 0)
    const { removed } = (await mine.remove(first!.id))!
    await mine.emptyBin(removed + BIN_KEEPS_MS - 1)
    expect(await mine.bin()).toHaveLength(1)
    await mine.emptyBin(removed + BIN_KEEPS_MS + 1)
    expect(await mine.bin()).toHaveLength(0)
  })
})

describe('rain records under other jobs', () => {
  const [record] = records
  const [withRecord] = demoJobs()
  const file = (change: (record: RainRecord) => RainRecord) => readJobFile(writeJobFile(withRecord!, [change(record!)]), jobProblems)
  beforeEach(() => mine.seed([withRecord!], [record!]))

  it.each(['keep-both', 'replace'] as const)('are left as they are by a file whose record differs (%s)', async (how) => {
    const wetter = file((old) => ({ ...old, depths: old.depths.map((depth) => depth && depth + 1) }))
    const job = await mine.bringIn(await mine.planImport(wetter), how)
    expect(await mine.record(record!.id)).toEqual(record)
    const own = recordOf(job.rain)!
    expect(own).not.toBe(record!.id)
    expect((await mine.record(own))!.depths[1]).toBe(record!.depths[1]! + 1)
    expect((await mine.get(job.id))!.job!.rain).toMatchObject({ record: own })
  })
  it('are shared by a file whose record is the same', async () => {
    const job = await mine.bringIn(await mine.planImport(file((old) => old)), 'keep-both')
    expect(recordOf(job.rain)).toBe(record!.id)
    expect(await mine.records()).toHaveLength(1)
  })
  it('only the record that the job names comes in', async () => {
    const more = file((old) => old)
    more.records.push({ ...record!, id: 'stowaway' })
    await mine.bringIn(await mine.planImport(more), 'keep-both')
    expect(await mine.record('stowaway')).toBeUndefined()
  })
  it("logs are joined, whichever file is older: last week's cuts none of this week's", async () => {
    const reading = (id: string, at: string, depth: number) => ({ kind: 'rain' as const, id, at, depth })
    const withLog = (entries: ReturnType<typeof reading>[]) => ({
      ...withRecord!,
      rain: { kind: 'record' as const, record: gaugeId(withRecord!.id), gaps: 'dry' as const },
      log: { entries, ticked: [] },
    })
    const here = withLog([reading('e1', '2026-06-02T07:00Z', 1), reading('e2', '2026-06-03T07:00Z', 2)])
    await mine.save(here, 1)
    const older = withLog([reading('e0', '2026-05-31T07:00Z', 8), reading('e1', '2026-06-02T07:00Z', 1)])
    const from = readJobFile(writeJobFile(older, [gaugeRecord(older)!]), jobProblems)
    const job = await mine.bringIn(await mine.planImport(from), 'replace')
    expect(job.log.entries.map(({ id }) => id)).toEqual(['e0', 'e1', 'e2'])
    expect((await mine.recordFor(job))!).toMatchObject({ start: '2026-05-30', depths: [8, 0, 1, 2] })
    const copy = await mine.bringIn(await mine.planImport(from), 'keep-both')
    expect(recordOf(copy.rain)).toBe(gaugeId(copy.id))
    expect((await mine.recordFor(copy))!.depths).toEqual([8, 0, 1])
  })
  it('a job brought back untouched is known for the same, record and all', async () => {
    expect(await mine.planImport(file((old) => old))).toMatchObject({ same: true })
    expect(await mine.planImport(file((old) => ({ ...old, note: 'another' })))).toMatchObject({ same: false })
  })
})

describe('two releases at once', () => {
  const newer = { ...job!, name: 'From the future', holds: 'what this release does not know' } as unknown as Job
  beforeEach(() => db.jobs.put({ id: job!.id, job: newer, version: FILE_VERSION + 1, revision: 3, updated: 1, savedBy: 'newer' }))
  it('a row of a newer one is told and never written over', async () => {
    expect(await mine.get(job!.id)).toMatchObject({ fault: { kind: 'newer' } })
    expect(await mine.save(job!, 3)).toEqual({ saved: false, why: 'newer' })
    const plan = await mine.planImport(readJobFile(writeJobFile(job!, records), jobProblems))
    await expect(mine.bringIn(plan, 'replace')).rejects.toThrow('newer release')
    expect((await db.jobs.get(job!.id))!.job).toEqual(newer)
  })
  it('a row of an older form is brought up on reading', async () => {
    const { job: older } = JSON.parse(readFileSync('core/scheme/older/version2.cask.json', 'utf8')) as { job: Job }
    await db.jobs.put({ id: older.id, job: older, version: 2, revision: 1, updated: 1, savedBy: 'old' })
    const kept = (await mine.get(older.id))!
    expect(kept.job?.schemes[0]).toMatchObject({ trial: expect.anything() as unknown, build: expect.anything() as unknown })
  })
  it('a row that is no job is told with what is wrong, beside those that are', async () => {
    await mine.save(demoJobs()[1]!, 0)
    await db.jobs.put({
      id: 'odd',
      job: { id: 'odd', schemes: 7 } as unknown as Job,
      version: FILE_VERSION,
      revision: 1,
      updated: 9,
      savedBy: '?',
    })
    const list = await mine.list()
    expect(list).toHaveLength(3)
    const odd = list.find(({ row }) => row.id === 'odd')!
    expect(odd).toMatchObject({ fault: { kind: 'damaged' } })
    expect(odd.fault!.problems.map(({ path }) => path)).toContain('schemes')
  })
  it('the older page lets go of the database when a newer one opens it', async () => {
    const closed = vi.fn()
    db.on('versionchange', closed)
    const next = new Dexie(db.name)
    next.version(99).stores({ jobs: 'id, updated', records: 'id', settings: 'key', bin: 'key, removed', drafts: 'key, id' })
    await next.open()
    expect(closed).toHaveBeenCalled()
    next.close()
  })
})

describe('a name for a copy', () => {
  it.each([
    ['Allotment', 'Allotment (2)'],
    ['Allotment (2)', 'Allotment (3)'],
    ['(2)', '(2) (2)'],
    ['x'.repeat(120), `${'x'.repeat(116)} (2)`],
  ])('%s', (name, copy) => expect(copyName(name)).toBe(copy))
  it('is never longer than a name may be, however often', () => {
    let name = 'ʷ'.repeat(120)
    for (let i = 0; i < 120; i++) name = copyName(name)
    expect(name).toHaveLength(120)
    expect(name.endsWith(' (121)')).toBe(true)
  })
})

describe('readings of loggers', () => {
  const rain = (from: number, ...values: number[]): Series => ({
    of: { kind: 'rain' },
    instants: Float64Array.from(values, (_, k) => from + k),
    values: Float32Array.from(values),
  })
  it('lie beside their job in the order of their times; the same file again takes their place', async () => {
    const repository = new JobRepository(db, 'mine')
    await repository.seed(demoJobs(), demoRecords())
    const [{ id }] = demoJobs() as [Job]
    await repository.keepSeries(id, 'later.csv', [rain(500, 1, 2)])
    await repository.keepSeries(id, 'early.csv', [rain(100, 3, 4, 5)])
    await repository.keepSeries(id, 'early.csv', [rain(100, 3, 9, 5)])
    expect((await repository.seriesOf(id)).map(({ file, values }) => [file, ...values])).toEqual([
      ['early.csv', 3, 9, 5],
      ['later.csv', 1, 2],
    ])
    expect(await repository.seriesOf('another')).toEqual([])
  })
  it('of an import that was undone are kept for as long as the bin keeps things, and stay when it is done again', async () => {
    const repository = new JobRepository(db, 'mine')
    await repository.seed(demoJobs(), demoRecords())
    const [{ id, log }] = demoJobs() as [Job]
    const undone: Job['log'] = { ...log, entries: [] }
    const done: Job['log'] = { ...log, entries: [{ id: 'i1-0', kind: 'rain', at: '2026-03-02T07:00Z', depth: 3 }] }
    const tidy = async (now: number, as = undone) => repository.tidySeries(await repository.seriesOf(id), as, now)
    const names = async () => (await repository.seriesOf(id)).map(({ file }) => file)
    await repository.keepSeries(id, 'undone.csv', [rain(100, 3)], ['i1-0'])
    await repository.keepSeries(id, 'before.csv', [rain(200, 3)])
    const [now, long] = [1e12, 1e12 + 40 * 86_400_000]
    await tidy(now)
    await tidy(now + 1)
    expect(await names()).toEqual(['undone.csv', 'before.csv'])
    // Done again in time: what was noted is forgotten.
    await tidy(now + 2, done)
    await tidy(long)
    expect(await names()).toEqual(['undone.csv', 'before.csv'])
    await tidy(long + 40 * 86_400_000)
    expect(await names()).toEqual(['before.csv'])
  })
  it('deleted can be put back for as long as a job could, and go with a job that is nowhere any more', async () => {
    const repository = new JobRepository(db, 'mine')
    await repository.seed(demoJobs(), demoRecords())
    const [{ id }, { id: other }] = demoJobs() as [Job, Job]
    await repository.keepSeries(id, 'a.csv', [rain(100, 3)])
    await repository.keepSeries(other, 'b.csv', [rain(100, 4)])
    const [row] = await repository.seriesOf(id)
    await repository.removeSeries(row!.id)
    expect(await repository.seriesOf(id)).toEqual([])
    await repository.emptyBin()
    await repository.removeSeries(row!.id, true)
    expect(await repository.seriesOf(id)).toHaveLength(1)
    // In the bin the job still has its readings; deleted for good it has none.
    const { key } = (await repository.remove(other))!
    await repository.emptyBin()
    expect(await repository.seriesOf(other)).toHaveLength(1)
    await repository.deleteForGood(key)
    await repository.emptyBin()
    expect(await repository.seriesOf(other)).toEqual([])
    await repository.removeSeries(row!.id)
    await repository.emptyBin(Date.now() + BIN_KEEPS_MS + 1000)
    await repository.removeSeries(row!.id, true)
    expect(await repository.seriesOf(id)).toEqual([])
  })
})
