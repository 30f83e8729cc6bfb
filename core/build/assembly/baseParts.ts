import { INCH } from '../../units/constants'
import { length, plain } from '../../units/quantity'
import type { Store, Vessel } from '../../scheme'
import { baseBuild, towerFrame, type BasePart, type Goods, type Pad } from '../../vessel'
import { drawnKey, type BuildStation, type Words } from '../part'
import type { Assembler } from './assembler'
import { BASE_GUIDE, GUIDE } from './guidePrices'

/** Sawn to its length: told by its section and how long it is. */
const SAWN = new Set<BasePart['item']>(['posts', 'braces', 'bearers', 'joists', 'boards'])
/** Nominal inches of American timber, by what it measures. */
const NOMINAL = (thick: number): number => {
  const inches = thick / INCH
  return inches > 1.2 ? Math.round(inches + 0.5) : inches
}

/** What a layer or piece is called, with the measures that it is asked for by. */
function wordsOf({ item, size }: BasePart, cast: boolean, goods: Goods): Words {
  if (cast) return { id: 'base.concrete' }
  if (!size) return { id: `base.${item}` }
  const [a, b, c] = size
  const across = (metres: number) =>
    plain(goods === 'metric' ? Math.round(metres * 1000) : SAWN.has(item) ? NOMINAL(metres) : Math.round((metres / INCH) * 2) / 2)
  // `how` picks between millimetres and inches.
  return {
    id: `base.${item}`,
    values: { how: goods, a: across(a), b: across(b), ...(SAWN.has(item) ? { long: length(c) } : { c: across(c) }) },
  }
}

/** What a deck stands on by itself. */
const STANDS = new Set<BasePart['item']>(['postFeet', 'posts', 'bolts', 'braces'])

const mm = (metres: number) => Math.round(metres * 1000)

/** Layers and pieces of a base under one key, pieces of one length as one line. */
export function putBase(make: Assembler, key: string, station: BuildStation, layers: readonly BasePart[]): void {
  const goods = make.inputs.system
  const found = new Map<string, { layer: BasePart; quantity: number }>()
  for (const layer of layers) {
    const cast = layer.item === 'slab' && layer.unit === 'volume'
    const as = [layer.item, ...(cast ? ['cast'] : []), ...(layer.size ?? []).map(mm)].join(':')
    found.set(as, { layer, quantity: (found.get(as)?.quantity ?? 0) + layer.quantity })
  }
  for (const [as, { layer, quantity }] of found) {
    const { item, unit, size } = layer
    const cast = item === 'slab' && unit === 'volume'
    const [price, shop] = BASE_GUIDE[item]!
    make.part({
      key: `${key}:${as}`,
      station,
      item: `base:${as}`,
      words: wordsOf(layer, cast, goods),
      quantity,
      unit: unit === 'count' ? 'each' : unit,
      shop,
      // Timber is dear by the metre.
      price: cast ? GUIDE.castSlab : SAWN.has(item) && size ? Math.round(price * size[2] * 20) / 20 : price,
      found: item === 'sod',
    })
  }
}

/** What a vessel stands on. */
export function baseParts(make: Assembler, vessel: Vessel, pad: Pad | null): void {
  const key = drawnKey({ kind: 'base', id: vessel.id })
  const layers = baseBuild(vessel.base, pad, make.inputs.system, vessel.on !== undefined)
  // In a tower the deck hangs on the posts that go all the way up.
  const framed = make.path.scheme.stores.some(({ frame, vessels }) => frame !== undefined && vessels.includes(vessel))
  putBase(make, key, 'cask', framed ? layers.filter(({ item }) => !STANDS.has(item)) : layers)
  if (vessel.base.tied)
    make.part({ key: `${key}:tie`, station: 'cask', item: 'tie', words: { id: 'part.tie' }, shop: 'fixings', price: GUIDE.tie })
}

/** The frame that a stacked group stands in, on the account of its lowest vessel. */
export function frameParts(make: Assembler, { frame, vessels }: Store): void {
  const lowest = vessels.find(({ on }) => on === undefined)
  if (!frame || !lowest) return
  const base = lowest.base.parts.reduce((sum, { height }) => sum + height, 0)
  putBase(make, `${drawnKey({ kind: 'base', id: lowest.id })}:frame`, 'cask', towerFrame(frame, base, make.inputs.system))
}
