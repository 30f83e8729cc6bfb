import * as yup from 'yup'
import type { PatternProblem } from '../../problems'
import { amount, choice, flag, id, isoDay, list, name, oneOfKind, record, series, text } from './fields'

/** A moment as a clock on the wall and its distance from UTC have it, to the minute: ISO 8601. Summer time cannot move it. */
export const MOMENT = /^(1[6-9]|2[0-3])\d{2}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d(Z|[+-](0\d|1[0-4]):[0-5]\d)$/
const moment = () =>
  yup
    .string()
    .required()
    .matches(MOMENT)
    .meta({ says: 'notAMoment' satisfies PatternProblem })
const common = {
  id: id(),
  at: moment(),
  who: text(60).optional().default(undefined),
  note: text(500).optional().default(undefined),
  /** Photos that belong to it, by id; they are kept beside the job. */
  photos: list(id(), 0, 12).optional().default(undefined),
}

/** Ways to say how much is in a vessel. */
export const LEVEL_WAYS = ['rim', 'floor', 'share', 'volume'] as const
/** Where water goes: to the vessel, past it, or past it until spring. */
export const DIVERTER_WAYS = ['butt', 'away', 'winter'] as const
export const CLEANED = ['screen', 'gutter', 'filter', 'first-flush', 'sediment', 'vent'] as const
export const MENDED = ['painted', 'mended', 'changed', 'joint'] as const
export const VALVE_WAYS = ['open', 'shut'] as const
export const SEASON_WAYS = ['shut-down', 'started'] as const

/** What somebody wrote down of a system that stands. Parts are named by id and may be gone since. */
export const entry = oneOfKind({
  /** mm in the gauge since it was last emptied. */
  rain: record({ kind: choice('rain'), ...common, depth: amount(0, 1850) }),
  /** `rim`: m down from the rim; `floor`: m up from the inside floor; `share`: of a full vessel; `volume`: m³ in it. */
  level: record({ kind: choice('level'), ...common, vessel: id(), by: choice(...LEVEL_WAYS), value: amount(0, 500) }),
  /** m³ taken out for use. */
  drawn: record({ kind: choice('drawn'), ...common, vessel: id(), volume: amount(0, 500) }),
  /** m³ put in from elsewhere. */
  'topped-up': record({ kind: choice('topped-up'), ...common, vessel: id(), volume: amount(0, 500) }),
  /** m³ let go: before a storm, or to clean. */
  'let-go': record({ kind: choice('let-go'), ...common, vessel: id(), volume: amount(0, 500) }),
  'flush-emptied': record({ kind: choice('flush-emptied'), ...common, part: id() }),
  turned: record({ kind: choice('turned'), ...common, part: id(), to: choice(...DIVERTER_WAYS) }),
  valve: record({ kind: choice('valve'), ...common, part: id(), to: choice(...VALVE_WAYS) }),
  /** `part` where it was one of several. */
  cleaned: record({ kind: choice('cleaned'), ...common, what: choice(...CLEANED), part: id().optional().default(undefined) }),
  /** m³ of household bleach. */
  dosed: record({ kind: choice('dosed'), ...common, vessel: id(), volume: amount(0, 1) }),
  mended: record({ kind: choice('mended'), ...common, what: choice(...MENDED) }),
  season: record({ kind: choice('season'), ...common, to: choice(...SEASON_WAYS) }),
  test: record({ kind: choice('test'), ...common, test: text(120), passed: flag() }),
  fault: record({ kind: choice('fault'), ...common }),
  note: record({ kind: choice('note'), ...common }),
})
export type Entry = yup.InferType<typeof entry>
export type EntryKind = Entry['kind']
export type EntryOf<K extends EntryKind> = Extract<Entry, { kind: K }>
export const ENTRY_KINDS = Object.keys(entry.variants) as EntryKind[]

/** A photo as a file carries it: JPEG in base64. */
export const photo = record({
  id: id(),
  width: amount(1, 20_000),
  height: amount(1, 20_000),
  jpeg: yup
    .string()
    .required()
    .max(3e6)
    .matches(/^[A-Za-z0-9+/]+={0,2}$/)
    .meta({ says: 'notAPhoto' satisfies PatternProblem }),
})
export type FilePhoto = yup.InferType<typeof photo>
/** Photos that an entry names. */
export const photosOf = ({ entries }: { entries: readonly Entry[] }): string[] => [
  ...new Set(entries.flatMap(({ photos }) => photos ?? [])),
]
/** As many as a file carries; the newest where there are more. */
export const MOST_PHOTOS = 200

/** Decades of a few entries a day. */
export const MOST_ENTRIES = 60_000

/** What happens once it stands. */
export const log = record({
  /** First day of its use; not in use yet where left out. */
  since: isoDay().optional().default(undefined),
  /** The scheme that was built; the chosen one where left out. */
  scheme: id().optional().default(undefined),
  /** In the order of their moments. */
  entries: series<Entry>(entry as unknown as yup.ISchema<Entry, yup.AnyObject>, 0, MOST_ENTRIES),
  /** Seasonal tasks that were ticked: which list, which step, when. */
  ticked: list(record({ list: choice('shut-down', 'start-up'), year: amount(1600, 2400), step: name() }), 0, 400),
})
export type Log = yup.InferType<typeof log>
