import { problem, ProblemError } from '#core/problems'
import { mergeLogs } from '#core/log/entries'
import { gaugeRecord } from '#core/log/gaugeRecord'
import { standsIn } from '#core/log/importEntries'
import type { Series } from '#core/log'
import { freshCopy } from '#core/desk/copy'
import {
  canonicalJson,
  checkShape,
  firm as firmSchema,
  FILE_VERSION,
  gaugeId,
  job as jobSchema,
  parseInput,
  photosOf,
  recordOf,
  writeJobFile,
  type FilePhoto,
  type Firm,
  type Job,
  type JobFile,
  type Log,
  type RainRecord,
} from '#core/scheme'
import { fromBase64, toBase64 } from './base64'
import { spliceRecords } from '#core/rain/splice'
import type { BinRow, CaskDatabase, JobRow, SeriesRow } from './db'
import { readRow, readRows, versionOf, type KeptJob } from './keptJob'

export type SaveResult =
  | { saved: true; revision: number }
  /** Another tab has saved since, it has been removed, or a newer release has written it: nothing was written. */
  | { saved: false; why: 'changed' | 'removed' | 'newer' }

/** What an import would do, told before it does it. */
export interface ImportPlan {
  file: JobFile
  /** The job of that id already kept here, if any. */
  existing: JobRow | undefined
  /** Kept here with the same content: nothing would change. */
  same: boolean
}

/** Rows of what is not a job. */
const FIRM = 'firm'
const BACKUP = 'backup'

/** Removed jobs are kept for so long, ms. */
export const BIN_KEEPS_MS = 30 * 86_400_000
const MOST_NAME = 120

export const newJobId = (): string => `job-${crypto.randomUUID().slice(0, 13)}`
/** Name of a copy: the number goes on, and the whole stays as long as a name may be. */
export function copyName(name: string): string {
  const [, stem = name, number = '1'] = /^(.+?)(?: \((\d{1,6})\))?$/su.exec(name) ?? []
  const mark = ` (${Number(number) + 1})`
  return `${stem.slice(0, MOST_NAME - mark.length).trimEnd()}${mark}`
}

const isGauge = ({ id }: Pick<RainRecord, 'id'>) => id.startsWith('gauge-')

/** Jobs and rain records in this browser. Every write is one transaction; nothing is written over unseen. */
export class JobRepository {
  constructor(
    private readonly db: CaskDatabase,
    /** Tells this tab from others. */
    readonly tab: string = crypto.randomUUID(),
  ) {}

  private row(job: Job, revision: number, updated = Date.now()): JobRow {
    return { id: job.id, job, version: FILE_VERSION, revision, updated, savedBy: this.tab }
  }

  /** Every job, the last saved first, as today's documents. */
  async list(): Promise<KeptJob[]> {
    return readRows(await this.db.jobs.orderBy('updated').reverse().toArray())
  }

  async get(id: string): Promise<KeptJob | undefined> {
    const row = await this.db.jobs.get(id)
    return row && readRow(row)
  }

  /** A row of any kind as today's document. */
  read(row: JobRow): KeptJob {
    return readRow(row)
  }

  record(id: string): Promise<RainRecord | undefined> {
    return this.db.records.get(id)
  }

  /** The record that a job's years stand on: of its own gauge what its log says, any other as it is kept. */
  async recordFor(job: Job): Promise<RainRecord | undefined> {
    const needs = recordOf(job.rain)
    if (needs === undefined) return undefined
    return (needs === gaugeId(job.id) ? gaugeRecord(job) : undefined) ?? (await this.record(needs))
  }

  /** Photos of a job's log as a file carries them; those that are not on this device are left out. */
  async photosFor(job: Job): Promise<FilePhoto[]> {
    const found = await this.db.photos.bulkGet(photosOf(job.log))
    const kept = found.filter((photo) => photo !== undefined)
    return Promise.all(
      kept.map(async ({ id, width, height, picture }) => ({ id, width, height, jpeg: toBase64(await picture.arrayBuffer()) })),
    )
  }

  /** A job's file: the text that people take away. */
  async fileOf(job: Job, record?: RainRecord): Promise<string> {
    const own = record ?? (await this.recordFor(job))
    return writeJobFile(job, own ? [own] : [], await this.photosFor(job))
  }

