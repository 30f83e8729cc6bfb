import { endKey, mates, mismatch, type End, type Mismatch } from './ends'
import type { Fitting } from './fittings'

/** A fitting as it sits in a chain: `turned` where its second end is the upper one. */
export interface Placed {
  fitting: Fitting
  turned: boolean
}

/** Fittings between two ends, in the water's direction; none where the ends mate as they are. */
export interface Chain {
  placed: Placed[]
  joints: number
  /** Of what has still to be bought. */
  price: number
  /** How many come from the reader's own stock. */
  owned: number
}

/** What the reader pays and has. */
export interface Stock {
  /** Price of a fitting by its id where the reader knows it. */
  prices?: ReadonlyMap<string, number>
  /** Pieces in hand by fitting id. */
  owned?: ReadonlyMap<string, number>
}

export const upperEnd = ({ fitting, turned }: Placed): End => fitting.ends[turned ? 1 : 0]
export const lowerEnd = ({ fitting, turned }: Placed): End => fitting.ends[turned ? 0 : 1]

/** What a chain comes to, with what is in stock taken off piece by piece. */
export function weighChain(placed: readonly Placed[], { prices, owned }: Stock = {}): Chain {
  const used = new Map<string, number>()
  let price = 0
  let fromStock = 0
  for (const { fitting } of placed) {
    const already = used.get(fitting.id) ?? 0
    used.set(fitting.id, already + 1)
    if (already < (owned?.get(fitting.id) ?? 0)) fromStock++
    else price += prices?.get(fitting.id) ?? fitting.price
  }
  return { placed: [...placed], joints: placed.length + 1, price, owned: fromStock }
}

const name = ({ placed }: Chain) => placed.map(({ fitting, turned }) => `${fitting.id}${turned ? '*' : ''}`).join('+')

/** Fewest joints, then what is to pay, then most from stock; by name where all is equal, so that the answer never wavers. */
export function compareChains(a: Chain, b: Chain): number {
  return (
    a.joints - b.joints ||
    (Math.abs(a.price - b.price) > 1e-9 ? a.price - b.price : 0) ||
    b.owned - a.owned ||
    (name(a) < name(b) ? -1 : name(a) > name(b) ? 1 : 0)
  )
}

/** The one end that goes on a loose one from below, if any does. */
function wantedBelow(loose: End): End | undefined {
  const wanted: End = { ...loose, gender: loose.gender === 'male' ? 'female' : 'male' }
  return mates(loose, wanted) ? wanted : undefined
}

/** A way to hold a fitting, with the key of the end that it leaves loose. */
interface Way {
  placed: Placed
  open: string
}

/** Every way a fitting can be put on an end, and how many fittings any end is from any other. */
export class FittingIndex {
  private readonly byUpper = new Map<string, Way[]>()
  private readonly byLower = new Map<string, Way[]>()
  private readonly ends = new Map<string, End>()
  private readonly far = new Map<string, Map<string, number>>()

  constructor(readonly fittings: readonly Fitting[]) {
    for (const fitting of fittings) {
      // A fitting with equal ends is the same whichever way it is held.
      const turns = endKey(fitting.ends[0]) === endKey(fitting.ends[1]) ? [false] : [false, true]
      for (const turned of turns) {
        const placed = { fitting, turned }
        const way = { placed, open: endKey(lowerEnd(placed)) }
        this.ends.set(way.open, lowerEnd(placed))
        const upper = endKey(upperEnd(placed))
        this.byUpper.set(upper, [...(this.byUpper.get(upper) ?? []), way])
        this.byLower.set(way.open, [...(this.byLower.get(way.open) ?? []), way])
      }
    }
  }

  /** Ways to put a fitting below a loose end. */
  below(loose: End): readonly Way[] {
    const wanted = wantedBelow(loose)
    return (wanted && this.byUpper.get(endKey(wanted))) ?? []
  }

  /** Ways to put a fitting above an end. */
  above(lower: End): readonly Way[] {
    const loose: End = { ...lower, gender: lower.gender === 'male' ? 'female' : 'male' }
    return mates(loose, lower) ? (this.byLower.get(endKey(loose)) ?? []) : []
  }

  /** Fewest fittings from every loose end down to this one, by the loose end's key; ends from which none lead are left out. */
  distances(lower: End): ReadonlyMap<string, number> {
    const key = endKey(lower)
    const known = this.far.get(key)
    if (known) return known
    const distance = new Map<string, number>()
    let edge: End[] = [...this.ends.values()].filter((end) => mates(end, lower))
    for (const end of edge) distance.set(endKey(end), 0)
    for (let rounds = 1; edge.length > 0; rounds++) {
      const next: End[] = []
      for (const end of edge) {
        for (const { placed } of this.byLower.get(endKey(end)) ?? []) {
          // The loose end above is the one that takes this fitting's upper end.
          const upper = upperEnd(placed)
          const loose: End = { ...upper, gender: upper.gender === 'male' ? 'female' : 'male' }
          const looseKey = endKey(loose)
          if (distance.has(looseKey) || !mates(loose, upper)) continue
          distance.set(looseKey, rounds)
          next.push(loose)
        }
      }
      edge = next
    }
    this.far.set(key, distance)
    return distance
  }
}

/** Ways kept to every loose end, and the longest chain worth carrying home. */
const WAYS = 4
const LONGEST = 6

