import { problem, ProblemError } from '../problems'
import { MOST_ENTRIES, type Entry, type Log } from '../scheme'
import { momentOf } from './moment'

const instants = new WeakMap<Entry, number>()
/** When an entry stands, minutes since 1970. */
export function instantOf(entry: Entry): number {
  const known = instants.get(entry)
  if (known !== undefined) return known
  const { instant } = momentOf(entry.at)
  instants.set(entry, instant)
  return instant
}

/** An id that no entry of a log has yet. */
export function freshEntryId(entries: readonly Pick<Entry, 'id'>[]): string {
  const known = new Set(entries.map(({ id }) => id))
  let n = entries.length + 1
  while (known.has(`e${n}`)) n++
  return `e${n}`
}

/**
 * The log with an entry in its place; one of the same id gives way to it.
 *
 * @throws ProblemError when the log is full
 */
export function withEntry(log: Log, entry: Entry): Log {
  const others = log.entries.some(({ id }) => id === entry.id) ? log.entries.filter(({ id }) => id !== entry.id) : log.entries
  if (others.length >= MOST_ENTRIES) throw new ProblemError(problem('logFull', { most: MOST_ENTRIES }))
  const at = instantOf(entry)
  // Nearly all come last.
  let place = others.length
  while (place > 0 && instantOf(others[place - 1]!) > at) place--
  return { ...log, entries: [...others.slice(0, place), entry, ...others.slice(place)] }
}

/** The log with many entries at once, those of known ids replaced. @throws ProblemError when it would be over-full */
export function withEntries(log: Log, more: readonly Entry[]): Log {
  const ids = new Set(more.map(({ id }) => id))
  const entries = [...log.entries.filter(({ id }) => !ids.has(id)), ...more]
  if (entries.length > MOST_ENTRIES) throw new ProblemError(problem('logFull', { most: MOST_ENTRIES }))
  return { ...log, entries: entries.sort((a, b) => instantOf(a) - instantOf(b)) }
}

export const withoutEntry = (log: Log, id: string): Log =>
  log.entries.some((entry) => entry.id === id) ? { ...log, entries: log.entries.filter((entry) => entry.id !== id) } : log

/** Two logs of one job as one: nothing that either says is lost; of two forms of one entry `mine` stands. */
export function mergeLogs(mine: Log, theirs: Log): Log {
  const known = new Set(mine.entries.map(({ id }) => id))
  const same = new Set(mine.entries.map(({ at, kind }) => `${at} ${kind}`))
  const taken = theirs.entries.flatMap((entry) => {
    if (!known.has(entry.id)) return [entry]
    // One id for two things: both tabs, or both telephones, counted on from the same number.
    return same.has(`${entry.at} ${entry.kind}`) ? [] : [{ ...entry, id: `${entry.id.slice(0, 54)}-m${instantOf(entry) % 100000}` }]
  })
  return { ...mine, entries: withEntries(mine, taken).entries }
}
