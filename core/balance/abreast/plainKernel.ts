import { LANES_ABREAST, type Kernel } from './kernel'

const [VOLUME, HELD, USED, SHORT] = [0, 1, 2, 3].map((row) => row * LANES_ABREAST) as [number, number, number, number]

/** The same as `lanes.wat`, in plain words: where a machine has no vectors, and what those are tested against. */
export function plainKernel(): Kernel {
  let numbers = new Float64Array(0)
  return {
    room: (count) => (numbers.length < count ? (numbers = new Float64Array(count)) : numbers),
    'after-spillage': (days, inflow, demand, lanes, enough) => {
      for (let lane = lanes; lane < lanes + LANES_ABREAST; lane++) {
        const volume = numbers[lane + VOLUME]!
        let held = numbers[lane + HELD]!
        let used = 0
        let short = 0
        for (let day = 0; day < days; day++) {
          const want = numbers[demand + day]!
          const drawn = Math.min(want, held)
          held = Math.min(held + numbers[inflow + day]!, volume) - drawn
          used += drawn
          short += drawn < enough * want ? 1 : 0
        }
        numbers[lane + HELD] = held
        numbers[lane + USED]! += used
        numbers[lane + SHORT]! += short
      }
    },
    'before-spillage': (days, inflow, demand, lanes, enough) => {
      for (let lane = lanes; lane < lanes + LANES_ABREAST; lane++) {
        const volume = numbers[lane + VOLUME]!
        let held = numbers[lane + HELD]!
        let used = 0
        let short = 0
        for (let day = 0; day < days; day++) {
          const want = numbers[demand + day]!
          const full = held + numbers[inflow + day]!
          const drawn = Math.min(want, full)
          held = Math.min(full - drawn, volume)
          used += drawn
          short += drawn < enough * want ? 1 : 0
        }
        numbers[lane + HELD] = held
        numbers[lane + USED]! += used
        numbers[lane + SHORT]! += short
      }
    },
  }
}
