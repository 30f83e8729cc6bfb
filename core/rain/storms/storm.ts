import { positive, within } from '../../numeric/guards'
import { typeTwoShare } from '../typeTwoStorm'

/** Rain as it comes: an intensity for every step of equal length. */
export interface Storm {
  /** Length of a step, s. */
  step: number
  /** mm/h, one for each step. */
  intensity: Float64Array
}

/** Whole depth of a storm, mm. */
export const stormDepth = ({ step, intensity }: Storm): number => intensity.reduce((sum, each) => sum + each, 0) * (step / 3600)

/** Steps that carry the given depth by a curve of what has fallen; exact at every step's end. */
function fromMass(duration: number, step: number, fallen: (seconds: number) => number): Storm {
  positive('duration', duration)
  within('step', step, 1, duration)
  const intensity = new Float64Array(Math.ceil(duration / step))
  for (let i = 0; i < intensity.length; i++) {
    const end = Math.min(duration, (i + 1) * step)
    intensity[i] = ((fallen(end) - fallen(i * step)) * 3600) / step
  }
  return { step, intensity }
}

/**
 * Even rain.
 *
 * @param depth mm (> 0)
 * @param duration s (> 0)
 */
export function blockStorm(depth: number, duration: number, step = 60): Storm {
  positive('depth', depth)
  return fromMass(duration, step, (t) => (depth * t) / duration)
}

/** Share of a triangle's duration at which it peaks. */
export const PEAKS = { early: 0.2, centred: 0.5, late: 0.8 } as const

/**
 * Rain that swells and dies away evenly; at its peak twice the mean intensity.
 *
 * @param peak share of the duration before the peak, 0–1
 * Source: closed form, `i_peak = 2·depth/duration`.
 */
export function triangleStorm(depth: number, duration: number, peak: number, step = 60): Storm {
  positive('depth', depth)
  within('peak', peak, 0, 1)
  const before = peak * duration
  const after = duration - before
  return fromMass(duration, step, (t) =>
    t <= before && before > 0
      ? (depth * t ** 2) / (before * duration)
      : depth * (1 - (after > 0 ? (duration - t) ** 2 / (after * duration) : 0)),
  )
}

/** A day's storm with its burst at noon: the type II curve over 24 h. Source: NRCS TR-55, from memory. */
export function typeTwoStorm(depth: number, step = 360): Storm {
  positive('depth', depth)
  return fromMass(86_400, step, (t) => depth * typeTwoShare(Math.min(24, t / 3600)))
}

/** Mean intensity over a duration: `i = a / (t + b)^c`, mm/h and minutes. */
export interface IntensityCurve {
  a: number
  b: number
  c: number
}

/**
 * The curve through two points of a place's table.
 *
 * @param shorter the shorter and heavier, minutes and mm/h
 * @param b minutes added to the duration, 0–60; 10 is usual
 * @throws RangeError when the longer rain is not the weaker one
 * Source: the common three-parameter form; closed form for a and c.
 */
export function intensityCurve(
  shorter: { minutes: number; intensity: number },
  longer: { minutes: number; intensity: number },
  b = 10,
): IntensityCurve {
  positive('intensity', longer.intensity)
  within('b', b, 0, 60)
  if (!(longer.minutes > shorter.minutes && shorter.minutes > 0)) throw new RangeError('the second point must be of a longer rain')
  if (!(shorter.intensity > longer.intensity)) throw new RangeError('the longer rain must be the weaker one')
  const c = Math.log(shorter.intensity / longer.intensity) / Math.log((longer.minutes + b) / (shorter.minutes + b))
  return { a: shorter.intensity * (shorter.minutes + b) ** c, b, c }
}

/** Mean intensity of the rain that lasts so many minutes, mm/h. */
export const intensityOf = ({ a, b, c }: IntensityCurve, minutes: number): number => a / (minutes + b) ** c

/**
 * A storm that holds the design rain of every duration up to its own: blocks of the curve, the heaviest in the middle and
 * the others by turns after and before it.
 *
 * @param duration s
 * Source: alternating block method, Chow, Maidment & Mays 1988, from memory.
 */
export function alternatingStorm(curve: IntensityCurve, duration: number, step = 300): Storm {
  positive('duration', duration)
  within('step', step, 1, duration)
  const steps = Math.round(duration / step)
  const fallen = (n: number) => (intensityOf(curve, (n * step) / 60) * n * step) / 3600
  const blocks = Array.from({ length: steps }, (_, n) => fallen(n + 1) - (n === 0 ? 0 : fallen(n))).sort((x, y) => y - x)
  const intensity = new Float64Array(steps)
  const middle = Math.floor((steps - 1) / 2)
  blocks.forEach((depth, n) => {
    const away = Math.ceil(n / 2)
    intensity[n % 2 === 1 ? middle + away : middle - away] = (depth * 3600) / step
  })
  return { step, intensity }
}
