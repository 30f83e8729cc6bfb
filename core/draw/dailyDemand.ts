import type { Demand } from '../scheme'
import { LITRE } from '../units/constants'

/** Demands that are not reckoned by the day yet: beds drink by the weather, which a later step brings. */
export const isReckoned = (demand: Demand): boolean => demand.kind !== 'bed'

/** What a demand draws on a day of each month, m³, January first. */
export function dailyDemand(demand: Demand): number[] {
  switch (demand.kind) {
    case 'cans':
      return demand.byMonth.map((cans) => cans * demand.can)
    case 'volume':
      return [...demand.byMonth]
    case 'animals':
      return demand.byMonth.map((share) => share * demand.heads * demand.each)
    case 'bed':
      return Array.from({ length: 12 }, () => 0)
  }
}

/** All demands of a store together, litres a day by month. */
export function monthlyDemand(demands: readonly Demand[]): number[] {
  return Array.from({ length: 12 }, (_, month) => demands.reduce((sum, demand) => sum + dailyDemand(demand)[month]!, 0) / LITRE)
}
