import { overflowLength, overflowEnd } from '../../layout'
import { length } from '../../units/quantity'
import type { ToldValues } from '../../figures/told'
import type { WaterPath } from '../../path/waterPath'
import { pumpedInto, type OverflowRoute, type Pump } from '../../scheme'
import { drawnKey } from '../part'
import type { StepInputs, Order } from './order'

/** Where an overflow ends, for whoever lays it: at a place by its name, so far from the wall, or in what it leads on to. */
function endOf({ scheme, layout }: WaterPath, route: OverflowRoute): ToldValues {
  const end = overflowEnd(scheme, layout, route)
  if (!end) return { how: 'on' }
  return { far: length(end.wallDistance), ...(end.name === undefined ? { how: 'ground' } : { how: 'place', place: end.name }) }
}

export function waterSteps(order: Order, { path, assembly }: StepInputs): void {
  for (const route of path.scheme.overflows)
    order.add({
      id: `overflow:${route.id}`,
      kind: 'overflow',
      with: { vessel: [route.from.vessel] },
      on: path.vessels.get(route.from.vessel)!.vessel.name,
      minutes: 25 + (route.soak ? 180 : 0),
      hands: route.soak ? 2 : 1,
      values: {
        run: length(overflowLength(path.layout, route)),
        ...endOf(path, route),
      },
      cautions: route.soak ? ['services'] : [],
      parts: [drawnKey({ kind: 'overflow', id: route.id })],
      look: drawnKey({ kind: 'overflow', id: route.id }),
    })
  for (const tap of path.scheme.taps)
    order.add({
      id: `tap:${tap.id}`,
      kind: 'tap',
      of: { tap: [tap.id] },
      with: { vessel: [tap.vessel] },
      on: tap.name,
      minutes: 12,
      values: { can: length(tap.can.height) },
      parts: [drawnKey({ kind: 'tap', id: tap.id })],
      look: drawnKey({ kind: 'tap', id: tap.id }),
    })
  for (const pump of path.scheme.pumps) pumpSteps(order, assembly, pump)
}

/** A pump set and piped by whoever builds, then connected by whoever may. */
function pumpSteps(order: Order, { parts }: StepInputs['assembly'], pump: Pump): void {
  const key = drawnKey({ kind: 'pump', id: pump.id })
  const own = { of: { pump: [pump.id] } }
  const has = (name: string) => parts.some((part) => part.key === `${key}:${name}`)
  const some = (...names: string[]) => names.filter(has).map((name) => `${key}:${name}`)
  /** How it stands: over its water, beside the vessel, hung in it, or under it. */
  const how = () => {
    if (parts.some((part) => part.key === `${key}:mouth` && part.item === 'footValve')) return 'lifts'
    if (has('rope')) return 'hangs'
    return pump.at > 0.05 ? 'beside' : 'under'
  }
  order.add({
    ...own,
    id: `pump:${pump.id}`,
    kind: 'pump',
    minutes: 60,
    values: { how: how(), ...(pump.at > 0.05 ? { at: length(pump.at) } : {}) },
    with: { vessel: [pump.from.vessel] },
    cautions: pump.to.kind === 'house' ? ['plumber'] : [],
    parts: [key, ...some('suction', 'mouth', 'rope', ...(has('y') ? [] : ['line']), 'filter', 'check', 'shutOff', 'regulator')],
    look: key,
  })
  if (has('y'))
    order.add({
      ...own,
      id: `pumpY:${pump.id}`,
      kind: 'pumpY',
      minutes: 30,
      with: { vessel: pumpedInto(pump).map(({ vessel }) => vessel) },
      parts: some('y', 'line', 'line:also'),
      look: key,
    })
  if (pump.power === 'hand') return
  const sun = pump.power === 'solar'
  order.add({
    ...own,
    id: `power:${pump.id}`,
    kind: pump.power === 'mains' ? 'pumpMains' : sun ? 'pumpSolar' : 'pumpBattery',
    minutes: sun ? 90 : 30,
    parts: some('float', 'switch', 'socket', 'panel', 'charge', 'battery', 'fuse'),
    look: key,
  })
}
