import { USES, type Use } from '../scheme'

/** How far this tool goes with a use: fine, with care, better not, or only with professional treatment. */
export type UseStanding = 'fine' | 'care' | 'advised-against' | 'professional'

export interface UseRule {
  /** Widest mesh on the water's way, m. */
  mesh: number
  /** Least first flush, mm over the roof. */
  firstFlush: number
  /** Store kept dark. */
  dark: boolean
  standing: UseStanding
}

/**
 * What each use asks of the rest. A mosquito is kept out by 1 mm whatever the use; sprays, drippers and stock ask for more.
 * First flush: 0.2 mm is the least of the Australian handbook HB 230 and 0.41 mm (10 US gal per 1,000 ft²) that of the
 * Texas manual of 2005, both from memory; the rest is common practice.
 */
export const USE_RULES: Record<Use, UseRule> = {
  ornamentals: { mesh: 0.001, firstFlush: 0, dark: false, standing: 'fine' },
  'edible-beds': { mesh: 0.001, firstFlush: 0.5, dark: true, standing: 'care' },
  'seedlings-mist': { mesh: 0.0005, firstFlush: 1, dark: true, standing: 'advised-against' },
  stock: { mesh: 0.001, firstFlush: 1, dark: true, standing: 'care' },
  washing: { mesh: 0.001, firstFlush: 0.2, dark: false, standing: 'fine' },
  'pressure-washing': { mesh: 0.0005, firstFlush: 0.5, dark: true, standing: 'care' },
  house: { mesh: 0.0005, firstFlush: 1, dark: true, standing: 'professional' },
  relief: { mesh: 0.001, firstFlush: 0, dark: false, standing: 'fine' },
}

const STANDINGS: readonly UseStanding[] = ['fine', 'care', 'advised-against', 'professional']

/** The strictest of several uses, line by line, and the use that each line is due to. */
export type GoverningRule = { [K in keyof UseRule]: { value: UseRule[K]; by: Use } }

/**
 * What a store must hold to when several uses share it: of every line the strictest.
 *
 * @throws RangeError when no use is given
 */
export function governingRule(uses: readonly Use[]): GoverningRule {
  const known = USES.filter((use) => uses.includes(use))
  if (known.length === 0) throw new RangeError('uses must not be empty')
  const strictest = <K extends keyof UseRule>(key: K, stricter: (a: UseRule[K], b: UseRule[K]) => boolean) => {
    const by = known.reduce((best, use) => (stricter(USE_RULES[use][key], USE_RULES[best][key]) ? use : best))
    return { value: USE_RULES[by][key], by }
  }
  return {
    mesh: strictest('mesh', (a, b) => a < b),
    firstFlush: strictest('firstFlush', (a, b) => a > b),
    dark: strictest('dark', (a, b) => a && !b),
    standing: strictest('standing', (a, b) => STANDINGS.indexOf(a) > STANDINGS.indexOf(b)),
  }
}
