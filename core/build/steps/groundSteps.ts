import { length, volume } from '../../units/quantity'
import { baseHeight } from '../../layout'
import { baseBuild, padsOf, padUnder, ROUND, type BasePart } from '../../vessel'
import { drawnKey } from '../part'
import type { StepInputs, Order } from './order'

/** What comes before anything is touched. */
export function beforeSteps(order: Order, { path }: StepInputs): void {
  const hazard = path.scheme.sections.some(({ hazards }) => hazards.includes('asbestos-cement'))
  order.add({
    id: 'rules',
    kind: 'rules',
    minutes: 20,
    cautions: hazard ? ['asbestos'] : [],
  })
  order.add({ id: 'buy', kind: 'buy', minutes: 60 })
}

/** Laid with the ground, and cast with the slab. */
const UNDER = /:(fabric|gravel|sand|kerb|pins)$/
const CAST = /:(slab:cast|formwork|slabMesh)$/
/** One slab of these is more than one pair of arms lifts. */
const HEAVY: readonly BasePart['item'][] = ['cap', 'slab']

const sum = (layers: readonly BasePart[], of: 'height' | 'quantity') => layers.reduce((total, layer) => total + layer[of], 0)

/** Pads dug and filled, one for all that stands on it, and what every vessel has on top of them. */
export function baseSteps(order: Order, { path, system, assembly }: StepInputs): void {
  const pads = path.scheme.stores.flatMap((store) => padsOf(store, path.layout.vessels))
  for (const { vessel, store } of path.scheme.stores.flatMap((each) => each.vessels.map((one) => ({ vessel: one, store: each })))) {
    if (vessel.on !== undefined) continue
    const pad = padUnder(pads, vessel.id)
    const layers = baseBuild(vessel.base, pad, system, vessel.on !== undefined)
    const { base } = vessel
    const key = drawnKey({ kind: 'base', id: vessel.id })
    const has = (item: string) => layers.find((layer) => layer.item === item)
    const parts = assembly.parts.filter((part) => part.key.startsWith(`${key}:`) && !part.key.endsWith(':tie')).map((part) => part.key)
    const shared = pad?.vessels ?? [vessel]
    const under = { of: { vessel: shared.map(({ id }) => id) }, on: shared.map(({ name }) => name).join(', '), look: key }
    const sod = has('sod')
    if (sod)
      order.add({
        ...under,
        id: `dig:${vessel.id}`,
        kind: 'dig',
        minutes: 40 + sod.quantity * 30,
        values: { depth: length(sod.height), width: length(pad!.width + 2 * ROUND), long: length(pad!.depth + 2 * ROUND) },
        parts: parts.filter((part) => part.endsWith(':sod')),
      })
    const gravel = layers.filter(({ item }) => item === 'gravel')
    if (gravel.length > 0)
      order.add({
        ...under,
        id: `gravel:${vessel.id}`,
        kind: 'gravel',
        minutes: 30 + sum(gravel, 'quantity') * 120,
        values: { depth: length(sum(gravel, 'height')), volume: volume(sum(gravel, 'quantity')) },
        parts: parts.filter((part) => UNDER.test(part)),
      })
    const cast = layers.some(({ item, unit }) => item === 'slab' && unit === 'volume')
    if (cast)
      order.add({
        ...under,
        id: `cast:${vessel.id}`,
        kind: 'cast',
        minutes: 150,
        values: { height: length(has('slab')!.height) },
        parts: parts.filter((part) => CAST.test(part)),
      })
    // What the pad's own steps have laid already is not built again.
    const above = base.parts.filter(({ kind }) => kind !== 'deck' && kind !== 'gravel-pad' && !(cast && kind === 'slab'))
    if (above.length === 0) continue
    const made = above.some(({ kind }) => kind === 'timber' || kind === 'frame')
    const bought = above.every(({ kind }) => kind === 'stand')
    const height = baseHeight(base)
    order.add({
      id: `base:${vessel.id}`,
      kind: bought ? 'standLevel' : made ? 'frameLevel' : 'baseLevel',
      of: { vessel: [vessel.id] },
      on: vessel.name,
      look: key,
      minutes: bought ? 15 : made ? 180 : 60,
      hands: made || HEAVY.some((item) => layers.some((layer) => layer.item === item)) ? 2 : 1,
      values: {
        height: length(height),
        width: length(base.width),
        long: length(base.depth),
        how: store.vessels.length > 1 ? 'several' : 'one',
      },
      cautions: height > 1 || above.some(({ kind }) => kind === 'frame') ? ['structure'] : [],
      parts: parts.filter((part) => !/:sod$/.test(part) && !UNDER.test(part) && !(cast && CAST.test(part))),
    })
  }
}
