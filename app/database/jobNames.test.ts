import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { afterEach, describe, expect, it } from 'vitest'
import { demoJobs, demoRecords } from '#core/demo'
import { CaskDatabase, type JobRow } from './db'
import { JobRepository } from './jobRepository'
import { readJobNames } from './jobNames'
import { DATABASE } from './name'

let database: CaskDatabase | undefined
async function kept() {
  database = new CaskDatabase()
  const repository = new JobRepository(database, 'a tab')
  await repository.seed(demoJobs(), demoRecords())
  return repository
}
afterEach(async () => {
  database?.close()
  await Dexie.delete(DATABASE)
})

describe('names of jobs, read before anything that knows jobs is here', () => {
  it('are of all that the desk would show, the last saved first', async () => {
    const repository = await kept()
    const names = await readJobNames()
    const jobs = (await repository.list()).map(({ row, job }) => ({ id: row.id, name: job!.name, scene: job!.scene }))
    expect(jobs.length).toBeGreaterThan(2)
    expect(names).toEqual(jobs)
  })
  it('stand in the order in which they were last shown, what came since before them', async () => {
    await kept()
    const order = ['demo-withy-hard', 'gone', 'demo-pear-lane']
    expect((await readJobNames(order)).map(({ id }) => id)).toEqual(['demo-tannery-row', 'demo-withy-hard', 'demo-pear-lane'])
    const full = Array.from({ length: 12 }, () => 'demo-pear-lane')
    expect((await readJobNames(full)).map(({ id }) => id)).toEqual(full)
  })
  it('leave out what is archived, and are a dozen at the most', async () => {
    const repository = await kept()
    await repository.change('demo-pear-lane', (job) => ({ ...job, desk: { ...job.desk, archived: true } }))
    expect((await readJobNames()).map(({ id }) => id)).not.toContain('demo-pear-lane')
    for (let i = 0; i < 20; i++) await repository.duplicate('demo-withy-hard')
    expect(await readJobNames()).toHaveLength(12)
  })
  it('are read from rows of any shape', async () => {
    await kept()
    await database!.jobs.put({ id: 'torn', revision: 1, updated: Number.MAX_SAFE_INTEGER, savedBy: 'x' } as unknown as JobRow)
    expect((await readJobNames())[0]).toEqual({ id: 'torn', name: 'torn', scene: '' })
  })
  it('are none where nothing is kept, and nothing is made or deleted by asking', async () => {
    expect(await readJobNames()).toEqual([])
    expect(await Dexie.getDatabaseNames()).not.toContain(DATABASE)
    // The desk opens at the same moment: its database stays.
    const [names, repository] = await Promise.all([readJobNames(), kept()])
    expect(names).toEqual([])
    expect(await repository.list()).not.toEqual([])
  })
})
