import { word } from '../figures/told'
import { clearHole } from '../edits/buildEdits'
import { COMMON_PRACTICE, rule } from './finding'

/** Sealant is a helper: it does not bond to the plastic that vessels are made of. */
export const sealantAlone = rule(
  'sealantAlone',
  ({ path }) =>
    path.scheme.build.holes
      .filter(({ seal }) => seal === 'sealant')
      .flatMap(({ key }) => {
        const [, vesselId, portId] = key.split(':')
        const placed = path.vessels.get(vesselId ?? '')
        const port = placed?.vessel.ports.find(({ id }) => id === portId)
        return placed && port
          ? [
              {
                severity: 'goes-wrong' as const,
                station: 'cask' as const,
                ids: { vessel: placed.vessel.id, port: port.id },
                at: placed.foot + port.at,
                values: { vessel: placed.vessel.name, role: word(port.role) },
                source: COMMON_PRACTICE,
              },
            ]
          : []
      }),
  (scheme, { ids }) => clearHole(scheme, `port:${ids.vessel}:${ids.port}`),
)
