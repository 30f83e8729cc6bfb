import { careDue, careTasks, entryFor, heat, type CareDue } from '../care'
import type { Told, ToldValues } from '../figures/told'
import { word } from '../figures/told'
import { dayTold, isAlarm, isHandTurned, momentOf } from '../log'
import type { Entry, Scheme, Site } from '../scheme'
import { days as inDays, length, share, volume } from '../units/quantity'
import { FARTHEST, frostAhead, nextOn, rainBegins, type BedToday, type Forecast } from '../weather'
import { dateOf } from '../rain/calendar'
import { frostSeason } from '../rain/frost'
import type { StoreLife } from './storeLife'

/** An entry that one touch writes down; its moment and id come with the touch. */
export type Template = Record<string, unknown> & { kind: Entry['kind'] }

/** One thing worth doing, or worth leaving, today. */
export interface TodayLine {
  /** Message id under `today.` in the locale files, and the part or store it is about. */
  id: string
  about: string
  values: ToldValues
  /** Day number that it has to be done by, where it matters, and the hour of it where that is known. */
  by?: number
  byHour?: number
  /** What it costs if it is not done, in litres or what is as bad: the order of the lines. */
  weight: number
  done?: Template
  /** Days past due, where it was due. */
  over?: number
}

/** Most that one card holds. */
export const MOST_LINES = 5
/** Broken taps and split pipes cost more than any rain. */
const FROST_WEIGHT = 2000
const OVERDUE_WEIGHT = 6
const READ_AFTER = 10
const DRY_CHANCE = 0.5
/** Nobody is surer than this of a butt that he has not seen. */
const SUREST = 0.99
const FROST_SOON = 3

/** Which way a diverter stands, by the log; to the vessel where nobody wrote anything. */
export function standsTo(entries: readonly Entry[], part: string): 'butt' | 'away' | 'winter' {
  const last = entries.findLast((entry) => (entry.kind === 'turned' && entry.part === part) || entry.kind === 'season')
  if (!last) return 'butt'
  if (last.kind === 'season') return last.to === 'shut-down' ? 'winter' : 'butt'
  return last.kind === 'turned' ? last.to : 'butt'
}
/** Whether all is shut down for the frost. */
export const isShutDown = (entries: readonly Entry[]): boolean => {
  const last = entries.findLast(({ kind }) => kind === 'season')
  return last?.kind === 'season' && last.to === 'shut-down'
}

export interface TodayInputs {
  scheme: Scheme
  site: Site
  entries: readonly Entry[]
  since: number
  rain: { start: number; depths: ArrayLike<number> }
  forecast: Forecast | undefined
  stores: readonly StoreLife[]
  beds: readonly { id: string; name: string; bed: BedToday }[]
  today: number
}

function weatherLines({ scheme, entries, forecast, stores, today, site }: TodayInputs): TodayLine[] {
  const lines: TodayLine[] = []
  const frost = forecast && frostAhead(forecast)
  const shut = isShutDown(entries)
  if (frost && !shut)
    lines.push({
      id: 'frost',
      about: 'frost',
      values: { nights: frost.day - today, chance: share(frost.chance) },
      by: Math.max(today, frost.day - 1),
      weight: frost.day - today <= FROST_SOON ? FROST_WEIGHT : FROST_WEIGHT / 20,
    })
  const season = frostSeason(site)
  if (shut && season) {
    const last = nextOn(season.last, today, dateOf(today).year)
    if (last - today > 200)
      lines.push({ id: 'startAgain', about: 'frost', values: {}, weight: 60, done: { kind: 'season', to: 'started' } })
  }
  for (const { store, down, coming, held, left } of stores) {
    const own = scheme.stores.find(({ id }) => id === store)!
    // Room for water that nobody wants is worth something to the street alone.
    const wanted = scheme.uses.includes('relief') || (left !== undefined && left.low < FARTHEST)
    if (down && down.litres > 0 && wanted)
      lines.push({
        id: 'drawDown',
        about: store,
        values: {
          store: own.name,
          litres: volume(down.litres / 1000),
          spills: volume(down.spills / 1000),
          after: volume(down.spillsAfter / 1000),
          risk: share(down.notFull),
          days: down.days,
        },
        ...byWhen(forecast, firstWet(forecast) ?? today),
        weight: down.spills - down.spillsAfter,
        done: { kind: 'let-go', vessel: own.vessels[0]!.id, volume: Math.round(down.litres) / 1000 },
      })
    for (const { devices, name } of scheme.drops)
      for (const device of devices) {
        if (!isHandTurned(device) || !('to' in device) || device.to.kind !== 'vessel') continue
        const { vessel } = device.to
        if (!own.vessels.some(({ id }) => id === vessel) || shut) continue
        const stands = standsTo(entries, device.id)
        const room = held ? held.full - held.litres : Infinity
        if (stands !== 'butt' && coming > 5 && room > 5)
          lines.push({
            id: 'turnToButt',
            about: device.id,
            values: { pipe: name, litres: volume(Math.min(coming, room) / 1000) },
            ...byWhen(forecast, firstWet(forecast) ?? today),
            weight: Math.min(coming, room),
            done: { kind: 'turned', part: device.id, to: 'butt' },
          })
      }
  }
  return lines
}

