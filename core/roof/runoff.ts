import { nonNegative } from '../numeric/guards'
import type { RoofSection } from '../scheme'
import { COVER_DATA } from './covers'
import { planArea } from './planArea'

/** Runoff law of a section: what is kept of each rain day. */
export interface RunoffLaw {
  /** Plan area, m². */
  area: number
  exposure: number
  coefficient: number
  /** mm lost each rain day before anything runs. */
  wetting: number
}

/** The section's runoff law by the school it has chosen. */
export function runoffLaw(section: RoofSection): RunoffLaw {
  const table = COVER_DATA[section.cover]
  const { runoff } = section
  const pair =
    runoff.kind === 'own'
      ? { coefficient: runoff.coefficient, wetting: runoff.wetting }
      : runoff.kind === 'published'
        ? { coefficient: table.annual, wetting: 0 }
        : { coefficient: table.coefficient, wetting: table.wetting }
  return { area: planArea(section), exposure: section.exposure, ...pair }
}

/**
 * What one day's rain brings off a section: `R = A·e·C·max(0, P − w)`, the wetting taken before the share.
 *
 * @param depth mm (≥ 0)
 * @returns litres
 * Source: common practice for C and w; the order of the two is this project's rule (docs/methods.md).
 */
export function dailyRunoff({ area, exposure, coefficient, wetting }: RunoffLaw, depth: number): number {
  nonNegative('depth', depth)
  return depth > wetting ? area * exposure * coefficient * (depth - wetting) : 0
}

/** Share of a record's whole rain that a law keeps, wetting and all: the figure to hold beside published annual coefficients. */
export function overallShare({ coefficient, wetting }: Pick<RunoffLaw, 'coefficient' | 'wetting'>, depths: Float64Array): number {
  let fallen = 0
  let kept = 0
  for (const depth of depths) {
    fallen += depth
    if (depth > wetting) kept += coefficient * (depth - wetting)
  }
  return fallen > 0 ? kept / fallen : 0
}
