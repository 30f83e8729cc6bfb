import type { Vessel } from '../../scheme'
import { count, volume } from '../../units/quantity'
import { standing, volumeAt } from '../../vessel'
import { portKey } from '../assembly'
import { drawnKey } from '../part'
import type { StepInputs, Order } from './order'

const seeThrough = ({ light }: Vessel) => light === 'translucent' || light === 'clear' || light === 'clad'

/** Screens, lids, light and labels: only what is there. */
export function finishSteps(order: Order, { path, assembly }: StepInputs): void {
  const vessels = [...path.vessels.values()].map(({ vessel }) => vessel)
  const meshed = vessels.filter(({ id }) => assembly.parts.some(({ key }) => key === `${drawnKey({ kind: 'vessel', id })}:mesh`))
  if (meshed.length > 0)
    order.add({
      id: 'meshes',
      kind: 'meshes',
      minutes: 15 * meshed.length,
      parts: meshed.flatMap(({ id }) => ['mesh', 'meshScrews'].map((part) => `${drawnKey({ kind: 'vessel', id })}:${part}`)),
    })
  const vents = vessels.flatMap(({ id, ports }) => ports.filter(({ role }) => role === 'vent').map((port) => portKey(id, port.id)))
  if (vents.length > 0) order.add({ id: 'vents', kind: 'vents', minutes: 8 * vents.length, parts: vents })
  const lidded = vessels.filter(({ lid }) => lid !== 'open')
  if (lidded.length > 0)
    order.add({
      id: 'lids',
      kind: 'lids',
      minutes: 5 * lidded.length,
      parts: lidded.map(({ id }) => drawnKey({ kind: 'vessel', id })),
    })
  for (const { vessel } of path.vessels.values())
    if (seeThrough(vessel))
      order.add({
        id: `cover:${vessel.id}`,
        kind: vessel.light === 'clad' ? 'clad' : 'cover',
        with: { vessel: [vessel.id] },
        on: vessel.name,
        minutes: 60,
        look: drawnKey({ kind: 'vessel', id: vessel.id }),
        parts: (vessel.light === 'clad' ? ['cladding', 'battens', 'claddingScrew'] : ['paint']).map(
          (part) => `${drawnKey({ kind: 'vessel', id: vessel.id })}:${part}`,
        ),
      })
  if (path.scheme.taps.length > 0)
    order.add({
      id: 'label',
      kind: 'label',
      minutes: 5,
      values: { count: count(path.scheme.taps.length) },
    })
}

/** Water that keeps an empty vessel standing in a gust, where it is not tied: the last thing before one goes. */
export function leaveSteps(order: Order, { path }: StepInputs): void {
  for (const placed of path.vessels.values()) {
    const { vessel } = placed
    if (vessel.on !== undefined || vessel.base.tied) continue
    const { ballast } = standing(path, placed)
    const holds = volumeAt(vessel.body, vessel.body.rim)
    if (ballast < LEAST_BALLAST || ballast > holds) continue
    order.add({
      id: `ballast:${vessel.id}`,
      kind: 'ballast',
      with: { vessel: [vessel.id] },
      on: vessel.name,
      minutes: 5,
      values: { volume: volume(ballast) },
      look: drawnKey({ kind: 'vessel', id: vessel.id }),
    })
  }
}
/** Less than this is in it after the tests anyway, m³. */
const LEAST_BALLAST = 0.005
