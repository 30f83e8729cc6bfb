import { problem, ProblemError } from '../problems'
/**
 * Vessels that fill, empty and even out through whatever joins them, by the second.
 *
 * Volumes are the state. Every flow is a law of the levels at its two ends; a step moves water along flows and nowhere
 * else, so that no rounding can make or lose any.
 */

/** Level over volume as a broken line: `levels[k]` m at `volumes[k]` m³, both rising. Goes on above its last point. */
export interface LevelCurve {
  volumes: Float64Array
  levels: Float64Array
}

export interface Reservoir {
  curve: LevelCurve
  /** Held at the start, m³. */
  volume: number
}

/** Out of the network: the ground, a can, the sky. */
export const OUTSIDE = -1

export interface Flow {
  /** Index of the reservoir that it leaves and that it enters, or `OUTSIDE`. */
  from: number
  to: number
  /**
   * m³/s with water at these levels (m above the datum; 0 for outside); below nought it runs back. Continuous, never less
   * for a higher level at its beginning, never more for a higher one at its end.
   */
  law(from: number, to: number): number
}

/** Two-stage Rosenbrock method of second order whatever the Jacobian, L-stable. Source: Verwer et al. 1999, from memory. */
const GAMMA = 1 - Math.SQRT1_2
/** Level by which a step of first and of second order may differ, m. */
const TOLERANCE = 2e-5
const SHORTEST = 1e-4
/** Levels are shifted by this to find how fast a flow answers, m. */
const NUDGE = 1e-6
/** The last of the water above a floor leaves ever slower, m. */
const LAST_WATER = 1e-3

/** Level and how fast it rises with volume. */
function levelOn({ volumes, levels }: LevelCurve, volume: number, out: { level: number; slope: number }) {
  const last = volumes.length - 1
  let k = 0
  if (last > 1) {
    let high = last
    while (high - k > 1) {
      const middle = (k + high) >> 1
      if (volumes[middle]! <= volume) k = middle
      else high = middle
    }
  }
  const slope = (levels[k + 1]! - levels[k]!) / (volumes[k + 1]! - volumes[k]!)
  out.slope = slope
  out.level = levels[k]! + slope * (volume - volumes[k]!)
}

/** Reservoirs that are joined by flows, solved together. */
interface Part {
  nodes: number[]
  flows: number[]
  matrix: Float64Array
  /** Place of a reservoir in this part; shared, as every reservoir is in one part only. */
  right: Float64Array
  first: Float64Array
  second: Float64Array
}

/**
 * Steps that may be tried over a network's life, by its size: each costs as much as there are flows, and more where many
 * vessels hang together. A storm over a dozen linked totes tries some thousands; what needs more than this is no storm that
 * water could make, and would never end.
 */
const MOST_WORK = 1e7
const workOf = (flows: number, nodes: number) => 20 + flows + nodes ** 2 / 2

/** A network whose levels no step however short can follow. Says how far it came and where the water would not settle. */
export class UnsettledError extends ProblemError {
  constructor(
    /** s into the run. */
    readonly at: number,
    /** Index of the reservoir whose level still jumped. */
    readonly node: number,
  ) {
    super(problem('unsettled', { seconds: Math.floor(at) }))
    this.name = 'UnsettledError'
  }
}

/** What a network can be stepped with; see `Network.step`. */
export class Network {
  readonly volumes: Float64Array
  readonly levels: Float64Array
  /** Moved along each flow in the last step, m³. */
  readonly moved: Float64Array
  private readonly slopes: Float64Array
  private readonly floors: Float64Array
  private readonly trial: Float64Array
  private readonly flowNow: Float64Array
  private readonly byFrom: Float64Array
  private readonly byTo: Float64Array
  private readonly one: Float64Array
  private readonly two: Float64Array
  private readonly placeOf: Int32Array
  private readonly parts: Part[]
  private longest = Infinity
  /** Steps tried so far, and how many may be. */
  attempts = 0
  private readonly mostAttempts: number
  private at = 0
  /** Where the last step that was too coarse was so. */
  private coarse = 0
  private readonly found = { level: 0, slope: 0 }

