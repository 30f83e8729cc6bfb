import { produce } from 'immer'
import { computeLayout, runKey } from '../layout'
import type { Scheme } from '../scheme'

/** Shorter than this nothing is a pipe across, m. */
const LEAST = 0.1
const HAIR = 0.001

/**
 * Makes every dry pipe across as long as the layout says that its way is: what a train that is fitted, or a vessel that is moved,
 * takes along. One whose vessel stands wherever it ends keeps its length.
 */
export function fitCarries(scheme: Scheme): Scheme {
  const carries = scheme.drops.flatMap(({ devices }) => devices.filter((device) => device.kind === 'carrying-pipe' && !device.wet))
  if (carries.length === 0) return scheme
  const { runs } = computeLayout(scheme)
  return produce(scheme, (draft) => {
    for (const { devices, end } of draft.drops) {
      const vessel = end.kind === 'vessel' ? draft.stores.flatMap(({ vessels }) => vessels).find(({ id }) => id === end.vessel) : undefined
      if (vessel && vessel.place === undefined) continue
      for (const device of devices) {
        const laid = runs.get(runKey('carry', device.id))?.length
        if (device.kind !== 'carrying-pipe' || device.wet || laid === undefined || laid < LEAST) continue
        if (Math.abs(laid - device.length) > HAIR) device.length = Math.round(laid * 1000) / 1000
      }
    }
  })
}
