import { word } from '../figures/told'
import type { Device } from '../scheme'
import { rule } from './finding'

/** Devices that the daily account passes over for now. */
const PASSED_OVER: readonly Device['kind'][] = ['winter-shut-off']

/** Parts that the document holds and the drawing may show, but that no figure counts yet: told, never passed over in silence. */
export const notReckonedYet = rule('notReckonedYet', ({ path: { scheme } }) => {
  const parts = [
    ...scheme.drops.flatMap(({ devices }) => devices.map(({ kind }) => kind).filter((kind) => PASSED_OVER.includes(kind))),
    // What a pump draws for a demand is counted with the demand; what it lifts into another vessel is not.
    ...scheme.pumps.filter(({ to }) => to.kind === 'vessel').map(() => 'pump' as const),
  ]
  return [...new Set(parts)].map((part) => ({
    severity: 'note' as const,
    station: part === 'pump' ? ('draw' as const) : ('drop' as const),
    ids: {},
    values: { part: word(part) },
    source: 'ownRule',
  }))
})
