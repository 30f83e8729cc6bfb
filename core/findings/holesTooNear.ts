import { word } from '../figures/told'
import { setPort } from '../edits/schemeEdits'
import { allReferences } from '../edits/portConnections'
import { besideEachOther, centreHeight, flangeReach, isOnTop, type PortPose } from '../layout'
import type { PlacedVessel } from '../path/waterPath'
import type { Port } from '../scheme'
import { length } from '../units/quantity'
import { isMoulded } from '../vessel'
import { isOver } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule, type FindingDraft } from './finding'

interface Placed {
  port: Port
  pose: PortPose
}

function faultsOf(placed: PlacedVessel, holes: readonly Placed[]): FindingDraft[] {
  const { vessel, foot } = placed
  const told = (port: Port, how: string, values: FindingDraft['values'], mends: boolean): FindingDraft => ({
    severity: 'goes-wrong',
    station: 'cask',
    ids: { vessel: vessel.id, port: port.id },
    at: foot + port.at,
    values: { how, what: word(`port-${port.role}`), vessel: vessel.name, ...values },
    source: COMMON_PRACTICE,
    mends,
  })
  const clear = ({ port, pose }: Placed, other: Placed) =>
    besideEachOther(vessel, { bore: port.bore, pose }, { bore: other.port.bore, pose: other.pose })
  return holes.flatMap((hole, i): FindingDraft[] => {
    const { port, pose } = hole
    if (isMoulded(placed.vessel, port)) return []
    /** Whether it has room at another height: moved out of one thing it must not come into another. */
    const roomAt = (at: number) => {
      const moved = { port, pose: { ...pose, at: { ...pose.at, z: pose.at.z + at - port.at } } }
      return at >= 0 && holes.every((other) => other === hole || clear(moved, other))
    }
    const middle = centreHeight(0, port)
    const reach = flangeReach(port.bore)
    const over = middle + reach - vessel.body.rim
    if (isOver(over, 0)) {
      const at = port.at - over
      return [told(port, 'rim', { by: length(over), at: length(at) }, middle - over - reach >= 0 && roomAt(at))]
    }
    const under = reach - middle
    if (isOver(under, 0))
      return [
        told(
          port,
          'floor',
          { by: length(under), at: length(port.at + under) },
          middle + under + reach <= vessel.body.rim && roomAt(port.at + under),
        ),
      ]
    // What is moulded is there first, wherever it is listed.
    const near = holes.filter((other, j) => j < i || (j > i && isMoulded(placed.vessel, other.port))).find((other) => !clear(hole, other))
    return near ? [told(port, 'hole', { other: word(`port-${near.port.role}`), by: length(0), at: length(port.at) }, false)] : []
  })
}

/** Holes whose fittings have no room: over the rim, under the floor, or in one another. */
export const holesTooNear = rule(
  'holesTooNear',
  ({ path }) => {
    const tied = allReferences(path.scheme)
    return [...path.vessels.values()].flatMap((placed) =>
      faultsOf(
        placed,
        placed.vessel.ports
          // What nothing is tied to is not drilled.
          .filter((port) => !isOnTop(port) && tied.has(`${placed.vessel.id} ${port.id}`))
          .map((port) => ({ port, pose: path.layout.ports.get(`${placed.vessel.id} ${port.id}`)! })),
      ),
    )
  },
  (scheme, { ids, values }) => setPort(scheme, ids.vessel!, ids.port!, amountOf(values, 'at')),
)
