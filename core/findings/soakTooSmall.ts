import { produce } from 'immer'
import { dropArea } from '../catch/designFlow'
import { gardenRule, HALF_EMPTY_WITHIN, soakNeed, SOIL_RATES, tenYearStorms, TIGHT_SOIL } from '../overflow/soak'
import type { WaterPath } from '../path/waterPath'
import { scaledTable } from '../rain/storms/stormTable'
import type { OverflowRoute, Soak } from '../scheme'
import { area, hours, volume } from '../units/quantity'
import { rule, type Draft } from './finding'

/** Roof whose surplus reaches a route, m². */
export const soakRoof = (path: WaterPath, { from }: OverflowRoute): number => {
  const { store } = path.vessels.get(from.vessel)!
  return path.intakes.get(store.id)!.reduce((sum, { drop }) => sum + dropArea(path, drop.id), 0)
}
export const soakStorms = ({ scheme }: WaterPath) => tenYearStorms(scheme.trial.table ?? scaledTable(scheme.designIntensity))

/** A hollow or pit to begin with, by the quick rule. */
export function firstSoak(roof: number, open: boolean): Soak {
  const rate = SOIL_RATES.loam
  if (!open) return { rate, width: 1, length: Math.max(1, Math.round(roof / 20)), depth: 1, fill: 'crate' }
  const wanted = gardenRule(Math.max(1, roof), rate)
  return {
    rate,
    width: Math.max(0.5, Math.round(Math.sqrt(wanted / 2) * 10) / 10),
    length: Math.max(1, Math.round(Math.sqrt(2 * wanted) * 10) / 10),
    depth: 0.2,
    fill: 'open',
  }
}

/** A rain garden or soakaway that was never sized, holds too little for ten years' worst rain, or drains too slowly. */
export const soakTooSmall = rule(
  'soakTooSmall',
  ({ path }) =>
    path.scheme.overflows.map((route): Draft | undefined => {
      const { to, soak, from } = route
      if (to.kind !== 'ground' || (to.where !== 'rain-garden' && to.where !== 'soakaway')) return undefined
      const roof = soakRoof(path, route)
      if (roof <= 0) return undefined
      const base = { station: 'spill' as const, ids: { vessel: from.vessel, port: from.port }, at: 0 }
      if (!soak) return { ...base, severity: 'better', values: { how: 'unsized', roof: area(roof) }, source: 'bre365' }
      const need = soakNeed(soak, roof, soakStorms(path))
      const values = { wanted: volume(need.wanted), holds: volume(need.holds), half: hours(Math.min(9999, Math.round(need.halfEmpty))) }
      if (soak.rate < TIGHT_SOIL)
        return { ...base, severity: 'goes-wrong', values: { how: 'tight', ...values }, source: 'bre365', mends: false }
      if (need.wanted > need.holds * (1 + 1e-9))
        return { ...base, severity: 'goes-wrong', values: { how: 'small', ...values }, source: 'bre365' }
      if (need.halfEmpty > HALF_EMPTY_WITHIN)
        return { ...base, severity: 'goes-wrong', values: { how: 'slow', ...values }, source: 'bre365', mends: false }
      return undefined
    }),
  (scheme, { ids, values }) =>
    produce(scheme, (draft) => {
      const route = draft.overflows.find(({ from }) => from.vessel === ids.vessel && from.port === ids.port)!
      if (!route.soak) {
        const roof = values.roof
        route.soak = firstSoak(typeof roof === 'object' ? roof.value : 0, route.to.kind === 'ground' && route.to.where === 'rain-garden')
        return
      }
      const [wanted, holds] = [values.wanted, values.holds]
      // Longer drains faster as well, so that this is on the safe side.
      if (typeof wanted === 'object' && typeof holds === 'object')
        route.soak.length = Math.min(200, Math.ceil(((route.soak.length * wanted.value) / holds.value) * 10) / 10)
    }),
)
