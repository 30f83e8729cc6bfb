import { nonNegative } from '../numeric/guards'

/**
 * Store by a plain share of the year: the lesser of what the roof yields and what is wanted.
 *
 * 5 % is about eighteen days, 6 % about twenty-two.
 *
 * @returns same unit as given. Source: BS 8515 intermediate approach (5 %), DIN 1989-1 (6 %), from memory; `five-percent`.
 */
export function shareOfYear(annualYield: number, annualDemand: number, share: 0.05 | 0.06): number {
  nonNegative('annualYield', annualYield)
  nonNegative('annualDemand', annualDemand)
  return share * Math.min(annualYield, annualDemand)
}

/** Store that one inch of rain on the roof would fill, m³. Common practice, no published source. */
export function oneInchFills(planArea: number): number {
  nonNegative('planArea', planArea)
  return planArea * 0.0254
}
