import Dexie, { type EntityTable } from 'dexie'
import { bringUpJob, type Job, type RainRecord } from '#core/scheme'

/** A job as it is kept: the document, how often it was saved, and by which tab. */
export interface JobRow {
  id: string
  job: Job
  revision: number
  updated: number
  savedBy: string
}
export interface SettingRow {
  key: string
  value: unknown
}

/** Everything this browser keeps. Versions are listed oldest first and never changed once they have been released. */
export class CaskDatabase extends Dexie {
  jobs!: EntityTable<JobRow, 'id'>
  records!: EntityTable<RainRecord, 'id'>
  settings!: EntityTable<SettingRow, 'key'>

  constructor(name = 'vernal-cask') {
    super(name)
    this.version(1).stores({ jobs: 'id, updated', records: 'id', settings: 'key' })
    // Jobs say where they lie and what water costs; what version 1 kept is brought up as its files are.
    this.version(2).upgrade((transaction) =>
      transaction
        .table<JobRow>('jobs')
        .toCollection()
        .modify((row) => {
          row.job = bringUpJob({ ...row.job }, 1, 2) as unknown as Job
        }),
    )
    // Devices say what they spend and how they are cut in, pipes how they hang and were measured.
    this.version(3).upgrade((transaction) =>
      transaction
        .table<JobRow>('jobs')
        .toCollection()
        .modify((row) => {
          row.job = bringUpJob({ ...row.job }, 2, 3) as unknown as Job
        }),
    )
    // Schemes know the storm they are tried by, overflows where they end, pumps what they lift.
    this.version(4).upgrade((transaction) =>
      transaction
        .table<JobRow>('jobs')
        .toCollection()
        .modify((row) => {
          row.job = bringUpJob({ ...row.job }, 3, 4) as unknown as Job
        }),
    )
    // Schemes know how they are put together, jobs what their reader pays and has.
    this.version(5).upgrade((transaction) =>
      transaction
        .table<JobRow>('jobs')
        .toCollection()
        .modify((row) => {
          row.job = bringUpJob({ ...row.job }, 4, 5) as unknown as Job
        }),
    )
  }
}
