import type { ReadyRain } from '../rain/gaps'
import { ENOUGH, type SpillRule } from './runStore'
import type { SweepInputs } from './sweep'

/** What can be counted on: the same every day, there on every day of all but one year in ten. */
export interface SteadyDraw {
  /** Litres a day in every month of the season; the season are the months in which something is drawn now, all where none is. */
  season: number
  inSeason: boolean[]
  /** Litres a day in one month, with the season's draw in its others. */
  months: number[]
  /** Years that it was tried on, and how many of them may fail. */
  years: number
  mayFail: number
}

export interface DrawInputs {
  inflow: ArrayLike<number>
  /** 0 for January, of each day. */
  month: ArrayLike<number>
  year: ArrayLike<number>
  /** Years that count. */
  counted: ReadonlySet<number>
  /** Usable, litres. */
  volume: number
  rule: SpillRule
  /** Held before the first day, litres; what the first year leaves where not given. */
  start?: number
}

/** Litres a day, as closely as anybody counts. */
const CLOSE = 0.01
const MOST_HALVINGS = 40

/** Whether a draw is not there, on some day of the months looked at, in more years than may fail. */
function failsTooOften(
  { inflow, month, year, counted, volume, rule, start }: DrawInputs,
  draws: readonly number[],
  looked: readonly boolean[],
  mayFail: number,
): boolean {
  const days = inflow.length
  const after = rule === 'after-spillage'
  // Looked up once: the loop turns millions of times.
  const part = ENOUGH
  const first = year[0]
  let held = start ?? 0
  // An empty store is run through its first year once; what that leaves is what it begins with.
  if (start === undefined)
    for (let day = 0; day < days && year[day] === first; day++) {
      const full = held + inflow[day]!
      const wanted = draws[month[day]!]!
      held = after ? Math.min(full, volume) - Math.min(wanted, held) : Math.min(full - Math.min(wanted, full), volume)
    }
  let failed = 0
  let last = -1
  for (let day = 0; day < days; day++) {
    const wanted = draws[month[day]!]!
    const full = held + inflow[day]!
    const drawn = Math.min(wanted, after ? held : full)
    held = after ? Math.min(full, volume) - drawn : Math.min(full - drawn, volume)
    if (drawn < part * wanted && looked[month[day]!] && year[day] !== last && counted.has(year[day]!)) {
      if (++failed > mayFail) return true
      last = year[day]!
    }
  }
  return false
}

/** The greatest that does not fail more often than it may, by halving: more drawn never fails less. */
function greatest(fails: (draw: number) => boolean, most: number): number {
  let low = 0
  let high = most
  if (!fails(high)) return high
  for (let i = 0; i < MOST_HALVINGS && high - low > CLOSE; i++) {
    const middle = (low + high) / 2
    if (fails(middle)) high = middle
    else low = middle
  }
  return low
}

/**
 * The steady draw that a store meets in nine years of ten: the same every day, in full on every day. Under ten years none may
 * fail.
 *
 * @param drawnIn whether anything is drawn in a month now
 * @throws RangeError when there is no day
 * Source: the firm yield of reservoir practice with one failure in ten years allowed; `steadyDraw.test.ts` holds it against the
 * sequent peak (Thomas & Burden 1963, from memory).
 */
export function steadyDraw(inputs: DrawInputs, drawnIn: readonly boolean[]): SteadyDraw {
  if (inputs.inflow.length === 0) throw new RangeError('there must be at least one day')
  const inSeason = drawnIn.some(Boolean) ? [...drawnIn] : drawnIn.map(() => true)
  const years = inputs.counted.size
  const mayFail = Math.floor(years / 10)
  // No day can give more than a full store and all that comes in on it.
  let most = inputs.volume
  for (let day = 0; day < inputs.inflow.length; day++) most = Math.max(most, inputs.volume + inputs.inflow[day]!)
  const season = greatest(
    (draw) =>
      failsTooOften(
        inputs,
        inSeason.map((on) => (on ? draw : 0)),
        inSeason,
        mayFail,
      ),
    most,
  )
  const months = inSeason.map((_, m) =>
    greatest(
      (draw) =>
        failsTooOften(
          inputs,
          inSeason.map((on, each) => (each === m ? draw : on ? season : 0)),
          inSeason.map((__, each) => each === m),
          mayFail,
        ),
      most,
    ),
  )
  return { season, inSeason, months, years, mayFail }
}

/** What a steady draw is tried on, from what its sweep is: vessels that hand on are taken as one. */
export function drawInputs(
  { series, single, rule }: SweepInputs,
  { rain, countedYears }: Pick<ReadyRain, 'rain' | 'countedYears'>,
  volume: number,
): DrawInputs {
  const own = series.tanks.filter(({ tank }) => tank.store === series.store)
  const inflow = single?.inflow ?? new Float64Array(rain.depths.length).map((_, day) => own.reduce((sum, each) => sum + each.own[day]!, 0))
  return { inflow, month: rain.month, year: rain.year, counted: new Set(countedYears.length > 0 ? countedYears : rain.year), volume, rule }
}
