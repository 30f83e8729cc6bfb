import Dexie from 'dexie'
import { DATABASE } from './name'

/** What a job is called, and by what it is opened. */
export interface JobName {
  id: string
  name: string
  scene: string
}

/** As many as a first look takes in. */
export const FIRST_LOOK = 12

const wordsOf = (value: unknown): string => (typeof value === 'string' ? value : '')
/** What somebody called a row of any shape. */
export const nameOf = ({ id, job }: { id: string; job?: unknown }): string => wordsOf((job as { name?: unknown } | undefined)?.name) || id

/**
 * Names of the jobs that are shown first, at most a dozen: those of an order that is kept, after any that are newer than it; else those
 * saved last. They are read without anything that could check, migrate or draw a job, and can be opened while that is still being
 * fetched. None where nothing is kept here or nothing can be read; the desk tells why.
 */
export async function readJobNames(order: readonly string[] = []): Promise<JobName[]> {
  const database = new Dexie(DATABASE)
  try {
    // Only what is there is opened: without a version the library would make it, and delete it again under the desk's hands.
    if (!(await Dexie.getDatabaseNames()).includes(DATABASE)) return []
    await database.open()
    const jobs = database.table<{ id: string; job?: unknown }>('jobs')
    const last = await jobs.orderBy('updated').reverse().limit(FIRST_LOOK).toArray()
    const known = (await jobs.bulkGet([...order])).flatMap((row) => row ?? [])
    const rows = order.length === 0 ? last : known.length < FIRST_LOOK ? [...last.filter(({ id }) => !order.includes(id)), ...known] : known
    return rows.slice(0, FIRST_LOOK).flatMap((row) => {
      const job = row.job as { scene?: unknown; desk?: { archived?: unknown } } | undefined
      return job?.desk?.archived === true ? [] : [{ id: row.id, name: nameOf(row), scene: wordsOf(job?.scene) }]
    })
  } catch {
    return []
  } finally {
    database.close()
  }
}
