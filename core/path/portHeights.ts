import type { OverflowRoute, Port } from '../scheme'
import type { PlacedVessel, WaterPath } from './waterPath'

/** A vessel's port by its id; a path is only built when there is one. */
export const portOf = ({ vessel }: Pick<PlacedVessel, 'vessel'>, id: string): Port => vessel.ports.find((port) => port.id === id)!

/** Height of a port's own invert above the paving, m: overflows and links are told by it, all else by the middle. */
export const portInvert = ({ foot }: Pick<PlacedVessel, 'foot'>, { role, at, bore }: Port): number =>
  foot + at - (role === 'overflow' || role === 'link' ? 0 : bore / 2)

/** Height at which an overflow begins to run, m above the paving: its hole, or the crest of its hoop where that is higher. */
export function overflowStarts(path: Pick<WaterPath, 'vessels'>, { from, mouth, crest }: OverflowRoute): number {
  const placed = path.vessels.get(from.vessel)!
  const invert = portInvert(placed, portOf(placed, from.port))
  return mouth === 'hooped' ? Math.max(invert, crest) : invert
}