  /** All records; for choosing one again in another job. */
  records(): Promise<RainRecord[]> {
    return this.db.records.toArray()
  }

  async keepRecord(record: RainRecord): Promise<void> {
    await this.db.records.put(record)
  }

  /** What the firm says for all of its jobs; undefined where nobody said it, or not as this release knows it. */
  async firm(): Promise<Firm | undefined> {
    const row = await this.db.settings.get(FIRM)
    return row && checkShape(firmSchema, row.value).length === 0 ? (row.value as Firm) : undefined
  }
  async keepFirm(firm: Firm): Promise<void> {
    await this.db.settings.put({ key: FIRM, value: parseInput(firmSchema, firm) })
  }

  /** How often jobs were saved since the last backup, and when that was, ms since 1970; undefined where none was made. */
  async sinceBackup(): Promise<{ saves: number; at: number | undefined }> {
    const saved = await this.saves()
    const value = (await this.db.settings.get(BACKUP))?.value as { saves: number; at: number } | undefined
    return { saves: Math.max(0, saved - (value?.saves ?? 0)), at: value?.at }
  }
  async noteBackup(at: number): Promise<void> {
    await this.db.settings.put({ key: BACKUP, value: { saves: await this.saves(), at } })
  }
  private async saves(): Promise<number> {
    let saves = 0
    await this.db.jobs.each(({ revision }) => (saves += revision))
    return saves
  }

  /**
   * Changes a job that is not open, over whatever it is by now.
   *
   * @returns it before and after, and the revision that the change made; undefined where it is gone or cannot be shown
   */
  change(id: string, recipe: (job: Job) => Job): Promise<{ before: Job; after: Job; revision: number } | undefined> {
    return this.db.transaction('rw', this.db.jobs, async () => {
      const row = await this.db.jobs.get(id)
      const before = row && readRow(row).job
      if (!row || !before || versionOf(row) > FILE_VERSION) return undefined
      const after = parseInput(jobSchema, recipe(before))
      // What is noted about a job does not make it the one that was worked on last.
      await this.db.jobs.put(this.row(after, row.revision + 1, row.updated))
      return { before, after, revision: row.revision + 1 }
    })
  }

  /** A copy of a job beside it, with an id and a name of its own and nothing of what happened to the first; undefined where it is gone. */
  duplicate(id: string): Promise<Job | undefined> {
    return this.db.transaction('rw', this.db.jobs, async () => {
      const row = await this.db.jobs.get(id)
      const job = row && readRow(row).job
      if (!job) return undefined
      const copy = { ...freshCopy(job), id: newJobId(), name: copyName(job.name) }
      await this.db.jobs.put(this.row(copy, 1))
      return copy
    })
  }

  /**
   * Saves a job over the revision that this tab last saw; otherwise nothing is written, and why is told. `revision` 0 is for
   * a job that is not kept yet.
   */
  save(job: Job, revision: number): Promise<SaveResult> {
    return this.db.transaction('rw', this.db.jobs, async () => {
      const row = await this.db.jobs.get(job.id)
      if (row && versionOf(row) > FILE_VERSION) return { saved: false, why: 'newer' }
      if (!row && revision > 0) return { saved: false, why: 'removed' }
      if ((row?.revision ?? 0) !== revision) return { saved: false, why: 'changed' }
      await this.db.jobs.put(this.row(job, revision + 1))
      return { saved: true, revision: revision + 1 }
    })
  }

  /** Saves a job that was removed meanwhile once more, as it is now. */
  saveAgain(job: Job): Promise<SaveResult> {
    return this.db.transaction('rw', this.db.jobs, async () => {
      if (await this.db.jobs.get(job.id)) return { saved: false, why: 'changed' }
      await this.db.jobs.put(this.row(job, 1))
      return { saved: true, revision: 1 }
    })
  }

  /** Moves a job to the bin; undefined where another tab has done so already. */
  remove(id: string): Promise<BinRow | undefined> {
    return this.db.transaction('rw', this.db.jobs, this.db.bin, async () => {
      const row = await this.db.jobs.get(id)
      if (!row) return undefined
      const removed = Date.now()
      const binned: BinRow = { key: `${id} ${removed} ${crypto.randomUUID().slice(0, 8)}`, removed, row }
      await this.db.bin.put(binned)
      await this.db.jobs.delete(id)
      return binned
    })
  }

