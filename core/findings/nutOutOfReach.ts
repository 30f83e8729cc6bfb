import { clearHole } from '../edits/buildEdits'
import { portKey } from '../build/assembly'
import { wantsHandInside } from '../parts'
import { length } from '../units/quantity'
import { handReaches } from '../vessel'
import { COMMON_PRACTICE, rule } from './finding'

/** A seal that wants a nut held from within, where no hand gets to it. */
export const nutOutOfReach = rule(
  'nutOutOfReach',
  ({ path }) =>
    [...path.vessels.values()].flatMap(({ vessel, foot }) =>
      vessel.ports.map((port) => {
        const choice = path.scheme.build.holes.find(({ key }) => key === portKey(vessel.id, port.id))
        return (
          choice &&
          wantsHandInside(choice.seal) &&
          !handReaches(vessel, port) && {
            severity: 'goes-wrong' as const,
            station: 'cask' as const,
            ids: { vessel: vessel.id, port: port.id },
            at: foot + port.at,
            values: { vessel: vessel.name, down: length(vessel.body.height - port.at) },
            source: COMMON_PRACTICE,
          }
        )
      }),
    ),
  (scheme, { ids }) => clearHole(scheme, portKey(ids.vessel!, ids.port!)),
)
