import { pumpedInto } from '../../scheme'
import { volume } from '../../units/quantity'
import { usableVolume } from '../../vessel'
import { drawnKey } from '../part'
import type { StepInputs, Order } from './order'

/** Part of its usable water that a store is filled to before every joint is looked at. Common practice. */
export const FILL_SHARE = 0.3

/** What a hose on the roof shows, by what is fitted. */
function watched({ scheme }: StepInputs['path']): string {
  const kinds = new Set(scheme.drops.flatMap(({ devices }) => devices.map(({ kind }) => kind)))
  if (kinds.has('first-flush')) return 'flush'
  return (['ring-trough', 'push-in', 'twist', 'flap'] as const).some((kind) => kinds.has(kind)) ? 'diverter' : 'pipe'
}

export function testSteps(order: Order, { path }: StepInputs): void {
  const { gutters, stores, taps, pumps, overflows, drops } = path.scheme
  for (const { id, name } of gutters)
    order.add({
      id: `bucket:${id}`,
      kind: 'bucket',
      with: { gutter: [id] },
      on: name,
      minutes: 10,
      look: drawnKey({ kind: 'gutter', id }),
    })
  for (const { id, name } of stores)
    order.add({
      id: `fill:${id}`,
      kind: 'fill',
      on: name,
      minutes: 20,
      values: { volume: volume(usableVolume(path, id).volume * FILL_SHARE) },
    })
  order.add({ id: 'hose', kind: 'hose', minutes: 20, values: { how: watched(path) } })
  for (const { id, name, can } of taps)
    order.add({
      id: `draw:${id}`,
      kind: 'draw',
      with: { tap: [id] },
      on: name,
      minutes: 5,
      values: { volume: volume(can.volume) },
      look: drawnKey({ kind: 'tap', id }),
    })
  for (const pump of pumps)
    order.add({
      id: `pumpRuns:${pump.id}`,
      kind: 'pumpRuns',
      with: { pump: [pump.id] },
      minutes: 10,
      values: { how: `${pumpedInto(pump).length > 1 ? 'both-' : ''}${pump.floatSwitch && pump.power !== 'hand' ? 'float' : 'plain'}` },
      look: drawnKey({ kind: 'pump', id: pump.id }),
    })
  order.add({ id: 'overflowing', kind: overflows.length > 0 ? 'overflowing' : 'returning', minutes: 20 })
  order.add({ id: 'storm', kind: 'storm', minutes: 20, values: { how: overflows.length > 0 ? 'overflow' : 'plain' } })
  for (const { name, devices } of drops)
    for (const { id } of devices)
      if (order.has({ id: `trench:${id}` }))
        order.add({
          id: `backfill:${id}`,
          kind: 'backfill',
          on: name,
          minutes: 60,
          parts: [`${drawnKey({ kind: 'device', id })}:warningTape`],
        })
}
