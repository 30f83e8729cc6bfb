import { standsIn } from '#core/log/importEntries'
import { problem, ProblemError, problemOf, type Problem } from '#core/problems'
import { strFromU8, strToU8, unzipSync, Zip, ZipDeflate } from 'fflate'
import {
  BACKUP_FORMAT,
  BACKUP_VERSION,
  fileName,
  MANIFEST,
  readManifest,
  standing,
  type BackupManifest,
  type RestoreChoice,
  type Standing,
} from '#core/desk/backup'
import { readSeriesCsv, writeSeriesCsv, type Series, type SeriesOf } from '#core/log'
import { jobProblems } from '#core/path'
import {
  canonicalJson,
  firm as firmSchema,
  parseInput,
  rainRecord,
  readJobFile,
  recordOf,
  type Firm,
  type JobFile,
  type RainRecord,
} from '#core/scheme'
import type { JobRepository } from './jobRepository'
import { nameOf } from './jobNames'

/** A breath between two files, so that the page stays awake. */
const breathe = () => new Promise<void>((resolve) => setTimeout(resolve, 0))

/** Every job with its record, photos and loggers' readings, every record that none leans on, what is in the bin, and the firm, as one archive. */
export async function makeBackup(
  repository: JobRepository,
  now: number,
  progress: (done: number, of: number) => void = () => {},
): Promise<Uint8Array> {
  const parts: Uint8Array[] = []
  let failed: Error | undefined
  const zip = new Zip((error, part) => {
    if (error) failed = error
    else parts.push(part)
  })
  const put = async (name: string, text: string) => {
    const file = new ZipDeflate(name, { level: 6 })
    zip.add(file)
    file.push(strToU8(text), true)
    await breathe()
    if (failed) throw failed
  }
  const [kept, binned, records, firm] = await Promise.all([repository.list(), repository.bin(), repository.records(), repository.firm()])
  const manifest: BackupManifest = {
    format: BACKUP_FORMAT,
    version: BACKUP_VERSION,
    made: now,
    jobs: [],
    records: [],
    series: [],
    firm: firm !== undefined,
  }
  const carried = new Set<string>()
  const carriedSeries = new Set<string>()
  const rows = [
    ...kept.map((each) => ({ ...each, binned: false })),
    ...binned.map(({ row }) => ({ ...repository.read(row), binned: true })),
  ]
  let done = 0
  for (const { row, job, binned: inBin } of rows) {
    const name = job ? nameOf({ ...row, job }) : nameOf(row)
    const file = fileName({ id: inBin ? `${row.id}-deleted-${done}` : row.id, name })
    if (job) {
      const own = recordOf(job.rain)
      if (own !== undefined && !inBin) carried.add(own)
      await put(file, await repository.fileOf(job))
    }
    // One that no page can show is carried as it lies there.
    else await put(file, canonicalJson(row))
    manifest.jobs.push({ id: row.id, name, file, updated: row.updated, revision: row.revision, binned: inBin })
    if (!carriedSeries.has(row.id))
      for (const { id: own, file: from, entries, ...series } of await repository.seriesOf(row.id)) {
        if (job && !standsIn(job.log, entries)) continue
        const path = `readings/${own}.csv`
        await put(path, writeSeriesCsv(series))
        manifest.series!.push({ job: row.id, file: path, name: from, of: series.of })
      }
    carriedSeries.add(row.id)
    progress(++done, rows.length)
  }
  for (const record of records.filter(({ id }) => !carried.has(id))) {
    const file = `records/${record.id}.json`
    await put(file, canonicalJson(record))
    manifest.records.push({ id: record.id, file })
  }
  if (firm) await put('firm.json', canonicalJson(firm))
  await put(MANIFEST, JSON.stringify(manifest, null, 2))
  zip.end()
  if (failed) throw failed
  const bytes = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let at = 0
  for (const part of parts) {
    bytes.set(part, at)
    at += part.length
  }
  return bytes
}

