import type { WaterPath } from '../path/waterPath'
import { triangleStorm, PEAKS } from '../rain/storms/storm'
import type { StormTable, Trial } from '../scheme'
import { runStorm } from './runStorm'

/** One design storm of a table and what came of it; m³. */
export interface BatchRow {
  years: number
  minutes: number
  /** mm */
  depth: number
  runoff: number
  kept: number
  /** Over edges and rims. */
  lost: number
  ledAway: number
  /** Least height between any vessel's water and its rim, m; below nought it ran over. */
  freeboard: number
}

/** Storms of a table, rarest last, each with its place in it. */
export const tableStorms = ({ years, minutes, depths }: StormTable): { years: number; minutes: number; depth: number }[] =>
  years.flatMap((period, i) => minutes.map((length, j) => ({ years: period, minutes: length, depth: depths[i]![j]! })))

/** One storm of a batch: even on either side of a peak in its middle. */
export function batchRow(
  path: WaterPath,
  trial: Pick<Trial, 'start' | 'opened'>,
  { years, minutes, depth }: { years: number; minutes: number; depth: number },
): BatchRow {
  const seconds = minutes * 60
  const run = runStorm(path, triangleStorm(depth, seconds, PEAKS.centred, Math.min(60, seconds / 4)), trial, { brief: true })!
  const { account } = run
  return {
    years,
    minutes,
    depth,
    runoff: account.runoff,
    kept: account.end + account.drawn - account.start,
    lost: account.overEdge + account.rim,
    ledAway: account.overflow,
    freeboard: Math.min(...run.vessels.map(({ rim, peak }) => rim - peak)),
  }
}

/** The worst of a batch: most lost where it should not be; where nothing is, the least freeboard. */
export const worstOf = (rows: readonly BatchRow[]): BatchRow | undefined =>
  rows.toSorted((a, b) => b.lost - a.lost || a.freeboard - b.freeboard)[0]
