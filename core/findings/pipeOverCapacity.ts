import { pipeLoads } from '../catch/pipeLoads'
import { flow, length } from '../units/quantity'
import { rule } from './finding'

/** A downpipe that others join, or that a vessel runs over into: below the joint it has to carry them all. */
export const pipeOverCapacity = rule('pipeOverCapacity', ({ path }) =>
  pipeLoads(path).map(({ drop, comes, arriving, passes }) => {
    if (comes.length < 2 || arriving <= passes) return undefined
    return {
      severity: 'goes-wrong',
      station: 'drop',
      ids: { drop: drop.id },
      values: { name: drop.name, count: String(comes.length), arriving: flow(arriving), passes: flow(passes), bore: length(drop.bore) },
      source: 'en12056',
    }
  }),
)
