import { length, volume } from '../../units/quantity'
import { baseBuild } from '../../vessel'
import { drawnKey } from '../part'
import { ONE_LIFTS, type Ground, type Order } from './order'
import { WAITS } from './step'

export function beforeSteps(order: Order, { path }: Ground): void {
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

export function baseSteps(order: Order, { path }: Ground): void {
  for (const { vessel, store } of path.vessels.values()) {
    const layers = baseBuild(vessel.base)
    if (layers.length === 0 || vessel.on !== undefined) continue
    const { base } = vessel
    const own = { phase: 'base' as const, station: 'cask' as const, on: vessel.name, look: drawnKey({ kind: 'base', id: vessel.id }) }
    const has = (item: string) => layers.find((layer) => layer.item === item)
    const parts = layers.map(({ item }) => `${drawnKey({ kind: 'base', id: vessel.id })}:${item}`)
    let last = 'rules'
    const sod = has('sod')
    if (sod)
      last = order.add({
        ...own,
        id: `dig:${vessel.id}`,
        kind: 'dig',
        minutes: 40 + sod.quantity * 30,
        values: { depth: length(sod.height), width: length(base.width + 0.2), long: length(base.depth + 0.2) },
        after: ['rules'],
        tools: ['spade-tool'],
        cautions: ['services'],
        parts: parts.filter((key) => key.endsWith(':sod')),
      })
    const gravel = has('gravel')
    if (gravel)
      last = order.add({
        ...own,
        id: `gravel:${vessel.id}`,
        kind: 'gravel',
        minutes: 30 + gravel.quantity * 120,
        values: { depth: length(gravel.height), volume: volume(gravel.quantity) },
        after: [last, 'buy'],
        tools: ['tamper', 'level'],
        parts: parts.filter((key) => /:(fabric|gravel|sand|kerb|pins)$/.test(key)),
      })
    const cast = layers.some(({ item, unit }) => item === 'slab' && unit === 'volume')
    if (cast)
      last = order.add({
        ...own,
        id: `cast:${vessel.id}`,
        kind: 'cast',
        minutes: 150,
        hands: 2,
        wait: WAITS.concrete,
        values: { height: length(base.height) },
        after: [last, 'buy'],
        tools: ['level'],
        cautions: ['weight'],
        parts: parts.filter((key) => key.endsWith(':slab')),
      })
    order.add({
      ...own,
      id: `base:${vessel.id}`,
      kind: base.kind === 'stand' ? 'standLevel' : 'baseLevel',
      minutes: base.kind === 'stand' ? 15 : base.kind === 'timber' || base.kind === 'frame' ? 180 : 60,
      hands: base.mass > 4 * ONE_LIFTS || base.kind === 'timber' || base.kind === 'frame' ? 2 : 1,
      values: {
        height: length(base.height),
        width: length(base.width),
        long: length(base.depth),
        how: store.vessels.length > 1 ? 'several' : 'one',
      },
      after: [last, 'buy'],
      tools: ['level'],
      cautions: ['weight', ...(base.height > 1 || base.kind === 'frame' ? (['structure'] as const) : [])],
      parts: parts.filter((key) => !/:(sod|fabric|gravel|sand|kerb|pins)$/.test(key) && !(cast && key.endsWith(':slab'))),
    })
  }
}
