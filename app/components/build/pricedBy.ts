import type { BillLine } from '#core/build'
import { FOOT } from '#core/units/constants'
import type { UnitSystem } from '#core/units/quantity'

/** What a price is for: one of it, a whole length, or so much of what is sold by measure. */
export type PricedBy = 'each' | 'sold' | 'm' | 'm2' | 'm3' | 'ft' | 'ft2' | 'ft3'

const METRIC = { length: 'm', area: 'm2', volume: 'm3' } as const
const IMPERIAL = { length: 'ft', area: 'ft2', volume: 'ft3' } as const
const POWER = { length: 1, area: 2, volume: 3 } as const

/** By what a line is priced where its reader shops, and how many times the kept price (metres and their powers) that is. */
export function pricedBy({ unit, sold }: Pick<BillLine, 'unit' | 'sold'>, system: UnitSystem): { by: PricedBy; factor: number } {
  if (sold) return { by: 'sold', factor: 1 }
  if (unit !== 'length' && unit !== 'area' && unit !== 'volume') return { by: 'each', factor: 1 }
  return system === 'metric' ? { by: METRIC[unit], factor: 1 } : { by: IMPERIAL[unit], factor: FOOT ** POWER[unit] }
}
