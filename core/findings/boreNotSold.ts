import { produce } from 'immer'
import { soldBore } from '../parts'
import type { Scheme } from '../scheme'
import { fine } from '../units/quantity'
import { amountOf, COMMON_PRACTICE, rule, type FindingDraft, type PartIds } from './finding'

/** A run whose bore somebody says, where it stands in the document, and whether hose will do for it. */
interface Asked {
  run: string
  station: FindingDraft['station']
  ids: PartIds
  bore: number
  hose: boolean
  set(bore: number): void
}

/** Every bore that a run of pipe is asked for with; `set` writes into the scheme that is given. */
function askedOf({ stores, overflows, drops, pumps }: Scheme): Asked[] {
  return [
    ...stores
      .flatMap(({ links }) => links)
      .map((link): Asked => ({
        run: `link:${link.id}`,
        station: 'cask',
        ids: {},
        bore: link.bore,
        hose: true,
        set: (bore) => void (link.bore = bore),
      })),
    ...overflows.map((route): Asked => ({
      run: `overflow:${route.id}`,
      station: 'spill',
      ids: { vessel: route.from.vessel },
      bore: route.bore,
      hose: true,
      set: (bore) => void (route.bore = bore),
    })),
    ...drops.flatMap(({ id, bore: own, devices }) =>
      devices.flatMap((device): Asked[] => {
        const ids = { drop: id, device: device.id }
        // A pipe across may be the downpipe itself.
        if (device.kind === 'carrying-pipe' && Math.abs(device.bore - own) < 1e-3) return []
        if (device.kind === 'carrying-pipe' || (device.kind === 'first-flush' && device.form !== 'tank'))
          return [
            { run: `device:${device.id}`, station: 'drop', ids, bore: device.bore, hose: false, set: (bore) => void (device.bore = bore) },
          ]
        return []
      }),
    ),
    ...pumps.flatMap((pump) =>
      (['suction', 'line'] as const).flatMap((side): Asked[] =>
        // A pump that hangs in the water has no pipe on that side.
        side === 'line' || pump.suction.length > 0
          ? [
              {
                run: `pump:${pump.id}:${side}`,
                station: 'draw',
                ids: {},
                bore: pump[side].bore,
                hose: true,
                set: (bore) => void (pump[side].bore = bore),
              },
            ]
          : [],
      ),
    ),
  ]
}

/** A bore that no shop of the country has: the list buys another, and says so. */
export const boreNotSold = rule(
  'boreNotSold',
  ({ path, parts: { system } }) =>
    askedOf(path.scheme).map(({ run, station, ids, bore, hose }) => {
      const { sold, below, above } = soldBore(bore, system, hose)
      if (sold) return undefined
      const option = (id: 'below' | 'above', to: typeof below) =>
        to ? [{ id, values: { bore: fine(to.bore), end: { pipe: { type: to.type, size: to.size } } }, fits: undefined }] : []
      return {
        severity: 'goes-wrong' as const,
        station,
        ids: { ...ids, run },
        values: { how: run.split(':')[0]!, bore: fine(bore) },
        source: COMMON_PRACTICE,
        options: [...option('below', below), ...option('above', above)],
      }
    }),
  (scheme, { ids, options }, option) => {
    const to = options.find(({ id }) => id === option)
    return to
      ? produce(scheme, (draft) =>
          askedOf(draft as Scheme)
            .find(({ run }) => run === ids.run)
            ?.set(amountOf(to.values, 'bore')),
        )
      : scheme
  },
)
