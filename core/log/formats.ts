import { LONGEST_CELL, type Layout } from '../rain/import/layout'
import { dateParts, guessOrder, readDay } from '../rain/import/readDate'
import { LEVEL_WAYS, MOMENT, type Entry } from '../scheme'
import { instantOf } from './entries'
import { momentOf, rainDay, SEVEN, writeMoment } from './moment'

/** Columns of a log as a table: moments as ISO 8601, numbers as they are kept, each with its unit. */
export const COLUMNS = ['moment', 'kind', 'part', 'way', 'value', 'unit', 'who', 'note'] as const

type Row = Record<(typeof COLUMNS)[number], string | number>
const blank: Row = { moment: '', kind: '', part: '', way: '', value: '', unit: '', who: '', note: '' }

/** One entry as a row. */
function rowOf(entry: Entry): Row {
  const row: Row = { ...blank, moment: entry.at, kind: entry.kind, who: entry.who ?? '', note: entry.note ?? '' }
  switch (entry.kind) {
    case 'rain':
      return { ...row, value: entry.depth, unit: 'mm' }
    case 'level':
      return {
        ...row,
        part: entry.vessel,
        way: entry.by,
        value: entry.value,
        unit: entry.by === 'share' ? '1' : entry.by === 'volume' ? 'm3' : 'm',
      }
    case 'drawn':
    case 'topped-up':
    case 'let-go':
    case 'dosed':
      return { ...row, part: entry.vessel, value: entry.volume, unit: 'm3' }
    case 'flush-emptied':
      return { ...row, part: entry.part }
    case 'turned':
    case 'valve':
      return { ...row, part: entry.part, way: entry.to }
    case 'cleaned':
      return { ...row, way: entry.what, part: entry.part ?? '' }
    case 'mended':
      return { ...row, way: entry.what }
    case 'season':
      return { ...row, way: entry.to }
    case 'test':
      return { ...row, part: '', way: entry.test, value: entry.passed ? 1 : 0 }
    default:
      return row
  }
}

/** A cell that a table would take for a formula is told that it is text. */
const guarded = (cell: string | number) => (typeof cell === 'string' && /^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell)
const quoted = (cell: string | number) => {
  const text = String(guarded(cell))
  return /[",\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}

/** A log as CSV. Source: RFC 4180. */
export const writeLogCsv = (entries: readonly Entry[]): string =>
  [
    COLUMNS.join(','),
    ...entries.map((entry) => {
      const row = rowOf(entry)
      return COLUMNS.map((column) => quoted(row[column])).join(',')
    }),
  ].join('\r\n') + '\r\n'

/** What a line of a table could not be read for. */
export class LogLineError extends Error {
  constructor(
    readonly line: number,
    readonly problem: 'moment' | 'kind' | 'value' | 'way' | 'columns',
    readonly text: string,
  ) {
    super(`line ${line}: ${problem} ${JSON.stringify(text)}`)
    this.name = 'LogLineError'
  }
}

const number = (text: string): number =>
  /^-?[\d.,]*\d[\d.,]*(e-?\d+)?$/i.test(text.trim()) ? Number(text.trim().replace(/^(-?\d+),(\d+)$/, '$1.$2')) : NaN

/** Which of three numbers of a date is its day. */
export type DateOrder = Layout['dateOrder']

const CLOCK = /^(.*?)(?:(?:T|,?\s+)(\d{1,2})[:.](\d{2})(?:[:.]\d{2}(?:[.,]\d+)?)?\s*([ap])?\.?(?:m\.?)?\s*(Z|[+-]\d{2}:?\d{2})?)?$/i

/** A cell's day and time; undefined of one too long for either, which would take for ever to be looked through. */
const clockOf = (cell: string) => (cell.length > LONGEST_CELL ? undefined : CLOCK.exec(cell))

/**
 * A moment as loggers write it: ISO with or without a zone, or a day and a time of 24 or twice 12 hours; without a zone by the
 * reader's own clock, without a time at seven in the morning.
 *
 * @param order of the date's three numbers where the year does not come first
 */
export function readMoment(text: string, offset: (day: number, minute: number) => number, order: DateOrder = 'ymd'): string | undefined {
  const trimmed = text.trim()
  if (MOMENT.test(trimmed)) return Number.isNaN(momentOf(trimmed).day) ? undefined : trimmed
  const found = clockOf(trimmed)
  const parts = found && dateParts(found[1]!)
  if (!parts) return undefined
  const [, , told = '7', minute = '0', half, zone] = found
  const day = readDay(parts, order)
  const hour = half === undefined ? Number(told) : (Number(told) % 12) + (half.toLowerCase() === 'p' ? 12 : 0)
  if (Number.isNaN(day) || hour > 23 || (half !== undefined && !(Number(told) >= 1 && Number(told) <= 12)) || Number(minute) > 59)
    return undefined
  const minutes = hour * 60 + Number(minute)
  const ahead =
    zone === undefined
      ? offset(day, minutes)
      : zone.toUpperCase() === 'Z'
        ? 0
        : (zone.startsWith('-') ? -1 : 1) * (Number(zone.slice(1, 3)) * 60 + Number(zone.slice(-2)))
  return writeMoment(day, minutes, ahead)
}

/** What a column of somebody's logger holds. */
export type Channel = { kind: 'rain'; times: number } | { kind: 'level'; by: 'rim' | 'floor' | 'share' | 'volume'; times: number }

const LENGTHS: Record<string, number> = { mm: 0.001, cm: 0.01, m: 1, in: 0.0254, inch: 0.0254, inches: 0.0254, ft: 0.3048 }
const VOLUMES: Record<string, number> = {
  l: 0.001,
  litre: 0.001,
  litres: 0.001,
  liter: 0.001,
  liters: 0.001,
  m3: 1,
  gal: 0.003785411784,
  gallons: 0.003785411784,
}
const unitOf = (header: string): string =>
  (/[([]\s*([^)\]]+?)\s*[)\]]/.exec(header)?.[1] ?? /_([a-z%0-9]+)$/i.exec(header)?.[1] ?? '').toLowerCase()

