import { isOver, isUnder } from '../numeric/tolerance'
import type { Gutter, Outlet } from '../scheme'

/** What reaches one outlet: the stretch of gutter that runs to it, from stop end, high point or half-way line to another, m. */
export interface OutletCatch {
  outlet: Outlet
  from: number
  to: number
  /** The next outlet down the fall, which gets what this one's hole cannot take; none where it is the lowest, or on a level run. */
  onward?: string
}

/** The stretch on an outlet's left and the one on its right, m from the gutter's left end; one of no length is left out. */
export const legsOf = ({ outlet: { at }, from, to }: OutletCatch): { from: number; to: number }[] =>
  [
    { from, to: at },
    { from: at, to },
  ].filter((leg) => isOver(leg.to, leg.from))

/**
 * Height of a gutter's bottom in one stretch, m above the paving: it rises by the fall from an outlet to both sides, as far as that
 * keeps it under the rise from another. An outlet that was told higher lies on it all the same.
 *
 * @param outlets those of the stretch, at least one
 * @param at m from the gutter's left end
 */
export const bottomAt = ({ fall }: Pick<Gutter, 'fall'>, outlets: readonly Outlet[], at: number): number =>
  Math.min(...outlets.map((outlet) => outlet.height + fall * Math.abs(at - outlet.at)))

/**
 * Where the water divides between two neighbouring outlets, m from the gutter's left end: where the rises from both meet, which on a
 * level run is half-way. Where one of them lies on the rise from the other, all falls to that, and what its hole lets by too: `to`
 * names which.
 */
function divideBetween(gutter: Gutter, outlets: readonly Outlet[], left: Outlet, right: Outlet): { at: number; to?: 'left' | 'right' } {
  const { fall } = gutter
  const apart = right.at - left.at
  const higher = fall === 0 ? 0 : bottomAt(gutter, outlets, right.at) - bottomAt(gutter, outlets, left.at)
  if (isOver(higher, 0) && !isUnder(higher, apart * fall)) return { at: right.at, to: 'left' }
  if (isUnder(higher, 0) && !isUnder(-higher, apart * fall)) return { at: left.at, to: 'right' }
  return { at: left.at + (apart + (fall === 0 ? 0 : higher / fall)) / 2 }
}

/** How the outlets of one stretch share it: every hole takes what comes down to it, and lets by only what it cannot swallow. */
function shareStretch(gutter: Gutter, from: number, to: number, outlets: readonly Outlet[]): OutletCatch[] {
  const divides = outlets.slice(1).map((outlet, i) => divideBetween(gutter, outlets, outlets[i]!, outlet))
  return outlets.map((outlet, i) => {
    const [left, right] = [divides[i - 1], divides[i]]
    const onward = right?.to === 'right' ? outlets[i + 1] : left?.to === 'left' ? outlets[i - 1] : undefined
    return { outlet, from: left?.at ?? from, to: right?.at ?? to, ...(onward ? { onward: onward.id } : {}) }
  })
}

/** Stretches of a gutter between its stop ends and high points, each with the outlets in it, m from the left end. */
export function stretches(gutter: Gutter): { from: number; to: number; outlets: Outlet[] }[] {
  const divides = [0, ...gutter.highPoints.filter((at) => at > 0 && at < gutter.length).toSorted((a, b) => a - b), gutter.length]
  const outlets = gutter.outlets.toSorted((a, b) => a.at - b.at)
  return divides.slice(1).map((to, i) => {
    const from = divides[i]!
    const last = i === divides.length - 2
    return { from, to, outlets: outlets.filter(({ at }) => at >= from && (last ? at <= to : at < to)) }
  })
}

/**
 * How a gutter divides its roof between its outlets: at the high points, where the rises from two outlets meet (half-way
 * on a level run, or where they are of one height), and on a fall at every hole, which takes what comes down to it up to its own
 * capacity.
 *
 * A stretch between high points without an outlet spills; nothing of it reaches any.
 *
 * @throws RangeError when an outlet lies beyond the gutter's end
 */
export function outletShares(gutter: Gutter): OutletCatch[] {
  const beyond = gutter.outlets.find(({ at }) => at > gutter.length)
  if (beyond) throw new RangeError(`outlet ${beyond.id} is at ${beyond.at} m on a gutter of ${gutter.length} m`)
  return stretches(gutter).flatMap(({ from, to, outlets }) => (outlets.length === 0 ? [] : shareStretch(gutter, from, to, outlets)))
}
