import { baseHeight } from '../layout'
import type { Port, Scheme, Vessel } from '../scheme'

/** Each vessel of a cascade runs over this much lower than the one before, m. */
export const CASCADE_STEP = 0.03

const portOf = ({ ports }: Vessel, id: string) => ports.find((each) => each.id === id)
const footOf = (vessel: Vessel) => baseHeight(vessel.base)

/**
 * Height of the hole by which a vessel takes in what the one before runs over, m over its own foot: one invert for both ends of the
 * pipe between them; never under its floor, where it stands too high to take anything in.
 */
export const cascadeInlet = (before: Vessel, over: Pick<Port, 'at'>, after: Vessel, bore: number): number =>
  Math.max(after.body.floor, footOf(before) + over.at - footOf(after)) + bore / 2

/**
 * Brings the holes of every cascade to heights at which it runs: each takes in where the one before runs over, by one invert,
 * and runs over lower itself. Heights that do already stay.
 *
 * @param scheme a draft, changed in place
 */
export function fitCascades(scheme: Scheme): void {
  for (const { vessels, links } of scheme.stores)
    for (const { kind, from, to } of links) {
      const [before, after] = [from, to].map((end) => vessels.find(({ id }) => id === end.vessel))
      const over = before && portOf(before, from.port)
      const inlet = after && portOf(after, to.port)
      if (kind !== 'cascade' || !before || !after || !over || !inlet || before.on !== undefined || after.on !== undefined) continue
      const starts = footOf(before) + over.at
      if (inlet.role === 'inlet') inlet.at = cascadeInlet(before, over, after, inlet.bore)
      const own = after.ports.find(({ role }) => role === 'overflow')
      if (own) own.at = Math.max(after.body.floor, Math.min(own.at, starts - CASCADE_STEP - footOf(after)))
    }
}
