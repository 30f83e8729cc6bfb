import { laidPump } from '../layout'
import { MOST_SUCTION, pumpDuty } from '../draw/pump'
import { length, span } from '../units/quantity'
import { isOver } from '../numeric/tolerance'
import { rule } from './finding'

/** Air pushes water only so far up to a pump. */
export const suctionTooHigh = rule('suctionTooHigh', ({ path }) =>
  path.scheme.pumps.map((pump) => {
    const { vessel, foot } = path.vessels.get(pump.from.vessel)!
    const port = vessel.ports.find(({ id }) => id === pump.from.port)!
    if (pump.wants <= 0) return undefined
    const { suction } = pumpDuty(laidPump(path.layout, pump), foot + port.at)
    if (!isOver(suction, MOST_SUCTION)) return undefined
    return {
      severity: 'stops',
      station: 'draw',
      ids: { tap: pump.id, vessel: vessel.id },
      at: pump.at,
      values: { suction: span(suction), most: span(MOST_SUCTION), at: length(pump.at) },
      source: 'commonPractice',
    }
  }),
)
