import type { RoofSection } from '../scheme'

/** A point on plan, m. */
export interface Point {
  x: number
  y: number
}

type Measures = Pick<RoofSection, 'outline' | 'measured' | 'pitch'>

const cosine = (degrees: number) => Math.cos((degrees * Math.PI) / 180)
const sine = (degrees: number) => Math.sin((degrees * Math.PI) / 180)

/** Twice the signed area inside corners in order: positive when they run anticlockwise. */
export const twiceArea = (corners: readonly Point[]): number =>
  corners.reduce((sum, a, i) => {
    const b = corners[(i + 1) % corners.length]!
    return sum + a.x * b.y - b.x * a.y
  }, 0)

/** Area inside corners given in order, m² (shoelace). */
export const insideArea = (corners: readonly Point[]): number => Math.abs(twiceArea(corners)) / 2

/**
 * A section on plan with its eave on the x axis from 0 and the roof above it, m. The first side of a polygon is its eave.
 * What was measured up the slope is brought down to its shadow: only the way up from the eave is shortened.
 */
export function sectionPlan({ outline, measured, pitch }: Measures): Point[] {
  const shadow = measured === 'slope' ? cosine(pitch) : 1
  if (outline.kind !== 'polygon') {
    const run = (outline.kind === 'rectangle' ? outline.across : outline.area / outline.along) * shadow
    return [
      { x: 0, y: 0 },
      { x: outline.along, y: 0 },
      { x: outline.along, y: run },
      { x: 0, y: run },
    ]
  }
  const [first, second] = outline.corners
  const length = Math.hypot(second!.x - first!.x, second!.y - first!.y)
  const along = { x: (second!.x - first!.x) / length, y: (second!.y - first!.y) / length }
  // Corners given the other way round are seen in a mirror, so that the roof lies above its eave either way.
  const side = twiceArea(outline.corners) >= 0 ? 1 : -1
  return outline.corners.map((corner) => {
    const x = corner.x - first!.x
    const y = corner.y - first!.y
    return { x: x * along.x + y * along.y, y: side * (y * along.x - x * along.y) * shadow }
  })
}

/** Length of the eave that a section sheds over, m. */
export function eaveLength({ outline }: Pick<RoofSection, 'outline'>): number {
  if (outline.kind !== 'polygon') return outline.along
  const [first, second] = outline.corners
  return Math.hypot(second!.x - first!.x, second!.y - first!.y)
}

/** The part of a polygon on one side of a line square to the eave. Source: Sutherland & Hodgman 1974. */
function clip(corners: readonly Point[], at: number, keep: 'right' | 'left'): Point[] {
  const inside = ({ x }: Point) => (keep === 'right' ? x >= at : x <= at)
  return corners.flatMap((a, i) => {
    const b = corners[(i + 1) % corners.length]!
    const kept = inside(a) ? [a] : []
    if (inside(a) === inside(b)) return kept
    const part = (at - a.x) / (b.x - a.x)
    return [...kept, { x: at, y: a.y + part * (b.y - a.y) }]
  })
}

/**
 * The strip of a section between two lines square to its eave: what sheds over that stretch of the gutter, since water
 * runs straight down the slope. Roof that overhangs its eave's ends belongs to the end it overhangs.
 *
 * @param from m along the eave
 * @param to m along the eave
 */
export function strip(section: Measures, from: number, to: number): Point[] {
  const corners = sectionPlan(section)
  const length = eaveLength(section)
  const tiny = 1e-9 * length
  if (to - from <= tiny) return []
  const right = from <= tiny ? corners : clip(corners, from, 'right')
  return to >= length - tiny ? right : clip(right, to, 'left')
}

/** Corners of a section where it lies on the whole roof's plan. */
export function placed(corners: readonly Point[], { x, y, turn }: NonNullable<RoofSection['place']>): Point[] {
  return corners.map((corner) => ({
    x: x + corner.x * cosine(turn) - corner.y * sine(turn),
    y: y + corner.x * sine(turn) + corner.y * cosine(turn),
  }))
}

/** Whether two sides of an outline cross: then it encloses no roof. */
export function crossesItself(corners: readonly Point[]): boolean {
  const n = corners.length
  const turn = (a: Point, b: Point, c: Point) => Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x))
  for (let i = 0; i < n; i++) {
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue
      const [a, b, c, d] = [corners[i]!, corners[(i + 1) % n]!, corners[j]!, corners[(j + 1) % n]!]
      if (turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0) return true
    }
  }
  return false
}
