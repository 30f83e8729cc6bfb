import type { OverflowRoute, Scheme } from '../scheme'
import { blocks, drop, ground, into, link, oneRoof, outlet, overflow, overflowPort, port, scheme, store, tap, vessel } from './parts'

/** What may be otherwise in a row of totes; m. */
export interface RowOfTotes {
  /** Heights that they stand at, from the first on. */
  heights?: number[]
  /** Length of the eave. */
  along?: number
  outletBore?: number
  pipeBore?: number
  overflowBore?: number
  route?: Partial<OverflowRoute>
}

/**
 * Totes in a row, linked low one to the next, the first fed by the whole pipe of one roof and running over by its own: what storms are
 * tried on where only one thing shall be too small.
 *
 * @param links bore of each link, m; none for a tote by itself
 */
export function rowOfTotes(
  links: readonly number[],
  { heights = [], along = 18, outletBore = 0.12, pipeBore = 0.1, overflowBore = 0.0779, route = {} }: RowOfTotes = {},
): Scheme {
  const ids = ['t1', ...links.map((_, i) => `t${i + 2}`)]
  return scheme('row', 'Row', {
    ...oneRoof(along, 4.9, 2.9, 'drop', {
      gutter: { width: 0.2, depth: 0.1, outlets: [outlet('outlet', along, 2.9, 'drop', { bore: outletBore })] },
    }),
    drops: [drop('drop', 'D', [], into('t1'), { bore: pipeBore })],
    stores: [
      store(
        'store',
        'Totes',
        ids.map((id, i) =>
          vessel(
            id,
            id,
            'tote-275',
            blocks(heights[i] ?? 0.4, 1.25),
            [
              port('link', 'link', 0.19, { bore: 0.05 }),
              port('out', 'outlet', 0.19),
              ...(i === 0 ? [port('in', 'lid', 1.105, { bore: 0.3 }), overflowPort(1.0, overflowBore)] : []),
            ],
            { lid: 'screened' },
          ),
        ),
        links.length === 0 ? 'single' : 'linked-low',
        links.map((bore, i) => link(`l${i + 1}`, ids[i]!, ids[i + 1]!, 'low', { bore })),
      ),
    ],
    overflows: [overflow('over', 't1', ground('drain', 4), { bore: overflowBore, ...route })],
    taps: [tap('tap', 'Tap', 't1')],
  })
}
