import { checkChain, mates, nearestWay, type BadJoint, type Chain, type End, type NearestWay, type Placed } from '../parts'
import type { JointChoice } from '../scheme'
import type { PartsGround } from './ground'
import type { BuildStation } from './part'

/** Two parts that meet, before anything is known of how they are joined. */
export interface Meeting {
  key: string
  station: BuildStation
  upper: { part: string; end: End }
  lower: { part: string; end: End }
}

/** `mates`: goes together as it is. `solved`: by the best chain. `chosen`: by a chain of the reader's. `wrong`, `none`: not at all. */
export type JointState = 'mates' | 'solved' | 'chosen' | 'wrong' | 'none'

/** A joint of the scheme with what goes between its two ends. */
export interface Joint extends Meeting {
  state: JointState
  placed: Placed[]
  /** Where a chain of the reader's does not hold. */
  bad: BadJoint[]
}

/**
 * What goes into a joint: nothing where the ends mate, the reader's own row of fittings where they put one, else the best chain.
 */
export function resolveJoint(meeting: Meeting, choice: JointChoice | undefined, ground: PartsGround): Joint {
  const upper = { ...meeting.upper, end: choice?.upper ?? meeting.upper.end }
  const lower = { ...meeting.lower, end: choice?.lower ?? meeting.lower.end }
  const told = { ...meeting, upper, lower }
  if (choice?.fittings) {
    const fittings = choice.fittings.flatMap((id) => ground.byId.get(id) ?? [])
    const { placed, bad } = checkChain(upper.end, lower.end, fittings)
    return { ...told, placed, bad, state: bad.length > 0 ? 'wrong' : placed.length > 0 ? 'chosen' : 'mates' }
  }
  if (mates(upper.end, lower.end)) return { ...told, placed: [], bad: [], state: 'mates' }
  const best = ground.chains(upper.end, lower.end)[0]
  return { ...told, placed: best?.placed ?? [], bad: [], state: best ? 'solved' : 'none' }
}

/** Other ways to make a joint, and where its ends come nearest when there is none. */
export function jointWays({ upper, lower }: Meeting, ground: PartsGround): { chains: Chain[]; nearest?: NearestWay } {
  const chains = ground.chains(upper.end, lower.end)
  return chains.length > 0 ? { chains } : { chains, nearest: nearestWay(upper.end, lower.end, ground.index) }
}
