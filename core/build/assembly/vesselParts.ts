import { word } from '../../figures/told'
import type { Vessel } from '../../scheme'
import { LITRE } from '../../units/constants'
import { length, volume as volumeOf } from '../../units/quantity'
import { clothedArea, padsOf, padUnder } from '../../vessel'
import { portKey, type Assembler, type PartDraft } from './assembler'
import { baseParts, frameParts } from './baseParts'
import { GUIDE, VESSEL_GUIDE } from './guidePrices'
import { insideParts } from './insideParts'

/** Mesh over an opening laps its edge all round by this much, m; a screw and a washer hold it every so often, m. Common practice. */
const MESH_LAP = 0.05
const MESH_SCREWS = 0.08
const FEWEST_SCREWS = 6

/** Mesh over every opening of a screened lid, cut with its lap, and what holds it down: nothing that a finger lifts. */
function closingParts(make: Assembler, vessel: Vessel, key: string): void {
  // A tank's manhole has its own strainer.
  const openings = vessel.ports.filter(
    ({ role, screened }) => role === 'lid' && (screened || vessel.lid === 'screened') && vessel.family !== 'tank',
  )
  if (vessel.lid !== 'screened' && openings.length === 0) return
  const across = openings.length > 0 ? openings.map(({ bore }) => bore) : [Math.min(vessel.body.width, vessel.body.depth)]
  make.part({
    key: `${key}:mesh`,
    station: 'cask',
    item: 'mesh',
    words: { id: 'part.mesh' },
    quantity: across.reduce((sum, bore) => sum + (bore + 2 * MESH_LAP) ** 2, 0),
    unit: 'area',
    shop: 'sundries',
    price: GUIDE.mesh,
  })
  make.part({
    key: `${key}:meshScrews`,
    station: 'cask',
    item: 'meshScrew',
    words: { id: 'part.meshScrew' },
    quantity: across.reduce((sum, bore) => sum + Math.max(FEWEST_SCREWS, Math.ceil((Math.PI * bore) / MESH_SCREWS)), 0),
    shop: 'fixings',
    price: GUIDE.meshScrew,
  })
}

/** A litre of paint covers so much, m², in each of two coats, and comes in tins of so many litres; battens stand this far apart under boards, m. Common practice. */
const PAINT = { covers: 10, coats: 2, tin: 0.75 }
const BATTENS = 0.6
const BATTEN_SCREWS = 4

/** What keeps the light out: boards on battens, or paint that holds on plastic. */
function lightParts(make: Assembler, vessel: Vessel, key: string): void {
  const clothed = clothedArea(vessel)
  const part = (name: string, words: string, more: Pick<PartDraft, 'quantity' | 'unit' | 'shop' | 'price'>) =>
    make.part({ key: `${key}:${name}`, station: 'cask', item: name, words: { id: `part.${words}` }, ...more })
  if (vessel.light === 'clad') {
    const { body } = vessel
    const round = body.kind === 'upright' && body.plan === 'box' ? 2 * (body.width + body.depth) : Math.PI * body.width
    const battens = Math.ceil(round / BATTENS)
    part('cladding', 'cladding', { quantity: clothed, unit: 'area', shop: 'timber', price: GUIDE.cladding })
    part('battens', 'battens', { quantity: battens * body.height, unit: 'length', shop: 'timber', price: GUIDE.batten })
    part('claddingScrew', 'claddingScrew', {
      quantity: battens * BATTEN_SCREWS * Math.ceil(body.height / BATTENS),
      unit: 'each',
      shop: 'fixings',
      price: GUIDE.screw,
    })
  } else if (vessel.light !== 'opaque') {
    part('paint', 'paint', {
      quantity: Math.ceil((clothed * PAINT.coats) / PAINT.covers / PAINT.tin),
      unit: 'each',
      shop: 'sundries',
      price: GUIDE.paint,
    })
  }
}

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
    closingParts(make, vessel, key)
    lightParts(make, vessel, key)
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
      insideParts(make, vessel, port)
    }
    // What stands on another vessel has no base of its own.
    if (vessel.on === undefined) baseParts(make, vessel, padUnder(pads, vessel.id))
  }
  for (const store of make.path.scheme.stores) frameParts(make, store)
}
