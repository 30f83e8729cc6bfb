import { caughtBy, intakeLaw, type Emptied } from '../balance/inflow'
import { buildWaterPath, type WaterPath } from '../path/waterPath'
import type { Entry, Scheme } from '../scheme'
import type { LogRain } from './days'
import { dayTold, momentOf } from './moment'
import { pathThat } from './upstream'

/** What the model says that each intake of a store brings, for roofs that keep more or less than the plan has it. */
export interface Catches {
  /** Ids of the drops, one for each intake. */
  intakes: string[]
  /** Ratios to the plan's own coefficients, rising; 1 is among them. */
  ratios: readonly number[]
  /** Litres a day, by ratio and intake. */
  litres: Float64Array[][]
}

const RATIOS = [0.1, 0.25, 0.4, 0.55, 0.7, 0.85, 1, 1.15, 1.3] as const
export const PLAN = RATIOS.indexOf(1)

/** Days on which a part stands one way or another, from the entries that turn it. */
function daysAway(entries: readonly Entry[], part: string | undefined, { start, rain }: LogRain): Uint8Array {
  const away = new Uint8Array(rain.depths.length)
  let since: number | undefined
  const fill = (to: number) => {
    if (since !== undefined) away.fill(1, Math.max(0, since - start), Math.max(0, to - start))
  }
  for (const entry of entries) {
    const turnedAway =
      entry.kind === 'season' ? entry.to === 'shut-down' : entry.kind === 'turned' && entry.part === part ? entry.to !== 'butt' : undefined
    if (turnedAway === undefined) continue
    const day = dayTold(momentOf(entry.at)) + 1
    if (turnedAway && since === undefined) since = day
    if (!turnedAway) {
      fill(day)
      since = undefined
    }
  }
  fill(start + away.length)
  return away
}

/** When hand-emptied first flushes were emptied; only those that somebody wrote down for go by it. */
function emptiedBy(entries: readonly Entry[], start: number): Emptied {
  const days = new Map<string, Set<number>>()
  for (const entry of entries) {
    if (entry.kind !== 'flush-emptied') continue
    const own = days.get(entry.part) ?? new Set<number>()
    days.set(entry.part, own.add(dayTold(momentOf(entry.at)) - start))
  }
  return (device, day) => days.get(device)?.has(day)
}

/**
 * What should have come by each intake of a store, litres a day, by the rain of a log and by what was turned and emptied.
 *
 * @param ratios to the plan's coefficients, rising
 * @throws RangeError when there is no such store
 */
export function catchesAt(
  path: WaterPath,
  storeId: string,
  rain: LogRain,
  entries: readonly Entry[],
  ratios: readonly number[] = RATIOS,
): Catches {
  const emptied = emptiedBy(entries, rain.start)
  const intakes = path.intakes.get(storeId)
  if (!intakes) throw new RangeError(`no store ${storeId}`)
  const away = intakes.map(({ device }) => daysAway(entries, device?.id, rain))
  const litres = ratios.map((ratio) => {
    const other = pathThat(path, storeId, { ratio })
    return other.intakes.get(storeId)!.map((intake, i) => {
      const caught = caughtBy([intakeLaw(other, intake)], rain.rain, emptied)
      away[i]!.forEach((shut, day) => shut && (caught[day] = 0))
      return caught
    })
  })
  return { intakes: intakes.map(({ drop }) => drop.id), ratios, litres }
}

/** The same from a scheme. @throws RangeError when the scheme has no such store */
export const catchesOf = (scheme: Scheme, storeId: string, rain: LogRain, entries: readonly Entry[]): Catches =>
  catchesAt(buildWaterPath(scheme), storeId, rain, entries)

/** All intakes together, litres a day, at one of the ratios. */
export function sumAt({ litres }: Catches, ratio: number): Float64Array {
  const [first, ...others] = litres[ratio]!
  if (!first) return new Float64Array(0)
  const sum = Float64Array.from(first)
  for (const each of others) for (let day = 0; day < sum.length; day++) sum[day]! += each[day]!
  return sum
}
