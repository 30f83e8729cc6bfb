import { within } from '../numeric/guards'
import type { RoofSection } from '../scheme'
import { insideArea, sectionPlan } from './sectionPlan'

/**
 * Plan area of an area measured up the slope.
 *
 * Rain falls straight on average, so the catch is the shadow: `plan = slope · cos(pitch)`.
 *
 * @param slopeArea m² on the slope
 * @param pitch degrees from level, 0–75
 * @returns m²
 * Source: geometry; `slope-error` in the check values.
 */
export function planFromSlope(slopeArea: number, pitch: number): number {
  within('pitch', pitch, 0, 75)
  return slopeArea * Math.cos((pitch * Math.PI) / 180)
}

/** Plan area of a section, m², whichever way it was measured. */
export const planArea = (section: Pick<RoofSection, 'outline' | 'measured' | 'pitch'>): number => insideArea(sectionPlan(section))

/** Horizontal run from eave to ridge, m, for the drawing and for wind-driven rain. */
export const planRun = (section: Pick<RoofSection, 'outline' | 'measured' | 'pitch'>): number =>
  Math.max(...sectionPlan(section).map(({ y }) => y))

/**
 * Area that driving rain meets: the plan and half of the ridge's rise over the eave, `L·(B + H/2)`. For capacities only.
 * Source: EN 12056-3:2000, from memory.
 */
export function windArea(section: Pick<RoofSection, 'outline' | 'measured' | 'pitch'>): number {
  return planArea(section) * (1 + Math.tan((section.pitch * Math.PI) / 180) / 2)
}
