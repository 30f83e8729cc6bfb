import { ValidationError, type InferType, type Schema } from 'yup'
import { FILE_FORMAT, FILE_VERSION, jobFile, type Job, type JobFile } from './schema/job'
import { MOST_PHOTOS, photosOf, type FilePhoto } from './schema/log'
import { recordOf, type RainRecord } from './schema/rain'
import { canonicalJson } from './canonical'
import { checkShape, MOST_PROBLEMS, type DoorProblem } from './checkShape'
import { bringUpFile } from './migrations'

/** Raised for a document that cannot be let in; carries everything that is wrong with it. Nothing has been changed. */
export class DoorError extends Error {
  constructor(
    readonly reason: 'notJson' | 'notOurs' | 'newer' | 'invalid',
    readonly problems: DoorProblem[],
  ) {
    super(`${reason}: ${problems.map(({ path, message }) => `${path} ${message}`).join('; ')}`)
    this.name = 'DoorError'
  }
}

/**
 * Checks a value against a schema without changing it.
 *
 * @throws DoorError with every path that is wrong
 */
export function letIn<S extends Schema>(schema: S, value: unknown): InferType<S> {
  const problems = checkShape(schema, value)
  if (problems.length > 0) throw new DoorError('invalid', problems)
  try {
    return schema.validateSync(value, { strict: true, abortEarly: false }) as InferType<S>
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const inner = error.inner.length > 0 ? error.inner : [error]
    throw new DoorError(
      'invalid',
      inner.slice(0, MOST_PROBLEMS).map(({ path, message }) => ({ path: path ?? '', message })),
    )
  }
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value)

/** What the document says of itself that no single field can: names that lead nowhere. */
export type TieCheck = (job: Job, records: readonly RainRecord[]) => DoorProblem[]

function looseEnds({ job, records }: JobFile): DoorProblem[] {
  const problems: DoorProblem[] = []
  const ids = job.schemes.map(({ id }) => id)
  if (!ids.includes(job.chosen)) problems.push({ path: 'job.chosen', message: `there is no scheme ${job.chosen}` })
  if (new Set(ids).size !== ids.length) problems.push({ path: 'job.schemes', message: 'two schemes have one id' })
  const record = recordOf(job.rain)
  if (record !== undefined && !records.some(({ id }) => id === record))
    problems.push({ path: 'job.rain.record', message: `there is no rain record ${record} in the file` })
  return problems
}

/**
 * Reads a job file.
 *
 * @param text the file as it came
 * @param ties further checks, of the water's way
 * @throws DoorError, and nothing else
 */
export function readJobFile(text: string, ties: TieCheck): JobFile {
  let raw: unknown
  try {
    raw = JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch (error) {
    throw new DoorError('notJson', [{ path: '', message: error instanceof Error ? error.message : 'not JSON' }])
  }
  if (!isRecord(raw) || raw.format !== FILE_FORMAT)
    throw new DoorError('notOurs', [{ path: 'format', message: `a job file says "format": "${FILE_FORMAT}"` }])
  if (typeof raw.version !== 'number' || !Number.isInteger(raw.version) || raw.version < 1)
    throw new DoorError('notOurs', [{ path: 'version', message: `should be a whole number from 1 to ${FILE_VERSION}` }])
  if (raw.version > FILE_VERSION)
    throw new DoorError('newer', [
      { path: 'version', message: `this is version ${raw.version}; this application reads up to ${FILE_VERSION}` },
    ])
  const file = letIn(jobFile, bringUpFile(raw, FILE_VERSION))
  const problems = [...looseEnds(file), ...ties(file.job, file.records)]
  if (problems.length > 0) throw new DoorError('invalid', problems.slice(0, MOST_PROBLEMS))
  return file
}

/** The file of a job with the records it leans on and the photos of its log. Reading it and writing it again gives the same bytes. */
export function writeJobFile(job: Job, records: readonly RainRecord[], photos: readonly FilePhoto[] = []): string {
  const used = records.filter(({ id }) => id === recordOf(job.rain))
  const named = new Set(photosOf(job.log))
  const own = photos.filter(({ id }) => named.has(id)).slice(-MOST_PHOTOS)
  return canonicalJson({ format: FILE_FORMAT, version: FILE_VERSION, job, records: used, ...(own.length > 0 ? { photos: own } : {}) })
}
