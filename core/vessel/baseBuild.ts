import type { Vessel } from '../scheme'

/** One layer or part of a base, from the ground up. */
export interface BasePart {
  /** Message id under `base.`. */
  item: 'sod' | 'fabric' | 'gravel' | 'sand' | 'slab' | 'blocks' | 'kerb' | 'pins' | 'posts' | 'beams' | 'boards' | 'stand' | 'level'
  /** How thick or high it is drawn, m; 0 for what has no thickness. */
  height: number
  /** m² of fabric or sod, m³ of gravel, sand or concrete, pieces of all else. */
  quantity: number
  unit: 'area' | 'volume' | 'count' | 'length'
}

/** Sod stripped, gravel put down and sand spread under a pad, m. Common practice. */
const SOD = 0.1
const GRAVEL = 0.1
const SAND = 0.025
const SLAB = 0.05
const BLOCK = { long: 0.4, wide: 0.2, high: 0.2 }
/** A pad sticks out this far round what stands on it, m. */
export const ROUND = 0.1
const POST = 0.1

type Plan = Pick<Vessel['base'], 'width' | 'depth'>

/** What lies in the ground under a base of a kind, told by the measures of what stands on it. */
function groundwork({ width, depth }: Plan): BasePart[] {
  const area = (width + 2 * ROUND) * (depth + 2 * ROUND)
  const edge = 2 * (width + depth) + 8 * ROUND
  return [
    { item: 'sod', height: SOD, quantity: area, unit: 'area' },
    { item: 'fabric', height: 0, quantity: area, unit: 'area' },
    { item: 'kerb', height: SOD, quantity: edge, unit: 'length' },
    { item: 'pins', height: 0, quantity: Math.ceil(edge / 0.6), unit: 'count' },
    { item: 'gravel', height: GRAVEL, quantity: area * GRAVEL, unit: 'volume' },
    { item: 'sand', height: SAND, quantity: area * SAND, unit: 'volume' },
  ]
}

/**
 * How a base of its kind is built up, ground first, with what it takes. Measures are the base's own; the layers are what is
 * usual for it.
 *
 * @param under measures of what stands on the pad, m: its own, those of a pad that it shares, or null where that is another's
 * Source: common practice, no published source.
 */
export function baseBuild({ kind, width, depth, height }: Vessel['base'], under: Plan | null = { width, depth }): BasePart[] {
  const pad = under ? groundwork(under) : []
  const courses = Math.max(1, Math.round((height - SLAB) / BLOCK.high))
  switch (kind) {
    case 'gravel-pad':
      return pad
    case 'slab': {
      if (!under) return []
      const volume = under.width * under.depth * Math.max(height, SLAB)
      // Cast over the gravel, without edge and sand.
      return [
        ...pad.filter(({ item }) => item === 'sod' || item === 'fabric' || item === 'gravel'),
        { item: 'slab', height, quantity: volume, unit: 'volume' },
      ]
    }
    case 'blocks': {
      // One column under every corner of a small vessel; a wide one wants one in the middle of each side as well.
      const columns = Math.min(width, depth) > 0.8 ? 6 : 4
      return [
        ...pad,
        { item: 'blocks', height: courses * BLOCK.high, quantity: columns * courses, unit: 'count' },
        { item: 'slab', height: SLAB, quantity: Math.max(1, Math.ceil(width / 0.4) * Math.ceil(depth / 0.4)), unit: 'count' },
        { item: 'level', height: 0, quantity: 2, unit: 'count' },
      ]
    }
    case 'timber':
    case 'frame':
      return [
        ...pad,
        { item: 'posts', height: Math.max(0, height - POST), quantity: width > 1 ? 6 : 4, unit: 'count' },
        { item: 'beams', height: POST, quantity: 2 * (width + depth), unit: 'length' },
        { item: 'boards', height: 0.028, quantity: Math.ceil(depth / 0.15), unit: 'count' },
      ]
    case 'stand':
      return [{ item: 'stand', height, quantity: 1, unit: 'count' }]
    default:
      return []
  }
}

/** Outside area to be painted or clad against light, m²: sides and top. */
export function clothedArea({ body }: Pick<Vessel, 'body'>): number {
  const boxed = body.kind === 'upright' && body.plan === 'box'
  const round = boxed ? 2 * (body.width + body.depth) : Math.PI * body.width
  return round * body.height + (boxed ? body.width * body.depth : (Math.PI / 4) * body.width ** 2)
}

/** Water left out of a vessel that stands through frost, so that ice has where to go: it grows by 9 %. */
export const frostHeadspace = (volume: number): number => volume * (1 - 1 / 1.09)
