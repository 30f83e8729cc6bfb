import { overflowLength } from '../../layout'
import { length } from '../../units/quantity'
import { drawnKey } from '../part'
import type { Ground, Order } from './order'

export function waterSteps(order: Order, { path }: Ground): void {
  // What carries no water yet is laid while the cement cures.
  const fixed = order.of('fix').filter((id) => id !== 'cure')
  for (const route of path.scheme.overflows)
    order.add({
      id: `overflow:${route.id}`,
      kind: 'overflow',
      phase: 'waterways',
      station: 'spill',
      on: path.vessels.get(route.from.vessel)!.vessel.name,
      minutes: 25 + (route.soak ? 180 : 0),
      hands: route.soak ? 2 : 1,
      values: {
        run: length(overflowLength(path.layout, route)),
        ...(route.to.kind === 'ground' ? { far: length(route.to.wallDistance), how: 'ground' } : { how: 'on' }),
      },
      after: [`set:${route.from.vessel}`, ...fixed],
      cautions: route.soak ? ['services', 'localRules'] : ['localRules'],
      parts: [drawnKey({ kind: 'overflow', id: route.id })],
      look: drawnKey({ kind: 'overflow', id: route.id }),
    })
  for (const tap of path.scheme.taps)
    order.add({
      id: `tap:${tap.id}`,
      kind: 'tap',
      phase: 'waterways',
      station: 'draw',
      on: tap.name,
      minutes: 12,
      values: { can: length(tap.can.height) },
      after: [`set:${tap.vessel}`],
      tools: ['wrench'],
      parts: [drawnKey({ kind: 'tap', id: tap.id })],
      look: drawnKey({ kind: 'tap', id: tap.id }),
    })
  for (const pump of path.scheme.pumps)
    order.add({
      id: `pump:${pump.id}`,
      kind: pump.power === 'mains' ? 'pumpMains' : 'pump',
      phase: 'waterways',
      station: 'draw',
      minutes: 60,
      after: [`set:${pump.from.vessel}`, ...fixed],
      cautions: [...(pump.power === 'hand' ? [] : (['electric'] as const)), ...(pump.to.kind === 'house' ? (['plumber'] as const) : [])],
      parts: [drawnKey({ kind: 'pump', id: pump.id })],
    })
}
