import { gutterDefaults, jobDefaults, schemeDefaults } from './defaults'

type Loose = Record<string, unknown>
const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null && !Array.isArray(value)
const each = (value: unknown, change: (part: Loose) => Loose): unknown =>
  Array.isArray(value) ? value.map((part: unknown) => (isLoose(part) ? change(part) : part)) : value

/**
 * Version 1 to 2: roofs have shapes, gutters a board behind them, demands may wait for dry weather, and the job knows
 * where it lies and what water costs. Nothing that version 1 said is changed.
 */
function jobToVersion2(job: Loose): Loose {
  const terms = job.terms === 'en-US' ? 'en-US' : 'en-GB'
  const system = job.system === 'imperial' ? 'imperial' : 'metric'
  const hemisphere = isLoose(job.rain) && job.rain.hemisphere === 'south' ? 'south' : 'north'
  return {
    ...jobDefaults(terms, hemisphere),
    ...job,
    schemes: each(job.schemes, (scheme) => ({
      ...schemeDefaults(),
      ...scheme,
      sections: each(scheme.sections, (section) => ({ shape: 'single-slope', ...section })),
      gutters: each(scheme.gutters, (gutter) => ({ ...gutterDefaults(system), ...gutter })),
      demands: each(scheme.demands, (demand) => ({ skipAfterRain: 0, ...demand })),
    })),
  }
}

/** Steps that bring an older job up by one version each, keyed by the version they start from. */
const JOB_STEPS: Record<number, (job: Loose) => Loose> = { 1: jobToVersion2 }

/** A job of an older version in today's form, unchecked. A job that is already of today's comes back as it is. */
export function bringUpJob(job: Loose, from: number, to: number): Loose {
  let current = job
  for (let version = from; version < to; version++) current = JOB_STEPS[version]?.(current) ?? current
  return current
}

/** A file of an older version in today's form, unchecked. */
export function bringUpFile(file: Loose, to: number): Loose {
  if (typeof file.version !== 'number' || !isLoose(file.job)) return file
  return { ...file, version: Math.max(file.version, to), job: bringUpJob(file.job, file.version, to) }
}
