import { pumpedInto } from '../scheme'
import { laidOverflow } from '../layout'
import { produce } from 'immer'
import { port } from '../arrangements/parts'
import { tapFlow } from '../draw/tapFlow'
import { freshId } from '../edits/schemeEdits'
import { canSiphon, siphonFlow } from '../overflow/siphon'
import { surplusWays } from '../catch/waysOut'
import { portInvert, portOf } from '../path/portHeights'
import type { PlacedVessel, WaterPath } from '../path/waterPath'
import { flow, length } from '../units/quantity'
import { meanArea } from '../vessel/groups'
import { isAirtight, MESH_SHARE, ventBore, ventFlow } from '../vessel/vents'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** Air that water drives out of a vessel in the design rain, m³/s. */
function airOut(path: WaterPath, { vessel, store }: PlacedVessel): number {
  const pumped = path.scheme.pumps.reduce(
    (sum, pump) => sum + (pumpedInto(pump).some((end) => end.vessel === vessel.id) ? pump.wants : 0),
    0,
  )
  const surplus = surplusWays(path, store.id).find(({ vessels }) => vessels.some((each) => each.vessel.id === vessel.id))!
  if (store.arrangement !== 'linked-low') return surplus.arriving + pumped
  // Only vessels that rise together share the flow; in a stack or a cascade each has the whole of it in its turn.
  const whole = store.vessels.reduce((sum, { body }) => sum + meanArea(body), 0)
  return (surplus.arriving * meanArea(vessel.body)) / whole + pumped
}

/** Air that a pump or a running siphon draws in, m³/s; taps are told apart. */
function airIn(path: WaterPath, placed: PlacedVessel, top: number): number {
  const { vessel, store } = placed
  const pumps = path.scheme.pumps.filter(({ from }) => from.vessel === vessel.id).map(({ wants }) => wants)
  const siphons = path.overflows
    .get(store.id)!
    .map((route) => laidOverflow(path.layout, route))
    .filter((route) => route.from.vessel === vessel.id && canSiphon(route, portInvert(placed, portOf(placed, route.from.port))))
    .map((route) => siphonFlow(route, Math.max(0, top - route.end)))
  return Math.max(0, ...pumps, ...siphons)
}

/** Air must come and go as fast as water does: bulging when it fills, sucked in when it is drawn. */
export const noVent = rule(
  'noVent',
  ({ path, usable }) =>
    [...path.vessels.values()].map((placed) => {
      const { vessel, store, foot } = placed
      if (!isAirtight(vessel)) return undefined
      const { top } = usable.get(store.id)!
      const going = path.scheme.taps
        .filter((tap) => tap.vessel === vessel.id)
        .map((tap) => tapFlow(tap, top, foot + vessel.ports.find(({ id }) => id === tap.port)!.at - tap.spoutBelow))
      const fastest = Math.max(airOut(path, placed), airIn(path, placed, top), ...going)
      // An overflow that is not running full is a way for air too.
      const holes = path.overflows.get(store.id)!.filter(({ from, mouth }) => from.vessel === vessel.id && mouth !== 'hooped')
      const byHoles = holes.reduce((sum, { bore, screenedEnd }) => {
        const own = { lid: 'sealed' as const, ports: [port('v', 'vent', 1, { bore, screened: screenedEnd })] }
        return sum + ventFlow(own) / (screenedEnd ? MESH_SHARE : 1)
      }, 0)
      const passes = ventFlow(vessel) + byHoles
      if (fastest <= passes + 1e-12) return undefined
      return {
        severity: 'goes-wrong',
        station: 'cask',
        ids: { vessel: vessel.id },
        at: foot + vessel.body.rim,
        values: {
          how: passes === 0 ? 'none' : 'small',
          fastest: flow(fastest),
          passes: flow(passes),
          bore: length(Math.ceil(ventBore(fastest) / 0.005) * 0.005),
        },
        source: COMMON_PRACTICE,
      }
    }),
  (scheme, { ids, values }) =>
    produce(scheme, (draft) => {
      const vessel = draft.stores.flatMap(({ vessels }) => vessels).find(({ id }) => id === ids.vessel)!
      const bore = amountOf(values, 'bore')
      const vent = vessel.ports.find(({ role }) => role === 'vent')
      if (vent) Object.assign(vent, { bore, screened: true })
      else vessel.ports.push(port(freshId('vent', vessel.ports), 'vent', vessel.body.rim, { bore, screened: true }))
    }),
)
