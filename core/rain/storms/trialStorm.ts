import type { TrialStorm } from '../../scheme'
import { alternatingStorm, blockStorm, intensityCurve, PEAKS, triangleStorm, typeTwoStorm, type Storm } from './storm'

const MINUTE = 60

/** Steps that a storm of so many minutes is told in: fine enough for its peak, the last one whole. */
const stepOf = (minutes: number) => (minutes <= 30 ? 30 : MINUTE)

/**
 * The rain of a chosen storm, step by step.
 *
 * @throws RangeError where the two points of a design storm make none
 */
export function stormOf(storm: TrialStorm): Storm {
  switch (storm.kind) {
    case 'block':
      return blockStorm(storm.depth, storm.minutes * MINUTE, stepOf(storm.minutes))
    case 'triangle':
      return triangleStorm(storm.depth, storm.minutes * MINUTE, PEAKS[storm.peak], stepOf(storm.minutes))
    case 'type-two':
      return typeTwoStorm(storm.depth)
    case 'design':
      return alternatingStorm(intensityCurve(storm.shorter, storm.longer), storm.minutes * MINUTE, Math.min(300, storm.minutes * MINUTE))
    case 'gauge':
      return { step: storm.step, intensity: Float64Array.from(storm.depths, (depth) => (depth * 3600) / storm.step) }
  }
}
