import { dailyDemand } from '../draw/demandDays'
import type { Demand } from '../scheme'
import { LITRE } from '../units/constants'

/** Months of a northern growing season, 1–12. */
const GROWING = [4, 5, 6, 7, 8, 9]
const NO_PLANTS = { thirst: new Float64Array(367) }
const hundredths = (value: number) => Math.round(value * 100) / 100

/**
 * The same demand told another way. Cans and volumes keep what is drawn; heads keep it as so much each; a task or a bed
 * begins from its own defaults, since neither follows from litres a day.
 */
export function demandAs(demand: Demand, kind: Demand['kind'], can = 0.01): Demand {
  const { id, name, use, from, priority, skipAfterRain, place } = demand
  const common = { id, name, use, from, priority, skipAfterRain, ...(place === undefined ? {} : { place }) }
  const cubic = dailyDemand(demand, NO_PLANTS).map((litres) => litres * LITRE)
  switch (kind) {
    case 'cans':
      return { kind, ...common, can, byMonth: cubic.map((each) => hundredths(each / can)) }
    case 'volume':
      return { kind, ...common, byMonth: cubic }
    case 'animals':
      return { kind, ...common, use: 'stock', heads: 6, each: 0.0003, byMonth: cubic.map(() => 1) }
    case 'task':
      return { kind, ...common, use: 'washing', each: 0.02, weekdays: [6], months: Array.from({ length: 12 }, (_, month) => month + 1) }
    case 'bed':
      return { kind, ...common, use: 'edible-beds', area: 6, plants: 'vegetables', method: 'can', months: [...GROWING] }
  }
}
