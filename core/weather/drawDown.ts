import { runStore, ENOUGH } from '../balance/runStore'
import type { DailyRain } from '../rain/dailyRain'
import { ALL, comesOn, wantedOn, type ForecastInputs } from './daysLeft'
import { chanceOf, quantileOf, rising } from './forecast'

/** What to let go before rain. */
export interface DrawDown {
  /** Litres to let go; nought where it is not worth the walk. */
  litres: number
  /** Litres that come with a chance of four in five, and the room there is. */
  sure: number
  room: number
  /** Litres that would run over as it is, and after it: mean over the ways. */
  spills: number
  spillsAfter: number
  /** Chance that it is not full again by the end. */
  notFull: number
  /** Chance of going short within ten days as it is, and after it. */
  short: number
  shortAfter: number
  /** Days that were looked at. */
  days: number
}

/** Days of a forecast that are trusted for it, the chance of filling again that is asked for, and the days kept in hand. Common practice. */
const LOOK = 3
const SURE = 0.8
const KEEPS_DAYS = 10
/** More risk of going short than this is not taken for it. */
const RISK = 0.01
/** Less than this share of a full store is not worth the walk. */
const WORTH = 0.05
const STEPS = 8

/**
 * Litres to let go before a storm: what the store would get again with a chance of four in five, and so little that going short
 * within ten days becomes no likelier by more than one in a hundred.
 *
 * @param held litres above the lowest tap
 * @param ways rain as the forecast's members have it
 */
export function drawDown(inputs: ForecastInputs, held: number, ways: readonly DailyRain[], ratio = 1): DrawDown {
  const inflow = ways.map((way) => comesOn(inputs, way, ratio).slice(0, KEEPS_DAYS))
  const wanted = ways.map((way) => wantedOn(inputs, way, ALL).slice(0, KEEPS_DAYS))
  const soon = inflow.map((days) => days.slice(0, LOOK).reduce((sum, each) => sum + each, 0))
  const room = Math.max(0, inputs.volume - held)
  const short = (litres: number) =>
    chanceOf(inflow, (days) => {
      const wants = wanted[inflow.indexOf(days)]!
      const run = runStore(days, wants, inputs.volume, Math.max(0, held - litres), inputs.scheme.spillRule)
      return run.yield.some((drawn, day) => drawn < ENOUGH * wants[day]!)
    })
  const spills = (litres: number) => soon.reduce((sum, each) => sum + Math.max(0, each - room - litres), 0) / Math.max(1, soon.length)
  const sure = quantileOf(rising(soon), 1 - SURE)
  const most = Math.max(0, Math.min(held, sure - room))
  const asItIs = short(0)
  let litres = 0
  for (let step = STEPS; step > 0 && litres === 0; step--) {
    const tried = (most * step) / STEPS
    if (tried < WORTH * inputs.volume) break
    if (short(tried) <= asItIs + RISK) litres = tried
  }
  return {
    litres,
    sure,
    room,
    spills: spills(0),
    spillsAfter: spills(litres),
    notFull: chanceOf(soon, (each) => each < room + litres),
    short: asItIs,
    shortAfter: litres === 0 ? asItIs : short(litres),
    days: LOOK,
  }
}
