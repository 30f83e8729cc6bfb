import type { Told } from '../figures/told'
import { dayTold, momentOf } from '../log/moment'
import { dateOf, dayNumber } from '../rain/calendar'
import type { Entry, Scheme, Site } from '../scheme'

/** Months 1–12 of the year's leaf fall, of heat that turns water, by hemisphere. Common practice. */
const LEAF_FALL = [10, 11]
const HEAT = [6, 7, 8]
const other = (months: readonly number[]) => months.map((month) => ((month + 5) % 12) + 1)
export const leafFall = ({ latitude }: Pick<Site, 'latitude'>): number[] => (latitude < 0 ? other(LEAF_FALL) : [...LEAF_FALL])
export const heat = ({ latitude }: Pick<Site, 'latitude'>): number[] => (latitude < 0 ? other(HEAT) : [...HEAT])

/** When something is due again. */
export type Rhythm =
  /** The day after rain of so many mm. */
  | { kind: 'rain'; depth: number }
  | { kind: 'days'; days: number }
  /** Every so many days in some months, and every so many otherwise. */
  | { kind: 'seasonal'; months: number[]; days: number; otherwise: number }
  /** Once a year, in a month (1–12). */
  | { kind: 'yearly'; month: number }

/** Work that comes round. */
export interface CareTask {
  /** Kind and part: the same for good, so that a calendar can follow it. */
  id: string
  kind: CareKind
  /** Part that it is done at, by id, and its name where it has one. */
  part?: string
  values: Record<string, Told>
  rhythm: Rhythm
}

export const CARE_KINDS = [
  'emptyFlush',
  'flushDrain',
  'flushClean',
  'screen',
  'filter',
  'lid',
  'gutter',
  'vents',
  'pumpFilter',
  'sediment',
  'joints',
  'paint',
  'brackets',
  'larvae',
  'backflow',
] as const
export type CareKind = (typeof CARE_KINDS)[number]

/** mm of rain after which a first flush wants emptying. Common practice. */
const WETS = 2

/** Task kinds: whether a scheme has what they are done at, and how often. Common practice, after the trade's own sheets. */
const KINDS: Record<CareKind, (scheme: Scheme, site: Site) => Omit<CareTask, 'id' | 'kind'>[]> = {
  emptyFlush: ({ drops }) =>
    flushes(drops).flatMap(({ id, drain, drop }) =>
      drain.kind === 'hand-valve' ? [{ part: id, values: { pipe: drop }, rhythm: { kind: 'rain', depth: WETS } }] : [],
    ),
  flushDrain: ({ drops }) =>
    flushes(drops).flatMap(({ id, drain, drop }) =>
      drain.kind === 'hand-valve' ? [] : [{ part: id, values: { pipe: drop }, rhythm: { kind: 'days', days: 30 } }],
    ),
  flushClean: ({ drops }) =>
    flushes(drops).map(({ id, drop }) => ({ part: id, values: { pipe: drop }, rhythm: { kind: 'days', days: 90 } })),
  screen: ({ drops }, site) =>
    drops.flatMap(({ name, devices }) =>
      devices.flatMap(({ id, kind }) =>
        kind === 'screen' || kind === 'rain-head'
          ? [{ part: id, values: { pipe: name }, rhythm: { kind: 'seasonal' as const, months: leafFall(site), days: 7, otherwise: 30 } }]
          : [],
      ),
    ),
  filter: ({ drops }) =>
    drops.flatMap(({ name, devices }) =>
      devices.flatMap(({ id, kind }) =>
        kind === 'filter' ? [{ part: id, values: { pipe: name }, rhythm: { kind: 'days' as const, days: 30 } }] : [],
      ),
    ),
  lid: ({ stores }, site) =>
    stores.flatMap(({ vessels }) =>
      vessels.flatMap(({ id, name, lid }) =>
        lid === 'screened'
          ? [{ part: id, values: { vessel: name }, rhythm: { kind: 'seasonal' as const, months: leafFall(site), days: 7, otherwise: 30 } }]
          : [],
      ),
    ),
  gutter: ({ gutters }, site) =>
    gutters.map(({ id, name }) => ({
      part: id,
      values: { gutter: name },
      rhythm: { kind: 'seasonal', months: leafFall(site), days: 14, otherwise: 90 },
    })),
  vents: ({ stores }) =>
    stores.flatMap(({ vessels }) =>
      vessels.flatMap(({ id, name, ports }) =>
        ports.some(({ role }) => role === 'vent')
          ? [{ part: id, values: { vessel: name }, rhythm: { kind: 'days' as const, days: 30 } }]
          : [],
      ),
    ),
  pumpFilter: ({ pumps }) => pumps.map(({ id }) => ({ part: id, values: {}, rhythm: { kind: 'days', days: 30 } })),
  sediment: ({ stores }) =>
    stores.flatMap(({ vessels }) =>
      vessels.map(({ id, name }) => ({ part: id, values: { vessel: name }, rhythm: { kind: 'yearly' as const, month: 9 } })),
    ),
  joints: () => [{ values: {}, rhythm: { kind: 'yearly', month: 4 } }],
  paint: ({ stores }) =>
    stores.flatMap(({ vessels }) =>
      vessels.flatMap(({ id, name, light }) =>
        light === 'clad' || light === 'translucent'
          ? [{ part: id, values: { vessel: name }, rhythm: { kind: 'yearly' as const, month: 5 } }]
          : [],
      ),
    ),
  brackets: ({ drops }) =>
    drops.some(({ brackets }) => brackets.length > 0) ? [{ values: {}, rhythm: { kind: 'yearly', month: 3 } }] : [],
  larvae: ({ stores }, site) =>
    stores.flatMap(({ vessels }) =>
      vessels.flatMap(({ id, name, lid, ports }) =>
        lid === 'open' || (lid === 'screened' && ports.some(({ role, screened }) => role === 'overflow' && !screened))
          ? [{ part: id, values: { vessel: name }, rhythm: { kind: 'seasonal' as const, months: heat(site), days: 7, otherwise: 90 } }]
          : [],
      ),
    ),
  backflow: ({ uses }) => (uses.includes('house') ? [{ values: {}, rhythm: { kind: 'yearly', month: 4 } }] : []),
}

