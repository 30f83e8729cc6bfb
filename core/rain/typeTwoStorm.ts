import { within } from '../numeric/guards'

/** Cumulative share of a 24-hour type II storm: every 2 h at the ends, every 0.1 h through the burst at noon. */
const CURVE: readonly (readonly [hour: number, share: number])[] = [
  [0, 0],
  [2, 0.022],
  [4, 0.048],
  [6, 0.08],
  [7, 0.0985],
  [8, 0.12],
  [8.5, 0.133],
  [9, 0.147],
  [9.5, 0.163],
  [9.75, 0.172],
  [10, 0.181],
  [10.5, 0.204],
  [11, 0.235],
  [11.5, 0.2833],
  [11.6, 0.3068],
  [11.7, 0.3544],
  [11.8, 0.4308],
  [11.9, 0.5679],
  [12, 0.663],
  [12.1, 0.682],
  [12.2, 0.6986],
  [12.3, 0.713],
  [12.4, 0.7252],
  [12.5, 0.735],
  [13, 0.772],
  [13.5, 0.799],
  [14, 0.82],
  [16, 0.88],
  [20, 0.952],
  [24, 1],
]

/**
 * Share of a day's storm that has fallen by an hour, NRCS type II distribution, linear between its table's points.
 *
 * @param hour 0–24
 * @throws RangeError outside
 * Source: SCS TP-149 / NRCS NEH 630 chapter 4 (curve also in TR-55, 1986), from memory; `tr55-type-ii`.
 */
export function typeTwoShare(hour: number): number {
  within('hour', hour, 0, 24)
  const next = CURVE.findIndex(([at]) => at >= hour)
  const [h1, s1] = CURVE[next]!
  if (h1 === hour || next === 0) return s1
  const [h0, s0] = CURVE[next - 1]!
  return s0 + ((s1 - s0) * (hour - h0)) / (h1 - h0)
}