/** One job of a backup beside what is kept here under its id. */
export interface RestoreRow {
  id: string
  name: string
  updated: number
  how: Standing
  binned: boolean
  file: JobFile
  /** Readings of its loggers, by the file that each came from. */
  series: { name: string; series: Series }[]
}
export interface RestorePlan {
  made: number
  rows: RestoreRow[]
  /** Jobs, and readings of their loggers, that cannot be read, each with its reason: nothing is done with them. */
  unread: { name: string; why: Problem }[]
  records: RainRecord[]
  firm: Firm | undefined
  /** Whether the firm's figures here are others. */
  firmDiffers: boolean
}

/** Bytes that a backup may have when unpacked: thousands of jobs, or a fault. */
const MOST_UNPACKED = 1e9
/**
 * Reads a backup and holds it against what is kept here; changes nothing.
 *
 * @throws ProblemError when it is no backup, or one that is broken
 */
export async function openBackup(bytes: Uint8Array, repository: JobRepository): Promise<RestorePlan> {
  let unpacked = 0
  let files: Record<string, Uint8Array>
  try {
    files = unzipSync(bytes, {
      filter: ({ originalSize }) => {
        unpacked += originalSize
        return unpacked <= MOST_UNPACKED
      },
    })
  } catch (error) {
    throw new ProblemError(problemOf(error))
  }
  if (unpacked > MOST_UNPACKED) throw new ProblemError(problem('unpacksTooLarge', { most: MOST_UNPACKED / 1e6 }))
  const read = (name: string) => {
    const file = files[name]
    if (!file) throw new ProblemError(problem('notInArchive', { name }))
    return strFromU8(file)
  }
  const manifest = readManifest(JSON.parse(read(MANIFEST)) as unknown)
  const rows: RestoreRow[] = []
  const unread: RestorePlan['unread'] = []
  for (const { id, name, file: path, updated, binned } of manifest.jobs) {
    try {
      const file = readJobFile(read(path), jobProblems)
      const { existing, same } = await repository.planImport(file)
      const series: RestoreRow['series'] = []
      for (const each of (manifest.series ?? []).filter(({ job }) => job === id))
        try {
          series.push({ name: each.name, series: readSeriesCsv(read(each.file), each.of as SeriesOf) })
        } catch (error) {
          // A job is not held back by readings that lie beside it.
          unread.push({ name: `${name}: ${each.name}`, why: problemOf(error) })
        }
      rows.push({ id, name, updated, binned, file, how: standing(existing, { updated }, same), series })
    } catch (error) {
      unread.push({ name, why: problemOf(error) })
    }
    await breathe()
  }
  const records = manifest.records.map(({ file }) => parseInput(rainRecord, JSON.parse(read(file))))
  const firm = manifest.firm ? parseInput(firmSchema, JSON.parse(read('firm.json'))) : undefined
  const here = await repository.firm()
  return {
    made: manifest.made,
    rows,
    unread,
    records,
    firm,
    firmDiffers: firm !== undefined && (here === undefined || canonicalJson(here) !== canonicalJson(firm)),
  }
}

/**
 * Brings a backup in as it was chosen, job by job, each whole or not at all.
 *
 * @param choices by the row's place in the plan
 * @returns how many jobs were brought in
 */
export async function restoreBackup(
  plan: RestorePlan,
  choices: readonly RestoreChoice[],
  takeFirm: boolean,
  repository: JobRepository,
): Promise<number> {
  let brought = 0
  for (const [i, row] of plan.rows.entries()) {
    const choice = choices[i]
    if (choice === undefined || choice === 'leave') continue
    const existing = await repository.planImport(row.file)
    const { id } = await repository.bringIn(
      existing,
      choice === 'keep-both' && existing.existing ? 'keep-both' : existing.existing ? 'replace' : 'new',
      row.updated,
    )
    for (const { name, series } of row.series) await repository.keepSeries(id, name, [series])
    brought++
  }
  for (const record of plan.records) if (!(await repository.record(record.id))) await repository.keepRecord(record)
  if (takeFirm && plan.firm) await repository.keepFirm(plan.firm)
  return brought
}
