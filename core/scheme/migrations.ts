import {
  BRANCH_HEIGHT,
  buildDefaults,
  DEVICE_DEFAULTS,
  dropDefaults,
  gutterDefaults,
  jobDefaults,
  deskDefaults,
  letterDefaults,
  overflowDefaults,
  pumpDefaults,
  schemeDefaults,
  trialDefaults,
} from './defaults'
import { BASE_KINDS, type BaseKind } from './schema/store'

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
  const { ownParts: _, ownFittings: __, shelf: ___, letter: ____, log: _____, ...defaults } = jobDefaults(terms, hemisphere)
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

/** Kinds of base that version 5 knew, and version 6 knows as parts; bare ground is none. */
const isPart = (kind: unknown): kind is BaseKind => BASE_KINDS.some((each) => each === kind)

function baseToVersion6(base: unknown): unknown {
  if (!isLoose(base)) return base
  const { kind, height, mass: _, footprint: __, ...kept } = base
  const raised = typeof height === 'number' && height > 0
  // Bare ground that was said to be high is high ground.
  const part = isPart(kind) && raised
  return { ...kept, ground: raised && !part ? height : 0, parts: part ? [{ kind, height }] : [] }
}

/** Hours that version 5 wrote by itself: nobody could choose one. */
const WRITTEN_HOURS: Record<string, readonly number[]> = { outlet: [6], overflow: [3], link: [9, 12] }

function portToVersion6({ clock, ...port }: Loose): Loose {
  const written = WRITTEN_HOURS[String(port.role)] ?? [12]
  return typeof clock !== 'number' || written.includes(clock) ? port : { ...port, clock }
}

/** What version 5 wrote for a length as long as nobody had typed one, m. */
const WRITTEN_LENGTHS = { link: [0.6], hose: [0.6, 0.8], overflow: [3] }
const typed = (length: unknown, written: readonly number[]) =>
  typeof length === 'number' && !written.includes(length) ? { measured: length } : {}

/** Two links of one level had one hole; now each has its own, at the same height. */
function ownPorts(store: Loose): Loose {
  const used = new Set<string>()
  const added: { vessel: unknown; port: Loose }[] = []
  const vessels = Array.isArray(store.vessels) ? store.vessels.filter(isLoose) : []
  const end = (kind: unknown, tie: unknown): unknown => {
    if (kind !== 'low' || !isLoose(tie)) return tie
    const ports = vessels.find(({ id }) => id === tie.vessel)?.ports
    const known = Array.isArray(ports) ? ports.filter(isLoose) : []
    const port = known.find(({ id }) => id === tie.port)
    const key = `${String(tie.vessel)} ${String(tie.port)}`
    if (!port || port.role !== 'link' || !used.has(key)) {
      used.add(key)
      return tie
    }
    const taken = [...known, ...added.filter(({ vessel }) => vessel === tie.vessel).map((each) => each.port)]
    let n = 2
    while (taken.some(({ id }) => id === `${String(tie.port)}-${n}`)) n++
    const id = `${String(tie.port)}-${n}`
    added.push({ vessel: tie.vessel, port: { ...port, id } })
    return { ...tie, port: id }
  }
  const links = each(store.links, ({ length, fittings: _, ...link }) => ({
    ...link,
    ...typed(length, WRITTEN_LENGTHS.link),
    from: end(link.kind, link.from),
    to: end(link.kind, link.to),
  }))
  const withAdded = each(store.vessels, (vessel) => ({
    ...vessel,
    ports: Array.isArray(vessel.ports)
      ? [...(vessel.ports as unknown[]), ...added.filter((one) => one.vessel === vessel.id).map(({ port }) => port)]
      : vessel.ports,
  }))
  return { ...store, links, vessels: withAdded }
}

/** A place on the plan was told from its group's first vessel; now it is told from the first pipe. */
function vesselToVersion6(vessel: Loose, first: Loose | undefined, hosed: boolean): Loose {
  const { place, ...kept } = vessel
  const width = isLoose(first?.body) && typeof first.body.width === 'number' ? first.body.width : 0
  const told = isLoose(place) && typeof place.along === 'number' && typeof place.out === 'number'
  // A row that a hose fills begins beside the pipe, one under a pipe's end with its middle there.
  const x = told ? (place.along as number) - (hosed ? -0.18 : width / 2) : 0
  return {
    ...kept,
    ...(told ? { place: { x, y: place.out, turn: 0 } } : {}),
    base: baseToVersion6(vessel.base),
    ports: each(vessel.ports, portToVersion6),
  }
}

