import { hundredRule, intensityRule, roundOpening } from '../pipe/outletSchools'
import type { Scheme } from '../scheme'
import type { OutletDesign } from './designFlow'

/** Roof that each school lets one outlet drain, m². */
export type OutletSchools = Record<Scheme['outletSchool'], number>

/** Smallest round opening from the gutter's hole down its pipe, m: a wide mouth on a narrow throat is a narrow one. */
export const smallestBore = ({ outlet, drop }: Pick<OutletDesign, 'outlet' | 'drop'>): number =>
  Math.min(outlet.bore, drop.bore, ...drop.devices.flatMap((device) => (device.kind === 'adapter' ? [device.mouth, device.throat] : [])))

/**
 * What the schools let one outlet drain at a design intensity.
 *
 * The two rules go by the smallest opening on the way; the hydraulic one by what gutter, hole and pipe pass.
 *
 * @param intensity mm/h
 */
export function outletSchools(design: OutletDesign, intensity: number): OutletSchools {
  const opening = roundOpening(smallestBore(design))
  const { gutter, outlet, pipe } = design.limits
  return {
    hydraulic: (Math.min(gutter, outlet, pipe) * 3.6e6) / intensity,
    intensity: intensityRule(opening, intensity),
    hundred: hundredRule(opening),
  }
}
