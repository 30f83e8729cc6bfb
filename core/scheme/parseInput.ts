import { ValidationError, type InferType, type Schema } from 'yup'
import { problem, ProblemError, problemOf, problemText, type Problem } from '../problems'
import { FILE_FORMAT, FILE_VERSION, jobFile, type Job, type JobFile } from './schema/job'
import { MOST_PHOTOS, photosOf, type FilePhoto } from './schema/log'
import { recordOf, type RainRecord } from './schema/rain'
import { canonicalJson } from './canonical'
import { checkShape, MOST_PROBLEMS, problemAt, type InputProblem } from './checkShape'
import { migrateFile } from './migrations'

/** A problem and its place in English. */
export const inputProblemText = (of: InputProblem): string => `${of.path} ${problemText(of)}`.trimStart()
/** Text that cannot be read as JSON, and where it fails as the engine tells it. */
export const notJson = (error: unknown): Problem => problem('notJson', { why: error instanceof Error ? error.message.slice(0, 200) : '' })

/** Raised for a document that cannot be let in; carries everything that is wrong with it. Nothing has been changed. */
export class InvalidInputError extends ProblemError {
  constructor(
    readonly reason: 'notJson' | 'notOurs' | 'newer' | 'invalid',
    readonly problems: readonly InputProblem[],
  ) {
    super(problemAt(problems[0]!))
    this.message = `${reason}: ${problems.map(inputProblemText).join('; ')}`
    this.name = 'InvalidInputError'
  }
}

/**
 * Checks a value against a schema without changing it.
 *
 * @throws InvalidInputError with every path that is wrong
 */
export function parseInput<S extends Schema>(schema: S, value: unknown): InferType<S> {
  const problems = checkShape(schema, value)
  if (problems.length > 0) throw new InvalidInputError('invalid', problems)
  try {
    return schema.validateSync(value, { strict: true, abortEarly: false }) as InferType<S>
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const inner = error.inner.length > 0 ? error.inner : [error]
    throw new InvalidInputError(
      'invalid',
      inner.slice(0, MOST_PROBLEMS).map((each) => ({ path: each.path ?? '', ...problemOf(each) })),
    )
  }
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value)

/** What the document says of itself that no single field can: names that lead nowhere. */
export type ReferenceCheck = (job: Job, records: readonly RainRecord[]) => InputProblem[]

function looseEnds({ job, records }: JobFile): InputProblem[] {
  const problems: InputProblem[] = []
  const ids = job.schemes.map(({ id }) => id)
  if (!ids.includes(job.chosen)) problems.push({ path: 'job.chosen', ...problem('noScheme', { id: job.chosen }) })
  if (new Set(ids).size !== ids.length) problems.push({ path: 'job.schemes', ...problem('schemeTwice') })
  const record = recordOf(job.rain)
  if (record !== undefined && !records.some(({ id }) => id === record))
    problems.push({ path: 'job.rain.record', ...problem('noRecord', { id: record }) })
  return problems
}

/**
 * Reads a job file.
 *
 * @param text the file as it came
 * @param references further checks, of what the document’s ids lead to
 * @throws InvalidInputError, and nothing else
 */
export function readJobFile(text: string, references: ReferenceCheck): JobFile {
  let raw: unknown
  try {
    raw = JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch (error) {
    throw new InvalidInputError('notJson', [{ path: '', ...notJson(error) }])
  }
  if (!isRecord(raw) || raw.format !== FILE_FORMAT)
    throw new InvalidInputError('notOurs', [{ path: 'format', ...problem('notOurs', { format: FILE_FORMAT }) }])
  if (typeof raw.version !== 'number' || !Number.isInteger(raw.version) || raw.version < 1)
    throw new InvalidInputError('notOurs', [{ path: 'version', ...problem('noVersion', { most: FILE_VERSION }) }])
  if (raw.version > FILE_VERSION)
    throw new InvalidInputError('newer', [{ path: 'version', ...problem('newerVersion', { found: raw.version, most: FILE_VERSION }) }])
  const file = parseInput(jobFile, migrateFile(raw, FILE_VERSION))
  const problems = [...looseEnds(file), ...references(file.job, file.records)]
  if (problems.length > 0) throw new InvalidInputError('invalid', problems.slice(0, MOST_PROBLEMS))
  return file
}

/** The file of a job with the records it leans on and the photos of its log. Reading it and writing it again gives the same bytes. */
export function writeJobFile(job: Job, records: readonly RainRecord[], photos: readonly FilePhoto[] = []): string {
  const used = records.filter(({ id }) => id === recordOf(job.rain))
  const named = new Set(photosOf(job.log))
  const own = photos.filter(({ id }) => named.has(id)).slice(-MOST_PHOTOS)
  return canonicalJson({ format: FILE_FORMAT, version: FILE_VERSION, job, records: used, ...(own.length > 0 ? { photos: own } : {}) })
}
