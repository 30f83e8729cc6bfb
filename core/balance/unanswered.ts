import type { Scheme } from '../scheme'

/**
 * Why a store's years are no answer to what is asked of it: nothing is asked, or a pump lifts its water from or into another
 * vessel, which the daily account does not reckon. Undefined where they are one.
 */
export function unanswered(
  { stores, pumps }: Pick<Scheme, 'stores' | 'pumps'>,
  storeId: string,
  demand: number,
): 'nothingAsked' | 'lifted' | undefined {
  const vessels = stores.find(({ id }) => id === storeId)?.vessels.map(({ id }) => id) ?? []
  const lifted = pumps.some(({ from, to }) => to.kind === 'vessel' && vessels.includes(from.vessel) !== vessels.includes(to.vessel))
  if (lifted) return 'lifted'
  return demand > 0 ? undefined : 'nothingAsked'
}
