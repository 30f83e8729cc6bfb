import type { Base, Store } from '../scheme'
import { INCH } from '../units/constants'
import type { BasePart, Goods } from './basePart'

/** Timber as it is sold: across and thick, m. Told by its nominal inches where it is sold by them. */
export interface Section {
  wide: number
  thick: number
}

/** Posts, joists and boards of a country. Common practice. */
export const TIMBER: Readonly<Record<Goods, { post: Section; joist: Section; board: Section }>> = {
  metric: { post: { wide: 0.1, thick: 0.1 }, joist: { wide: 0.1, thick: 0.047 }, board: { wide: 0.145, thick: 0.028 } },
  imperial: {
    post: { wide: 3.5 * INCH, thick: 3.5 * INCH },
    joist: { wide: 3.5 * INCH, thick: 1.5 * INCH },
    board: { wide: 5.5 * INCH, thick: INCH },
  },
}
/** Joists lie no farther apart than this, and boards with this gap, m. Common practice. */
const JOISTS = 0.4
const GAP = 0.006
/** A platform lower than this stands stiff without braces, m. Common practice. */
const BRACED = 0.45
/** Screws to a board over a joist, to a joist's end, to a brace; bolts to a post. Common practice. */
const SCREWS = { board: 2, joist: 3, brace: 4 }
const BOLTS = 2

type Plan = Pick<Base, 'width' | 'depth'>

const pieces = (item: BasePart['item'], quantity: number, { wide, thick }: Section, long: number, height = 0): BasePart => ({
  item,
  height,
  quantity,
  unit: 'count',
  size: [wide, thick, long],
})
const count = (item: BasePart['item'], quantity: number): BasePart => ({ item, height: 0, quantity, unit: 'count' })

const jointsOf = ({ width }: Plan) => Math.max(2, Math.ceil(width / JOISTS - 1e-9) + 1)

/** A deck of joists between two bearers, boarded: without its height. */
function deck(plan: Plan, goods: Goods): { bearers: BasePart; joists: BasePart; boards: BasePart; screws: number } {
  const { joist, board } = TIMBER[goods]
  const across = jointsOf(plan)
  const boards = Math.ceil((plan.depth + GAP) / (board.wide + GAP) - 1e-9)
  return {
    bearers: pieces('bearers', 2, joist, plan.width),
    // Between the two bearers.
    joists: pieces('joists', across, joist, Math.max(0.05, plan.depth - 2 * joist.thick)),
    boards: pieces('boards', boards, board, plan.width),
    screws: boards * (across + 2) * SCREWS.board + across * 2 * SCREWS.joist,
  }
}

/**
 * What a timber platform is made of, ground up; what has a height adds up to the platform's.
 *
 * @param height to the top of the boards, m
 * @param feet posts under it
 * Source: common practice, no published source.
 */
export function platform(plan: Plan, height: number, feet: number, goods: Goods): BasePart[] {
  const { post, joist, board } = TIMBER[goods]
  const boardsThick = Math.min(board.thick, height)
  const joistsHigh = Math.min(joist.wide, Math.max(0, height - board.thick))
  const posts = Math.max(0, height - boardsThick - joistsHigh)
  const { bearers, joists, boards, screws } = deck(plan, goods)
  const high = posts > 5e-4
  const braces = posts > BRACED ? 4 : 0
  const brace = Math.SQRT2 * Math.min(plan.width, posts)
  return [
    ...(high ? [count('postFeet', feet), pieces('posts', feet, post, posts, posts), count('bolts', feet * BOLTS)] : []),
    ...(braces > 0 ? [pieces('braces', braces, joist, brace)] : []),
    { ...bearers, height: joistsHigh },
    joists,
    { ...boards, height: boardsThick },
    count('timberScrews', screws + braces * SCREWS.brace),
  ]
}

/**
 * What a tower's frame is made of beside the decks that its vessels stand on: four posts over all its tiers, bearers and a deck
 * on every tier above the lowest, braces on all four sides, anchors.
 *
 * Drawn up so that its measures close; what it has to be is for whoever designs it.
 *
 * @param base what its lowest vessel stands on, which is decked by itself, m
 */
export function towerFrame(frame: NonNullable<Store['frame']>, base: number, goods: Goods): BasePart[] {
  const { post, joist } = TIMBER[goods]
  const tiers = Math.round(frame.tiers)
  const { bearers, joists, boards, screws } = deck(frame, goods)
  const above = Math.max(0, tiers - 1)
  const braces = 4 * tiers
  const brace = Math.hypot(Math.min(frame.width, frame.depth), frame.clearHeight)
  const times = (part: BasePart): BasePart => ({ ...part, quantity: part.quantity * above })
  const some = above > 0 ? [times(bearers), times(joists), times(boards)] : []
  return [
    count('postFeet', 4),
    pieces('posts', 4, post, base + tiers * frame.clearHeight),
    ...some,
    pieces('braces', braces, joist, brace),
    count('bolts', 4 * BOLTS * tiers),
    count('timberScrews', screws * above + braces * SCREWS.brace),
    ...(frame.anchored ? [count('anchors', 4)] : []),
  ]
}
