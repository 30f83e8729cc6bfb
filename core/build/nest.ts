import { nonNegative, positive } from '../numeric/guards'

/** One bought length and the pieces that come out of it, by their place in the list, longest first. */
export interface Bar {
  pieces: number[]
  /** Left over after the last cut, m. */
  rest: number
}

export interface CuttingPlan {
  bars: Bar[]
  /** No plan can do with fewer lengths. */
  bound: number
  /** Whether this plan is known to be the best: it meets the bound, or everything was tried. */
  proven: boolean
  /** Pieces longer than a bought length, by their place in the list. */
  tooLong: number[]
}

/** Branches tried before the best so far is taken. */
const MOST_TRIED = 60_000
const EPS = 1e-9

/**
 * Fewest lengths that pieces can come out of, from below.
 *
 * Martello and Toth's bound: for any threshold, pieces longer than the rest of it each want a length of their own, and the
 * middling ones fill what those leave. The plain quotient of all lengths is its case with a threshold of nothing.
 *
 * Source: Martello & Toth, Knapsack Problems (1990), L2, from memory.
 */
export function barsBound(sizes: readonly number[], room: number): number {
  let best = sizes.length > 0 ? Math.ceil(sizes.reduce((sum, each) => sum + each, 0) / room - EPS) : 0
  for (const threshold of [0, ...sizes.filter((each) => each <= room / 2 + EPS)]) {
    const large = sizes.filter((each) => each > room - threshold + EPS)
    const middle = sizes.filter((each) => each <= room - threshold + EPS && each > room / 2 + EPS)
    const small = sizes.filter((each) => each <= room / 2 + EPS && each >= threshold - EPS)
    const left = middle.length * room - middle.reduce((sum, each) => sum + each, 0)
    const over = small.reduce((sum, each) => sum + each, 0) - left
    best = Math.max(best, large.length + middle.length + Math.max(0, Math.ceil(over / room - EPS)))
  }
  return best
}

/**
 * Nests pieces into bought lengths with the least number of lengths.
 *
 * Every piece but the last of a length costs a saw cut, so a piece of `length + kerf` has to fit into `stock + kerf`. First
 * fit by falling length gives a plan; a depth-first search then looks for a better one until the bound is met, everything is
 * tried or the search is long enough.
 *
 * @param lengths of the pieces, m
 * @param stock length sold, m (> 0)
 * @param kerf width of a cut, m (≥ 0)
 */
export function nestCuts(lengths: readonly number[], stock: number, kerf: number): CuttingPlan {
  positive('stock', stock)
  nonNegative('kerf', kerf)
  for (const length of lengths) positive('length', length)
  const room = stock + kerf
  const tooLong = lengths.flatMap((length, i) => (length > stock + EPS ? [i] : []))
  const order = lengths
    .map((length, i) => ({ i, size: length + kerf }))
    .filter(({ i }) => !tooLong.includes(i))
    .toSorted((a, b) => b.size - a.size || a.i - b.i)
  const bound = barsBound(
    order.map(({ size }) => size),
    room,
  )
  const fill: number[] = []
  const home = new Array<number>(order.length).fill(-1)
  order.forEach(({ size }, n) => {
    let at = fill.findIndex((used) => used + size <= room + EPS)
    if (at < 0) at = fill.push(0) - 1
    fill[at]! += size
    home[n] = at
  })
  let best = { count: fill.length, home: [...home] }
  let tried = 0
  let whole = true
  const place = (n: number, used: number[], homes: number[]): void => {
    if (best.count === bound || used.length >= best.count) return
    if (++tried > MOST_TRIED) {
      whole = false
      return
    }
    if (n === order.length) {
      best = { count: used.length, home: [...homes] }
      return
    }
    const { size } = order[n]!
    const seen = new Set<number>()
    for (let at = 0; at <= used.length; at++) {
      const filled = used[at] ?? 0
      const key = Math.round(filled * 1e7)
      // Two lengths used alike are the same choice.
      if (filled + size > room + EPS || seen.has(key)) continue
      seen.add(key)
      const next = at === used.length ? [...used, size] : used.map((each, i) => (i === at ? each + size : each))
      homes[n] = at
      place(n + 1, next, homes)
    }
  }
  place(0, [], [...home])
  const bars: Bar[] = Array.from({ length: best.count }, (_, at) => {
    const pieces = order.filter((_each, n) => best.home[n] === at)
    return { pieces: pieces.map(({ i }) => i), rest: Math.max(0, room - pieces.reduce((sum, { size }) => sum + size, 0)) }
  }).toSorted((a, b) => a.rest - b.rest)
  return { bars, bound, proven: best.count === bound || whole, tooLong }
}
