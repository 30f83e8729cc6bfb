import { baseHeight } from '../../layout'
import { word } from '../../figures/told'
import { count, length, mass } from '../../units/quantity'
import { portKey } from '../assembly'
import { drawnKey } from '../part'
import { ONE_LIFTS, type StepInputs, type Order } from './order'
import { WAITS } from './step'

/** Heavier than two people lift with a third to guide, kg. Common practice. */
export const MACHINE = 3 * ONE_LIFTS

/** Whatever was last done to the ground that a vessel stands on. */
const groundOf = (order: Order, vesselId: string): string[] => {
  const last = order.ground.get(vesselId)
  return last === undefined ? [] : [last]
}

export function vesselSteps(order: Order, { path, holes }: StepInputs): void {
  for (const { vessel } of path.vessels.values()) {
    const own = { phase: 'vessel' as const, station: 'cask' as const, on: vessel.name, look: drawnKey({ kind: 'vessel', id: vessel.id }) }
    const key = drawnKey({ kind: 'vessel', id: vessel.id })
    let last = 'buy'
    // What nobody lifts is drilled where it stands, on its base.
    const heavy = vessel.tare > MACHINE
    const standing = () =>
      order.add({
        ...own,
        id: `set:${vessel.id}`,
        kind: vessel.base.tied ? 'setTied' : heavy ? 'setHeavy' : 'set',
        minutes: heavy ? 60 : 20,
        hands: vessel.tare > ONE_LIFTS || vessel.on !== undefined ? 2 : 1,
        values: { tare: mass(vessel.tare), height: length(baseHeight(vessel.base)) },
        after: [
          last,
          ...(order.ids.has(`base:${vessel.id}`) ? [`base:${vessel.id}`] : []),
          ...groundOf(order, vessel.id),
          ...(vessel.on === undefined ? [] : [`set:${vessel.on}`]),
        ],
        tools: ['level'],
        cautions: ['weight', ...(vessel.on === undefined ? [] : (['structure'] as const))],
        parts: [key, ...(vessel.base.tied ? [`${drawnKey({ kind: 'base', id: vessel.id })}:tie`] : [])],
      })
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
    if (heavy) last = standing()
    const drilled = holes.filter(({ of }) => of.kind === 'vessel' && of.id === vessel.id)
    if (drilled.length > 0) {
      last = order.add({
        ...own,
        id: `drill:${vessel.id}`,
        kind: 'drill',
        minutes: 10 + 8 * drilled.length,
        bench: !heavy,
        values: {
          count: count(drilled.length),
          widest: length(Math.max(...drilled.map(({ diameter }) => diameter))),
          how: heavy ? 'standing' : 'bench',
        },
        by: drilled.flatMap(({ diameter, above, clock = 0 }) => [diameter, above, clock / 1000]),
        after: [last],
        tools: ['drillDriver', ...new Set(drilled.map(({ cutter }) => cutter))],
        cautions: [...(drilled.some(({ cautions }) => cautions.includes('sawKicks')) ? (['sawKicks'] as const) : []), 'shavings'],
        parts: [key],
      })
      // An opening cut in the lid has mesh over it and nothing in it.
      if (drilled.some(({ seal }) => seal !== undefined))
        last = order.add({
          ...own,
          id: `ports:${vessel.id}`,
          kind: 'ports',
          minutes: 8 * drilled.filter(({ seal }) => seal !== undefined).length,
          bench: !heavy,
          wait: drilled.some(({ seal }) => seal === 'sealant') ? WAITS.sealant : 0,
          values: { count: count(drilled.filter(({ seal }) => seal !== undefined).length) },
          after: [last],
          never: [last],
          tools: ['wrench'],
          parts: drilled.flatMap((hole) => (hole.seal === undefined ? [] : [hole.key])),
        })
    }
    if (!heavy) last = standing()
    const inside = vessel.ports.filter(({ calmed }) => calmed)
    if (inside.length > 0)
      order.add({
        ...own,
        id: `inside:${vessel.id}`,
        kind: 'inside',
        minutes: 30 * inside.length,
        after: [`set:${vessel.id}`, ...(order.ids.has(`ports:${vessel.id}`) ? [`ports:${vessel.id}`] : [])],
        cautions: ['neverInside'],
        parts: inside.flatMap(({ id }) => ['', ':bends', ':clip'].map((part) => `${portKey(vessel.id, id)}:calmed${part}`)),
      })
  }
}
