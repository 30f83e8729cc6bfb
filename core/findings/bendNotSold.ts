import { pipeByBore, soldBend } from '../parts'
import { angle } from '../units/quantity'
import { COMMON_PRACTICE, rule } from './finding'

/** A corner that no bend is sold for, and that sockets do not give enough to make up. */
export const bendNotSold = rule('bendNotSold', ({ path, parts: { system } }) => {
  const bores = new Map<string, number>([
    ...path.scheme.stores.flatMap(({ links }) => links.map((link) => [`link:${link.id}`, link.bore] as const)),
    ...path.scheme.overflows.map((route) => [`overflow:${route.id}`, route.bore] as const),
  ])
  return [...path.layout.runs.values()].flatMap(({ key, kind, bends }) => {
    const bore = bores.get(key)
    if (bore === undefined) return []
    const pipe = pipeByBore(bore, undefined, system)
    const odd = bends.find((turn) => soldBend(pipe.type, turn)?.fits === false)
    const sold = odd === undefined ? undefined : soldBend(pipe.type, odd)
    return odd === undefined || !sold
      ? []
      : [
          {
            severity: 'better' as const,
            station: kind === 'link' ? ('cask' as const) : ('spill' as const),
            ids: { run: key },
            values: { how: kind, turn: angle(odd), sold: angle(sold.turn), end: { pipe } },
            source: COMMON_PRACTICE,
          },
        ]
  })
})
