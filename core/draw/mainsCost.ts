import { nonNegative } from '../numeric/guards'
import type { Money } from '../scheme'

/**
 * A year's bill for mains water without its sewer charge, by rising or falling blocks.
 *
 * @param used m³ a year (≥ 0)
 * @returns in the tariff's own money
 */
export function mainsBill({ tiers }: Pick<Money, 'tiers'>, used: number): number {
  nonNegative('used', used)
  const rising = tiers.toSorted((a, b) => a.from - b.from)
  return rising.reduce((sum, { from, price }, i) => {
    const to = rising[i + 1]?.from ?? Infinity
    return sum + price * Math.max(0, Math.min(used, to) - from)
  }, 0)
}

/**
 * What a year's rainwater would have cost from the mains: the bill's top blocks that it spares, and the sewer charge that
 * goes by the water meter.
 *
 * @param used rainwater drawn, m³ a year (≥ 0)
 * Source: arithmetic; that sewage is billed by the water meter is common practice.
 */
export function yearlySaving(money: Money, used: number): number {
  return mainsBill(money, money.houseUse + used) - mainsBill(money, money.houseUse) + money.sewer * money.sewerShare * used
}

/** Years until a cost has come back; undefined when nothing is saved or no cost is known. */
export const payback = (cost: number, saving: number): number | undefined => (cost > 0 && saving > 0 ? cost / saving : undefined)
