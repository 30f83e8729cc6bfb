/**
 * Why a store's years are no answer to what is asked of it: nothing is asked. Undefined where they are one.
 *
 * @param demand litres asked for over all the years
 */
export const unanswered = (demand: number): 'nothingAsked' | undefined => (demand > 0 ? undefined : 'nothingAsked')