/** A day that something has to be done by, and before which hour, where the forecast tells hours. */
function byWhen(forecast: Forecast | undefined, by: number): Pick<TodayLine, 'by' | 'byHour'> {
  const byHour = forecast && rainBegins(forecast, by)
  return byHour === undefined ? { by } : { by, byHour }
}

/** First day of a forecast on which more members see rain worth catching than not. */
function firstWet(forecast: Forecast | undefined): number | undefined {
  if (!forecast) return undefined
  for (let k = 0; k < forecast.days; k++)
    if (forecast.rain.filter((member) => member[k]! >= 2).length > forecast.rain.length / 2) return forecast.start + k
  return undefined
}

/** Water that is not turned over by half in so many days of heat goes off. Common practice. */
const STANDS_DAYS = 21
const TURNED_OVER = 0.5
const LITTLE = 0.3

/** Whether a store's water has stood through three weeks of heat. */
function stands({ held }: StoreLife, vessels: readonly { id: string }[], { entries, site, today, since }: TodayInputs): boolean {
  if (!held || held.litres < LITTLE * held.full || today - since < STANDS_DAYS || !heat(site).includes(dateOf(today).month)) return false
  const own = new Set(vessels.map(({ id }) => id))
  let moved = 0
  for (const entry of entries)
    if ((entry.kind === 'drawn' || entry.kind === 'let-go') && own.has(entry.vessel) && momentOf(entry.at).day > today - STANDS_DAYS)
      moved += entry.volume * 1000
  return moved < TURNED_OVER * held.litres
}

function storeLines(inputs: TodayInputs): TodayLine[] {
  const { scheme, stores, entries, today } = inputs
  const lines: TodayLine[] = []
  for (const { store, diagnosis, left, held } of stores) {
    const own = scheme.stores.find(({ id }) => id === store)!
    const [worst] = diagnosis?.suspects ?? []
    if (diagnosis && worst && isAlarm(diagnosis)) {
      const values: Record<string, Told> = {
        store: own.name,
        odds: share(Math.min(SUREST, worst.odds)),
        cause: word(`cause-${worst.cause}`),
      }
      if (worst.leak) values.height = length(worst.leak.height - own.vessels[0]!.body.floor)
      lines.push({
        id: worst.leak ? 'leak' : 'wrong',
        about: store,
        values,
        weight: 40 + (worst.cause === 'leak' || worst.cause === 'unlogged' ? 7 * (worst.size ?? 0) : 30),
      })
    }
    if (left && left.week >= DRY_CHANCE)
      lines.push({
        id: left.high < 1 ? 'dryNow' : 'runsDry',
        about: store,
        values: { store: own.name, low: inDays(Math.floor(left.low)), high: inDays(Math.ceil(left.high)), chance: share(left.week) },
        weight: 30,
      })
    const life = stores.find((each) => each.store === store)!
    if (stands(life, own.vessels, inputs)) lines.push({ id: 'stands', about: store, values: { store: own.name }, weight: 12 })
    const lastRead = held?.read
    if (lastRead === undefined || today - lastRead > READ_AFTER)
      lines.push({
        id: lastRead === undefined ? 'readFirst' : 'readLevel',
        about: store,
        values: { store: own.name, days: inDays(lastRead === undefined ? 0 : today - lastRead) },
        weight: 8 + (lastRead === undefined ? 0 : (today - lastRead) / 5),
      })
  }
  const gauge = entries.findLast(({ kind }) => kind === 'rain')
  if (!gauge || today - dayTold(momentOf(gauge.at)) > READ_AFTER) lines.push({ id: 'readGauge', about: 'gauge', values: {}, weight: 7 })
  return lines
}

const bedLines = ({ beds }: TodayInputs): TodayLine[] =>
  beds.map(({ id, name, bed }) => ({
    id: `bed-${bed.verdict}`,
    about: id,
    values: { bed: name, litres: volume(bed.litres / 1000), rain: bed.rainComing },
    weight: bed.verdict === 'water' ? 35 : 20,
  }))

function careLines({ scheme, site, entries, since, rain, today }: TodayInputs): { lines: TodayLine[]; care: CareDue[] } {
  const care = careDue(careTasks(scheme, site), entries, since, rain, today)
  const shut = isShutDown(entries)
  const lines = care
    .filter(({ over }) => over !== undefined && over >= 0 && !shut)
    .map(({ task, over }) => ({
      id: `care-${task.kind}`,
      about: task.id,
      values: task.values,
      over: over!,
      weight: task.kind === 'emptyFlush' ? 45 : OVERDUE_WEIGHT + Math.min(20, over! / 7),
      done: entryFor(task) as Template,
    }))
  return { lines, care }
}

/** What is worth doing today, what costs most if it is left first; and all care as it stands. */
export function todayLines(inputs: TodayInputs): { lines: TodayLine[]; more: number; care: CareDue[] } {
  const { lines: care, care: all } = careLines(inputs)
  const lines = [...weatherLines(inputs), ...storeLines(inputs), ...bedLines(inputs), ...care].sort((a, b) => b.weight - a.weight)
  return { lines: lines.slice(0, MOST_LINES), more: Math.max(0, lines.length - MOST_LINES), care: all }
}
