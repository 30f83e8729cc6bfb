import * as yup from 'yup'
import { ProblemError } from '../problems'
import { checkShape, LEVEL_WAYS, problemAt, type Job } from '../scheme'
import { choice, id, list, name, oneOfKind, record, text } from '../scheme/schema/fields'

export const BACKUP_FORMAT = 'vernal-cask-backup'
export const BACKUP_VERSION = 2
/** Name of the list of contents within the archive. */
export const MANIFEST = 'contents.json'

const moment = () => yup.number().required().min(0).max(1e14)

/** What is in a backup: every job as its own file, records that no job leans on, what the firm says. */
export const backupManifest = record({
  format: choice(BACKUP_FORMAT),
  version: yup.number().required().oneOf([1, BACKUP_VERSION]),
  made: moment(),
  jobs: list(
    record({
      id: id(),
      name: name(),
      file: text(200),
      updated: moment(),
      revision: yup.number().required().min(0),
      binned: yup.boolean().required(),
    }),
    0,
    5000,
  ),
  records: list(record({ id: id(), file: text(200) }), 0, 5000),
  /** Readings of loggers as CSV, each with its job and what it reads; backups of before there were any have none. */
  series: list(
    record({
      job: id(),
      file: text(200),
      name: text(255),
      of: oneOfKind({
        rain: record({ kind: choice('rain') }),
        level: record({ kind: choice('level'), vessel: id(), by: choice(...LEVEL_WAYS) }),
      }),
    }),
    0,
    20_000,
  )
    .optional()
    .default(undefined),
  firm: yup.boolean().required(),
})
export type BackupManifest = yup.InferType<typeof backupManifest>

/**
 * Reads a list of contents.
 *
 * @throws ProblemError saying what is wrong with it first
 */
export function readManifest(json: unknown): BackupManifest {
  const [first] = checkShape(backupManifest, json)
  if (first) throw new ProblemError(problemAt(first))
  return json as BackupManifest
}

/** How a job of a backup stands to what is kept here under its id. */
export const STANDINGS = ['new', 'same', 'older', 'newer', 'different'] as const
export type Standing = (typeof STANDINGS)[number]

/**
 * @param same whether both are alike as files
 * @param updated when each was saved last, ms since 1970
 */
export function standing(kept: { updated: number } | undefined, brought: { updated: number }, same: boolean): Standing {
  if (!kept) return 'new'
  if (same) return 'same'
  if (brought.updated === kept.updated) return 'different'
  return brought.updated < kept.updated ? 'older' : 'newer'
}

/** What is done with each unless its reader says otherwise: nothing here is written over unasked. */
export const RESTORE_CHOICES = ['leave', 'replace', 'keep-both'] as const
export type RestoreChoice = (typeof RESTORE_CHOICES)[number]
export const usualChoice = (how: Standing): RestoreChoice =>
  how === 'new' ? 'replace' : how === 'same' || how === 'older' ? 'leave' : 'keep-both'

/** A name that every system takes for a file. */
export const fileName = (job: Pick<Job, 'id' | 'name'>): string =>
  `jobs/${
    job.name
      .replace(/[^\p{L}\p{N} _-]/gu, '')
      .trim()
      .slice(0, 60) || 'job'
  }-${job.id}.cask.json`