/**
 * The best chains of fittings between two ends: fewest joints, then the least to pay, then the most out of stock.
 *
 * Breadth first over loose ends: every round adds one fitting to every chain that can still arrive in time, and of all that
 * leave the same end loose the best few are kept. The first round that arrives has the shortest chains, all ranked together;
 * one more round gives something to compare them with.
 *
 * @param upper end that the water comes from
 * @param lower end that it goes to
 * @returns best first, at most `most`; empty where none exists; one chain without fittings where the ends mate as they are
 */
export function solveChain(upper: End, lower: End, index: FittingIndex, stock: Stock = {}, most = WAYS): Chain[] {
  if (mates(upper, lower)) return [weighChain([], stock)]
  const distances = index.distances(lower)
  const fewest = distances.get(endKey(upper))
  if (fewest === undefined || fewest > LONGEST) return []
  const rounds = Math.min(LONGEST, fewest + 1)
  const found: Chain[] = []
  let loose = new Map<string, { end: End; chains: Chain[] }>([[endKey(upper), { end: upper, chains: [weighChain([], stock)] }]])
  for (let round = 1; round <= rounds; round++) {
    const next = new Map<string, { end: End; chains: Chain[] }>()
    for (const { end, chains } of loose.values()) {
      for (const { placed, open } of index.below(end)) {
        const left = distances.get(open)
        if (left === undefined || round + left > rounds) continue
        const opened = lowerEnd(placed)
        const kept = next.get(open) ?? { end: opened, chains: [] }
        for (const chain of chains) {
          // A chain that comes by the same end twice could be shorter.
          if (open === endKey(upper) || chain.placed.some((each) => endKey(lowerEnd(each)) === open)) continue
          kept.chains.push(weighChain([...chain.placed, placed], stock))
        }
        if (kept.chains.length > 0) next.set(open, kept)
      }
    }
    for (const [open, kept] of next) {
      kept.chains = kept.chains.toSorted(compareChains).slice(0, Math.max(WAYS, most))
      if (distances.get(open) === 0) found.push(...kept.chains)
    }
    loose = next
  }
  return found.toSorted(compareChains).slice(0, most)
}

/** Where two ends come nearest when no chain joins them. */
export interface NearestWay {
  /** Fittings from the upper end down to `upper`, and from `lower` down to the lower end. */
  above: Placed[]
  below: Placed[]
  upper: End
  lower: End
  why: Mismatch
}

/** How far apart two ends are that do not mate: the wrong size of one kind is nearer than another kind. */
const APART: Record<Mismatch, number> = { bothMale: 1, bothFemale: 1, lap: 1, size: 2, looksAlike: 3, hoseOnPipe: 3, kind: 5 }

/** Everything that can be reached from an end by up to `rounds` fittings, shortest first. */
function reachFrom(start: End, ways: (loose: End) => readonly Way[], open: (placed: Placed) => End, rounds: number) {
  const seen = new Map<string, { end: End; placed: Placed[] }>([[endKey(start), { end: start, placed: [] }]])
  let edge = [...seen.values()]
  for (let round = 0; round < rounds; round++) {
    const next: typeof edge = []
    for (const { end, placed } of edge) {
      for (const { placed: each } of ways(end)) {
        const loose = open(each)
        if (seen.has(endKey(loose))) continue
        const reached = { end: loose, placed: [...placed, each] }
        seen.set(endKey(loose), reached)
        next.push(reached)
      }
    }
    edge = next
  }
  return [...seen.values()]
}

/** The nearest way between two ends that no chain joins: as few fittings as leave the smallest gap. */
export function nearestWay(upper: End, lower: End, index: FittingIndex): NearestWay {
  const down = reachFrom(upper, (loose) => index.below(loose), lowerEnd, 2)
  const up = reachFrom(lower, (loose) => index.above(loose), upperEnd, 2)
  let best: { cost: number; way: NearestWay } | undefined
  for (const above of down) {
    for (const below of up) {
      const why = mismatch(above.end, below.end)
      if (!why) continue
      const cost = APART[why] * 10 + above.placed.length + below.placed.length
      if (!best || cost < best.cost) {
        best = { cost, way: { above: above.placed, below: below.placed.toReversed(), upper: above.end, lower: below.end, why } }
      }
    }
  }
  return best?.way ?? { above: [], below: [], upper, lower, why: mismatch(upper, lower) ?? 'kind' }
}

/** A joint of a chain that does not mate: how many fittings come before it, and why. */
export interface BadJoint {
  after: number
  upper: End
  lower: End
  why: Mismatch
}

/**
 * Holds a row of fittings, as somebody put them, between two ends: each is turned the way in which it mates, if there is one.
 *
 * @returns the row as it sits, and every place where two ends do not go together
 */
export function checkChain(upper: End, lower: End, fittings: readonly Fitting[]): { placed: Placed[]; bad: BadJoint[] } {
  const placed: Placed[] = []
  const bad: BadJoint[] = []
  let loose = upper
  fittings.forEach((fitting, i) => {
    const next = i === fittings.length - 1 ? lower : undefined
    const ways = [false, true].map((turned) => ({ fitting, turned }))
    const fits = ways.filter((way) => mates(loose, upperEnd(way)))
    // Where it fits neither way, the way round that serves what follows is the one that was meant.
    const way =
      fits.find((each) => next && mates(lowerEnd(each), next)) ??
      fits[0] ??
      ways.find((each) => next && mates(lowerEnd(each), next)) ??
      ways[0]!
    const why = mismatch(loose, upperEnd(way))
    if (why) bad.push({ after: i, upper: loose, lower: upperEnd(way), why })
    placed.push(way)
    loose = lowerEnd(way)
  })
  const why = mismatch(loose, lower)
  if (why) bad.push({ after: fittings.length, upper: loose, lower, why })
  return { placed, bad }
}
