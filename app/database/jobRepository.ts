import type { Job, JobFile, RainRecord } from '#core/scheme'
import type { CaskDatabase, JobRow } from './db'

export type SaveResult = { saved: true; revision: number } | { saved: false; theirs: JobRow | undefined }

/** What an import would do, told before it does it. */
export interface ImportPlan {
  file: JobFile
  /** The job of that id already kept here, if any. */
  existing: JobRow | undefined
  /** Kept here with the same content: nothing would change. */
  same: boolean
}

/** Jobs and rain records in this browser. Every write is one transaction; nothing is written over unseen. */
export class JobRepository {
  constructor(
    private readonly db: CaskDatabase,
    /** Tells this tab from others. */
    readonly tab: string = crypto.randomUUID(),
  ) {}

  list(): Promise<JobRow[]> {
    return this.db.jobs.orderBy('updated').reverse().toArray()
  }

  get(id: string): Promise<JobRow | undefined> {
    return this.db.jobs.get(id)
  }

  record(id: string): Promise<RainRecord | undefined> {
    return this.db.records.get(id)
  }

  /** All records, newest name order; for choosing one again in another job. */
  records(): Promise<RainRecord[]> {
    return this.db.records.toArray()
  }

  async keepRecord(record: RainRecord): Promise<void> {
    await this.db.records.put(record)
  }

  /**
   * Saves a job over the revision that this tab last saw. When another tab has saved since, nothing is written and
   * its row comes back. `revision` 0 is for a job that is not kept yet.
   */
  save(job: Job, revision: number): Promise<SaveResult> {
    return this.db.transaction('rw', this.db.jobs, async () => {
      const row = await this.db.jobs.get(job.id)
      if ((row?.revision ?? 0) !== revision) return { saved: false, theirs: row }
      await this.db.jobs.put({ id: job.id, job, revision: revision + 1, updated: Date.now(), savedBy: this.tab })
      return { saved: true, revision: revision + 1 }
    })
  }

  /** Removes a job and gives back its row, so that it can be put back. */
  remove(id: string): Promise<JobRow | undefined> {
    return this.db.transaction('rw', this.db.jobs, async () => {
      const row = await this.db.jobs.get(id)
      await this.db.jobs.delete(id)
      return row
    })
  }

  async putBack(row: JobRow): Promise<void> {
    await this.db.jobs.put(row)
  }

  async planImport(file: JobFile): Promise<ImportPlan> {
    const existing = await this.get(file.job.id)
    return { file, existing, same: existing !== undefined && JSON.stringify(existing.job) === JSON.stringify(file.job) }
  }

  /** Brings a file in, job and records together or not at all. `keep-both` gives the job a name and id of its own. */
  bringIn(plan: ImportPlan, how: 'new' | 'replace' | 'keep-both'): Promise<Job> {
    return this.db.transaction('rw', this.db.jobs, this.db.records, async () => {
      const { file } = plan
      const job =
        how === 'keep-both' ? { ...file.job, id: `job-${crypto.randomUUID().slice(0, 13)}`, name: `${file.job.name} (2)` } : file.job
      const row = await this.db.jobs.get(job.id)
      if (row && how === 'new') throw new RangeError(`there is already a job ${job.id}`)
      await this.db.records.bulkPut(file.records)
      await this.db.jobs.put({ id: job.id, job, revision: (row?.revision ?? 0) + 1, updated: Date.now(), savedBy: this.tab })
      return job
    })
  }

  /** Puts jobs and records in that are not there yet; jobs that are, stay as they are. */
  async seed(jobs: readonly Job[], records: readonly RainRecord[]): Promise<void> {
    await this.db.transaction('rw', this.db.jobs, this.db.records, async () => {
      for (const record of records) if (!(await this.db.records.get(record.id))) await this.db.records.put(record)
      let updated = Date.now()
      for (const job of jobs)
        if (!(await this.db.jobs.get(job.id)))
          await this.db.jobs.put({ id: job.id, job, revision: 1, updated: updated--, savedBy: this.tab })
    })
  }
}
