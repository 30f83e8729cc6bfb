import { gutterParts as partsAlong, isMoved, longestLeg } from '../../gutter'
import { count, length, span } from '../../units/quantity'
import { drawnKey, type Part } from '../part'
import type { StepDraft, StepInputs, Order } from './order'

/** Whether the gutter itself is not among what is bought for it. */
const hungThere = (bought: readonly Part[], key: string) => !bought.some((part) => part.key === key)

export function gutterSteps(order: Order, { path, assembly }: StepInputs): void {
  for (const gutter of path.scheme.gutters) {
    const key = drawnKey({ kind: 'gutter', id: gutter.id })
    const bought = assembly.parts.filter((part) => !part.there && (part.key === key || part.key.startsWith(`${key}:`)))
    const counted = partsAlong(gutter, 0)
    const common: Omit<StepDraft, 'kind' | 'minutes'> = {
      id: key,
      of: { gutter: [gutter.id] },
      on: gutter.name,
      look: key,
    }
    const run = length(gutter.fall * longestLeg(gutter))
    const hangs = bought.some((part) => part.key === key)
    const part = (...names: string[]) => bought.flatMap((each) => (names.some((name) => each.key === `${key}:${name}`) ? [each.key] : []))
    const onHoops = part('board').length > 0
    if (hangs)
      order.add({
        ...common,
        id: `hold:${gutter.id}`,
        kind: 'gutterHold',
        hands: onHoops ? 2 : 1,
        minutes: onHoops ? 30 + gutter.length * 10 : 20,
        values: onHoops ? { how: 'hoops' } : gutter.board > 0 ? { how: 'board', board: length(gutter.board) } : { how: 'unknown' },
        parts: part('board', 'clamps'),
      })
    if (hangs)
      order.add({
        ...common,
        kind: 'gutterHung',
        // Two people for a piece that is longer than one can hold level.
        hands: gutter.length > 2 ? 2 : 1,
        minutes: 40 + gutter.length * 15,
        values: { how: counted.joints === 0 ? 'one' : gutter.material, run, n: count(counted.brackets), gap: length(counted.gap) },
        parts: bought.map((each) => each.key).filter((each) => !part('board', 'clamps', 'flap', 'tape', 'weights').includes(each)),
      })
    else
      order.add({
        ...common,
        kind: 'gutterFall',
        minutes: 20 + gutter.length * 3,
        values: { run },
        parts: [key],
      })
    if (part('flap').length > 0)
      order.add({
        ...common,
        id: `flap:${gutter.id}`,
        kind: 'filmFlap',
        minutes: 20 + gutter.length * 6,
        parts: part('flap', 'tape', 'weights'),
      })
    // A gutter that stays, with an outlet that goes to another place along it: the old hole is closed first, and kept.
    for (const outlet of hungThere(bought, key) ? gutter.outlets : [])
      if (isMoved(outlet))
        order.add({
          ...common,
          id: `move:${outlet.id}`,
          kind: 'outletMove',
          minutes: 75,
          values: { was: span(outlet.was!), at: span(outlet.at), bore: length(outlet.bore), how: gutter.material },
          parts: [drawnKey({ kind: 'outlet', id: outlet.id }), `${key}:patch:${outlet.id}`],
          look: drawnKey({ kind: 'outlet', id: outlet.id }),
        })
    // A gutter that stays, with an outlet that is new to it.
    const hung = hungThere(bought, key)
    for (const { id, bore } of hung ? gutter.outlets : [])
      if (assembly.parts.some((part) => !part.there && part.key === drawnKey({ kind: 'outlet', id })))
        order.add({
          ...common,
          id: `outlet:${id}`,
          kind: 'outletNew',
          minutes: 45,
          values: { bore: length(bore), how: gutter.material },
          parts: [drawnKey({ kind: 'outlet', id })],
          look: drawnKey({ kind: 'outlet', id }),
        })
  }
}
