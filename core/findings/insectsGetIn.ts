import { produce } from 'immer'
import { mesh } from '../units/quantity'
import { COMMON_PRACTICE, rule } from './finding'

/** Mesh that stops a grown mosquito, m; 1.2 mm is the loosest that does. */
const INSECT_MESH = 0.001

export const insectsGetIn = rule(
  'insectsGetIn',
  ({ path }) =>
    [...path.vessels.values()].map(({ vessel, foot }) => {
      const lid = vessel.lid === 'open' || (vessel.lid === 'screened' && vessel.lidMesh > INSECT_MESH)
      const hole = vessel.ports.find(({ role, screened }) => (role === 'overflow' || role === 'vent' || role === 'lid') && !screened)
      if (!lid && !hole) return undefined
      return {
        severity: 'goes-wrong',
        station: 'cask',
        ids: { vessel: vessel.id },
        at: foot + vessel.body.rim,
        values: { where: lid ? (vessel.lid === 'open' ? 'open' : 'mesh') : 'port', mesh: mesh(INSECT_MESH) },
        source: COMMON_PRACTICE,
      }
    }),
  (scheme, { ids }) =>
    produce(scheme, (draft) => {
      for (const vessel of draft.stores.flatMap(({ vessels }) => vessels)) {
        if (vessel.id !== ids.vessel) continue
        if (vessel.lid !== 'sealed') Object.assign(vessel, { lid: 'screened', lidMesh: 0.0009 })
        for (const port of vessel.ports) if (port.role === 'overflow' || port.role === 'vent' || port.role === 'lid') port.screened = true
      }
    }),
)
