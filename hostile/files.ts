import { sceneOf, fitScale } from '../app/drawing/scene'
import { ARRANGEMENTS } from '../core/arrangements'
import { assess } from '../core/assess'
import { partsInputs, planBuild } from '../core/build'
import { demoJobs, demoRecords, newJob } from '../core/demo'
import { jobProblems } from '../core/path'
import { InvalidInputError, jobFile, readJobFile, recordOf, writeJobFile, type Job, type JobFile } from '../core/scheme'
import { toJsonSchema } from '../core/scheme/jsonSchema'
import { answerBalance, answerStormPlain, rainInputs, storeInputs } from '../core/service'
import { UnsettledError } from '../core/storm'
import { bendFile, mutateFile } from './mutate'
import { pick, seeded } from './random'

export interface FileReport {
  files: number
  accepted: number
  refused: number
  /** Storms given up with a word because no step could follow them. */
  unsettled: number
  /** What let something other than a word out, each with the seed that finds it again. */
  faults: { seed: number; at: string; what: string }[]
  /** CPU seconds of the slowest file, by what was done to it. */
  slowest: Record<string, { seconds: number; seed: number }>
}

const FRAME = { left: 4, right: 900, top: 14, ground: 640 }

/** Everything that is made of a job once it has been let in. */
const MADE: Record<string, (job: Job, file: JobFile) => void> = {
  assess: (job) => {
    for (const scheme of job.schemes) JSON.stringify(assess(scheme).findings)
  },
  draw: (job) => {
    for (const scheme of job.schemes) {
      const { lines, bare, path } = assess(scheme)
      for (const line of [...lines, ...bare]) {
        fitScale(line, FRAME, 46, path)
        const scene = sceneOf(line, FRAME, 46, undefined, path)
        if (!Number.isFinite(scene.scale) || !Number.isFinite(scene.full)) throw new Error('the drawing has no size')
      }
    }
  },
  build: (job) => {
    for (const scheme of job.schemes) planBuild(assess(scheme).path, partsInputs(job))
  },
  years: (job, { records }) => {
    const record = records.find(({ id }) => id === recordOf(job.rain))
    const inputs = rainInputs(job.rain, record, job)
    const scheme = job.schemes.find(({ id }) => id === job.chosen)!
    for (const { id } of scheme.stores) {
      const { years } = answerBalance(storeInputs(scheme, id, inputs), inputs)
      // A part in a million million below nought is the rounding of nought.
      if (!(years.met >= -1e-12 && years.met <= 1 + 1e-12)) throw new Error(`demand met is ${years.met}`)
    }
  },
  storm: (job) => {
    const { error } = answerStormPlain(job.schemes.find(({ id }) => id === job.chosen)!)
    if (!(error < 1e-6)) throw new Error(`the storm's account is off by ${error}`)
  },
}

const cpu = () => {
  const { user, system } = process.cpuUsage()
  return (user + system) / 1e6
}

/** Files to begin from: the demo jobs, a new one, every arrangement in a job of its own. */
export function startingFiles(): string[] {
  const records = demoRecords().map((record) => ({ ...record, depths: record.depths.slice(0, 1500) }))
  const bare = newJob('fresh', 'Fresh', 'en-US', 'imperial')
  const jobs = [
    ...demoJobs(),
    bare,
    ...ARRANGEMENTS.map((make, i) => {
      const scheme = make()
      return { ...bare, id: `arrangement-${i}`, schemes: [scheme], chosen: scheme.id }
    }),
  ]
  return jobs.map((job) => writeJobFile(job, records))
}

/** One file by its number: what was made of it, or what went wrong. */
export function tryFile(seed: number, starts: readonly string[], report: FileReport): void {
  const schema = toJsonSchema(jobFile)
  const random = seeded(seed)
  const text = mutateFile(pick(starts, random), schema, random)
  const time = (what: string, did: () => void) => {
    const began = cpu()
    try {
      did()
    } finally {
      const seconds = cpu() - began
      if (!(seconds <= (report.slowest[what]?.seconds ?? 0))) report.slowest[what] = { seconds, seed }
    }
  }
  let file: JobFile | undefined
  report.files++
  try {
    time('read', () => (file = readJobFile(text, jobProblems)))
    report.accepted++
  } catch (error) {
    if (error instanceof InvalidInputError) report.refused++
    else report.faults.push({ seed, at: 'read', what: String(error) })
    return
  }
  for (const [what, make] of Object.entries(MADE)) {
    try {
      time(what, () => make(file!.job, file!))
    } catch (error) {
      if (error instanceof UnsettledError) report.unsettled++
      else
        report.faults.push({
          seed,
          at: what,
          what: error instanceof Error ? (error.stack ?? error.message).split('\n').slice(0, 6).join(' | ') : String(error),
        })
    }
  }
  time('written and read again', () => {
    const again = writeJobFile(file!.job, file!.records)
    const { job, records } = readJobFile(again, jobProblems)
    if (writeJobFile(job, records) !== again) report.faults.push({ seed, at: 'written', what: 'comes back as another' })
  })
}

/** Mutated files, one after another. */
export function runFiles(count: number, seed: number, tell?: (done: number) => void): FileReport {
  const starts = startingFiles()
  const report: FileReport = { files: 0, accepted: 0, refused: 0, unsettled: 0, faults: [], slowest: {} }
  for (let i = 0; i < count; i++) {
    tryFile(seed + i, starts, report)
    if (i % 500 === 499) tell?.(i + 1)
  }
  return report
}

export interface StormReport {
  storms: number
  unsettled: number
  faults: { seed: number; what: string }[]
  slowest: { seconds: number; seed: number }
}

/** Storms over bent schemes, as many as the door lets in: each has to end, with an account that closes or with a word. */
export function runStorms(count: number, seed: number, tell?: (done: number) => void): StormReport {
  const starts = startingFiles()
  const schema = toJsonSchema(jobFile)
  const report: StormReport = { storms: 0, unsettled: 0, faults: [], slowest: { seconds: 0, seed } }
  for (let at = seed; report.storms < count; at++) {
    const random = seeded(at)
    let file: JobFile
    try {
      file = readJobFile(bendFile(pick(starts, random), schema, random), jobProblems)
    } catch {
      continue
    }
    const began = cpu()
    try {
      MADE.storm!(file.job, file)
    } catch (error) {
      if (error instanceof UnsettledError) report.unsettled++
      else
        report.faults.push({
          seed: at,
          what: error instanceof Error ? (error.stack ?? error.message).split('\n').slice(0, 4).join(' | ') : String(error),
        })
    }
    const seconds = cpu() - began
    if (seconds > report.slowest.seconds) report.slowest = { seconds, seed: at }
    if (++report.storms % 1000 === 0) tell?.(report.storms)
  }
  return report
}