  constructor(
    private readonly reservoirs: readonly Reservoir[],
    private readonly flows: readonly Flow[],
  ) {
    const [n, m] = [reservoirs.length, flows.length]
    for (const { from, to } of flows) {
      if (from === to) throw new RangeError(`a flow leads from ${from} to itself`)
      if (from < OUTSIDE || to < OUTSIDE || from >= n || to >= n) throw new RangeError(`a flow leads to a vessel that is not there`)
    }
    this.volumes = Float64Array.from(reservoirs, ({ volume }) => volume)
    this.levels = new Float64Array(n)
    this.slopes = new Float64Array(n)
    this.floors = Float64Array.from(reservoirs, ({ curve }) => curve.levels[0]!)
    this.trial = new Float64Array(n)
    this.placeOf = new Int32Array(n)
    this.moved = new Float64Array(m)
    this.flowNow = new Float64Array(m)
    this.byFrom = new Float64Array(m)
    this.byTo = new Float64Array(m)
    this.one = new Float64Array(m)
    this.two = new Float64Array(m)
    this.parts = this.split()
    this.mostAttempts = MOST_WORK / this.parts.reduce((sum, part) => sum + workOf(part.flows.length, part.nodes.length), 0)
    this.readLevels(this.volumes)
  }

  private split(): Part[] {
    const root = this.reservoirs.map((_, i) => i)
    const find = (i: number): number => (root[i] === i ? i : (root[i] = find(root[i]!)))
    for (const { from, to } of this.flows) if (from !== OUTSIDE && to !== OUTSIDE) root[find(from)] = find(to)
    return [...new Set(root.map((_, i) => find(i)))].map((lead) => {
      const nodes = root.flatMap((_, i) => (find(i) === lead ? [i] : []))
      nodes.forEach((node, place) => (this.placeOf[node] = place))
      const n = nodes.length
      return {
        nodes,
        flows: this.flows.flatMap(({ from, to }, i) => (nodes.includes(from === OUTSIDE ? to : from) ? [i] : [])),
        matrix: new Float64Array(n * n),
        right: new Float64Array(n),
        first: new Float64Array(n),
        second: new Float64Array(n),
      }
    })
  }

  private readLevels(volumes: Float64Array) {
    for (let i = 0; i < volumes.length; i++) {
      levelOn(this.reservoirs[i]!.curve, volumes[i]!, this.found)
      this.levels[i] = this.found.level
      this.slopes[i] = this.found.slope
    }
  }

  /** A flow's law, easing off as its vessel runs dry. */
  private run(flow: Flow, from: number, to: number): number {
    const q = flow.law(from, to)
    const source = q > 0 ? flow.from : q < 0 ? flow.to : OUTSIDE
    if (source === OUTSIDE) return q
    const over = (q > 0 ? from : to) - this.floors[source]!
    return over >= LAST_WATER ? q : q * Math.max(0, over / LAST_WATER)
  }

  private readFlows(part: Part, withSlopes: boolean) {
    for (const i of part.flows) {
      const flow = this.flows[i]!
      const from = flow.from === OUTSIDE ? 0 : this.levels[flow.from]!
      const to = flow.to === OUTSIDE ? 0 : this.levels[flow.to]!
      const q = this.run(flow, from, to)
      this.flowNow[i] = q
      if (!withSlopes) continue
      this.byFrom[i] = flow.from === OUTSIDE ? 0 : (Math.max(0, this.run(flow, from + NUDGE, to) - q) / NUDGE) * this.slopes[flow.from]!
      this.byTo[i] = flow.to === OUTSIDE ? 0 : (Math.min(0, this.run(flow, from, to + NUDGE) - q) / NUDGE) * this.slopes[flow.to]!
    }
  }

  /** I − γ·dt·J, factored in place. Its columns are dominated by their diagonals, so that no row need be exchanged. */
  private factor({ nodes, flows, matrix }: Part, dt: number) {
    const n = nodes.length
    matrix.fill(0)
    for (let i = 0; i < n; i++) matrix[i * n + i] = 1
    const g = GAMMA * dt
    for (const i of flows) {
      const { from, to } = this.flows[i]!
      const f = from === OUTSIDE ? -1 : this.placeOf[from]!
      const t = to === OUTSIDE ? -1 : this.placeOf[to]!
      if (f >= 0) {
        matrix[f * n + f]! += g * this.byFrom[i]!
        if (t >= 0) matrix[f * n + t]! += g * this.byTo[i]!
      }
      if (t >= 0) {
        matrix[t * n + t]! -= g * this.byTo[i]!
        if (f >= 0) matrix[t * n + f]! -= g * this.byFrom[i]!
      }
    }
    for (let k = 0; k < n; k++) {
      for (let i = k + 1; i < n; i++) {
        const share = matrix[i * n + k]! / matrix[k * n + k]!
        if (share === 0) continue
        matrix[i * n + k] = share
        for (let j = k + 1; j < n; j++) matrix[i * n + j]! -= share * matrix[k * n + j]!
      }
    }
  }

