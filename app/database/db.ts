import { problem, ProblemError } from '#core/problems'
import Dexie, { type EntityTable } from 'dexie'
import type { SeriesOf } from '#core/log'
import { DATABASE } from './name'
import { migrateJob, gaugeId, withGauge, type Job, type RainRecord } from '#core/scheme'

/** A job as it is kept: the document, how often it was saved, and by which tab. */
export interface JobRow {
  id: string
  job: Job
  /** Form of the document, as files tell it; rows of before version 6 of the database have none and are of version 5. */
  version?: number
  revision: number
  updated: number
  savedBy: string
}
/** A job that was removed, and when, ms since 1970; kept for a while. */
export interface BinRow {
  key: string
  removed: number
  row: JobRow
}
/** What a tab has made of a job and not saved yet. */
export interface Draft {
  /** Of the job and the tab: no tab writes over another's. */
  key: string
  id: string
  tab: string
  /** When, ms since 1970. */
  at: number
  /** The save that it goes on from. */
  revision: number
  /** Form of the document. */
  version: number
  job: Job
}
/** A photo of a log, scaled down on its way in and without what a camera says of where and when. */
export interface Photo {
  id: string
  job: string
  width: number
  height: number
  picture: Blob
}
/** A sensor's readings as they came, beside the log that was condensed from them. */
export interface SeriesRow {
  id: string
  job: string
  /** File that they came from. */
  file: string
  of: SeriesOf
  instants: Float64Array
  values: Float32Array
  /** Ids of the log's entries that stand for them: they are shown while one of these does. Absent in rows of before 0.14.7. */
  entries?: string[]
  /** Since when none of them does, ms since 1970: as long as what is in the bin, an undone import can be done again. */
  orphaned?: number
  /** When it was deleted, ms since 1970; kept for as long as jobs in the bin are. */
  removed?: number
}
export interface SettingRow {
  key: string
  value: unknown
}

/** What is kept here was written in a form that this release does not know. */
export class NewerDatabaseError extends ProblemError {
  constructor() {
    super(problem('databaseNewer'))
    this.name = 'NewerDatabaseError'
  }
}

/** Brings every job up by one version of the document, as its files are. */
const migrateByOne = (db: Dexie, to: number) =>
  db.version(to).upgrade((transaction) =>
    transaction
      .table<JobRow>('jobs')
      .toCollection()
      .modify((row) => {
        row.job = migrateJob({ ...row.job }, to - 1, to) as unknown as Job
      }),
  )

/** Everything this browser keeps. Versions are listed oldest first and never changed once they have been released. */
export class CaskDatabase extends Dexie {
  jobs!: EntityTable<JobRow, 'id'>
  records!: EntityTable<RainRecord, 'id'>
  bin!: EntityTable<BinRow, 'key'>
  drafts!: EntityTable<Draft, 'key'>
  photos!: EntityTable<Photo, 'id'>
  series!: EntityTable<SeriesRow, 'id'>
  settings!: EntityTable<SettingRow, 'key'>

  constructor(name = DATABASE) {
    super(name)
    this.version(1).stores({ jobs: 'id, updated', records: 'id', settings: 'key' })
    // Jobs say where they lie and what water costs.
    migrateByOne(this, 2)
    // Devices say what they spend and how they are cut in, pipes how they hang and were measured.
    migrateByOne(this, 3)
    // Schemes know the storm they are tried by, overflows where they end, pumps what they lift.
    migrateByOne(this, 4)
    // Schemes know how they are put together, jobs what their reader pays and has.
    migrateByOne(this, 5)
    // Rows say which form their document has; what is removed stays in a bin for a while; drafts are written ahead of saves.
    this.version(6)
      .stores({ bin: 'key, removed', drafts: 'key, id' })
      .upgrade((transaction) =>
        transaction
          .table<JobRow>('jobs')
          .toCollection()
          .modify((row) => {
            // The form that was today's when this came, whatever is today's now.
            row.version ??= 5
          }),
      )
    // Jobs have a log; the readings of a gauge, which were a record of their own, are its first entries. Photos are kept beside.
    this.version(7)
      .stores({ photos: 'id, job' })
      .upgrade(async (transaction) => {
        const jobs = transaction.table<JobRow>('jobs')
        for (const row of await jobs.toArray()) {
          const version = row.version ?? 5
          if (version >= 7) continue
          const gauge = await transaction.table<RainRecord>('records').get(gaugeId(row.id))
          const job = withGauge(migrateJob({ ...row.job }, version, 7), gauge ? [gauge] : [])
          await jobs.put({ ...row, version: 7, job: job as unknown as Job })
        }
      })
    // Readings of loggers are kept as they came.
    this.version(8).stores({ series: 'id, job, removed' })
    // The library would open a newer form all the same, and let an older release write into it.
    this.on('ready', (db) => {
      if (db.backendDB().version > 10 * this.verno) throw new NewerDatabaseError()
    })
  }
}
