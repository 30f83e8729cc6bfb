import { outletDesign, withJoined } from './designFlow'
import type { WaterPath } from '../path/waterPath'
import { FULL_DUTY, verticalPipeFlow } from '../pipe/verticalPipe'
import type { Drop } from '../scheme'
import { surplusWays, takenBy } from './waysOut'

/** All that one downpipe has to carry in the design rain. */
export interface PipeLoad {
  drop: Drop
  /** Every outlet, of its own or of a pipe that joins it, and every overflow that is led into it, m³/s. */
  comes: { outlet?: string; overflow?: string; flow: number }[]
  arriving: number
  /** What the pipe itself passes, m³/s. */
  passes: number
}

/**
 * What every downpipe carries below its last joint: the sum of its own outlets, of the pipes that end in it, and of the overflows
 * led into it.
 *
 * Source: EN 12056-3:2000 for the pipe, from memory; the sum is arithmetic.
 */
export function pipeLoads(path: WaterPath): PipeLoad[] {
  const { drops, stores } = path.scheme
  const outlets = outletDesign(path)
  const spilling = stores
    .flatMap(({ id }) => surplusWays(path, id))
    .flatMap((surplus) =>
      surplus.ways.flatMap((way) => {
        const route = way.kind === 'overflow' ? path.scheme.overflows.find(({ id }) => id === way.id) : undefined
        return route?.to.kind === 'drop'
          ? [{ into: route.to.drop, overflow: route.id, flow: Math.min(way.passes, takenBy(surplus, way)) }]
          : []
      }),
    )
  return drops.map((drop) => {
    const pipes = withJoined(path, drop.id)
    const comes = [
      ...outlets.filter((each) => pipes.has(each.drop.id)).map(({ outlet, down }) => ({ outlet: outlet.id, flow: down })),
      ...spilling.filter(({ into }) => pipes.has(into)).map(({ overflow, flow }) => ({ overflow, flow })),
    ].filter(({ flow }) => flow > 0)
    return {
      drop,
      comes,
      arriving: comes.reduce((sum, { flow }) => sum + flow, 0),
      passes: verticalPipeFlow(drop.bore, FULL_DUTY),
    }
  })
}
