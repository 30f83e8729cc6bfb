import { baseHeight } from '../layout'
import { length } from '../units/quantity'
import { isOver } from '../numeric/tolerance'
import { GEOMETRY, rule } from './finding'

/** The dimensions of a frame added up: what stands in a tier against its clear height, vessels against its width. */
export const frameDoesNotClose = rule('frameDoesNotClose', ({ path }) =>
  path.scheme.stores.map(({ id, frame, vessels }) => {
    if (!frame) return undefined
    const needs = vessels.map((vessel) => ({
      vessel,
      height: vessel.body.height + (vessel.on === undefined ? 0 : baseHeight(vessel.base)),
    }))
    const tallest = needs.toSorted((a, b) => b.height - a.height)[0]!
    const widest = Math.max(...vessels.map(({ body }) => body.width))
    const [high, wide] = [tallest.height - frame.clearHeight, widest - frame.width]
    const tiers = vessels.length - frame.tiers
    if (!isOver(high, 0) && !isOver(wide, 0) && tiers <= 0) return undefined
    const how = isOver(high, 0) ? 'high' : isOver(wide, 0) ? 'wide' : 'tiers'
    return {
      severity: 'stops',
      station: 'cask',
      ids: { store: id, vessel: tallest.vessel.id },
      at: path.vessels.get(tallest.vessel.id)!.foot,
      values: {
        how,
        by: length(how === 'wide' ? wide : Math.max(0, high)),
        vessel: tallest.vessel.name,
        needs: length(how === 'wide' ? widest : tallest.height),
        clear: length(how === 'wide' ? frame.width : frame.clearHeight),
        tiers: String(frame.tiers),
        count: String(vessels.length),
      },
      source: GEOMETRY,
    }
  }),
)
