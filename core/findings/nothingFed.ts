import { pumpedInto } from '../scheme'
import { rule } from './finding'

/** Stores that no roof's water comes to, told by their first vessel. */
export const nothingFed = rule('nothingFed', ({ path }) =>
  path.scheme.stores.map((store) => {
    const pumped = path.scheme.pumps.flatMap(pumpedInto).some((end) => store.vessels.some(({ id }) => id === end.vessel))
    const spilledInto = path.scheme.overflows.some(({ to }) => to.kind === 'vessel' && store.vessels.some(({ id }) => id === to.vessel))
    if (pumped || spilledInto || path.intakes.get(store.id)!.some(({ drop: { id } }) => path.feeds.get(id)!.length > 0)) return undefined
    const drop = path.scheme.drops.find(({ id }) => path.feeds.get(id)!.length > 0)
    return {
      severity: 'stops',
      station: 'drop',
      ids: { store: store.id, vessel: store.vessels[0]!.id, ...(drop ? { drop: drop.id } : {}) },
      values: { store: store.name },
      source: 'ownRule',
    }
  }),
)
