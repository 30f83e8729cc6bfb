import { partsInputs, planBuild, quoteOf } from '../build'
import { buildWaterPath } from '../path'
import type { Job } from '../scheme'

/**
 * What is asked for a job's chosen scheme, tax in, in the job's own money; some milliseconds.
 *
 * @returns undefined where it cannot be planned
 */
export function askedFor(job: Job): number | undefined {
  const scheme = job.schemes.find(({ id }) => id === job.chosen)
  if (!scheme) return undefined
  try {
    return quoteOf(planBuild(buildWaterPath(scheme), partsInputs(job)), scheme.build.quote).gross
  } catch {
    return undefined
  }
}
