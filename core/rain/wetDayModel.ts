import { mean } from 'simple-statistics'
import { positive, within } from '../numeric/guards'

/** Chances and depths of one month's rain: a two-state chain for wet and dry, gamma for depth. */
export interface WetDayModel {
  wetAfterDry: number
  wetAfterWet: number
  /** Shape of the gamma depth, –. */
  alpha: number
  /** Scale of the gamma depth, mm. */
  beta: number
}

/**
 * Shape and scale of wet-day depth from its mean alone.
 *
 * `β = −2.16 + 1.83 r̄`, `α = r̄/β` is a line fitted to wetter climates; below 2.6 mm a wet day it bends the wrong
 * way, so there the depth is taken exponential (α = 1, β = r̄).
 *
 * @param meanWet mean depth of a wet day, mm (> 0)
 * Source: Geng, Penning de Vries & Supit 1986, Agric. For. Meteorol. 36:363–376, from memory; `geng-parameters`, `geng-light-rain`.
 */
export function wetDayDepth(meanWet: number): { alpha: number; beta: number } {
  positive('meanWet', meanWet)
  if (meanWet < 2.6) return { alpha: 1, beta: meanWet }
  const beta = -2.16 + 1.83 * meanWet
  return { alpha: meanWet / beta, beta }
}

/**
 * The month's model from its total and its number of wet days.
 *
 * @param total mm in the month (> 0)
 * @param wetDays days with rain (> 0, ≤ days)
 * @param days length of the month
 * Source: Geng, Penning de Vries & Supit 1986, from memory; `geng-parameters`.
 */
export function modelFromNormals(total: number, wetDays: number, days: number): WetDayModel {
  positive('total', total)
  within('wetDays', wetDays, Number.MIN_VALUE, days)
  const wetAfterDry = (0.75 * wetDays) / days
  return { wetAfterDry, wetAfterWet: 0.25 + wetAfterDry, ...wetDayDepth(total / wetDays) }
}

/** Least depth that makes a day a wet one when a record is read, mm. WMO practice for a rain day. */
export const RAIN_DAY = 0.2

/**
 * The month's model read off observed days.
 *
 * Chances are counted transitions (one added on each side, so that a month never becomes certain); gamma by Thom's
 * maximum-likelihood approximation `α = (1 + √(1 + 4A/3)) / 4A`, `A = ln x̄ − mean(ln x)`.
 *
 * @param pairs yesterday's and today's depth, mm, for the days of this month
 * Source: Richardson & Wright 1984 for the chain; Thom 1958, Monthly Weather Review 86:117–122, for the gamma; both from memory.
 */
export function modelFromDays(pairs: readonly (readonly [yesterday: number, today: number])[]): WetDayModel {
  const counts = { dryDry: 0, dryWet: 0, wetDry: 0, wetWet: 0 }
  const wet: number[] = []
  for (const [yesterday, today] of pairs) {
    if (today >= RAIN_DAY) wet.push(today)
    if (yesterday >= RAIN_DAY) counts[today >= RAIN_DAY ? 'wetWet' : 'wetDry']++
    else counts[today >= RAIN_DAY ? 'dryWet' : 'dryDry']++
  }
  const wetAfterDry = (counts.dryWet + 1) / (counts.dryWet + counts.dryDry + 2)
  const wetAfterWet = (counts.wetWet + 1) / (counts.wetWet + counts.wetDry + 2)
  if (wet.length === 0) return { wetAfterDry: 0, wetAfterWet: 0, alpha: 1, beta: 1 }
  const average = mean(wet)
  const spread = Math.log(average) - mean(wet.map(Math.log))
  if (wet.length < 10 || spread < 1e-6) return { wetAfterDry, wetAfterWet, ...wetDayDepth(average) }
  const alpha = (1 + Math.sqrt(1 + (4 * spread) / 3)) / (4 * spread)
  return { wetAfterDry, wetAfterWet, alpha, beta: average / alpha }
}
