import { computeLayout, overflowEnd } from '../layout'
import { produce } from 'immer'
import { dropArea } from '../catch/designFlow'
import { fitSoak, gardenRule, HALF_EMPTY_WITHIN, soakNeed, SOIL_RATES, tenYearStorms, TIGHT_SOIL } from '../overflow/soak'
import type { WaterPath } from '../path/waterPath'
import { scaledTable } from '../rain/storms/stormTable'
import type { OverflowRoute, Scheme, Soak } from '../scheme'
import { area, hours, volume } from '../units/quantity'
import { amountOf, rule, type FindingDraft } from './finding'

/** Roof whose surplus reaches a route, m². */
export const soakRoof = (path: WaterPath, { from }: OverflowRoute): number => {
  const { store } = path.vessels.get(from.vessel)!
  return path.intakes.get(store.id)!.reduce((sum, { drop }) => sum + dropArea(path, drop.id), 0)
}
const stormsOf = ({ trial, designIntensity }: Scheme) => tenYearStorms(trial.table ?? scaledTable(designIntensity))
export const soakStorms = ({ scheme }: WaterPath) => stormsOf(scheme)

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
    path.scheme.overflows.map((route): FindingDraft | undefined => {
      const { soak, from } = route
      const to = overflowEnd(path.scheme, path.layout, route)
      if (!to || (to.where !== 'rain-garden' && to.where !== 'soakaway')) return undefined
      const roof = soakRoof(path, route)
      if (roof <= 0) return undefined
      const base = { station: 'spill' as const, ids: { vessel: from.vessel, port: from.port }, at: 0 }
      if (!soak) return { ...base, severity: 'better', values: { how: 'unsized', roof: area(roof) }, source: 'bre365' }
      const need = soakNeed(soak, roof, soakStorms(path))
      const values = {
        roof: area(roof),
        wanted: volume(need.wanted),
        holds: volume(need.holds),
        half: hours(Math.min(9999, Math.round(need.halfEmpty))),
      }
      const how =
        soak.rate < TIGHT_SOIL
          ? 'tight'
          : need.wanted > need.holds * (1 + 1e-9)
            ? 'small'
            : need.halfEmpty > HALF_EMPTY_WITHIN
              ? 'slow'
              : undefined
      const mends = fitSoak(soak, roof, soakStorms(path)) !== undefined
      return how && { ...base, severity: 'goes-wrong', values: { how, ...values }, source: 'bre365', mends }
    }),
  (scheme, { ids, values }) =>
    produce(scheme, (draft) => {
      const route = draft.overflows.find(({ from }) => from.vessel === ids.vessel && from.port === ids.port)!
      const roof = amountOf(values, 'roof')
      const begun = route.soak ?? firstSoak(roof, overflowEnd(scheme, computeLayout(scheme), route)?.where === 'rain-garden')
      route.soak = fitSoak(begun, roof, stormsOf(scheme)) ?? begun
    }),
)
