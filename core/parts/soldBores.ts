import type { UnitSystem } from '../units/quantity'
import type { EndType } from './ends'
import { HOME } from './sizes'
import { MEASURES } from './systems'

/** A bore so near to one that is sold is that one, as a share. */
const AS_SOLD = 0.02

export interface SoldBore {
  type: EndType
  size: string
  bore: number
}

/** What a run may be made of where its bore is asked for: pipe of the country, hose. */
const kindsOf = (system: UnitSystem, hose: boolean): EndType[] => (hose ? [HOME[system], 'hose'] : [HOME[system]])

/**
 * Whether a bore is sold in a country, and what is where it is not: the next below and above.
 *
 * @param bore inner diameter, m (> 0)
 * @param hose whether hose will do as well
 */
export function soldBore(bore: number, system: UnitSystem, hose = true): { sold: boolean; below?: SoldBore; above?: SoldBore } {
  const all = kindsOf(system, hose)
    .flatMap((type) => Object.entries(MEASURES[type]!).map(([size, measures]) => ({ type, size, bore: measures.bore })))
    .toSorted((a, b) => a.bore - b.bore)
  const sold = all.some((each) => Math.abs(each.bore - bore) <= AS_SOLD * bore)
  const below = all.findLast((each) => each.bore < bore)
  const above = all.find((each) => each.bore > bore)
  return { sold, ...(below ? { below } : {}), ...(above ? { above } : {}) }
}

/** Whether hose of a bore is sold: alike in every country. */
export const isHoseBore = (bore: number): boolean =>
  Object.values(MEASURES.hose!).some((each) => Math.abs(each.bore - bore) <= AS_SOLD * bore)
