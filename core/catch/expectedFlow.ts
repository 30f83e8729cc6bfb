/** A way into a pipe that joins others: its mean flow in the wet hours and the most it lets by, same unit. */
export interface Branch {
  mean: number
  cap: number
}

/**
 * An outlet on its gutter: what its own roof sheds at mean intensity, what its gutter brings to it and what its hole takes, with
 * the outlets above it on a fall, whose holes let by what they cannot take.
 */
export interface GutterBranch {
  mean: number
  gutter: number
  hole: number
  above: readonly GutterBranch[]
  /** Outlets and pipes whose whole flow comes in here: a pipe that joins is a branch of its own, its limit in `hole`. */
  joins?: readonly GutterBranch[]
}

/**
 * Mean flow past a limit common to several capped branches, when one exponential intensity drives them all.
 *
 * With x the intensity over its mean, the joined flow `min(Σ min(m_b·x, c_b), limit)` is piecewise linear in x, so
 * `E = ∫ f′(x)·e^(−x) dx` is summed exactly between its bends. One branch gives `m·(1 − e^(−min(c, limit)/m))`.
 *
 * @param limit most that passes after the join (≥ 0, Infinity for none)
 * Source: closed form, the exponential's survival function.
 */
export function expectedFlow(branches: readonly Branch[], limit: number): number {
  const live = branches.filter(({ mean, cap }) => mean > 0 && cap > 0)
  if (live.length === 0 || limit <= 0) return 0
  if (live.length === 1) {
    const { mean, cap } = live[0]!
    return mean * -Math.expm1(-Math.min(cap, limit) / mean)
  }
  return meanOver(
    live.map(({ mean, cap }) => ({ mean, gutter: cap, hole: Infinity, above: [] })),
    limit,
    0,
    Infinity,
  ).passed
}

/** A branch at one intensity: its flow and slope in the gutter, and whether gutter and hole have met their limits. */
interface State {
  branch: GutterBranch
  above: State[]
  joins: State[]
  inflow: number
  inflowSlope: number
  brought: number
  broughtSlope: number
  taken: number
  takenSlope: number
  /** What the hole lets by. */
  past: number
  pastSlope: number
  /** Integrals of what is taken and of what is let by. */
  sumTaken: number
  sumPast: number
}

const NEAR = 1e-12

/**
 * Flows just after an intensity. What has met its limit, or is nearer to it than rounding can tell, stays as it is: every flow
 * only grows with the rain. It is never more than what comes, or more would be taken than is brought and less than nothing let by.
 */
function update(state: State, x: number): void {
  const { branch, above, joins } = state
  state.inflow = branch.mean * x
  state.inflowSlope = branch.mean
  for (const each of above) {
    update(each, x)
    state.inflow += each.past
    state.inflowSlope += each.pastSlope
  }
  for (const each of joins) {
    update(each, x)
    state.inflow += each.taken
    state.inflowSlope += each.takenSlope
  }
  const full = state.inflow >= branch.gutter * (1 - NEAR)
  state.brought = Math.min(state.inflow, branch.gutter)
  state.broughtSlope = full ? 0 : state.inflowSlope
  const over = state.brought >= branch.hole * (1 - NEAR)
  state.taken = Math.min(state.brought, branch.hole)
  state.takenSlope = over ? 0 : state.broughtSlope
  state.past = state.brought - state.taken
  state.pastSlope = state.broughtSlope - state.takenSlope
}

/** How much further the intensity may grow until a branch or one above it meets a limit. */
function untilBend({ branch, above, joins, inflow, inflowSlope, brought, broughtSlope }: State): number {
  let next = Infinity
  if (inflow < branch.gutter * (1 - NEAR) && inflowSlope > 0) next = (branch.gutter - inflow) / inflowSlope
  if (brought < branch.hole * (1 - NEAR) && broughtSlope > 0) next = Math.min(next, (branch.hole - brought) / broughtSlope)
  for (const each of above) next = Math.min(next, untilBend(each))
  for (const each of joins) next = Math.min(next, untilBend(each))
  return next
}

/** `∫ t·e^(−t) dt` from 0 to d: `1 − (1 + d)·e^(−d)`, by its series where that would be a difference of two alike. */
function growing(d: number): number {
  if (d === Infinity) return 1
  if (d < 1e-3) return d * d * (1 / 2 - d / 3 + (d * d) / 8)
  return -Math.expm1(-d) - d * Math.exp(-d)
}
/** `∫ (y + s·(x − a))·e^(−x) dx` from a to b. */
const weighed = (y: number, slope: number, from: number, to: number): number =>
  Math.exp(-from) * (y * -Math.expm1(from - to) + slope * growing(to - from))

/**
 * Mean flow that several outlets bring past a limit which they share, and what each lets by, over the intensities between
 * `from` and `to` (in means): `∫ f(x)·e^(−x) dx`, summed exactly between the bends of the piecewise linear flow.
 *
 * @returns `passed`, and of each branch what it takes and what it lets by to the next one down
 * Source: closed form, the exponential's density.
 */
export function meanOver(
  roots: readonly GutterBranch[],
  limit: number,
  from: number,
  to: number,
): { passed: number; taken: Map<GutterBranch, number>; letBy: Map<GutterBranch, number> } {
  const states = new Map<GutterBranch, State>()
  // An outlet may be asked for itself and as one above another: it is one and the same.
  const stateOf = (branch: GutterBranch): State => {
    const known = states.get(branch)
    if (known) return known
    const zero = {
      inflow: 0,
      inflowSlope: 0,
      brought: 0,
      broughtSlope: 0,
      taken: 0,
      takenSlope: 0,
      past: 0,
      pastSlope: 0,
      sumTaken: 0,
      sumPast: 0,
    }
    const state = { branch, above: branch.above.map(stateOf), joins: (branch.joins ?? []).map(stateOf), ...zero }
    states.set(branch, state)
    return state
  }
  const tops = roots.map(stateOf)
  let passed = 0
  let x = from
  while (x < to) {
    let flow = 0
    let slope = 0
    let step = to - x
    for (const top of tops) {
      update(top, x)
      flow += top.taken
      slope += top.takenSlope
      step = Math.min(step, untilBend(top))
    }
    const held = flow >= limit * (1 - NEAR)
    if (!held && slope > 0) step = Math.min(step, (limit - flow) / slope)
    // A step that rounding has made too small to be seen would never end.
    const end = step === Infinity ? Infinity : Math.max(x + step, x * (1 + 1e-15) + 1e-300)
    passed += held ? weighed(limit, 0, x, end) : weighed(flow, slope, x, end)
    for (const state of states.values()) {
      state.sumTaken += weighed(state.taken, state.takenSlope, x, end)
      state.sumPast += weighed(state.past, state.pastSlope, x, end)
    }
    x = end
  }
  const all = [...states.values()]
  return {
    passed,
    taken: new Map(all.map(({ branch, sumTaken }) => [branch, sumTaken])),
    letBy: new Map(all.map(({ branch, sumPast }) => [branch, sumPast])),
  }
}
