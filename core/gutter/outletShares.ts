import type { Gutter, Outlet } from '../scheme'

/** What reaches one outlet: its share of the gutter's roof and the longest leg that feeds it, m. */
export interface OutletCatch {
  outlet: Outlet
  share: number
  leg: number
}

function shareSegment(gutter: Gutter, from: number, to: number, outlets: readonly Outlet[]): OutletCatch[] {
  const span = to - from
  const level = gutter.fall === 0 || outlets.length === 1
  if (!level) {
    // On a fall the lowest hole gets all that the others let by; until those are capped in the storm trial, the
    // highest takes first, so its capacity decides. The daily account gives the water to the lowest.
    const lowest = outlets.reduce((low, outlet) => (outlet.height < low.height ? outlet : low))
    return outlets.map((outlet) => ({
      outlet,
      share: outlet === lowest ? span / gutter.length : 0,
      leg: Math.max(outlet.at - from, to - outlet.at),
    }))
  }
  return outlets.map((outlet, i) => {
    const left = i === 0 ? from : (outlets[i - 1]!.at + outlet.at) / 2
    const right = i === outlets.length - 1 ? to : (outlet.at + outlets[i + 1]!.at) / 2
    return { outlet, share: (right - left) / gutter.length, leg: Math.max(outlet.at - left, right - outlet.at) }
  })
}

/**
 * How a gutter divides its roof between its outlets: at the high points, and half-way between outlets of a level run.
 *
 * A stretch between high points without an outlet spills; its share is missing from the sum.
 *
 * @throws RangeError when an outlet lies beyond the gutter's end
 */
export function outletShares(gutter: Gutter): OutletCatch[] {
  const beyond = gutter.outlets.find(({ at }) => at > gutter.length)
  if (beyond) throw new RangeError(`outlet ${beyond.id} is at ${beyond.at} m on a gutter of ${gutter.length} m`)
  const divides = [0, ...gutter.highPoints.filter((at) => at > 0 && at < gutter.length).toSorted((a, b) => a - b), gutter.length]
  const outlets = gutter.outlets.toSorted((a, b) => a.at - b.at)
  return divides.slice(1).flatMap((to, i) => {
    const from = divides[i]!
    const last = i === divides.length - 2
    const inside = outlets.filter(({ at }) => at >= from && (last ? at <= to : at < to))
    return inside.length === 0 ? [] : shareSegment(gutter, from, to, inside)
  })
}
