import type { SpillRule } from '../runStore'

/** Volumes that run side by side. */
export const LANES_ABREAST = 8
/** Rows of so many numbers each: volume, held, drawn, days that went short. */
export const LANE_ROWS = 4

/** Runs volumes through days, over numbers of its own. Positions are counted in numbers. */
export interface Kernel extends Record<SpillRule, (days: number, inflow: number, demand: number, lanes: number, enough: number) => void> {
  /** Its numbers, at least so many: to be asked for before anything is put into them, since they may move. */
  room: (count: number) => Float64Array
}
