import { within } from '../numeric/guards'
import type { RoofSection } from '../scheme'

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

/** Area inside corners given in order, m² (shoelace; crossing sides cancel, as they would on the ground). */
function polygonArea(corners: readonly { x: number; y: number }[]): number {
  const twice = corners.reduce((sum, a, i) => {
    const b = corners[(i + 1) % corners.length]!
    return sum + a.x * b.y - b.x * a.y
  }, 0)
  return Math.abs(twice) / 2
}

function measuredArea({ outline }: Pick<RoofSection, 'outline'>): number {
  if (outline.kind === 'rectangle') return outline.along * outline.across
  return outline.kind === 'polygon' ? polygonArea(outline.corners) : outline.area
}

/** Plan area of a section, m², whichever way it was measured. */
export function planArea(section: Pick<RoofSection, 'outline' | 'measured' | 'pitch'>): number {
  const area = measuredArea(section)
  return section.measured === 'slope' ? planFromSlope(area, section.pitch) : area
}

/** Horizontal run from eave to ridge, m, for the drawing and for wind-driven rain. */
export function planRun(section: Pick<RoofSection, 'outline' | 'measured' | 'pitch'>): number {
  const { outline } = section
  if (outline.kind === 'rectangle') return section.measured === 'slope' ? planFromSlope(outline.across, section.pitch) : outline.across
  if (outline.kind === 'area') return planArea(section) / outline.along
  const ys = outline.corners.map(({ y }) => y)
  return Math.max(...ys) - Math.min(...ys)
}
