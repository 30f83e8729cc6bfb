import { baseHeight } from '../../layout'
import { word } from '../../figures/told'
import { count, length, mass } from '../../units/quantity'
import { drawnKey } from '../part'
import { ONE_LIFTS, type Ground, type Order } from './order'
import { WAITS } from './step'

export function vesselSteps(order: Order, { path, holes }: Ground): void {
  for (const { vessel } of path.vessels.values()) {
    const own = { phase: 'vessel' as const, station: 'cask' as const, on: vessel.name, look: drawnKey({ kind: 'vessel', id: vessel.id }) }
    const key = drawnKey({ kind: 'vessel', id: vessel.id })
    let last = 'buy'
    if (vessel.held !== 'new')
      last = order.add({
        ...own,
        id: `clean:${vessel.id}`,
        kind: 'clean',
        minutes: 40,
        bench: true,
        values: { held: word(vessel.held) },
        after: ['buy'],
        cautions: [vessel.held === 'food' ? 'neverInside' : 'contentsUnknown'],
        parts: [key],
      })
    const drilled = holes.filter(({ of }) => of.kind === 'vessel' && of.id === vessel.id)
    if (drilled.length > 0) {
      last = order.add({
        ...own,
        id: `drill:${vessel.id}`,
        kind: 'drill',
        minutes: 10 + 8 * drilled.length,
        bench: true,
        values: { count: count(drilled.length), widest: length(Math.max(...drilled.map(({ diameter }) => diameter))) },
        after: [last],
        tools: ['drillDriver', ...new Set(drilled.map(({ cutter }) => cutter))],
        cautions: [...(drilled.some(({ cautions }) => cautions.includes('sawKicks')) ? (['sawKicks'] as const) : []), 'shavings'],
        parts: [key],
      })
      last = order.add({
        ...own,
        id: `ports:${vessel.id}`,
        kind: 'ports',
        minutes: 8 * drilled.length,
        bench: true,
        wait: drilled.some(({ seal }) => seal === 'sealant') ? WAITS.sealant : 0,
        values: { count: count(drilled.length) },
        after: [last],
        never: [last],
        tools: ['wrench'],
        parts: drilled.map((hole) => hole.key),
      })
    }
    order.add({
      ...own,
      id: `set:${vessel.id}`,
      kind: vessel.base.tied ? 'setTied' : 'set',
      minutes: 20,
      hands: vessel.tare > ONE_LIFTS || vessel.on !== undefined ? 2 : 1,
      values: { tare: mass(vessel.tare), height: length(baseHeight(vessel.base)) },
      after: [
        last,
        ...(order.ids.has(`base:${vessel.id}`) ? [`base:${vessel.id}`] : []),
        ...(vessel.on === undefined ? [] : [`set:${vessel.on}`]),
      ],
      tools: ['level'],
      cautions: ['weight', ...(vessel.on === undefined ? [] : (['structure'] as const))],
      parts: [key, ...(vessel.base.tied ? [`${drawnKey({ kind: 'base', id: vessel.id })}:tie`] : [])],
    })
  }
}
