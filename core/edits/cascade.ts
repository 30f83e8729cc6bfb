import { baseHeight } from '../layout'
import type { Scheme, Vessel } from '../scheme'

/** Each vessel of a cascade runs over this much lower than the one before, m. */
export const CASCADE_STEP = 0.03

const portOf = ({ ports }: Vessel, id: string) => ports.find((each) => each.id === id)
const footOf = (vessel: Vessel) => baseHeight(vessel.base)

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
      // One invert for both ends of the pipe between them, told from each vessel's own foot.
      if (inlet.role === 'inlet') inlet.at = starts - footOf(after) + inlet.bore / 2
      const own = after.ports.find(({ role }) => role === 'overflow')
      if (own) own.at = Math.min(own.at, starts - CASCADE_STEP - footOf(after))
    }
}
