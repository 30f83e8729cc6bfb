import { assess } from '#core/assess'
import type { Job } from '#core/scheme'
import { fitScale } from '~/drawing/scene'

/** A card's drawing, px. */
export const CARD = { width: 300, height: 330 }
export const CARD_FRAME = { left: 4, right: CARD.width - 6, top: 14, ground: CARD.height - 1, level: true }
export const CARD_WALL = 46
const LARGEST = 125

/** The one scale at which every job's first pipe fits its card, px per metre. A job that cannot be drawn has no say in it. */
export function commonScale(jobs: readonly Job[]): number {
  return jobs.reduce((scale, job) => {
    try {
      const scheme = job.schemes.find(({ id }) => id === job.chosen)
      const line = scheme && assess(scheme).lines[0]
      return line ? Math.min(scale, fitScale(line, CARD_FRAME, CARD_WALL)) : scale
    } catch {
      return scale
    }
  }, LARGEST)
}