/** What a column's name says that it holds; undefined where it says nothing that is known. */
export function channelOf(header: string): Channel | undefined {
  const name = header.toLowerCase()
  const unit = unitOf(header)
  if (/rain|precip|gauge|regen|niederschlag/.test(name)) {
    const times = unit === '' || unit === 'mm' ? 1 : unit in LENGTHS ? LENGTHS[unit]! * 1000 : undefined
    return times === undefined ? undefined : { kind: 'rain', times }
  }
  if (/volum|litre|liter|gallon|inhalt/.test(name))
    return { kind: 'level', by: 'volume', times: VOLUMES[unit] ?? VOLUMES[/gallon/.test(name) ? 'gal' : 'l']! }
  if (/level|depth|stage|distance|rim|head|stand\b|pegel|tiefe|rand\b/.test(name)) {
    if (unit === '%') return { kind: 'level', by: 'share', times: 0.01 }
    const times = LENGTHS[unit === '' ? 'mm' : unit]
    return times === undefined ? undefined : { kind: 'level', by: /rim|distance|abstand|rand\b/.test(name) ? 'rim' : 'floor', times }
  }
  return undefined
}

/** How a table is read: its column of moments, and what the others hold. */
export interface TableLayout {
  own: boolean
  /** Columns that make a moment: one, or one of the day and one of the time. */
  moment: number[]
  order: DateOrder
  /** Whether the dates themselves say which of their numbers is the day; where not, the reader's own order was taken. */
  certain: boolean
  channels: { column: number; channel: Channel }[]
}

/**
 * @param rows that follow the header, as many as are at hand: from them the order of the dates is told
 * @param usual order of the reader's country, for dates that may be read both ways
 * @throws LogLineError when no column of moments, or none with readings, can be made out
 */
export function layoutOf(header: readonly string[], rows: readonly (readonly string[])[] = [], usual: DateOrder = 'dmy'): TableLayout {
  const names = header.map((each) => each.trim().toLowerCase())
  const own = names[0] === 'moment' && names[1] === 'kind'
  const first = names.findIndex((each) => /moment|time|date|datum|zeit/.test(each))
  const moment = first < 0 ? [] : momentColumns(names, rows[0] ?? [], first)
  const channels = header.flatMap((each, column) => {
    const channel = moment.includes(column) ? undefined : channelOf(each)
    return channel ? [{ column, channel }] : []
  })
  if (first < 0 || (!own && channels.length === 0)) throw new LogLineError(1, 'columns', header.join(', ').slice(0, 120))
  const dates = rows.map((cells) => dateParts(clockOf((cells[moment[0]!] ?? '').trim())?.[1] ?? '')).filter((parts) => parts !== undefined)
  const { order, certain } = dates.length === 0 ? { order: 'ymd' as const, certain: true } : guessOrder(dates)
  return { own, moment, order: certain ? order : usual, certain, channels }
}

