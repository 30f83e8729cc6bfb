import { rule } from './finding'

export const nothingDrawn = rule('nothingDrawn', ({ path, asked }) =>
  path.scheme.stores.map(({ id }) => {
    const fed = path.intakes.get(id)!.length > 0
    const drawn = asked.get(id)!.some((litres) => litres > 0)
    return fed && !drawn && { severity: 'better', station: 'draw', ids: { store: id }, source: 'ownRule' }
  }),
)
