import { checkChain, mates, nearestWay, weighChain, type BadJoint, type Chain, type End, type NearestWay, type Placed } from '../parts'
import type { JointChoice } from '../scheme'
import type { PartsInputs } from './partsInputs'
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

/** A meeting with the ends that the reader has put right. */
function told(meeting: Meeting, choice: JointChoice | undefined): Meeting {
  const upper = { ...meeting.upper, end: choice?.upper ?? meeting.upper.end }
  const lower = { ...meeting.lower, end: choice?.lower ?? meeting.lower.end }
  return { ...meeting, upper, lower }
}

/** What is left on a shelf after some fittings have been taken off it. */
function takeOff(shelf: ReadonlyMap<string, number>, placed: readonly Placed[]): ReadonlyMap<string, number> {
  const taken = placed.filter(({ fitting }) => (shelf.get(fitting.id) ?? 0) > 0)
  if (taken.length === 0) return shelf
  const left = new Map(shelf)
  for (const { fitting } of taken) left.set(fitting.id, Math.max(0, left.get(fitting.id)! - 1))
  return left
}

/**
 * What goes into every joint: nothing where the ends mate, the reader's own row of fittings where they put one, else the best
 * chain.
 *
 * A fitting on the shelf goes into one joint only. The reader's own rows have theirs first; after them whichever joint saves
 * the most by what is left.
 *
 * @param choices by the joint's key
 * @returns in the order of the meetings
 */
export function resolveJoints(meetings: readonly Meeting[], choices: ReadonlyMap<string, JointChoice>, inputs: PartsInputs): Joint[] {
  let shelf: ReadonlyMap<string, number> = inputs.stock.owned
  const joints = new Map<Meeting, Joint>()
  const open: { meeting: Meeting; as: Meeting }[] = []
  for (const meeting of meetings) {
    const choice = choices.get(meeting.key)
    const as = told(meeting, choice)
    if (choice?.fittings) {
      const fittings = choice.fittings.flatMap((id) => inputs.byId.get(id) ?? [])
      const { placed, bad } = checkChain(as.upper.end, as.lower.end, fittings)
      joints.set(meeting, { ...as, placed, bad, state: bad.length > 0 ? 'wrong' : placed.length > 0 ? 'chosen' : 'mates' })
      shelf = takeOff(shelf, placed)
    } else if (mates(as.upper.end, as.lower.end)) joints.set(meeting, { ...as, placed: [], bad: [], state: 'mates' })
    else open.push({ meeting, as })
  }
  const bestOf = ({ as }: (typeof open)[number]) => inputs.chains(as.upper.end, as.lower.end, shelf)[0]
  while (open.length > 0) {
    const ways = open.map(bestOf)
    // Only the shelf makes one joint's choice matter to another's.
    const saved = ways.map((way) => (way && way.owned > 0 ? weighChain(way.placed, { prices: inputs.stock.prices }).price - way.price : 0))
    const most = Math.max(...saved)
    const turn = most > 0 ? saved.indexOf(most) : -1
    for (const i of turn < 0 ? open.keys() : [turn]) {
      const { meeting, as } = open[i]!
      const best = ways[i]
      joints.set(meeting, { ...as, placed: best?.placed ?? [], bad: [], state: best ? 'solved' : 'none' })
      if (best) shelf = takeOff(shelf, best.placed)
    }
    open.splice(Math.max(0, turn), turn < 0 ? open.length : 1)
  }
  return meetings.map((meeting) => joints.get(meeting)!)
}

/**
 * Other ways to make a joint, and where its ends come nearest when there is none.
 *
 * @param others joints that are to have their fittings off the shelf first
 */
export function jointWays(
  { key, upper, lower }: Meeting,
  inputs: PartsInputs,
  others: readonly Joint[] = [],
): { chains: Chain[]; nearest?: NearestWay } {
  const shelf = others
    .filter((each) => each.key !== key)
    .reduce((left, { placed }) => takeOff(left, placed), inputs.stock.owned as ReadonlyMap<string, number>)
  const chains = inputs.chains(upper.end, lower.end, shelf)
  return chains.length > 0 ? { chains } : { chains, nearest: nearestWay(upper.end, lower.end, inputs.index) }
}