function flushes(drops: Scheme['drops']) {
  return drops.flatMap(({ name, devices }) =>
    devices.flatMap((device) => (device.kind === 'first-flush' ? [{ id: device.id, drain: device.drain, drop: name }] : [])),
  )
}

/** Half a year on, south of the equator. */
const turned = (rhythm: Rhythm, { latitude }: Pick<Site, 'latitude'>): Rhythm =>
  rhythm.kind === 'yearly' && latitude < 0 ? { kind: 'yearly', month: ((rhythm.month + 5) % 12) + 1 } : rhythm

/** All care that a scheme asks for: of the parts that it has, and of no others. */
export function careTasks(scheme: Scheme, site: Site): CareTask[] {
  return CARE_KINDS.flatMap((kind) =>
    KINDS[kind](scheme, site).map((task) => ({
      ...task,
      id: task.part === undefined ? kind : `${kind}-${task.part}`,
      kind,
      rhythm: turned(task.rhythm, site),
    })),
  )
}

/** Kinds of an entry of `cleaned` that tick a task. */
const CLEANS: Partial<Record<CareKind, string>> = {
  flushClean: 'first-flush',
  screen: 'screen',
  lid: 'screen',
  filter: 'filter',
  pumpFilter: 'filter',
  gutter: 'gutter',
  vents: 'vent',
  sediment: 'sediment',
}

/** Whether an entry says that a task was done. */
export function ticks({ kind, part, id }: CareTask, entry: Entry): boolean {
  switch (entry.kind) {
    case 'flush-emptied':
      return (kind === 'emptyFlush' || kind === 'flushDrain') && entry.part === part
    case 'cleaned':
      return CLEANS[kind] === entry.what && (entry.part === undefined || entry.part === part)
    case 'mended':
      return (kind === 'paint' && entry.what === 'painted') || (kind === 'joints' && entry.what === 'joint')
    case 'test':
      return entry.test === id
    default:
      return false
  }
}

/** An entry before it has a moment. */
export type Unwritten = Entry extends infer E ? (E extends Entry ? Omit<E, 'id' | 'at'> : never) : never

/** What to write down when a task was done; `at`, `id` and who come with it. */
export function entryFor({ kind, part, id }: CareTask): Unwritten {
  if ((kind === 'emptyFlush' || kind === 'flushDrain') && part !== undefined) return { kind: 'flush-emptied', part }
  const what = CLEANS[kind] as Extract<Entry, { kind: 'cleaned' }>['what'] | undefined
  return what ? { kind: 'cleaned', what, ...(part === undefined ? {} : { part }) } : { kind: 'test', test: id, passed: true }
}

/** A task as it stands on a day. */
export interface CareDue {
  task: CareTask
  /** Day numbers: when it was last done, and when it is due; due is undefined where nothing has called for it yet. */
  last: number | undefined
  due: number | undefined
  /** Days past due; negative while there is time. */
  over: number | undefined
}

/**
 * Which care is due.
 *
 * @param since day number on which the system came into use: nothing is due for the time before
 * @param rain mm by the day, from `rainStart`, a day number
 * @param today day number
 */
export function careDue(
  tasks: readonly CareTask[],
  entries: readonly Entry[],
  since: number,
  { start, depths }: { start: number; depths: ArrayLike<number> },
  today: number,
): CareDue[] {
  return tasks.map((task) => {
    const done = entries.findLast((entry) => ticks(task, entry))
    const last = done ? momentOf(done.at).day : undefined
    const due = dueAfter(task, last ?? since, last !== undefined, { start, depths }, today, done ? dayTold(momentOf(done.at)) : since - 1)
    return { task, last, due, over: due === undefined ? undefined : today - due }
  })
}

const monthOfDay = (day: number) => dateOf(day).month

function dueAfter(
  { rhythm }: CareTask,
  from: number,
  done: boolean,
  { start, depths }: { start: number; depths: ArrayLike<number> },
  today: number,
  told: number,
): number | undefined {
  switch (rhythm.kind) {
    case 'rain': {
      for (let day = Math.max(start, told + 1); day < Math.min(today, start + depths.length); day++)
        if (depths[day - start]! >= rhythm.depth) return day + 1
      return undefined
    }
    case 'days':
      return from + rhythm.days
    case 'seasonal': {
      // The shorter step counts from the first day of its season on.
      for (let day = from + 1; day <= from + rhythm.otherwise; day++) {
        const step = rhythm.months.includes(monthOfDay(day)) ? rhythm.days : rhythm.otherwise
        if (day - from >= step) return day
      }
      return from + rhythm.otherwise
    }
    case 'yearly': {
      const on = (year: number) => dayNumber(year, rhythm.month, 1)
      const year = dateOf(from).year
      // Done a little ahead of its month counts for it.
      const next = on(year) > from + (done ? 45 : 0) ? on(year) : on(year + 1)
      return next
    }
  }
}