/** A table may have its days in one column and its times in another. */
function momentColumns(names: readonly string[], cells: readonly string[], first: number): number[] {
  const isTime = (name: string) => /time|zeit|uhr/.test(name)
  const day = names.findIndex((each) => /date|datum|\bday\b|\btag\b/.test(each) && !isTime(each))
  const time = names.findIndex((each, column) => column !== day && isTime(each) && /^\s*\d{1,2}[:.]\d{2}/.test(cells[column] ?? ''))
  return day >= 0 && time >= 0 ? [day, time] : [first]
}

/** Reads one line of a table. @throws LogLineError naming the line and what is wrong with it */
export function readLine(
  layout: TableLayout,
  cells: readonly string[],
  line: number,
  vessel: string,
  offset: (day: number, minute: number) => number,
): Omit<Entry, 'id'>[] {
  if (cells.every((cell) => cell.trim() === '')) return []
  const told = layout.moment.map((column) => cells[column]?.trim() ?? '').join(' ')
  const at = readMoment(told, offset, layout.order)
  if (at === undefined) throw new LogLineError(line, 'moment', told)
  if (layout.own) return [readOwn(cells, line, at)]
  return layout.channels.flatMap(({ column, channel }) => {
    const text = cells[column]?.trim() ?? ''
    if (text === '') return []
    const value = number(text) * channel.times
    if (!Number.isFinite(value) || value < 0) throw new LogLineError(line, 'value', text)
    return [
      channel.kind === 'rain'
        ? ({ kind: 'rain', at, depth: value } as const)
        : ({ kind: 'level', at, vessel, by: channel.by, value } as const),
    ]
  }) as Omit<Entry, 'id'>[]
}

