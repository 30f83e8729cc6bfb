import { word } from '../figures/told'
import { dropArea } from '../catch/designFlow'
import { familyOf } from '../catch/families'
import { LITRE } from '../units/constants'
import { rainDepth } from '../units/quantity'
import { COMMON_PRACTICE, rule } from './finding'

/** A diverter that is turned by hand: which rain fills the vessel, and so when to be there. */
export const needsAHand = rule('needsAHand', ({ path, lines, usable }) =>
  lines.map(({ intake: { drop, device }, placed }) => {
    const area = dropArea(path, drop.id)
    if (!device || !familyOf(device).attended || area <= 0) return undefined
    return {
      severity: 'note',
      station: 'drop',
      ids: { drop: drop.id, device: device.id },
      values: { part: word(device.kind), rain: rainDepth(usable.get(placed.store.id)!.volume / LITRE / area) },
      source: COMMON_PRACTICE,
    }
  }),
)
