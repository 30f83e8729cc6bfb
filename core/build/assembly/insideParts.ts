import type { Port, Vessel } from '../../scheme'
import { angle } from '../../units/quantity'
import { portKey, type Assembler } from './assembler'
import { bendPrice, GUIDE } from './guidePrices'
import { bendItem } from './legs'

/** The upturned foot of an inlet keeps so far off the floor, and off the lid above, m. Common practice. */
const OFF_FLOOR = 0.1
/** Two bends turn the water up again. Common practice. */
const BENDS = 2

/**
 * An inlet that is led down inside to the floor, its foot turned up, so that sediment lies still: the pipe, two bends, and what
 * holds it upright. Put together outside and let in through the lid: nobody climbs in.
 */
export function insideParts(make: Assembler, vessel: Vessel, port: Port): void {
  if (!port.calmed) return
  const key = `${portKey(vessel.id, port.id)}:calmed`
  const top = port.role === 'lid' ? vessel.body.rim : port.at
  // A lid's opening is wider than the pipe through it.
  const pipe = make.pipeOf(port.role === 'lid' ? make.widthInto(vessel.id, port.id) : port.bore)
  const span = Math.max(0.1, top - vessel.body.floor - OFF_FLOOR)
  make.pipe(key, 'cask', pipe, span, { words: { id: 'part.calmedPipe', of: pipe } })
  make.order({ key, part: key, station: 'cask', pipe, span, service: 'drain' }, [undefined, undefined]).joined = [false, true]
  make.part({
    key: `${key}:bends`,
    station: 'cask',
    item: bendItem(pipe, 90),
    words: { id: 'part.bend', of: pipe, values: { turn: angle(90) } },
    quantity: BENDS,
    shop: 'pipe',
    price: bendPrice(pipe),
  })
  make.part({
    key: `${key}:clip`,
    station: 'cask',
    item: 'calmedClip',
    words: { id: 'part.calmedClip' },
    shop: 'fixings',
    price: GUIDE.strap,
  })
}
