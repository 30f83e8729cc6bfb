import { length, volume } from '../../units/quantity'
import { baseHeight } from '../../layout'
import { baseBuild, padsOf, padUnder, ROUND, type BasePart } from '../../vessel'
import { drawnKey } from '../part'
import type { StepInputs, Order } from './order'
import { WAITS } from './step'

/** What comes before anything is touched. */
export function beforeSteps(order: Order, { path }: StepInputs): void {
  const hazard = path.scheme.sections.some(({ hazards }) => hazards.includes('asbestos-cement'))
  order.add({
    id: 'rules',
    kind: 'rules',
    phase: 'before',
    station: 'gutter',
    minutes: 20,
    cautions: ['localRules', ...(hazard ? (['asbestos'] as const) : [])],
  })
  order.add({ id: 'buy', kind: 'buy', phase: 'before', station: 'gutter', minutes: 60, after: ['rules'] })
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
    const own = { phase: 'base' as const, station: 'cask' as const, on: vessel.name, look: drawnKey({ kind: 'base', id: vessel.id }) }
    const has = (item: string) => layers.find((layer) => layer.item === item)
    const own_ = drawnKey({ kind: 'base', id: vessel.id })
    const parts = assembly.parts.filter(({ key }) => key.startsWith(`${own_}:`) && !key.endsWith(':tie')).map(({ key }) => key)
    const under = { ...own, on: pad?.vessels.map(({ name }) => name).join(', ') ?? vessel.name }
    let last = order.ground.get(vessel.id) ?? 'rules'
    const sod = has('sod')
    if (sod)
      last = order.add({
        ...under,
        id: `dig:${vessel.id}`,
        kind: 'dig',
        minutes: 40 + sod.quantity * 30,
        values: { depth: length(sod.height), width: length(pad!.width + 2 * ROUND), long: length(pad!.depth + 2 * ROUND) },
        after: ['rules'],
        tools: ['spade-tool'],
        cautions: ['services'],
        parts: parts.filter((key) => key.endsWith(':sod')),
      })
    const gravel = layers.filter(({ item }) => item === 'gravel')
    if (gravel.length > 0)
      last = order.add({
        ...under,
        id: `gravel:${vessel.id}`,
        kind: 'gravel',
        minutes: 30 + sum(gravel, 'quantity') * 120,
        values: { depth: length(sum(gravel, 'height')), volume: volume(sum(gravel, 'quantity')) },
        after: [last, 'buy'],
        tools: ['tamper', 'level'],
        parts: parts.filter((key) => UNDER.test(key)),
      })
    const cast = layers.some(({ item, unit }) => item === 'slab' && unit === 'volume')
    if (cast)
      last = order.add({
        ...under,
        id: `cast:${vessel.id}`,
        kind: 'cast',
        minutes: 150,
        hands: 2,
        wait: WAITS.concrete,
        values: { height: length(has('slab')!.height) },
        after: [last, 'buy'],
        tools: ['level'],
        cautions: ['weight'],
        parts: parts.filter((key) => CAST.test(key)),
      })
    if (last !== 'rules') for (const each of pad?.vessels ?? []) order.ground.set(each.id, last)
    // What the pad's own steps have laid already is not built again.
    const above = base.parts.filter(({ kind }) => kind !== 'deck' && kind !== 'gravel-pad' && !(cast && kind === 'slab'))
    if (above.length === 0) continue
    const made = above.some(({ kind }) => kind === 'timber' || kind === 'frame')
    const bought = above.every(({ kind }) => kind === 'stand')
    const height = baseHeight(base)
    order.add({
      ...own,
      id: `base:${vessel.id}`,
      kind: bought ? 'standLevel' : made ? 'frameLevel' : 'baseLevel',
      minutes: bought ? 15 : made ? 180 : 60,
      hands: made || HEAVY.some((item) => layers.some((layer) => layer.item === item)) ? 2 : 1,
      values: {
        height: length(height),
        width: length(base.width),
        long: length(base.depth),
        how: store.vessels.length > 1 ? 'several' : 'one',
      },
      after: [last, 'buy'],
      tools: ['level', ...(made ? ['woodSaw', 'drillDriver', 'wrench'] : [])],
      cautions: ['weight', ...(height > 1 || above.some(({ kind }) => kind === 'frame') ? (['structure'] as const) : [])],
      parts: parts.filter((key) => !/:sod$/.test(key) && !UNDER.test(key) && !(cast && CAST.test(key))),
    })
  }
}
