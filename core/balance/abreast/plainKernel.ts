import type { SpillRule } from '../runStore'
import { LANES_ABREAST, type Kernel } from './kernel'

const [VOLUME, HELD, USED, SHORT] = [0, 1, 2, 3].map((row) => row * LANES_ABREAST) as [number, number, number, number]

/** The same as `lanes.wat`, in plain words: where a machine has no vectors, and what those are tested against. */
export function plainKernel(): Kernel {
  let numbers = new Float64Array(0)
  const by =
    (rule: SpillRule): Kernel[SpillRule] =>
    (days, inflow, demand, lanes, enough) => {
      const before = rule === 'before-spillage'
      for (let lane = lanes; lane < lanes + LANES_ABREAST; lane++) {
        const volume = numbers[lane + VOLUME]!
        let held = numbers[lane + HELD]!
        let used = 0
        let short = 0
        for (let day = 0; day < days; day++) {
          const want = numbers[demand + day]!
          const full = held + numbers[inflow + day]!
          const drawn = Math.min(want, before ? full : held)
          held = before ? Math.min(full - drawn, volume) : Math.min(full, volume) - drawn
          used += drawn
          short += drawn < enough * want ? 1 : 0
        }
        numbers[lane + HELD] = held
        numbers[lane + USED]! += used
        numbers[lane + SHORT]! += short
      }
    }
  return {
    room: (count) => (numbers.length < count ? (numbers = new Float64Array(count)) : numbers),
    'after-spillage': by('after-spillage'),
    'before-spillage': by('before-spillage'),
  }
}
