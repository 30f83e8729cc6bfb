import { canonicalJson, type Entry, type Log } from '../scheme'
import { instantOf, withEntries } from './entries'
import { momentOf, rainDay, SEVEN } from './moment'

/** Id of an imported entry: the import it came with, and its place in it. `import` holds no hyphen. */
export const importedId = (from: string, place: number) => `i${from}-${place}`
/** The import that an entry came with; undefined of one that was put down by hand. */
const importOf = ({ id }: Pick<Entry, 'id'>): string | undefined => /^(i[0-9a-z]+)-\d+$/.exec(id)?.[1]

/** What an import does to a log. */
export interface Imported {
  log: Log
  /** Entries that the log did not have. */
  added: number
  /** Entries that it has already, word for word. */
  known: number
  /** Readings of an earlier import that this one knows better: a day that was half over then, moments that are a day's sum now. */
  renewed: number
  /** Readings put down by hand for the same moment: they stay, and those of the table are left out. */
  byHand: number
  /** Ids of the entries that now stand for the table, known ones among them. */
  ids: string[]
}

/** Two entries of one key read the same thing at the same moment. */
const keyOf = (entry: Entry) =>
  [entry.kind, instantOf(entry), 'vessel' in entry ? entry.vessel : '', entry.kind === 'level' ? entry.by : ''].join(' ')
/** What an entry says: of a reading its figure, whatever was noted beside it since; photos, which no table carries, are left out. */
const saying = (entry: Entry) =>
  entry.kind === 'rain'
    ? String(entry.depth)
    : entry.kind === 'level'
      ? String(entry.value)
      : canonicalJson({ ...entry, id: '', at: instantOf(entry), photos: [] })

/** What somebody put beside a reading since it was imported. */
const beside = ({ who, note, photos }: Entry) => ({ ...(who ? { who } : {}), ...(note ? { note } : {}), ...(photos ? { photos } : {}) })

/**
 * Takes a table's entries into a log once, however often they come: many a logger's file tells its whole life each time.
 *
 * @param more with ids of `importedId`, or of a table that was typed; rain that is a day's sum stands at seven the morning after
 * @param sums whether the rain of `more` was added up by the day
 * @throws ProblemError when the log would be over-full
 */
export function importEntries(log: Log, more: readonly Entry[], sums: boolean): Imported {
  const renewedBySums = sums ? finerRain(log.entries, more) : new Set<string>()
  const here = new Map<string, Entry[]>()
  for (const entry of log.entries) {
    if (renewedBySums.has(entry.id)) continue
    const alike = here.get(keyOf(entry))
    if (alike) alike.push(entry)
    else here.set(keyOf(entry), [entry])
  }
  const ids: string[] = []
  // First those that are known word for word: of two tips within one minute, each has its own.
  const others = more.filter((entry) => {
    const alike = here.get(keyOf(entry))
    const place = alike?.findIndex((each) => saying(each) === saying(entry)) ?? -1
    if (!alike || place < 0) return true
    ids.push(alike.splice(place, 1)[0]!.id)
    return false
  })
  const known = ids.length
  let byHand = 0
  const renewed = new Set<string>(renewedBySums)
  const taken = others.flatMap((entry) => {
    const before = entry.kind === 'rain' || entry.kind === 'level' ? here.get(keyOf(entry))?.shift() : undefined
    if (before && importOf(before) === undefined) {
      byHand++
      ids.push(before.id)
      return []
    }
    if (before) renewed.add(before.id)
    ids.push(entry.id)
    return [before ? ({ ...beside(before), ...entry } as Entry) : entry]
  })
  if (taken.length === 0 && renewed.size === 0) return { log, added: 0, known, renewed: 0, byHand, ids }
  const kept = renewed.size === 0 ? log : { ...log, entries: log.entries.flatMap((entry) => left(entry, renewed, renewedBySums)) }
  return { log: withEntries(kept, taken), added: taken.length, known, renewed: renewed.size, byHand, ids }
}

/**
 * Whether readings kept beside a log still belong to it: an import that was undone, or deleted entry by entry, takes its readings along.
 *
 * @param entries ids of what stands for them in the log; undefined where that was not written down, which always belongs
 */
export const standsIn = (log: Log, entries: readonly string[] | undefined): boolean => {
  if (entries === undefined) return true
  const told = new Set(entries)
  return log.entries.some(({ id }) => told.has(id))
}

/** What stays of an entry: a single tip gives way to its day's sum, what was noted beside it does not. */
function left(entry: Entry, renewed: ReadonlySet<string>, bySums: ReadonlySet<string>): Entry[] {
  if (!renewed.has(entry.id)) return [entry]
  const more = beside(entry)
  return bySums.has(entry.id) && ('note' in more || 'photos' in more) ? [{ kind: 'note', id: entry.id, at: entry.at, ...more }] : []
}

/** Imported rain of single moments on days whose sum `more` tells: both would count it twice. */
function finerRain(entries: readonly Entry[], more: readonly Entry[]): Set<string> {
  const rain = entries.filter((entry) => entry.kind === 'rain' && importOf(entry) !== undefined)
  const fine = new Set(rain.filter(({ at }) => momentOf(at).minute !== SEVEN).map(importOf))
  const days = new Set(more.filter(({ kind }) => kind === 'rain').map(({ at }) => momentOf(at).day - 1))
  return new Set(rain.filter((entry) => fine.has(importOf(entry)) && days.has(rainDay(momentOf(entry.at)))).map(({ id }) => id))
}