const withHose = (device: Loose): Loose => {
  if (!isLoose(device.hose)) return device
  const { length, ...hose } = device.hose
  return { ...device, hose: { ...hose, ...typed(length, WRITTEN_LENGTHS.hose) } }
}

/**
 * Version 5 to 6: lengths, hours, masses and areas follow from where things stand. What somebody typed is kept as measured, so
 * that the two can be told side by side; heights stay to the millimetre.
 */
function jobToVersion6(job: Loose): Loose {
  return {
    ...job,
    ownParts: each(job.ownParts, (part) => (isLoose(part.device) ? { ...part, device: withHose(part.device) } : part)),
    schemes: each(job.schemes, (scheme) => {
      const drops: unknown[] = Array.isArray(scheme.drops) ? scheme.drops : []
      const hosed = drops.some(
        (drop) => isLoose(drop) && Array.isArray(drop.devices) && drop.devices.some((one) => isLoose(one) && 'hose' in one),
      )
      return {
        ...scheme,
        drops: each(scheme.drops, (drop) => ({ ...drop, devices: each(drop.devices, withHose) })),
        overflows: each(scheme.overflows, ({ length, ...route }) => ({ ...route, ...typed(length, WRITTEN_LENGTHS.overflow) })),
        stores: each(scheme.stores, (store) => {
          const first = Array.isArray(store.vessels) ? store.vessels.find(isLoose) : undefined
          return ownPorts({ ...store, vessels: each(store.vessels, (vessel) => vesselToVersion6(vessel, first, hosed)) })
        }),
      }
    }),
  }
}

/** Version 6 to 7: a job has a log. Readings of its gauge, which were a rain record of their own, come in with `gaugeEntries`. */
const jobToVersion7 = (job: Loose): Loose => ({ ...job, log: { entries: [], ticked: [] } })

/**
 * Version 7 to 8: a job has a place among others and says what of it is guessed; a letter may promise something; one saw for the wall and the bench. A pipe's own width of cut that somebody chose goes on as the bench's,
 * where that one was left as it was.
 */
const jobToVersion8 = (job: Loose): Loose => ({
  ...job,
  desk: deskDefaults(),
  guessed: [],
  shelf: each(job.shelf, (line) => asVersion8(line, job.system)),
  letter: { ...letterDefaults(), ...(isLoose(job.letter) ? job.letter : {}) },
  schemes: each(job.schemes, (scheme) => {
    const build = isLoose(scheme.build) ? scheme.build : {}
    const chosen = (Array.isArray(scheme.drops) ? scheme.drops : [])
      .map((drop: unknown) => (isLoose(drop) ? drop.kerf : undefined))
      .find((kerf) => typeof kerf === 'number' && kerf !== VERSION_7_KERF)
    return {
      ...scheme,
      drops: each(scheme.drops, ({ kerf: _, ...drop }) => drop),
      build: {
        ...build,
        lines: each(build.lines, (line) => asVersion8(line, job.system)),
        ...(chosen !== undefined && build.kerf === VERSION_7_KERF ? { kerf: chosen } : {}),
      },
    }
  }),
})
/**
 * What somebody pays for a thing, and would have of it, under the name that the thing has now: bends by their turn, blocks and
 * slabs by their size, a drain's valve by its thread.
 */
function asVersion8(line: Loose, system: unknown): Loose {
  if (typeof line.item !== 'string') return line
  const imperial = system === 'imperial'
  const [, plain, there = ''] = /^(.*?)(:there)?$/.exec(line.item)!
  const sized: Record<string, string> = {
    'base:blocks': imperial ? 'base:blocks:406:203:203' : 'base:blocks:440:215:215',
    'base:halfBlocks': imperial ? 'base:halfBlocks:406:203:102' : 'base:halfBlocks:440:215:100',
    'base:cap': imperial ? 'base:cap:610:610:51' : 'base:cap:600:600:50',
    drainValve: imperial ? 'drainValve:npt:3/4' : 'drainValve:bsp:3/4',
  }
  const item = sized[plain!] ?? (/^bend:[^:]+:[^:]+$/.test(plain!) ? `${plain}:90` : plain)
  return { ...line, item: `${item}${there}` }
}

/** What version 7 began with, m. */
const VERSION_7_KERF = 0.0015

/** What a part of version 8 is now: a pipe across is as long as its way, what was typed is kept as measured, and its bends follow. */
function deviceToVersion9(device: Loose): Loose {
  if (device.kind !== 'carrying-pipe') return device
  const { length, bends: _, ...kept } = device
  return { ...kept, ...(typeof length === 'number' ? { measured: length } : {}) }
}

