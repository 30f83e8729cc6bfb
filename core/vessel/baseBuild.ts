import type { Base, Vessel } from '../scheme'
import { INCH } from '../units/constants'
import type { BasePart, Goods } from './basePart'
import { platform } from './timber'

/** Sod stripped, gravel put down and sand spread under a pad, m. Common practice. */
const SOD = 0.1
const GRAVEL = 0.1
const SAND = 0.025
/** A pad sticks out this far round what stands on it, m. */
export const ROUND = 0.1
/** Blocks laid flat with two heights, and the slabs over them, m. Common practice. */
const BLOCKS: Record<Goods, { long: number; wide: number; full: number; half: number; cap: number; caps: readonly number[] }> = {
  metric: { long: 0.44, wide: 0.215, full: 0.215, half: 0.1, cap: 0.05, caps: [0.45, 0.6] },
  // Told by their nominal inches, bed and all: 16 by 8 by 8, 4 and 2 in laid over them.
  imperial: { long: 16 * INCH, wide: 8 * INCH, full: 8 * INCH, half: 4 * INCH, cap: 2 * INCH, caps: [12 * INCH, 16 * INCH, 24 * INCH] },
}
/** More than this is not made up by a bed of mortar or shims but by another block, m. Common practice. */
export const PACKING_MOST = 0.03

type Plan = Pick<Base, 'width' | 'depth'>
type Part = Base['parts'][number]

/** What lies in the ground under a base, told by the measures of what stands on it. */
function groundwork({ width, depth }: Plan): BasePart[] {
  const area = (width + 2 * ROUND) * (depth + 2 * ROUND)
  const edge = 2 * (width + depth) + 8 * ROUND
  const below = true
  return [
    { item: 'sod', height: SOD, quantity: area, unit: 'area', below },
    { item: 'fabric', height: 0, quantity: area, unit: 'area', below },
    { item: 'kerb', height: SOD, quantity: edge, unit: 'length', below },
    { item: 'pins', height: 0, quantity: Math.ceil(edge / 0.6), unit: 'count', below },
    { item: 'gravel', height: GRAVEL, quantity: area * GRAVEL, unit: 'volume', below },
    { item: 'sand', height: SAND, quantity: area * SAND, unit: 'volume', below },
  ]
}

/** Columns of blocks under a base: one along either side of a small one, three along either side of a wide one. Common practice. */
const columnsUnder = ({ width, depth }: Plan): number => (Math.min(width, depth) > 0.8 ? 6 : 2)
/** Posts under the two bearers of a platform, none farther from the next than a metre. Common practice. */
const feetUnder = ({ width }: Plan): number => 2 * (Math.max(1, Math.ceil(width - 1e-9)) + 1)
/** Slabs laid over each other's edges look like a mistake: as few as will do, and no larger than they must be. */
function capsOver(plan: Plan, goods: Goods): { count: number; across: number } {
  const { caps } = BLOCKS[goods]
  // Under a wide one every column has a slab of its own.
  if (columnsUnder(plan) > 2) return { count: columnsUnder(plan), across: caps.find((across) => across >= BLOCKS[goods].long - 1e-3)! }
  const ways = caps.map((across) => ({
    // A slab may fall short of what stands on it by a finger.
    count: Math.max(1, Math.ceil(plan.width / across - SHORT) * Math.ceil(plan.depth / across - SHORT)),
    across,
  }))
  return ways.reduce((best, each) => (each.count < best.count ? each : best))
}
/** Share of a slab by which it may be too small before there have to be two. */
const SHORT = 0.06

export interface Courses {
  full: number
  half: number
  /** Slabs over the blocks. */
  cap: boolean
  /** What no course makes up, m: mortar or shims, as long as it is thin. */
  rest: number
}

/**
 * Courses of blocks and a slab that come nearest to a height from below.
 *
 * @param height m
 * Source: arithmetic over the sizes that are sold, which are common practice.
 */
export function coursesFor(height: number, goods: Goods): Courses {
  const { full, half, cap } = BLOCKS[goods]
  let best: Courses = { full: 0, half: 0, cap: false, rest: height }
  for (const capped of [true, false])
    for (let halves = 0; halves <= 2; halves++) {
      const left = height - (capped ? cap : 0) - halves * half
      if (left < -1e-9) continue
      const fulls = Math.floor(left / full + 1e-9)
      const rest = Math.max(0, left - fulls * full)
      if (rest < best.rest - 1e-6) best = { full: fulls, half: halves, cap: capped, rest }
    }
  return best
}

/** Heights that a part can be built to without making up, below and above the one asked for, m; the height itself where any will do. */
export function buildableNear(kind: Base['parts'][number]['kind'], height: number, goods: Goods): { below: number; above: number } {
  if (kind !== 'blocks') return { below: height, above: height }
  const below = height - coursesFor(height, goods).rest
  let above = height
  // Half a millimetre at a time: the next height is never further than a block.
  while (coursesFor(above, goods).rest > 6e-4 && above < height + 0.25) above += 0.0005
  return { below, above }
}

