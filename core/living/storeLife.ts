import { storeLaws } from '../balance/tanks'
import {
  catchesAt,
  caughtByMonth,
  dayTold,
  diagnose,
  eventsOf,
  flushesInto,
  isAlarm,
  momentOf,
  PLAN,
  readingsOf,
  siteNumbers,
  storeLevels,
  sumAt,
  CAUSES,
  type Catches,
  type Cause,
  type Diagnosis,
  type Held,
  type LogEvent,
  type LogRain,
  type MonthCaught,
  type SiteNumbers,
} from '../log'
import type { WaterPath } from '../path/waterPath'
import type { ReadyRain } from '../rain/gaps'
import type { Entry, Scheme } from '../scheme'
import {
  forecastInputs,
  comesOn,
  daysLeft,
  drawDown,
  FARTHEST,
  rainAhead,
  rations,
  type DaysLeft,
  type DrawDown,
  type Forecast,
  type RationOffer,
} from '../weather'

/** What a store holds today: the last reading, and what came and went since by the log and the model. */
export interface HeldNow {
  /** Litres in all, and of those what taps reach. */
  litres: number
  usable: number
  /** Litres when full. */
  full: number
  /** Height over the first vessel's foot, m; NaN where vessels have levels of their own. */
  height: number
  /** The reading that it goes on from: its day number and litres; and litres that came and were taken since. */
  read: number
  readLitres: number
  came: number
  taken: number
}

/** All that a log says of one store. */
export interface StoreLife {
  store: string
  held: HeldNow | undefined
  months: MonthCaught[]
  diagnosis: Diagnosis | undefined
  /** What is lost on the way; undefined where too few rains tell of it, or where something else is wrong. */
  numbers: SiteNumbers | undefined
  left: DaysLeft | undefined
  rations: RationOffer[]
  down: DrawDown | undefined
  /** Litres that the next three days bring, mean over the forecast. */
  coming: number
}

function heldNow(
  levels: ReturnType<typeof storeLevels>,
  last: Held | undefined,
  entries: readonly Entry[],
  rain: LogRain,
  catches: Catches,
  ratio: number,
): HeldNow | undefined {
  if (!last) return undefined
  const own = new Set(levels.vessels.map(({ vessel }) => vessel.id))
  let { litres } = last
  let taken = 0
  const comes = sumAt(catches, PLAN)
  for (let day = last.day + 1 - rain.start; day < comes.length; day++)
    if (day >= 0) litres = Math.min(levels.full, litres + ratio * comes[day]!)
  for (const entry of entries) {
    if (!('vessel' in entry) || !own.has(entry.vessel) || momentOf(entry.at).instant <= last.instant) continue
    if (entry.kind === 'drawn' || entry.kind === 'let-go') taken += entry.volume * 1000
    if (entry.kind === 'topped-up') taken -= entry.volume * 1000
  }
  litres = Math.min(levels.full, Math.max(0, litres - taken))
  return {
    litres,
    usable: Math.max(0, litres - levels.dead),
    full: levels.full,
    height: levels.shared ? levels.heightFor(litres) : NaN,
    read: last.day,
    readLitres: last.litres,
    came: litres - last.litres + taken,
    taken,
  }
}

/** Farthest back that is looked for what is wrong, days: what was mended a year ago says nothing of today. */
const LOOKS_BACK = 365

/**
 * What the log says of a store.
 *
 * @param today day number
 * @throws RangeError when the scheme has no such store
 */
export function storeLife(
  scheme: Scheme,
  path: WaterPath,
  storeId: string,
  entries: readonly Entry[],
  rain: LogRain,
  ready: ReadyRain,
  forecast: Forecast | undefined,
  today: number,
): StoreLife {
  const levels = storeLevels(path, storeId)
  const readings = readingsOf(levels, entries)
  const catches = catchesAt(path, storeId, rain, entries)
  const events = eventsOf(levels, readings, rain, entries)
  const recent = events.filter(({ to }) => to.day > today - LOOKS_BACK && to.day > lastMended(entries))
  const open = levels.vessels.filter(({ vessel }) => vessel.lid === 'open').length / levels.vessels.length
  const evaporation = ({ to }: { to: Held }) =>
    open === 0 ? 0 : (open * ready.site.thirst[rain.rain.dayOfYear[Math.max(0, to.day - rain.start)] ?? 1]!) / 1000
  const diagnosis = diagnose(levels, readings, recent, catches, scheme.wetHours, evaporation, causesOf(path, storeId))
  const ratio = diagnosis?.site?.ratio ?? 1
  const held = heldNow(levels, readings.held.at(-1), entries, rain, catches, ratio)
  const inputs = forecastInputs(scheme, storeLaws(path, storeId), storeId, ready.site)
  const ways = held ? rainAhead(ready, forecast, today, FARTHEST) : []
  return {
    store: storeId,
    held,
    months: caughtByMonth(events, catches, rain),
    diagnosis,
    numbers: siteNumbers(path, storeId, rain, entries, toldOf(recent, diagnosis)),
    left: held && inputs.demands.length > 0 ? daysLeft(inputs, held.usable, ways, undefined, ratio) : undefined,
    rations: held && inputs.demands.length > 0 ? rations(inputs, held.usable, ways, ratio) : [],
    down: held && forecast ? drawDown(inputs, held.usable, ways, ratio) : undefined,
    coming: held && forecast ? meanComing(inputs, ways, ratio) : 0,
  }
}

/** Days that count as soon. */
const SOON = 3
function meanComing(inputs: ReturnType<typeof forecastInputs>, ways: Parameters<typeof drawDown>[2], ratio: number): number {
  const sums = ways.map((way) =>
    comesOn(inputs, way, ratio)
      .slice(0, SOON)
      .reduce((sum, each) => sum + each, 0),
  )
  return sums.reduce((a, b) => a + b, 0) / Math.max(1, sums.length)
}

/** What can go wrong with a store as it is built. */
function causesOf(path: WaterPath, storeId: string): Cause[] {
  const intakes = path.intakes.get(storeId) ?? []
  const flush = flushesInto(path, storeId).length > 0
  const linked = (path.scheme.stores.find(({ id }) => id === storeId)?.links.length ?? 0) > 0
  return CAUSES.filter(
    (cause) =>
      cause !== (flush ? 'soaked' : 'swallowed') && (cause !== 'linkShut' || linked) && (cause !== 'intakeShort' || intakes.length > 1),
  )
}

/** Causes that are losses on the way themselves; what comes of any other would be taken for one. */
const ON_THE_WAY: readonly Cause[] = ['sound', 'partly', 'limited', 'swallowed', 'soaked']

/** Stretches from which losses on the way are told: since something began that is one, and none while anything else is wrong. */
function toldOf(events: readonly LogEvent[], diagnosis: Diagnosis | undefined): readonly LogEvent[] {
  if (!diagnosis || !isAlarm(diagnosis)) return events
  const [{ cause, since = -Infinity }] = diagnosis.suspects as [Diagnosis['suspects'][number]]
  return ON_THE_WAY.includes(cause) ? events.filter(({ from }) => from.instant >= since) : []
}

/** Day number of the last repair or change of a part; what the log shows of before is another system. */
const lastMended = (entries: readonly Entry[]): number => {
  const last = entries.findLast((entry) => entry.kind === 'mended' && entry.what !== 'painted')
  return last ? dayTold(momentOf(last.at)) : -Infinity
}
