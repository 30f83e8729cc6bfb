import { word } from '../../figures/told'
import type { Vessel } from '../../scheme'
import { LITRE } from '../../units/constants'
import { length, volume as volumeOf } from '../../units/quantity'
import { baseBuild, clothedArea, padsOf, padUnder, type Pad } from '../../vessel'
import { drawnKey } from '../part'
import { portKey, type Assembler } from './assembler'
import { BASE_GUIDE, GUIDE, VESSEL_GUIDE } from './guidePrices'

/** Vessels with what closes, clothes and airs them, and what they stand on. */
export function vesselParts(make: Assembler): void {
  const pads = make.path.scheme.stores.flatMap((store) => padsOf(store, make.path.layout.vessels))
  for (const { vessel } of make.path.vessels.values()) {
    const [least, perLitre] = VESSEL_GUIDE[vessel.family]
    const key = make.drawn(
      'vessel',
      vessel.id,
      {
        station: 'cask',
        item: `vessel:${vessel.family}:${Math.round(vessel.nominal / LITRE)}`,
        words: { id: 'part.vessel', values: { family: word(vessel.family), holds: volumeOf(vessel.nominal) } },
        shop: 'tanks',
        price: Math.round(least + (vessel.nominal / LITRE) * perLitre),
      },
      vessel.name,
    )
    if (vessel.lid === 'screened')
      make.part({
        key: `${key}:mesh`,
        station: 'cask',
        item: 'mesh',
        words: { id: 'part.mesh' },
        quantity: 0.5,
        unit: 'area',
        shop: 'sundries',
        price: GUIDE.mesh,
      })
    if (vessel.light === 'clad')
      make.part({
        key: `${key}:cladding`,
        station: 'cask',
        item: 'cladding',
        words: { id: 'part.cladding' },
        quantity: clothedArea(vessel),
        unit: 'area',
        shop: 'timber',
        price: GUIDE.cladding,
      })
    for (const port of vessel.ports) {
      const own = { key: `${portKey(vessel.id, port.id)}`, station: 'cask' as const }
      if (port.role === 'vent')
        make.part({
          ...own,
          item: 'ventCap',
          words: { id: 'part.ventCap', values: { bore: length(port.bore) } },
          shop: 'tanks',
          price: GUIDE.ventCap,
        })
      if (port.calmed)
        make.part({
          ...own,
          key: `${own.key}:calmed`,
          item: 'calmedFoot',
          words: { id: 'part.calmedFoot' },
          shop: 'pipe',
          price: GUIDE.calmedFoot,
        })
    }
    // What stands on another vessel has no base of its own.
    if (vessel.on === undefined) baseParts(make, vessel, padUnder(pads, vessel.id))
  }
}

function baseParts(make: Assembler, vessel: Vessel, pad: Pad | null): void {
  const key = drawnKey({ kind: 'base', id: vessel.id })
  const layers = baseBuild(vessel.base, pad, make.ground.system)
  // Gravel under a pad and in it is bought as one.
  const items = [...new Set(layers.map(({ item }) => item))]
  for (const item of items) {
    const own = layers.filter((layer) => layer.item === item)
    const { unit } = own[0]!
    const quantity = own.reduce((sum, layer) => sum + layer.quantity, 0)
    const [price, shop] = BASE_GUIDE[item]!
    // A slab cast in place is told by its volume, laid ones by their number.
    const cast = item === 'slab' && unit === 'volume'
    make.part({
      key: `${key}:${item}`,
      station: 'cask',
      item: `base:${item}${cast ? ':cast' : ''}`,
      words: { id: `base.${item}` },
      quantity,
      unit: unit === 'count' ? 'each' : unit,
      shop,
      price: cast ? GUIDE.castSlab : price,
      found: item === 'sod',
    })
  }
  if (vessel.base.tied)
    make.part({ key: `${key}:tie`, station: 'cask', item: 'tie', words: { id: 'part.tie' }, shop: 'fixings', price: GUIDE.tie })
}
