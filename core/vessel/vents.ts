import { nonNegative } from '../numeric/guards'
import type { Vessel } from '../scheme'

/** A plastic vessel should not feel more than this, Pa. Common practice. */
export const VENT_PRESSURE = 200
const AIR_DENSITY = 1.2
const COEFFICIENT = 0.6
/** Open share of a mesh, and what dirt leaves of it. Common practice. */
export const MESH_SHARE = 0.5
const DIRT_SHARE = 0.5

/** Clear area of a hole for air, m²: less its mesh and the dirt on it where it is screened. */
export const airArea = (bore: number, screened: boolean): number => (Math.PI / 4) * bore ** 2 * (screened ? MESH_SHARE * DIRT_SHARE : 1)

/** Air pressure that a flow of air needs through a clear area, Pa: `½·ρ·(Q/(Cd·A))²`. Source: orifice equation for air. */
export function ventPressure(flow: number, area: number): number {
  if (flow <= 0 || area === Infinity) return 0
  return area === 0 ? Infinity : (AIR_DENSITY / 2) * (flow / (COEFFICIENT * area)) ** 2
}

/**
 * Hole that lets air by as fast as water comes or goes: `A = Q/(Cd·√(2Δp/ρ))`, widened for its mesh and for dirt.
 *
 * @param flow fastest way in or out, m³/s (≥ 0)
 * @param screened whether a mesh is over it
 * @returns diameter, m. Source: orifice equation for air, closed form; shares common practice.
 */
export function ventBore(flow: number, screened = true): number {
  nonNegative('flow', flow)
  const area = flow / (COEFFICIENT * Math.sqrt((2 * VENT_PRESSURE) / AIR_DENSITY)) / (screened ? MESH_SHARE * DIRT_SHARE : 1)
  return Math.sqrt((4 * area) / Math.PI)
}

/** These close so well that air needs a hole of its own; a butt's or a bin's lid lets it by. Common practice. */
const TIGHT = new Set<Vessel['family']>(['drum', 'barrel', 'tote', 'tank'])
export const isAirtight = ({ lid, family }: Pick<Vessel, 'lid' | 'family'>): boolean => lid === 'sealed' && TIGHT.has(family)

/** What a vessel's own vents let by at that pressure, m³/s; no limit where its lid is not sealed. */
export function ventFlow({ lid, ports }: Pick<Vessel, 'lid' | 'ports'>): number {
  if (lid !== 'sealed') return Infinity
  return ports
    .filter(({ role }) => role === 'vent')
    .reduce((sum, { bore, screened }) => {
      return sum + COEFFICIENT * airArea(bore, screened) * Math.sqrt((2 * VENT_PRESSURE) / AIR_DENSITY)
    }, 0)
}
