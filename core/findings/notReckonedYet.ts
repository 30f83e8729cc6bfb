import { isReckoned } from '../draw/dailyDemand'
import type { Device } from '../scheme'
import { rule } from './finding'

/** Devices that the daily account passes over for now. */
const PASSED_OVER: readonly Device['kind'][] = ['first-flush', 'twist', 'flap', 'push-in', 'float-shut', 'carrying-pipe', 'winter-shut-off']

/** Parts that the document holds and the drawing may show, but that no figure counts yet: told, never passed over in silence. */
export const notReckonedYet = rule('notReckonedYet', ({ path: { scheme } }) => {
  const parts = [
    ...scheme.drops.flatMap(({ devices }) => devices.map(({ kind }) => kind).filter((kind) => PASSED_OVER.includes(kind))),
    ...scheme.demands.filter((demand) => !isReckoned(demand)).map(() => 'bed' as const),
    ...scheme.pumps.map(() => 'pump' as const),
    ...scheme.stores.flatMap(({ arrangement }) =>
      arrangement === 'cascade' || arrangement === 'stacked' || arrangement === 'manifold' ? [arrangement] : [],
    ),
  ]
  return [...new Set(parts)].map((part) => ({
    severity: 'note' as const,
    station:
      part === 'bed' || part === 'pump'
        ? ('draw' as const)
        : part === 'cascade' || part === 'stacked' || part === 'manifold'
          ? ('cask' as const)
          : ('drop' as const),
    ids: {},
    values: { part },
    source: 'ownRule',
  }))
})
