import type { PlacedVessel } from '../path/waterPath'
import type { Port } from '../scheme'
import { isAirtight } from '../vessel/vents'

const AIR_DENSITY = 1.2
const VENT_COEFFICIENT = 0.6
/** Open share of a screened vent's mesh, and of that what dirt leaves. Common practice. */
const VENT_MESH = 0.5 * 0.5

/** Air's way in and out of a vessel, m²: its vents, and an overflow hole while it is not full. Infinity where it is open. */
export function ventArea({ vessel }: PlacedVessel, shut: boolean): number {
  if (!isAirtight(vessel)) return Infinity
  const area = (bore: number) => (Math.PI / 4) * bore ** 2
  const vents = shut ? [] : vessel.ports.filter(({ role }) => role === 'vent')
  const screens = (port: Port) => area(port.bore) * (port.screened ? VENT_MESH : 1)
  return vents.reduce((sum, port) => sum + screens(port), 0)
}

/** Air pressure that a flow of air needs through an opening, Pa: `½·ρ·(Q/(Cd·A))²`. Source: orifice equation for air. */
export function ventPressure(flow: number, area: number): number {
  if (flow <= 0 || area === Infinity) return 0
  return area === 0 ? Infinity : (AIR_DENSITY / 2) * (flow / (VENT_COEFFICIENT * area)) ** 2
}
