import { baseHeight } from '../../layout'
import { word } from '../../figures/told'
import { count, length, mass } from '../../units/quantity'
import { portKey } from '../assembly'
import { drawnKey } from '../part'
import { ONE_LIFTS, type StepInputs, type Order } from './order'
import { WAITS } from './kinds'

/** Heavier than two people lift with a third to guide, kg. Common practice. */
export const MACHINE = 3 * ONE_LIFTS

export function vesselSteps(order: Order, { path, holes }: StepInputs): void {
  for (const { vessel } of path.vessels.values()) {
    const key = drawnKey({ kind: 'vessel', id: vessel.id })
    const own = { of: { vessel: [vessel.id] }, on: vessel.name, look: key }
    // What nobody lifts is drilled where it stands, on its base.
    const heavy = vessel.tare > MACHINE
    const stand = () =>
      order.add({
        ...own,
        id: `set:${vessel.id}`,
        kind: vessel.base.tied ? 'setTied' : heavy ? 'setHeavy' : 'set',
        with: { vessel: vessel.on === undefined ? [] : [vessel.on] },
        minutes: heavy ? 60 : 20,
        hands: vessel.tare > ONE_LIFTS || vessel.on !== undefined ? 2 : 1,
        values: { tare: mass(vessel.tare), height: length(baseHeight(vessel.base)) },
        cautions: vessel.on === undefined ? [] : ['structure'],
        parts: [key, ...(vessel.base.tied ? [`${drawnKey({ kind: 'base', id: vessel.id })}:tie`] : [])],
      })
    if (vessel.held !== 'new')
      order.add({
        ...own,
        id: `clean:${vessel.id}`,
        kind: 'clean',
        minutes: 40,
        values: { held: word(vessel.held) },
        cautions: [vessel.held === 'food' ? 'neverInside' : 'contentsUnknown'],
        parts: [key],
      })
    if (heavy) stand()
    const drilled = holes.filter(({ of }) => of.kind === 'vessel' && of.id === vessel.id)
    if (drilled.length > 0)
      order.add({
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
        tools: [...new Set(drilled.map(({ cutter }) => cutter))],
        // What hurts a hand before what hurts the soil.
        cautions: [...(drilled.some(({ cautions }) => cautions.includes('sawKicks')) ? (['sawKicks'] as const) : []), 'shavings'],
        parts: [key],
      })
    // An opening cut in the lid has mesh over it and nothing in it.
    const filled = drilled.filter(({ seal }) => seal !== undefined)
    if (filled.length > 0)
      order.add({
        ...own,
        id: `ports:${vessel.id}`,
        kind: 'ports',
        minutes: 8 * filled.length,
        bench: !heavy,
        wait: filled.some(({ seal }) => seal === 'sealant') ? WAITS.sealant : 0,
        values: { count: count(filled.length) },
        parts: filled.map((hole) => hole.key),
      })
    if (!heavy) stand()
    const inside = vessel.ports.filter(({ calmed }) => calmed)
    if (inside.length > 0)
      order.add({
        ...own,
        id: `inside:${vessel.id}`,
        kind: 'inside',
        minutes: 30 * inside.length,
        parts: inside.flatMap(({ id }) => ['', ':bends', ':clip'].map((part) => `${portKey(vessel.id, id)}:calmed${part}`)),
      })
  }
}
