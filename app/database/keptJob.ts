import { problemOf } from '#core/problems'
import { assess } from '#core/assess'
import { jobProblems } from '#core/path'
import { migrateJob, checkShape, FILE_VERSION, job as jobSchema, type InputProblem, type Job } from '#core/scheme'
import type { JobRow } from './db'

/** Form of rows that do not say it: the last one before rows did. */
const UNTOLD_VERSION = 5

/** A job as it was read: ready to be opened, or why it cannot be. The row is always there, to be taken away as a file. */
export type KeptJob = { row: JobRow; job: Job; fault?: undefined } | { row: JobRow; job?: undefined; fault: RowFault }
export interface RowFault {
  /** Of a newer release than this, or not as any release would have written it. */
  kind: 'newer' | 'damaged'
  problems: InputProblem[]
}

export const versionOf = ({ version }: Pick<JobRow, 'version'>): number => version ?? UNTOLD_VERSION

/** Whether all that a page makes of a job at once can be made. */
function canBeShown(job: Job): boolean {
  try {
    for (const scheme of job.schemes) assess(scheme)
    return job.schemes.some(({ id }) => id === job.chosen)
  } catch {
    return false
  }
}

/**
 * A row as today's document: one of an older form is brought up, one of a newer is left alone, and one that no page could
 * show is told with what is wrong with it.
 */
export function readRow(row: JobRow): KeptJob {
  const version = versionOf(row)
  if (version > FILE_VERSION) return { row, fault: { kind: 'newer', problems: [] } }
  try {
    const job = migrateJob({ ...row.job }, version, FILE_VERSION) as unknown as Job
    const problems = checkShape(jobSchema, job)
    if (problems.length === 0) problems.push(...jobProblems(job))
    // What an older release let a reader make is let stand as long as it can be shown.
    return problems.length === 0 || canBeShown(job) ? { row, job } : { row, fault: { kind: 'damaged', problems } }
  } catch (error) {
    return { row, fault: { kind: 'damaged', problems: [{ path: '', ...problemOf(error) }] } }
  }
}

let read = new Map<string, KeptJob>()
/** The same, read once for each time that a job was saved. */
export function readRows(rows: readonly JobRow[]): KeptJob[] {
  const keyed = rows.map((row) => {
    const key = `${row.id} ${row.revision} ${row.updated} ${row.savedBy} ${versionOf(row)}`
    return [key, read.get(key) ?? readRow(row)] as const
  })
  read = new Map(keyed)
  return keyed.map(([, kept]) => kept)
}
