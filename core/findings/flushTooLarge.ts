import { dropArea } from '../catch/designFlow'
import { chamberVolume, washDepth } from '../catch/firstFlush'
import { rainDepth, share } from '../units/quantity'
import { rule } from './finding'

/** More of a year's catch than this is too much to throw away. */
const MOST_FLUSHED = 0.15

export const flushTooLarge = rule('flushTooLarge', ({ path, lines, rain }) =>
  lines.map(({ flush, heights, intake }) => {
    const area = dropArea(path, intake.drop.id)
    if (!flush || !rain || area <= 0) return undefined
    const depth = washDepth(chamberVolume(flush.bore, flush.length, flush.chambers), area)
    const flushed = rain.flushedShare ?? 0
    if (depth <= rain.medianWetDay && flushed <= MOST_FLUSHED) return undefined
    return {
      severity: 'better',
      station: 'drop',
      ids: { drop: intake.drop.id, device: flush.id },
      ...(heights.flush ? { at: heights.flush.bottom } : {}),
      values: {
        how: depth > rain.medianWetDay ? 'days' : 'year',
        depth: rainDepth(depth),
        median: rainDepth(rain.medianWetDay),
        flushed: share(flushed),
      },
      source: 'ownRule',
    }
  }),
)
