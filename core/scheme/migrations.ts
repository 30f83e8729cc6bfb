import {
  BRANCH_HEIGHT,
  buildDefaults,
  DEVICE_DEFAULTS,
  dropDefaults,
  gutterDefaults,
  jobDefaults,
  letterDefaults,
  overflowDefaults,
  pumpDefaults,
  schemeDefaults,
  trialDefaults,
} from './defaults'

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
  const { ownParts: _, ownFittings: __, shelf: ___, letter: ____, ...defaults } = jobDefaults(terms, hemisphere)
  return {
    ...defaults,
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

const has = <K extends string>(keys: Record<K, unknown>, key: unknown): key is K => typeof key === 'string' && Object.hasOwn(keys, key)

/** A length that was cut out is the body less an inch at either end. */
function bodyFromCut({ cutLength, ...device }: Loose, lap: number): Loose {
  return typeof cutLength === 'number' ? { ...device, body: cutLength + 2 * lap } : device
}

function deviceToVersion3(device: Loose): Loose {
  const { kind } = device
  if (!has(DEVICE_DEFAULTS, kind)) return device
  const filled = bodyFromCut({ ...DEVICE_DEFAULTS[kind], ...device }, 0.0254)
  if (kind !== 'first-flush') return filled
  const drain = isLoose(device.drain) && device.drain.kind === 'hand-valve' ? { emptied: 'each-rain', ...device.drain } : device.drain
  const bore = typeof device.bore === 'number' ? device.bore : 0
  const branch = has(BRANCH_HEIGHT, device.form) ? BRANCH_HEIGHT[device.form] : BRANCH_HEIGHT.vertical
  return { ...filled, branch, drain, ...(device.ball === true ? { ballSize: bore * 0.75, seat: bore * 0.6 } : {}) }
}

/**
 * Version 2 to 3: every device says what it spends of the height and how it is cut in, and a pipe how it hangs, ends and
 * was measured. A cut length becomes the body it was cut for; all else that version 2 said stays.
 */
function jobToVersion3(job: Loose): Loose {
  return {
    ownParts: [],
    ...job,
    schemes: each(job.schemes, (scheme) => ({
      ...scheme,
      drops: each(scheme.drops, (drop) => ({
        ...dropDefaults(),
        ...(isLoose(drop.end) && drop.end.where === 'drain' ? { foot: 'gully' } : {}),
        ...drop,
        devices: each(drop.devices, deviceToVersion3),
      })),
    })),
  }
}

/** Version 3 to 4: a scheme knows the storm it is tried by, an overflow where it ends, a pump what it has to lift. */
function jobToVersion4(job: Loose): Loose {
  return {
    ...job,
    schemes: each(job.schemes, (scheme) => ({
      ...scheme,
      // A scheme that came through version 2 has the plain storm already; its own design rain is the better one.
      trial: trialDefaults(typeof scheme.designIntensity === 'number' ? scheme.designIntensity : undefined),
      overflows: each(scheme.overflows, (route) => ({ ...overflowDefaults(), ...route })),
      pumps: each(scheme.pumps, (one) => ({ ...pumpDefaults(), ...one })),
    })),
  }
}

/** Version 4 to 5: a scheme knows how it is put together, a job what its reader pays and has on the shelf. */
function jobToVersion5(job: Loose): Loose {
  return {
    ownFittings: [],
    shelf: [],
    letter: letterDefaults(),
    ...job,
    schemes: each(job.schemes, (scheme) => ({ ...scheme, build: buildDefaults() })),
  }
}

/** Steps that bring an older job up by one version each, keyed by the version they start from. */
const JOB_STEPS: Record<number, (job: Loose) => Loose> = { 1: jobToVersion2, 2: jobToVersion3, 3: jobToVersion4, 4: jobToVersion5 }

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
