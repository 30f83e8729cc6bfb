export type SpillRule = 'after-spillage' | 'before-spillage'

/** A day counts as met when it got this share of what it wanted. */
export const ENOUGH = 0.999

export interface StoreRun {
  /** Drawn each day. */
  yield: Float64Array
  /** Held at the end of each day. */
  store: Float64Array
  /** Run over each day. */
  spill: Float64Array
}

/**
 * A store through its days: water in, water drawn, the rest over the edge. Any one unit of volume throughout.
 *
 * After spillage (the careful one): `Y = min(D, S₋₁)`, `S = min(S₋₁ + I − Y, V − Y)`.
 * Before spillage: `Y = min(D, S₋₁ + I)`, `S = min(S₋₁ + I − Y, V)`.
 *
 * @param volume usable (≥ 0)
 * @param start held before the first day, 0 to volume
 * @throws RangeError when the series differ in length
 * Source: Jenkins et al. 1978; Fewkes & Butler 2000 (from memory); `balance-yas`, `balance-ybs`.
 */
export function runStore(inflow: ArrayLike<number>, demand: ArrayLike<number>, volume: number, start: number, rule: SpillRule): StoreRun {
  if (inflow.length !== demand.length) throw new RangeError(`demand must have ${inflow.length} days, got ${demand.length}`)
  const days = inflow.length
  const run: StoreRun = { yield: new Float64Array(days), store: new Float64Array(days), spill: new Float64Array(days) }
  const after = rule === 'after-spillage'
  let held = start
  for (let day = 0; day < days; day++) {
    const water = inflow[day]!
    const wanted = demand[day]!
    const drawn = Math.min(wanted, after ? held : held + water)
    const left = held + water - drawn
    // After spillage the store is capped before the draw is taken out of it, so it ends the day at V − Y at most.
    const most = after ? Math.max(0, volume - drawn) : volume
    held = Math.min(left, most)
    run.yield[day] = drawn
    run.store[day] = held
    run.spill[day] = left - held
  }
  return run
}
