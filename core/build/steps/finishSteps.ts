import type { Vessel } from '../../scheme'
import { count } from '../../units/quantity'
import { drawnKey } from '../part'
import type { Ground, Order } from './order'
import { WAITS } from './step'

const seeThrough = ({ light }: Vessel) => light === 'translucent' || light === 'clear' || light === 'clad'

export function finishSteps(order: Order, { path }: Ground): void {
  const standing = order.of('vessel', 'waterways')
  order.add({
    id: 'screens',
    kind: 'screens',
    phase: 'finish',
    station: 'cask',
    minutes: 10 * path.vessels.size,
    after: standing.filter((id) => id.startsWith('set:')),
    cautions: ['children'],
    parts: [...path.vessels.keys()].map((id) => drawnKey({ kind: 'vessel', id })),
  })
  for (const { vessel } of path.vessels.values())
    if (seeThrough(vessel))
      order.add({
        id: `cover:${vessel.id}`,
        kind: vessel.light === 'clad' ? 'clad' : 'cover',
        phase: 'finish',
        station: 'cask',
        on: vessel.name,
        minutes: 60,
        wait: vessel.light === 'clad' ? 0 : WAITS.paint,
        after: [`set:${vessel.id}`],
        look: drawnKey({ kind: 'vessel', id: vessel.id }),
        parts: vessel.light === 'clad' ? [`${drawnKey({ kind: 'vessel', id: vessel.id })}:cladding`] : [],
      })
  order.add({
    id: 'label',
    kind: 'label',
    phase: 'finish',
    station: 'draw',
    minutes: 5,
    values: { count: count(Math.max(1, path.scheme.taps.length)) },
    after: order.of('waterways'),
    cautions: ['notDrinking'],
  })
}
