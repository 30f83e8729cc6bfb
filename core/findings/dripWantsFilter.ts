import { produce } from 'immer'
import { mesh } from '../units/quantity'
import { isOver } from '../numeric/tolerance'
import { COMMON_PRACTICE, rule } from './finding'

/** 200 mesh, m: what keeps drip holes open. */
const DRIP_MESH = 75e-6

export const dripWantsFilter = rule(
  'dripWantsFilter',
  ({ path }) =>
    path.scheme.pumps.map(({ id, duty, filterMesh, from }) =>
      duty !== 'drip' || (filterMesh > 0 && !isOver(filterMesh, DRIP_MESH))
        ? undefined
        : {
            severity: 'goes-wrong',
            station: 'draw',
            ids: { tap: id, vessel: from.vessel },
            values: { mesh: mesh(DRIP_MESH) },
            source: COMMON_PRACTICE,
          },
    ),
  (scheme, { ids }) =>
    produce(scheme, (draft) => {
      for (const pump of draft.pumps) if (pump.id === ids.tap) pump.filterMesh = DRIP_MESH
    }),
)
