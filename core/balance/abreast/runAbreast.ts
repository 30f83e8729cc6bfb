import { ENOUGH, type SpillRule } from '../runStore'
import { LANE_ROWS, LANES_ABREAST, type Kernel } from './kernel'
import { plainKernel } from './plainKernel'
import { vectorKernel } from './vectorKernel'

let kept: Kernel | undefined
/** The quickest that the machine has. */
function quickest(): Kernel {
  if (kept) return kept
  try {
    return (kept = vectorKernel())
  } catch {
    return (kept = plainKernel())
  }
}

/** Days that volumes are run through, litres. */
export interface RunDays {
  inflow: Float64Array
  demand: Float64Array
  rule: SpillRule
  /** Days of the first year: what an empty store holds after them is what it begins with. */
  firstYearDays: number
}

/** Outcomes stretch by stretch: all volumes of the first, then all of the second. */
export interface AbreastRun {
  /** Drawn, litres. */
  used: Float64Array
  /** Days on which less was there than wanted. */
  short: Float64Array
}

/**
 * Many volumes through the same days, each started as a single run would be; the same rules as `runStore`. The hot loop of the
 * whole application.
 *
 * @param volumes usable litres (≥ 0)
 * @param ends first day after each stretch that is told by itself, ascending; the last ends the run
 * @param kernel to run them by; the quickest that the machine has where not given
 * @throws RangeError when the series differ in length or a stretch ends after them
 */
export function runAbreast(
  { inflow, demand, rule, firstYearDays }: RunDays,
  volumes: ArrayLike<number>,
  ends: ArrayLike<number>,
  kernel: Kernel = quickest(),
): AbreastRun {
  const days = inflow.length
  if (demand.length !== days) throw new RangeError(`demand must have ${days} days, got ${demand.length}`)
  for (let s = 0; s < ends.length; s++)
    if (ends[s]! > days || ends[s]! < (ends[s - 1] ?? 0)) throw new RangeError(`stretch ${s} must end in order by day ${days}`)
  const rows = LANE_ROWS * LANES_ABREAST
  const numbers = kernel.room(rows + 2 * days)
  numbers.set(inflow, rows)
  numbers.set(demand, rows + days)
  const run = (from: number, to: number) => kernel[rule](to - from, rows + from, rows + days + from, 0, ENOUGH)
  const used = new Float64Array(ends.length * volumes.length)
  const short = new Float64Array(ends.length * volumes.length)
  for (let first = 0; first < volumes.length; first += LANES_ABREAST) {
    const lanes = Math.min(LANES_ABREAST, volumes.length - first)
    numbers.fill(0, 0, rows)
    for (let lane = 0; lane < lanes; lane++) numbers[lane] = volumes[first + lane]!
    run(0, Math.min(firstYearDays, days))
    for (let s = 0; s < ends.length; s++) {
      numbers.fill(0, 2 * LANES_ABREAST, rows)
      run(ends[s - 1] ?? 0, ends[s]!)
      for (let lane = 0; lane < lanes; lane++) {
        used[s * volumes.length + first + lane] = numbers[2 * LANES_ABREAST + lane]!
        short[s * volumes.length + first + lane] = numbers[3 * LANES_ABREAST + lane]!
      }
    }
  }
  return { used, short }
}
