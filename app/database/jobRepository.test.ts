import { readFileSync } from 'node:fs'
import Dexie from 'dexie'
import { beforeEach, describe, expect, it } from 'vitest'
import { demoJobs, demoRecords } from '#core/demo'
import { jobTies } from '#core/path'
import { job as jobSchema, letIn, readJobFile, writeJobFile } from '#core/scheme'
import { CaskDatabase } from './db'
import { JobRepository } from './jobRepository'

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
    expect(result).toMatchObject({ saved: false, theirs: { savedBy: 'other', revision: 2 } })
    expect((await mine.get(job!.id))?.job.name).toBe('Theirs')
  })
  it('puts back what was removed, as it was', async () => {
    await mine.save(job!, 0)
    const row = await mine.remove(job!.id)
    expect(await mine.get(job!.id)).toBeUndefined()
    await mine.putBack(row!)
    expect(await mine.get(job!.id)).toEqual(row)
  })
  it('seeds only what is not there', async () => {
    await mine.save({ ...job!, name: 'Changed' }, 0)
    await mine.seed(demoJobs(), records)
    expect((await mine.list()).map(({ job: { name } }) => name).toSorted()).toEqual([
      'Changed',
      'Pear Lane tram-stop shelter',
      'Tannery Row dye studio',
    ])
  })
})

describe('bringing a file in', () => {
  const file = readJobFile(writeJobFile(job!, records), jobTies)
  it('brings job and record, and gives the same file again', async () => {
    await mine.bringIn(await mine.planImport(file), 'new')
    const row = await mine.get(job!.id)
    const record = await mine.record('demo-withy-rain')
    expect(writeJobFile(row!.job, [record!])).toBe(writeJobFile(job!, records))
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
    expect((await mine.get(job!.id))?.job.name).toBe('Kept')
    const copy = await mine.bringIn(plan, 'keep-both')
    expect(copy.id).not.toBe(job!.id)
    expect(await mine.list()).toHaveLength(2)
  })
})

describe.each([1, 2, 3])('what version %d kept', (version) => {
  it('is brought up when the page first opens it, revision and all', async () => {
    const name = `older-${count++}`
    const older = new Dexie(name)
    for (let each = 1; each <= version; each++) older.version(each).stores({ jobs: 'id, updated', records: 'id', settings: 'key' })
    const { job: from } = JSON.parse(readFileSync(`core/scheme/older/version${version}.cask.json`, 'utf8')) as {
      job: { id: string; name: string }
    }
    await older.table('jobs').put({ id: from.id, job: from, revision: 7, updated: 5, savedBy: 'old' })
    older.close()
    const row = (await new JobRepository(new CaskDatabase(name), 'new').get(from.id))!
    expect(row).toMatchObject({ revision: 7, savedBy: 'old' })
    expect(letIn(jobSchema, JSON.parse(JSON.stringify(row.job)))).toBeTruthy()
    const { job: asFile } = readJobFile(readFileSync(`core/scheme/older/version${version}.cask.json`, 'utf8'), jobTies)
    expect(JSON.parse(JSON.stringify(row.job))).toEqual(JSON.parse(JSON.stringify(asFile)))
  })
})
