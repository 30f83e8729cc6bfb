import type { Cover } from '../scheme'

export interface CoverData {
  /** Share of the rain past wetting that runs off. */
  coefficient: number
  /** Wetting loss, mm a rain day. */
  wetting: number
  /** Published annual coefficient, which already holds the wetting. */
  annual: number
  annualSource: 'EN 16941-1:2018' | 'DIN 1989-1'
  /** Holds enough dirt or leaches enough to deserve a caution. */
  caution: boolean
}

/**
 * Runoff of the roof covers. Coefficient and wetting are common practice, no published source; the annual ones are
 * from EN 16941-1:2018 (smooth pitched 0.9, rough or flat 0.8, gravel 0.7, extensive green 0.5) and DIN 1989-1
 * (pitched hard 0.8), from memory.
 */
export const COVER_DATA: Record<Cover, CoverData> = {
  metal: { coefficient: 0.95, wetting: 0.2, annual: 0.9, annualSource: 'EN 16941-1:2018', caution: false },
  'glazed-tile': { coefficient: 0.9, wetting: 0.3, annual: 0.9, annualSource: 'EN 16941-1:2018', caution: false },
  slate: { coefficient: 0.9, wetting: 0.3, annual: 0.9, annualSource: 'EN 16941-1:2018', caution: false },
  'concrete-tile': { coefficient: 0.88, wetting: 0.5, annual: 0.8, annualSource: 'DIN 1989-1', caution: false },
  shingle: { coefficient: 0.88, wetting: 0.5, annual: 0.8, annualSource: 'EN 16941-1:2018', caution: false },
  film: { coefficient: 0.95, wetting: 0.1, annual: 0.9, annualSource: 'EN 16941-1:2018', caution: false },
  membrane: { coefficient: 0.88, wetting: 0.7, annual: 0.8, annualSource: 'EN 16941-1:2018', caution: false },
  gravel: { coefficient: 0.8, wetting: 1, annual: 0.7, annualSource: 'EN 16941-1:2018', caution: false },
  green: { coefficient: 0.75, wetting: 3, annual: 0.5, annualSource: 'EN 16941-1:2018', caution: true },
  thatch: { coefficient: 0.75, wetting: 1, annual: 0.5, annualSource: 'EN 16941-1:2018', caution: true },
  'wood-shingle': { coefficient: 0.75, wetting: 1, annual: 0.5, annualSource: 'EN 16941-1:2018', caution: true },
}
