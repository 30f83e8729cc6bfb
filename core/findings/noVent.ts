import { produce } from 'immer'
import { port } from '../arrangements/parts'
import { designInflow } from '../catch/designFlow'
import { tapFlow } from '../draw/tapFlow'
import { freshId } from '../edits/schemeEdits'
import { flow, length } from '../units/quantity'
import { isAirtight, MESH_SHARE, ventBore, ventFlow } from '../vessel/vents'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** Air must come and go as fast as water does: bulging when it fills, sucked in when it is drawn. */
export const noVent = rule(
  'noVent',
  ({ path, usable }) =>
    [...path.vessels.values()].map(({ vessel, store, foot }) => {
      if (!isAirtight(vessel)) return undefined
      const coming = path.intakes.get(store.id)!.reduce((sum, intake) => sum + designInflow(path, intake), 0) / store.vessels.length
      const { top } = usable.get(store.id)!
      const going = path.scheme.taps
        .filter((tap) => tap.vessel === vessel.id)
        .map((tap) => tapFlow(tap, top, foot + vessel.ports.find(({ id }) => id === tap.port)!.at - tap.spoutBelow))
      const fastest = Math.max(coming, ...going)
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
