import Dexie, { type EntityTable } from 'dexie'
import type { Job, RainRecord } from '#core/scheme'

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
  }
}