  /** Removed jobs, the last one first. */
  bin(): Promise<BinRow[]> {
    return this.db.bin.orderBy('removed').reverse().toArray()
  }

  /** Puts a removed job back as it was; beside one that has its id by now, as a copy. */
  putBack(key: string): Promise<string | undefined> {
    return this.db.transaction('rw', this.db.jobs, this.db.bin, async () => {
      const binned = await this.db.bin.get(key)
      if (!binned) return undefined
      const { row } = binned
      const id = (await this.db.jobs.get(row.id)) ? newJobId() : row.id
      const job = id === row.id ? row.job : { ...row.job, id, name: copyName(row.job.name) }
      await this.db.jobs.put({ ...row, id, job })
      await this.db.bin.delete(key)
      return id
    })
  }

  async deleteForGood(key: string): Promise<void> {
    await this.db.bin.delete(key)
  }

  /** Deletes what has lain in the bin for longer than it is kept, and readings of jobs that are nowhere any more. */
  async emptyBin(now = Date.now()): Promise<void> {
    // Nearly every visit finds nothing to be done, and need not hold up who opens a job meanwhile.
    const old = await this.db.bin
      .where('removed')
      .below(now - BIN_KEEPS_MS)
      .count()
    if (old === 0 && (await this.db.series.count()) === 0) return
    await this.db.transaction('rw', this.db.jobs, this.db.bin, this.db.series, async () => {
      for (const table of [this.db.bin, this.db.series])
        await table
          .where('removed')
          .below(now - BIN_KEEPS_MS)
          .delete()
      const binned = await this.db.bin.toArray()
      const jobs = new Set([...(await this.db.jobs.toCollection().primaryKeys()), ...binned.map(({ row }) => row.id)])
      for (const job of await this.db.series.orderBy('job').uniqueKeys())
        if (!jobs.has(String(job))) await this.db.series.where('job').equals(job).delete()
    })
  }

  /** Readings of a job's loggers, the first to begin first, rain before levels; deleted ones are not among them. */
  async seriesOf(job: string): Promise<SeriesRow[]> {
    const rows = await this.db.series.where('job').equals(job).toArray()
    const begins = ({ instants, of }: SeriesRow) => [instants[0] ?? 0, of.kind === 'rain' ? 0 : 1] as const
    return rows
      .filter(({ removed }) => removed === undefined)
      .sort((a, b) => begins(a)[0] - begins(b)[0] || begins(a)[1] - begins(b)[1] || a.file.localeCompare(b.file))
  }

  /**
   * Keeps readings beside a job's log. Those of a file that is here already, by name, kind and moments, take its place.
   *
   * @param entries ids of what stands for them in the log
   */
  keepSeries(job: string, file: string, all: readonly Series[], entries?: string[]): Promise<void> {
    const same = (a: Series, b: Series) =>
      JSON.stringify(a.of) === JSON.stringify(b.of) && a.instants[0] === b.instants[0] && a.instants.at(-1) === b.instants.at(-1)
    return this.db.transaction('rw', this.db.series, async () => {
      const here = await this.db.series.where('job').equals(job).toArray()
      for (const series of all) {
        const before = here.find((each) => each.file === file && same(each, series))
        const told = entries ?? before?.entries
        const id = before?.id ?? `s-${crypto.randomUUID().slice(0, 18)}`
        await this.db.series.put({ id, job, file, ...series, ...(told ? { entries: told } : {}) })
      }
    })
  }

  /** Deletes readings of which no entry has stood for as long as the bin keeps things; notes since when of the others. */
  async tidySeries(rows: readonly SeriesRow[], log: Log, now = Date.now()): Promise<void> {
    for (const { id, entries, orphaned } of rows) {
      const stands = standsIn(log, entries)
      if (stands && orphaned !== undefined) await this.db.series.update(id, { orphaned: undefined })
      if (!stands && orphaned === undefined) await this.db.series.update(id, { orphaned: now })
      if (!stands && orphaned !== undefined && orphaned < now - BIN_KEEPS_MS) await this.db.series.delete(id)
    }
  }