/** What one part of a base is made of; its layers add up to its height. */
function partBuild({ kind, height }: Part, own: Plan, under: Plan | null, goods: Goods): BasePart[] {
  switch (kind) {
    case 'gravel-pad':
      return under && height > 0 ? [{ item: 'gravel', height, quantity: under.width * under.depth * height, unit: 'volume' }] : []
    case 'slab':
      return under
        ? [
            { item: 'formwork', height: 0, quantity: 2 * (under.width + under.depth), unit: 'length' },
            { item: 'slabMesh', height: 0, quantity: under.width * under.depth, unit: 'area' },
            { item: 'slab', height, quantity: under.width * under.depth * height, unit: 'volume' },
          ]
        : []
    case 'blocks': {
      const columns = columnsUnder(own)
      const { full, half, cap, rest } = coursesFor(height, goods)
      const sizes = BLOCKS[goods]
      const over = capsOver(own, goods)
      const laid = (high: number) => [sizes.long, sizes.wide, high] as const
      return [
        ...(full > 0
          ? [
              {
                item: 'blocks' as const,
                height: full * sizes.full,
                quantity: columns * full,
                unit: 'count' as const,
                size: laid(sizes.full),
              },
            ]
          : []),
        ...(half > 0
          ? [
              {
                item: 'halfBlocks' as const,
                height: half * sizes.half,
                quantity: columns * half,
                unit: 'count' as const,
                size: laid(sizes.half),
              },
            ]
          : []),
        ...(cap
          ? [
              {
                item: 'cap' as const,
                height: sizes.cap,
                quantity: over.count,
                unit: 'count' as const,
                size: [over.across, over.across, sizes.cap] as const,
              },
            ]
          : []),
        ...(rest > 5e-4 ? [{ item: 'packing' as const, height: rest, quantity: columns, unit: 'count' as const }] : []),
      ]
    }
    // One deck under all that stand on one pad.
    case 'timber':
      return under ? platform(under, height, feetUnder(under), goods) : []
    case 'frame':
      return platform(own, height, feetUnder(own), goods)
    case 'stand':
      return [{ item: 'stand', height, quantity: 1, unit: 'count' }]
    // Somebody else's structure: nothing is bought for it.
    case 'deck':
      return []
  }
}

/** Parts that want firm ground made under them. */
const WANTS_PAD = new Set<Part['kind']>(['gravel-pad', 'slab', 'blocks', 'timber', 'frame'])

/** Whether the ground under a base is dug and filled: not under paving or a floor, nor for a stand or a deck. */
export const isDug = ({ parts, soil }: Pick<Base, 'parts' | 'soil'>): boolean =>
  soil !== 'paving' && parts[0] !== undefined && WANTS_PAD.has(parts[0].kind)

/**
 * How a base is built up, ground first, with what it takes. What is not dug in adds up to the height of its parts, but for a
 * deck, which is there already.
 *
 * @param under measures of what stands on the pad, m: its own, those of a pad that it shares, or null where that is another's
 * @param raised stands on another vessel: nothing is dug, and its platform is its own
 * Source: common practice, no published source.
 */
export function baseBuild(base: Base, under: Plan | null = base, goods: Goods = 'metric', raised = false): BasePart[] {
  const { parts } = base
  const dug = under && !raised && isDug(base) ? groundwork(under) : []
  // A slab is cast over the gravel, without edge and sand.
  const kept = parts[0]?.kind === 'slab' ? dug.filter(({ item }) => item === 'sod' || item === 'fabric' || item === 'gravel') : dug
  const built = parts.flatMap((part, i) => partBuild(part, base, i === 0 && !raised ? under : base, goods))
  const checked = parts.some(({ kind }) => kind === 'blocks')
  return [...kept, ...built, ...(checked ? [{ item: 'level' as const, height: 0, quantity: 2, unit: 'count' as const }] : [])]
}

/** kg/m³, hollow blocks by their outside; for a stand kg per metre of height. Common practice. */
const DENSITY = { concrete: 2300, block: 1400, gravel: 1600, timber: 500, stand: 12 }

function partMass({ kind, height }: Part, { width, depth }: Plan): number {
  const plan = width * depth
  const { long, wide, cap } = BLOCKS.metric
  switch (kind) {
    case 'slab':
      return plan * height * DENSITY.concrete
    case 'gravel-pad':
      return plan * height * DENSITY.gravel
    case 'blocks': {
      const over = Math.min(cap, height)
      return columnsUnder({ width, depth }) * long * wide * (height - over) * DENSITY.block + plan * over * DENSITY.concrete
    }
    case 'timber':
    case 'frame': {
      const wood = platform({ width, depth }, height, feetUnder({ width, depth }), 'metric')
      return wood.reduce((sum, { quantity, size }) => sum + (size ? quantity * size[0] * size[1] * size[2] : 0), 0) * DENSITY.timber
    }
    case 'stand':
      return DENSITY.stand * height
    case 'deck':
      return 0
  }
}

/** Mass of all that a base is built of above the ground, kg. Source: arithmetic; densities are common practice. */
export const baseMass = (base: Pick<Base, 'parts' | 'width' | 'depth'>): number =>
  base.parts.reduce((sum, part) => sum + partMass(part, base), 0)

/** A post of a platform stands on a paver of this side, m; a moulded stand rests on this share of its plan. Common practice. */
const PAVER = 0.3
const STAND_RIM = 0.35

/**
 * What of a base, or of the vessel where there is none, presses on the ground, m²: a slab and gravel whole, columns of blocks
 * by their own feet, posts by the paver under each.
 *
 * Source: geometry over sizes that are common practice.
 */
export function bearingArea({ base, body }: Pick<Vessel, 'base' | 'body'>): number {
  const plan = base.width * base.depth
  const boxed = body.kind === 'upright' && body.plan === 'box'
  const own = boxed ? body.width * body.depth : (Math.PI / 4) * body.width * body.depth
  const { long, wide } = BLOCKS.metric
  switch (base.parts[0]?.kind) {
    case undefined:
      return own
    case 'slab':
    case 'gravel-pad':
    case 'deck':
      return plan
    case 'blocks':
      return Math.min(plan, columnsUnder(base) * long * wide)
    case 'timber':
    case 'frame':
      return Math.min(plan, feetUnder(base) * PAVER ** 2)
    case 'stand':
      return plan * STAND_RIM
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
