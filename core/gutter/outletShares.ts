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
  ].filter((leg) => leg.to - leg.from > 1e-9)

function shareSegment(gutter: Gutter, from: number, to: number, outlets: readonly Outlet[]): OutletCatch[] {
  const level = gutter.fall === 0 || outlets.length === 1
  if (!level) {
    // Down a fall every hole takes what comes along first, and lets by only what it cannot swallow; the lowest takes the rest,
    // from both sides where it lies between two others.
    const lowest = outlets.reduce((low, outlet) => (outlet.height < low.height ? outlet : low))
    const at = outlets.indexOf(lowest)
    return outlets.map((outlet, i) => {
      const left = i === 0 ? from : i <= at ? outlets[i - 1]!.at : outlet.at
      const right = i === outlets.length - 1 ? to : i >= at ? outlets[i + 1]!.at : outlet.at
      const onward = i < at ? outlets[i + 1] : i > at ? outlets[i - 1] : undefined
      return { outlet, from: left, to: right, ...(onward ? { onward: onward.id } : {}) }
    })
  }
  return outlets.map((outlet, i) => {
    const left = i === 0 ? from : (outlets[i - 1]!.at + outlet.at) / 2
    const right = i === outlets.length - 1 ? to : (outlet.at + outlets[i + 1]!.at) / 2
    return { outlet, from: left, to: right }
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
 * How a gutter divides its roof between its outlets: at the high points, half-way between outlets of a level run, and on a fall
 * at every hole, which takes what comes down to it up to its own capacity.
 *
 * A stretch between high points without an outlet spills; nothing of it reaches any.
 *
 * @throws RangeError when an outlet lies beyond the gutter's end
 */
export function outletShares(gutter: Gutter): OutletCatch[] {
  const beyond = gutter.outlets.find(({ at }) => at > gutter.length)
  if (beyond) throw new RangeError(`outlet ${beyond.id} is at ${beyond.at} m on a gutter of ${gutter.length} m`)
  return stretches(gutter).flatMap(({ from, to, outlets }) => (outlets.length === 0 ? [] : shareSegment(gutter, from, to, outlets)))
}