  /** Deletes readings, or takes that back. */
  async removeSeries(id: string, back = false): Promise<void> {
    await this.db.series.update(id, { removed: back ? undefined : Date.now() })
  }

  async planImport(file: JobFile): Promise<ImportPlan> {
    const existing = await this.db.jobs.get(file.job.id)
    const kept = existing && readRow(existing)
    if (!kept?.job) return { file, existing, same: false }
    const record = await this.recordFor(kept.job)
    // Held against one another as files: what is left out and in what order makes no difference there.
    return { file, existing, same: writeJobFile(kept.job, record ? [record] : []) === writeJobFile(file.job, file.records) }
  }

  /**
   * The record of a file, as it can be kept beside those that are here: one that differs gets an id of its own, readings of a
   * gauge are joined to those that are here.
   */
  private async takeIn(record: RainRecord, jobId: string, asCopy: boolean): Promise<string> {
    if (isGauge(record) && asCopy) {
      const own = { ...record, id: gaugeId(jobId) }
      await this.db.records.put(own)
      return own.id
    }
    const here = await this.db.records.get(record.id)
    if (here && canonicalJson(here) === canonicalJson(record)) return record.id
    if (here && isGauge(record)) {
      await this.db.records.put(spliceRecords([here, record], here.id, here.name, here.note))
      return record.id
    }
    const id = here ? `rain-${crypto.randomUUID().slice(0, 13)}` : record.id
    await this.db.records.put(here ? { ...record, id, name: copyName(record.name) } : record)
    return id
  }

  /**
   * Brings a file in, job and record together or not at all. Only the record that the job names is taken, and none that is
   * here is changed for another job. `keep-both` gives the job a name and id of its own.
   *
   * @param updated when it was saved last, where that was before now
   * @throws ProblemError when it is new and there is one already, or the one here is of a newer release
   */
  bringIn(plan: ImportPlan, how: 'new' | 'replace' | 'keep-both', updated?: number): Promise<Job> {
    return this.db.transaction('rw', this.db.jobs, this.db.records, this.db.photos, async () => {
      const { file } = plan
      const asCopy = how === 'keep-both'
      const id = asCopy ? newJobId() : file.job.id
      const row = await this.db.jobs.get(id)
      if (row && how === 'new') throw new ProblemError(problem('jobThere', { id }))
      if (row && versionOf(row) > FILE_VERSION) throw new ProblemError(problem('jobNewer', { id }))
      const needs = recordOf(file.job.rain)
      const record = file.records.find((each) => each.id === needs)
      const here = how === 'replace' && row ? readRow(row).job : undefined
      // What was written down here since the file was made is not lost with it.
      const log = here ? mergeLogs(file.job.log, here.log) : file.job.log
      const ownGauge = needs === gaugeId(file.job.id) && log.entries.some(({ kind }) => kind === 'rain')
      const taken = ownGauge ? gaugeId(id) : record ? await this.takeIn(record, id, asCopy) : needs
      const rain = taken !== needs && taken !== undefined && 'record' in file.job.rain ? { ...file.job.rain, record: taken } : file.job.rain
      const job = { ...file.job, id, rain, log, ...(asCopy ? { name: copyName(file.job.name) } : {}) }
      for (const { id: photo, width, height, jpeg } of file.photos ?? [])
        if (!(await this.db.photos.get(photo)))
          await this.db.photos.put({ id: photo, job: id, width, height, picture: new Blob([fromBase64(jpeg)], { type: 'image/jpeg' }) })
      await this.db.jobs.put(this.row(job, (row?.revision ?? 0) + 1, updated))
      return job
    })
  }

  /** Puts jobs and records in that are not there yet; jobs that are, stay as they are. */
  async seed(jobs: readonly Job[], records: readonly RainRecord[]): Promise<void> {
    await this.db.transaction('rw', this.db.jobs, this.db.records, async () => {
      for (const record of records) if (!(await this.db.records.get(record.id))) await this.db.records.put(record)
      let updated = Date.now()
      for (const job of jobs) if (!(await this.db.jobs.get(job.id))) await this.db.jobs.put(this.row(job, 1, updated--))
    })
  }
}
