import { changeLink } from '../edits/storeEdits'
import { volume } from '../units/quantity'
import { GEOMETRY, rule } from './finding'

/** A valve left shut keeps what is behind it out of the store. */
export const linkShut = rule(
  'linkShut',
  ({ path }) =>
    path.scheme.stores.flatMap((store) =>
      store.links
        .filter(({ valve }) => valve === 'shut')
        .map(({ id, to }) => {
          const far = store.vessels.find((vessel) => vessel.id === to.vessel)!
          return {
            severity: 'goes-wrong' as const,
            station: 'cask' as const,
            ids: { store: store.id, vessel: far.id, port: id },
            at: path.vessels.get(far.id)!.foot,
            values: { vessel: far.name, behind: volume(far.nominal) },
            source: GEOMETRY,
          }
        }),
    ),
  (scheme, { ids }) => changeLink(scheme, ids.port!, (link) => (link.valve = 'open')),
)
