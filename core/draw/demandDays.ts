import type { DailyRain } from '../rain/dailyRain'
import type { SiteDays } from '../rain/weather'
import type { Demand } from '../scheme'
import { DAYS_PER_MONTH, LITRE } from '../units/constants'
import { bedThirst, dryDayThirst } from './thirst'

const DAYS_IN_WEEK = 7

/** Middle day of each month, for what changes slowly through the year. */
const MID_MONTH = DAYS_PER_MONTH.map((days, month) =>
  Math.round(DAYS_PER_MONTH.slice(0, month).reduce<number>((sum, d) => sum + d, 0) + days / 2),
)

/** Mean litres a day in each month, as if it never rained; January first. */
export function dailyDemand(demand: Demand, { thirst }: Pick<SiteDays, 'thirst'>): number[] {
  switch (demand.kind) {
    case 'cans':
      return demand.byMonth.map((cans) => (cans * demand.can) / LITRE)
    case 'volume':
      return demand.byMonth.map((cubic) => cubic / LITRE)
    case 'animals':
      return demand.byMonth.map((share) => (share * demand.heads * demand.each) / LITRE)
    case 'task':
      return MID_MONTH.map((_, month) =>
        demand.months.includes(month + 1) ? (demand.each * demand.weekdays.length) / DAYS_IN_WEEK / LITRE : 0,
      )
    case 'bed':
      return MID_MONTH.map((day, month) => (demand.months.includes(month + 1) ? dryDayThirst(demand, thirst[day]!) : 0))
  }
}

/** All demands together, litres a day by month, as if it never rained. */
export function monthlyDemand(demands: readonly Demand[], site: Pick<SiteDays, 'thirst'>): number[] {
  const each = demands.map((demand) => dailyDemand(demand, site))
  return MID_MONTH.map((_, month) => each.reduce((sum, months) => sum + months[month]!, 0))
}

function beforeSkipping(demand: Demand, rain: DailyRain, site: Pick<SiteDays, 'thirst'>): Float64Array {
  if (demand.kind === 'bed') return bedThirst(demand, rain, site)
  if (demand.kind === 'task') {
    const days = new Set(demand.weekdays)
    const months = new Set(demand.months)
    const asked = new Float64Array(rain.weekday.length)
    for (let i = 0; i < asked.length; i++) if (days.has(rain.weekday[i]!) && months.has(rain.month[i]! + 1)) asked[i] = demand.each / LITRE
    return asked
  }
  const byMonth = dailyDemand(demand, site)
  const asked = new Float64Array(rain.month.length)
  for (let i = 0; i < asked.length; i++) asked[i] = byMonth[rain.month[i]!]!
  return asked
}

/**
 * What a demand asks for on every day of a record, litres.
 *
 * On a day with at least `skipAfterRain` mm, and on the day after, nothing is asked for.
 */
export function demandDays(demand: Demand, rain: DailyRain, site: Pick<SiteDays, 'thirst'>): Float64Array {
  const wanted = beforeSkipping(demand, rain, site)
  const enough = demand.skipAfterRain
  if (enough > 0) {
    for (let i = 0; i < wanted.length; i++) if (rain.depths[i]! >= enough || (i > 0 && rain.depths[i - 1]! >= enough)) wanted[i] = 0
  }
  return wanted
}

/** Mean reference evapotranspiration of each month, mm a day, for showing. */
export const monthlyThirst = ({ thirst }: Pick<SiteDays, 'thirst'>): number[] => MID_MONTH.map((day) => thirst[day]!)
