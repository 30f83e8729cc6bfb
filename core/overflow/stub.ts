import { bisect } from '../numeric/bisect'
import { nonNegative, positive } from '../numeric/guards'
import { GRAVITY, SHARP_EDGED_ORIFICE } from '../units/constants'

/** Depth, area and top width of water in a round pipe by the half-angle it wets, rad 0–π. */
function wetted(bore: number, halfAngle: number) {
  const radius = bore / 2
  return {
    depth: radius * (1 - Math.cos(halfAngle)),
    area: radius ** 2 * (halfAngle - Math.sin(halfAngle) * Math.cos(halfAngle)),
    top: 2 * radius * Math.sin(halfAngle),
  }
}

/**
 * Flow at critical depth in a round pipe, m³/s, when the head over its invert is `head`: as much as a part-full pipe takes in.
 *
 * @param bore m (> 0)
 * @param head m (≥ 0)
 * Source: critical flow in a circular section, any hydraulics text.
 */
export function criticalFlow(bore: number, head: number): number {
  const energy = (halfAngle: number) => {
    const { depth, area, top } = wetted(bore, halfAngle)
    return depth + (top > 0 ? area / (2 * top) : 0)
  }
  const halfAngle = bisect((angle) => energy(angle) - head, 0, Math.PI - 1e-6, 1e-10)
  const { area, top } = wetted(bore, halfAngle)
  return area * Math.sqrt((GRAVITY * area) / top)
}

/**
 * Flow through a full-bore hole with water standing `head` over its centre: `Cd·a·√(2gh)`.
 *
 * @returns m³/s. Source: orifice equation; `overflow-orifice`.
 */
export function orificeFlow(bore: number, head: number): number {
  positive('bore', bore)
  nonNegative('head', head)
  return SHARP_EDGED_ORIFICE * (Math.PI / 4) * bore ** 2 * Math.sqrt(2 * GRAVITY * head)
}

/**
 * Flow out of a horizontal overflow stub that runs free.
 *
 * Critical flow in the round section while it runs part full; from one bore of head on, whichever of that and the
 * full-bore orifice is smaller.
 *
 * @param bore m
 * @param head water over the stub's *invert*, m
 * @returns m³/s
 * Source: critical flow in a circular section, orifice Cd 0.6; `overflow-stub`.
 */
export function stubFlow(bore: number, head: number): number {
  positive('bore', bore)
  nonNegative('head', head)
  if (head === 0) return 0
  if (head < bore) return criticalFlow(bore, head)
  // Well covered the hole is the smaller by far.
  if (head > 2 * bore) return orificeFlow(bore, head - bore / 2)
  return Math.min(criticalFlow(bore, head), orificeFlow(bore, head - bore / 2))
}

/** Head over the stub's invert at which it passes a flow, m. */
export function stubHead(bore: number, flow: number): number {
  nonNegative('flow', flow)
  if (flow === 0) return 0
  let high = bore
  while (stubFlow(bore, high) < flow) high *= 2
  return bisect((head) => stubFlow(bore, head) - flow, 0, high, 1e-7)
}
