import type { PlacedVessel } from '../path/waterPath'
import { airArea, isAirtight } from '../vessel/vents'

/** Air's own way in and out of a vessel, m²: its vents; Infinity where the lid lets air by. */
export function ventArea({ vessel }: PlacedVessel, shut: boolean): number {
  if (!isAirtight(vessel)) return Infinity
  const vents = shut ? [] : vessel.ports.filter(({ role }) => role === 'vent')
  return vents.reduce((sum, { bore, screened }) => sum + airArea(bore, screened), 0)
}
