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
  // Paint dries on the outside: water may stand in a vessel meanwhile.
  const built = order.of('fix', 'waterways', 'finish').filter((id) => !id.startsWith('cover:'))
  const fixed = order.of('fix')
  const own = { phase: 'tests' as const, test: true }
  for (const gutter of path.scheme.gutters)
    order.add({
      ...own,
      id: `bucket:${gutter.id}`,
      kind: 'bucket',
      station: 'gutter',
      on: gutter.name,
      minutes: 10,
      after: [`gutter:${gutter.id}`, ...fixed],
      never: fixed,
      cautions: ['ladder'],
      tools: ['ladder'],
      look: drawnKey({ kind: 'gutter', id: gutter.id }),
    })
  const fills = path.scheme.stores.map(({ id, name }) =>
    order.add({
      ...own,
      id: `fill:${id}`,
      kind: 'fill',
      station: 'cask',
      on: name,
      minutes: 20,
      values: { volume: volume(usableVolume(path, id).volume * FILL_SHARE) },
      after: built,
      // Water on green cement finds the joint.
      never: fixed,
      cautions: ['weight'],
    }),
  )
  const hose = order.add({
    ...own,
    id: 'hose',
    kind: 'hose',
    station: 'drop',
    minutes: 20,
    values: { how: watched(path) },
    after: [...fills, ...order.of('tests').filter((id) => id.startsWith('bucket:'))],
    never: fixed,
    cautions: ['ladder'],
  })
  for (const tap of path.scheme.taps)
    order.add({
      ...own,
      id: `draw:${tap.id}`,
      kind: 'draw',
      station: 'draw',
      on: tap.name,
      minutes: 5,
      values: { volume: volume(tap.can.volume) },
      after: [...fills, `tap:${tap.id}`],
      look: drawnKey({ kind: 'tap', id: tap.id }),
    })
  for (const pump of path.scheme.pumps)
    order.add({
      ...own,
      id: `pumpRuns:${pump.id}`,
      kind: 'pumpRuns',
      station: 'draw',
      minutes: 10,
      values: { how: `${pumpedInto(pump).length > 1 ? 'both-' : ''}${pump.floatSwitch && pump.power !== 'hand' ? 'float' : 'plain'}` },
      after: [...fills, `pump:${pump.id}`, `pumpY:${pump.id}`, `power:${pump.id}`],
      look: drawnKey({ kind: 'pump', id: pump.id }),
    })
  const over = order.add({
    ...own,
    id: 'overflowing',
    kind: path.scheme.overflows.length > 0 ? 'overflowing' : 'returning',
    station: 'spill',
    minutes: 20,
    after: [hose],
  })
  order.add({
    ...own,
    id: 'storm',
    kind: 'storm',
    station: 'drop',
    minutes: 20,
    values: { how: path.scheme.overflows.length > 0 ? 'overflow' : 'plain' },
    after: [over, ...order.of('tests').filter((id) => /^(draw|pumpRuns):/.test(id))],
  })
  // Covered only when it has held water.
  for (const { name, devices } of path.scheme.drops)
    for (const device of devices)
      if (order.ids.has(`trench:${device.id}`))
        order.add({
          id: `backfill:${device.id}`,
          kind: 'backfill',
          phase: 'leave',
          station: 'drop',
          on: name,
          minutes: 60,
          hands: 2,
          after: [hose],
          never: [hose],
          tools: ['spade-tool', 'tamper'],
          parts: [`${drawnKey({ kind: 'device', id: device.id })}:warningTape`],
        })
}