  private solve({ nodes, matrix }: Part, right: Float64Array, into: Float64Array) {
    const n = nodes.length
    for (let i = 0; i < n; i++) {
      let sum = right[i]!
      for (let j = 0; j < i; j++) sum -= matrix[i * n + j]! * into[j]!
      into[i] = sum
    }
    for (let i = n - 1; i >= 0; i--) {
      let sum = into[i]!
      for (let j = i + 1; j < n; j++) sum -= matrix[i * n + j]! * into[j]!
      into[i] = sum / matrix[i * n + i]!
    }
  }

  /** What runs into each vessel of a part, less what leaves it, by a list of flows. */
  private gather({ nodes, flows, right }: Part, of: Float64Array) {
    right.fill(0, 0, nodes.length)
    for (const i of flows) {
      const { from, to } = this.flows[i]!
      if (from !== OUTSIDE) right[this.placeOf[from]!]! -= of[i]!
      if (to !== OUTSIDE) right[this.placeOf[to]!]! += of[i]!
    }
  }

  /** Change of a flow over a stage, from how its two ends change. */
  private answer(i: number, stage: Float64Array): number {
    const { from, to } = this.flows[i]!
    return (
      (from === OUTSIDE ? 0 : this.byFrom[i]! * stage[this.placeOf[from]!]!) +
      (to === OUTSIDE ? 0 : this.byTo[i]! * stage[this.placeOf[to]!]!)
    )
  }

  /** Tries a step; leaves volumes as they were when it is too coarse. */
  private attempt(dt: number, fine: boolean): boolean {
    const g = GAMMA * dt
    this.readLevels(this.volumes)
    for (const part of this.parts) {
      this.readFlows(part, true)
      this.factor(part, dt)
      this.gather(part, this.flowNow)
      this.solve(part, part.right, part.first)
      for (const i of part.flows) this.one[i] = this.flowNow[i]! + g * this.answer(i, part.first)
      part.nodes.forEach((node, place) => (this.trial[node] = this.volumes[node]! + dt * part.first[place]!))
    }
    this.readLevels(this.trial)
    for (const part of this.parts) {
      this.readFlows(part, false)
      this.gather(part, this.flowNow)
      for (let place = 0; place < part.nodes.length; place++) part.right[place]! -= 2 * part.first[place]!
      this.solve(part, part.right, part.second)
      for (const i of part.flows) this.two[i] = this.flowNow[i]! - 2 * this.one[i]! + g * this.answer(i, part.second)
      if (fine) continue
      for (let place = 0; place < part.nodes.length; place++) {
        const node = part.nodes[place]!
        const gap = (dt / 2) * (part.first[place]! + part.second[place]!) * this.slopes[node]!
        const next = this.volumes[node]! + dt * (1.5 * part.first[place]! + 0.5 * part.second[place]!)
        if (!(Math.abs(gap) <= TOLERANCE) || next < 0) {
          this.coarse = node
          return false
        }
      }
    }
    for (let i = 0; i < this.flows.length; i++) {
      const { from, to } = this.flows[i]!
      const water = dt * (1.5 * this.one[i]! + 0.5 * this.two[i]!)
      this.moved[i]! += water
      if (from !== OUTSIDE) this.volumes[from]! -= water
      if (to !== OUTSIDE) this.volumes[to]! += water
    }
    return true
  }

  /**
   * Lets water run for a while; `moved`, `volumes` and `levels` tell what came of it.
   *
   * Stable however wide a pipe and however small the head on it: each step is linearly implicit, and cut shorter until its
   * first and second order agree in every level to 0.02 mm.
   *
   * @param dt s (> 0)
   * @throws UnsettledError when more steps have been tried than any storm needs
   */
  step(dt: number): void {
    this.moved.fill(0)
    for (let left = dt; left > 0;) {
      if (++this.attempts > this.mostAttempts) throw new UnsettledError(this.at + dt - left, this.coarse)
      const take = Math.min(left, this.longest)
      const fine = take <= SHORTEST
      if (this.attempt(take, fine)) {
        left -= take
        if (left < 1e-9) left = 0
        this.longest = Math.max(SHORTEST, take * 2)
      } else this.longest = take / 2
    }
    this.at += dt
    this.readLevels(this.volumes)
  }

  /** All the water in the network, m³. */
  get held(): number {
    return this.volumes.reduce((sum, each) => sum + each, 0)
  }
}
