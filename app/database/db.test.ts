import Dexie from 'dexie'
import { describe, expect, it } from 'vitest'
import { CaskDatabase } from './db'
import { JobRepository } from './jobRepository'

describe('a database of a newer release', () => {
  it('is not opened by this one, and nothing is written into it', async () => {
    const newer = new Dexie('newer')
    newer.version(9).stores({
      jobs: 'id, updated, stage',
      records: 'id',
      settings: 'key',
      bin: 'key, removed',
      drafts: 'key, id',
      photos: 'id, job',
      series: 'id, job, removed',
      log: '++',
    })
    await newer.table('jobs').put({ id: 'theirs', updated: 1 })
    newer.close()
    const here = new JobRepository(new CaskDatabase('newer'), 'here')
    await expect(here.list()).rejects.toThrow('newer release')
    await expect(here.remove('theirs')).rejects.toThrow('newer release')
    await newer.open()
    expect(await newer.table('jobs').count()).toBe(1)
    newer.close()
  })
})
