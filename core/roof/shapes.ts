import { problem, ProblemError } from '../problems'
import { positive } from '../numeric/guards'
import type { RoofSection, RoofShape } from '../scheme'
import type { Point } from './sectionPlan'

/** A roof as people would tell it: its shape and the rectangle it stands on. */
export interface RoofMeasures {
  shape: Exclude<RoofShape, 'free'> | 'l-shaped'
  /** Along the eave (the long side of a hip roof; the first leg of an L), m. */
  length: number
  /** From eave to eave, or from eave to the high side, m. */
  width: number
  /** The second leg's eave of an L, m. */
  leg: number
}

/** One sloping side: its outline with the eave as first side, and where the eave's left end lies. */
export interface RoofSide {
  side: 'only' | 'front' | 'back' | 'right' | 'left' | 'first' | 'second'
  outline: RoofSection['outline']
  place: NonNullable<RoofSection['place']>
}

const polygon = (...corners: [number, number][]): RoofSection['outline'] => ({
  kind: 'polygon',
  corners: corners.map(([x, y]): Point => ({ x, y })),
})
const rectangle = (along: number, across: number): RoofSection['outline'] => ({ kind: 'rectangle', along, across })

/**
 * The sides of a roof, each shedding over its own eave, m on plan.
 *
 * A ridge splits gable and tunnel down the middle; a hip roof of one pitch has mitres at 45°; an L of lean-tos round a yard
 * meets in a valley at the inside corner.
 *
 * @throws RangeError on a length that is not above nothing; ProblemError on a hip roof longer across than along
 */
export function roofSides({ shape, length, width, leg }: RoofMeasures): RoofSide[] {
  positive('length', length)
  positive('width', width)
  const front = { x: 0, y: 0, turn: 0 }
  const back = { x: length, y: width, turn: 180 }
  const half = width / 2
  switch (shape) {
    case 'single-slope':
    case 'lean-to':
    case 'flat':
      return [{ side: 'only', outline: rectangle(length, width), place: front }]
    case 'gable':
    case 'tunnel':
      return [
        { side: 'front', outline: rectangle(length, half), place: front },
        { side: 'back', outline: rectangle(length, half), place: back },
      ]
    case 'hip': {
      if (width > length)
        throw new ProblemError(problem('hipTooWide', { length: { kind: 'span', value: length }, found: { kind: 'span', value: width } }))
      const long = polygon([0, 0], [length, 0], [length - half, half], [half, half])
      const short = polygon([0, 0], [width, 0], [half, half])
      return [
        { side: 'front', outline: length > width ? long : short, place: front },
        { side: 'right', outline: short, place: { x: length, y: 0, turn: 90 } },
        { side: 'back', outline: length > width ? long : short, place: back },
        { side: 'left', outline: short, place: { x: 0, y: width, turn: 270 } },
      ]
    }
    case 'l-shaped':
      positive('leg', leg)
      return [
        { side: 'first', outline: polygon([0, 0], [length, 0], [length + width, width], [0, width]), place: front },
        { side: 'second', outline: polygon([0, 0], [leg, 0], [leg, width], [-width, width]), place: { x: length, y: 0, turn: -90 } },
      ]
  }
}

/** A side of an outline and the corner at its end. */
export interface OutlineSide {
  /** m. */
  length: number
  /** Degrees turned at its end, left positive. */
  turn: number
}

/** How far an outline may miss its start and still be closed by its last corner, as a share of its way round. */
const CLOSES_WITHIN = 0.02

/**
 * Corners of an outline walked side by side, the first side along the eave with the roof to the left.
 *
 * @returns the corners, and by how much the walk missed its start, m
 * @throws ProblemError under three sides, on a side that is not above nothing, or when the walk does not close
 */
export function outlineFromSides(sides: readonly OutlineSide[]): { corners: Point[]; gap: number } {
  if (sides.length < 3) throw new ProblemError(problem('fewSides', { found: sides.length }))
  const corners: Point[] = []
  let at: Point = { x: 0, y: 0 }
  let heading = 0
  for (const { length, turn } of sides) {
    if (!(length > 0 && Number.isFinite(length)))
      throw new ProblemError(problem('sideNoLength', { found: { kind: 'span', value: length } }))
    corners.push(at)
    const angle = (heading * Math.PI) / 180
    at = { x: at.x + length * Math.cos(angle), y: at.y + length * Math.sin(angle) }
    heading += turn
  }
  const round = sides.reduce((sum, { length }) => sum + length, 0)
  const gap = Math.hypot(at.x, at.y)
  if (gap > CLOSES_WITHIN * round) throw new ProblemError(problem('sidesDoNotClose', { gap: { kind: 'length', value: gap } }))
  return { corners, gap }
}