function readOwn(cells: readonly string[], line: number, at: string): Omit<Entry, 'id'> {
  const cell = (column: (typeof COLUMNS)[number]) => (cells[COLUMNS.indexOf(column)] ?? '').trim().replace(/^'(?=[=+\-@])/, '')
  const kind = cell('kind')
  const value = () => {
    const read = number(cell('value'))
    if (!Number.isFinite(read)) throw new LogLineError(line, 'value', cell('value'))
    return read
  }
  const common = {
    at,
    ...(cell('who') ? { who: cell('who').slice(0, 60) } : {}),
    ...(cell('note') ? { note: cell('note').slice(0, 500) } : {}),
  }
  const told = (): Record<string, unknown> => {
    switch (kind) {
      case 'rain':
        return { depth: value() }
      case 'level': {
        const by = LEVEL_WAYS.find((each) => each === cell('way'))
        if (!by) throw new LogLineError(line, 'way', cell('way'))
        return { vessel: cell('part'), by, value: value() }
      }
      case 'drawn':
      case 'topped-up':
      case 'let-go':
      case 'dosed':
        return { vessel: cell('part'), volume: value() }
      case 'flush-emptied':
        return { part: cell('part') }
      case 'turned':
      case 'valve':
        return { part: cell('part'), to: cell('way') }
      case 'cleaned':
        return { what: cell('way'), ...(cell('part') ? { part: cell('part') } : {}) }
      case 'mended':
        return { what: cell('way') }
      case 'season':
        return { to: cell('way') }
      case 'test':
        return { test: cell('way'), passed: cell('value') === '1' }
      case 'fault':
      case 'note':
        return {}
      default:
        throw new LogLineError(line, 'kind', kind)
    }
  }
  return { kind, ...common, ...told() } as unknown as Omit<Entry, 'id'>
}

/** More lines than this are a logger's: they are condensed to a sum or a reading a day. */
export const MANY_LINES = 5000

/**
 * Takes in what a table holds, line by line. Few lines stay as they are; of many, rain is added up by the day and levels are those
 * nearest to seven in the morning, since nobody wants forty thousand entries of a butt that stands still.
 */
export class Condenser {
  private readonly kept: Omit<Entry, 'id'>[] = []
  private readonly rain = new Map<number, number>()
  private readonly levels = new Map<string, { entry: Omit<Entry, 'id'>; off: number }>()
  lines = 0

  /** @param own whether it is a log of ours that comes back, however long: its lines are entries and stay so */
  constructor(private readonly own = false) {}

  /** Whether there are so many lines that days stand for them. */
  get byDay(): boolean {
    return !this.own && this.lines > MANY_LINES
  }

  add(more: readonly Omit<Entry, 'id'>[]): void {
    this.lines++
    for (const entry of more) {
      if (!this.byDay) this.kept.push(entry)
      const one = entry as Entry
      const moment = momentOf(one.at)
      const { day, minute } = moment
      if (one.kind === 'rain') {
        const of = rainDay(moment)
        this.rain.set(of, (this.rain.get(of) ?? 0) + one.depth)
      }
      if (one.kind === 'level') {
        const key = `${one.vessel} ${day}`
        const off = Math.abs(minute - SEVEN)
        if (off < (this.levels.get(key)?.off ?? Infinity)) this.levels.set(key, { entry, off })
      }
    }
  }

  /** @param id makes the id of each entry by its place */
  entries(id: (n: number) => string, offset: (day: number, minute: number) => number): Entry[] {
    const all = !this.byDay
      ? this.kept
      : [
          ...[...this.rain].map(([day, depth]) => ({
            kind: 'rain',
            at: writeMoment(day + 1, SEVEN, offset(day + 1, SEVEN)),
            depth: Math.round(depth * 100) / 100,
          })),
          ...[...this.levels.values()].map(({ entry }) => entry),
        ]
    return all.map((entry, n) => ({ ...entry, id: id(n) }) as Entry).sort((a, b) => instantOf(a) - instantOf(b))
  }
}

/** One record of SenML. */
interface SenMLRecord {
  bn?: string
  bt?: number
  bu?: string
  n?: string
  u?: string
  t?: number
  v?: number
}

/** Rain and levels of a log as SenML: mm, and metres of water over the inside floor. Source: RFC 8428; units of RFC 8798. */
export function writeSenML(
  entries: readonly Entry[],
  base: string,
  overFloor: (entry: Extract<Entry, { kind: 'level' }>) => number | undefined,
): string {
  const records: SenMLRecord[] = entries.flatMap((entry) => {
    const t = instantOf(entry) * 60
    if (entry.kind === 'rain') return [{ n: 'rain', u: 'mm', t, v: entry.depth }]
    const v = entry.kind === 'level' ? overFloor(entry) : undefined
    return v === undefined || entry.kind !== 'level' ? [] : [{ n: `level:${entry.vessel}`, u: 'm', t, v: Math.round(v * 1e4) / 1e4 }]
  })
  if (records[0]) records[0] = { bn: `urn:dev:vernal-cask:${base}:`, ...records[0] }
  return JSON.stringify(records, null, 1)
}

const SENML_LENGTHS: Record<string, number> = { m: 1, mm: 0.001, cm: 0.01 }

/**
 * Reads SenML: names that say rain or level, in mm, cm or m.
 *
 * @param now seconds since 1970, for times that are told from now
 * @throws LogLineError naming the record that cannot be read
 */
export function readSenML(text: string, vessel: string, now: number, offset: (day: number, minute: number) => number): Omit<Entry, 'id'>[] {
  let records: unknown
  try {
    records = JSON.parse(text)
  } catch {
    throw new LogLineError(1, 'columns', text.slice(0, 60))
  }
  if (!Array.isArray(records)) throw new LogLineError(1, 'columns', text.slice(0, 60))
  let [bn, bt, bu] = ['', 0, '']
  return (records as SenMLRecord[]).flatMap((record, i) => {
    bn = record.bn ?? bn
    bt = record.bt ?? bt
    bu = record.bu ?? bu
    const name = `${bn}${record.n ?? ''}`
    const unit = record.u ?? bu
    if (typeof record.v !== 'number') return []
    // Times under 2^28 are told from now on. Source: RFC 8428, 4.5.3.
    const told = bt + (record.t ?? 0)
    const seconds = told < 268435456 ? now + told : told
    const minutes = Math.round(seconds / 60)
    const utcDay = Math.floor(minutes / 1440)
    const ahead = offset(utcDay, minutes - utcDay * 1440)
    const local = minutes + ahead
    const at = writeMoment(Math.floor(local / 1440), local - Math.floor(local / 1440) * 1440, ahead)
    if (/rain|precip/i.test(name)) {
      const times = SENML_LENGTHS[unit === '' ? 'mm' : unit]
      if (times === undefined || record.v < 0) throw new LogLineError(i + 1, 'value', `${record.v} ${unit}`)
      return [{ kind: 'rain', at, depth: record.v * times * 1000 } as unknown as Omit<Entry, 'id'>]
    }
    if (/level|depth/i.test(name)) {
      const times = SENML_LENGTHS[unit === '' ? 'm' : unit]
      if (times === undefined || record.v < 0) throw new LogLineError(i + 1, 'value', `${record.v} ${unit}`)
      const own = /level:([a-z0-9-]+)$/i.exec(name)?.[1] ?? vessel
      return [{ kind: 'level', at, vessel: own, by: 'floor', value: record.v * times } as unknown as Omit<Entry, 'id'>]
    }
    return []
  })
}
