import type { Site } from '../scheme'
import { onDay } from './onDay'

/** How far a night's low strays from its month's mean: standard deviation, °C. Common practice. */
export const NIGHT_SPREAD = 3.2
/** Water stands exposed in pipe and tap: it freezes with the air. */
export const FREEZES = 0

/** First and last night of the cold half on which frost is as likely as one in ten, as days of the year; undefined where there is none. */
export interface FrostSeason {
  first: number
  last: number
}

const logistic = (z: number) => 1 / (1 + Math.exp(-1.702 * z))
/** Chance of frost on the night of a day of the year. */
export const frostChance = ({ low }: Pick<Site, 'low'>, dayOfYear: number): number =>
  logistic((FREEZES - onDay(low, dayOfYear)) / NIGHT_SPREAD)

const ONE_IN_TEN = 0.1

/** When nights may freeze, by a place's monthly lows. South of the equator the season begins in autumn all the same. */
export function frostSeason(site: Pick<Site, 'low'>): FrostSeason | undefined {
  const cold = Array.from({ length: 365 }, (_, day) => frostChance(site, day + 1) >= ONE_IN_TEN)
  if (!cold.includes(true)) return undefined
  if (!cold.includes(false)) return { first: 1, last: 365 }
  const first = cold.findIndex((each, day) => each && !cold[(day + 364) % 365])
  const last = cold.findIndex((each, day) => each && !cold[(day + 1) % 365])
  return { first: first + 1, last: last + 1 }
}

/** Whether a day of the year lies in the season of frost. */
export function isFrosty(site: Pick<Site, 'low'>): (dayOfYear: number) => boolean {
  const season = frostSeason(site)
  if (!season) return () => false
  const { first, last } = season
  return (day) => (first <= last ? day >= first && day <= last : day >= first || day <= last)
}
