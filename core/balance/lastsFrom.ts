import { ENOUGH, type SpillRule } from './runStore'

/** Longer than this nobody asks, days. */
const MOST = 365

/**
 * Mean days that a store, full on the first of a month, lasts with the rain that falls meanwhile; a year at most.
 *
 * The day is that of `runStore`, broken off at the first one that goes short: a whole run from each year's first would be thrown away.
 *
 * @param inflow by day, any one unit of volume
 * @param demand by day, in that unit
 * @param month of each day, 0 to 11
 * @param start month that it is full at the beginning of; a record that begins in it has no such beginning
 * @returns 0 where the month never begins
 */
export function lastsFrom(
  inflow: Float64Array,
  demand: Float64Array,
  month: Uint8Array,
  start: number,
  volume: number,
  rule: SpillRule,
): number {
  const after = rule === 'after-spillage'
  let sum = 0
  let times = 0
  for (let day = 1; day < month.length; day++) {
    if (month[day] !== start || month[day - 1] === start) continue
    let held = volume
    let lasted = 0
    for (let d = day; d < month.length && lasted < MOST; d++) {
      const water = inflow[d]!
      const drawn = Math.min(demand[d]!, after ? held : held + water)
      if (drawn < ENOUGH * demand[d]!) break
      held = Math.min(held + water - drawn, after ? Math.max(0, volume - drawn) : volume)
      lasted++
    }
    sum += lasted
    times++
  }
  return times > 0 ? sum / times : 0
}
