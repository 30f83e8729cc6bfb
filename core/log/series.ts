import type { LEVEL_WAYS, Entry } from '../scheme'
import { Condenser, layoutOf, readLine } from './formats'
import { MINUTES_A_DAY, momentOf, writeMoment } from './moment'

/** What a sensor reads: rain fallen since the reading before, or a vessel's level as it is told. */
export type SeriesOf = { kind: 'rain' } | { kind: 'level'; vessel: string; by: (typeof LEVEL_WAYS)[number] }

/** Readings of a sensor as they came, in order: what the entries of its days were condensed from. */
export interface Series {
  of: SeriesOf
  /** Minutes since 1970 in UTC. */
  instants: Float64Array
  /** mm for rain; a level in its own way: m, a share, or m³. */
  values: Float32Array
}

/** A column of readings while it is read. */
class Column {
  private instants = new Float64Array(1024)
  private values = new Float32Array(1024)
  count = 0

  constructor(readonly of: SeriesOf) {}

  add(instant: number, value: number): void {
    if (this.count === this.instants.length) {
      const [instants, values] = [new Float64Array(2 * this.count), new Float32Array(2 * this.count)]
      instants.set(this.instants)
      values.set(this.values)
      this.instants = instants
      this.values = values
    }
    this.instants[this.count] = instant
    this.values[this.count++] = value
  }

  /** Those read so far, in order; of two of one moment the later stands. */
  done(): Series {
    const inOrder = Array.from({ length: this.count }, (_, k) => k).sort((a, b) => this.instants[a]! - this.instants[b]! || a - b)
    const kept = inOrder.filter((k, i) => this.instants[k] !== this.instants[inOrder[i + 1] ?? -1])
    return {
      of: this.of,
      instants: Float64Array.from(kept, (k) => this.instants[k]!),
      values: Float32Array.from(kept, (k) => this.values[k]!),
    }
  }
}

/** A logger's table as it is taken in: the entries of its days, and its readings as they came where they are a logger's. */
export class SeriesReader {
  readonly condenser: Condenser
  private readonly columns = new Map<string, Column>()

  /** @param own as for `Condenser` */
  constructor(own = false) {
    this.condenser = new Condenser(own)
  }

  add(more: readonly Omit<Entry, 'id'>[]): void {
    this.condenser.add(more)
    for (const each of more) {
      const entry = each as Entry
      if (entry.kind !== 'rain' && entry.kind !== 'level') continue
      const of: SeriesOf = entry.kind === 'rain' ? { kind: 'rain' } : { kind: 'level', vessel: entry.vessel, by: entry.by }
      const key = entry.kind === 'rain' ? 'rain' : `${entry.vessel} ${entry.by}`
      const column = this.columns.get(key) ?? new Column(of)
      this.columns.set(key, column)
      column.add(momentOf(entry.at).instant, entry.kind === 'rain' ? entry.depth : entry.value)
    }
  }

  /** Readings that entries leave out: none of a table that was typed, whose lines are entries themselves. */
  series(): Series[] {
    return this.condenser.byDay ? [...this.columns.values()].map((column) => column.done()) : []
  }
}

/** Header of each kind of reading, and what its numbers are multiplied by on their way out; read back by `layoutOf`. */
const HEADERS = {
  rain: { header: 'rain (mm)', times: 1 },
  floor: { header: 'level (m)', times: 1 },
  rim: { header: 'distance (m)', times: 1 },
  share: { header: 'level (%)', times: 100 },
  volume: { header: 'volume (m3)', times: 1 },
} as const
const headerOf = (of: SeriesOf) => HEADERS[of.kind === 'rain' ? 'rain' : of.by]
/** A reading as short as it comes back the same. */
const shortest = (value: number) => String(Number(value.toPrecision(7)))

/** Readings as CSV, moments in UTC. Source: RFC 4180. */
export function writeSeriesCsv({ of, instants, values }: Series): string {
  const { header, times } = headerOf(of)
  const lines = [`moment,${header}`]
  instants.forEach((instant, k) => {
    const day = Math.floor(instant / MINUTES_A_DAY)
    lines.push(`${writeMoment(day, instant - day * MINUTES_A_DAY, 0)},${shortest(values[k]! * times)}`)
  })
  return `${lines.join('\r\n')}\r\n`
}

/** Reads what `writeSeriesCsv` wrote. @throws LogLineError naming the line and what is wrong with it */
export function readSeriesCsv(text: string, of: SeriesOf): Series {
  const [first = '', ...lines] = text.split(/\r?\n/)
  const layout = layoutOf(first.split(','))
  const column = new Column(of)
  lines.forEach((line, i) => {
    for (const each of readLine(layout, line.split(','), i + 2, of.kind === 'level' ? of.vessel : '', () => 0)) {
      const entry = each as Entry
      if (entry.kind === 'rain') column.add(momentOf(entry.at).instant, entry.depth)
      if (entry.kind === 'level') column.add(momentOf(entry.at).instant, entry.value)
    }
  })
  return column.done()
}

/** A stretch of readings as one column of a picture. */
export interface Thinned {
  /** Which column, from 0. */
  at: number
  low: number
  high: number
  /** Of all in it. */
  sum: number
}

/**
 * Readings between two instants in so many columns, with the least and the most of each, so that no peak is lost; columns without
 * a reading are left out.
 *
 * @param from minutes since 1970; `to` is later
 */
export function thinned({ instants, values }: Series, from: number, to: number, columns: number): Thinned[] {
  const found: Thinned[] = []
  for (let k = firstFrom(instants, from); k < instants.length && instants[k]! <= to; k++) {
    const at = Math.min(columns - 1, Math.floor((columns * (instants[k]! - from)) / (to - from)))
    const value = values[k]!
    const last = found.at(-1)
    if (last?.at !== at) found.push({ at, low: value, high: value, sum: value })
    else {
      last.low = Math.min(last.low, value)
      last.high = Math.max(last.high, value)
      last.sum += value
    }
  }
  return found
}

/** Index of the first instant that is no earlier. */
function firstFrom(instants: Float64Array, from: number): number {
  let [low, high] = [0, instants.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (instants[middle]! < from) low = middle + 1
    else high = middle
  }
  return low
}