/** What version 8 wrote for a pump's pipe as long as nobody had typed one, m. */
const VERSION_8_LINE = 20
function pumpToVersion9(pump: Loose): Loose {
  if (!isLoose(pump.line)) return pump
  const { length, ...line } = pump.line
  return { ...pump, line: { ...line, ...(typeof length === 'number' && length !== VERSION_8_LINE ? { measured: length } : {}) } }
}

/** Version 8 to 9: pipes across and pumps' pipes follow from where things stand, and places outside have names. */
const jobToVersion9 = (job: Loose): Loose => ({
  ...job,
  ownParts: each(job.ownParts, (part) => (isLoose(part.device) ? { ...part, device: deviceToVersion9(part.device) } : part)),
  schemes: each(job.schemes, (scheme) => ({
    ...scheme,
    places: [],
    pumps: each(scheme.pumps, pumpToVersion9),
    drops: each(scheme.drops, (drop) => ({ ...drop, devices: each(drop.devices, deviceToVersion9) })),
  })),
})

/** A pump that led into the vessel that it stands at, which taking a vessel out could leave, leads nowhere: into the house, to be said. */
function pumpToVersion11(pump: Loose): Loose {
  const { from, to } = pump
  if (!isLoose(from) || !isLoose(to) || to.kind !== 'vessel' || to.vessel !== from.vessel) return pump
  return { ...pump, to: { kind: 'house', professional: false } }
}

/** Version 10 to 11: a pump may lift into a second vessel, and never into its own. */
const jobToVersion11 = (job: Loose): Loose => ({
  ...job,
  schemes: each(job.schemes, (scheme) => ({ ...scheme, pumps: each(scheme.pumps, pumpToVersion11) })),
})

/** Steps that bring an older job up by one version each, keyed by the version they start from. */
const JOB_STEPS: Record<number, (job: Loose) => Loose> = {
  1: jobToVersion2,
  2: jobToVersion3,
  3: jobToVersion4,
  4: jobToVersion5,
  5: jobToVersion6,
  6: jobToVersion7,
  7: jobToVersion8,
  8: jobToVersion9,
  // Version 10 only has more that can be said: of overflows what leads on, of the site where on earth it lies.
  9: (job) => job,
  10: jobToVersion11,
}

/** A job of an older version in today's form, unchecked. A job that is already of today's comes back as it is. */
export function migrateJob(job: Loose, from: number, to: number): Loose {
  let current = job
  for (let version = from; version < to; version++) current = JOB_STEPS[version]?.(current) ?? current
  return current
}

/** Id of the record that a job's own gauge was kept as before version 7, and is handed to the years as. */
export const gaugeId = (jobId: string): string => `gauge-${jobId}`.slice(0, 64)

const DAY_MS = 86_400_000
/**
 * A job of before version 7 with the readings of its gauge as entries of its log: read at seven on the next morning, since a
 * gauge emptied then holds the day before.
 *
 * @param records all that may be its gauge's
 */
export function withGauge(job: Loose, records: unknown): Loose {
  const own = gaugeId(String(job.id))
  const record = Array.isArray(records) ? (records.find((each) => isLoose(each) && each.id === own) as Loose | undefined) : undefined
  if (!record || !isLoose(job.log) || !Array.isArray(record.depths) || typeof record.start !== 'string') return job
  const start = Date.parse(`${record.start}T00:00Z`)
  if (Number.isNaN(start)) return job
  const entries = record.depths.flatMap((depth, i) =>
    typeof depth === 'number'
      ? [
          {
            kind: 'rain',
            id: `gauge-${i}`,
            at: `${new Date(start + (i + 1) * DAY_MS).toISOString().slice(0, 16).replace('T00:00', 'T07:00')}Z`,
            depth,
          },
        ]
      : [],
  )
  return { ...job, log: { ...job.log, entries: entries.slice(-MOST_GAUGE) } }
}
/** Readings of a gauge that are taken over; a longer record is no gauge. */
const MOST_GAUGE = 20_000

/** A file of an older version in today's form, unchecked. */
export function migrateFile(file: Loose, to: number): Loose {
  if (typeof file.version !== 'number' || !isLoose(file.job)) return file
  const job = migrateJob(file.job, file.version, to)
  return { ...file, version: Math.max(file.version, to), job: file.version < 7 && to >= 7 ? withGauge(job, file.records) : job }
}
