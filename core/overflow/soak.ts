import { nonNegative, positive } from '../numeric/guards'
import type { Soak, StormTable } from '../scheme'

/** Infiltration of common soils, m/s: the slow end of what a trial pit finds. Common practice; a trial pit wins. */
export const SOIL_RATES = { sand: 2e-5, loam: 2e-6, clay: 5e-8 } as const
/** Soil slower than this takes in too little to be counted on, m/s. Common practice. */
export const TIGHT_SOIL = 1e-7
/** Share of a fill that is free for water. Common practice: crates 0.95, clean gravel 0.3. */
const VOIDS = { open: 1, gravel: 0.3, crate: 0.95 } as const
/** Half of it must be gone by then, h. */
export const HALF_EMPTY_WITHIN = 24

/** Water that a pit or hollow can hold, m³. */
export const soakHolds = ({ width, length, depth, fill }: Soak): number => width * length * depth * VOIDS[fill]

/**
 * Area by which it drains, m²: of a filled pit its sides to half their depth and not its floor, which silts up; of an open
 * hollow its floor, as it has hardly any sides.
 *
 * Source: BRE Digest 365 (1991), from memory, for the pit; the hollow is this project's reading.
 */
export const soakArea = ({ width, length, depth, fill }: Soak): number =>
  fill === 'open' ? width * length : 2 * (width + length) * (depth / 2)

export interface SoakNeed {
  /** Storage wanted at the worst duration, m³, and that duration, min. */
  wanted: number
  minutes: number
  holds: number
  /** h until half of it has gone. */
  halfEmpty: number
}

/**
 * What a soakaway must hold: `V = A·i·t − a·f·t` at its worst duration.
 *
 * @param area plan area whose surplus reaches it, m² (≥ 0)
 * @param storms depth (mm) by duration (min) of one return period
 * @throws RangeError when there are no storms
 * Source: BRE Digest 365 (1991), from memory.
 */
export function soakNeed(soak: Soak, area: number, storms: readonly { minutes: number; depth: number }[]): SoakNeed {
  nonNegative('area', area)
  if (storms.length === 0) throw new RangeError('storms must not be empty')
  const drains = soakArea(soak) * soak.rate
  const [worst] = storms
    .map(({ minutes, depth }) => ({ minutes, wanted: Math.max(0, (area * depth) / 1000 - drains * minutes * 60) }))
    .toSorted((a, b) => b.wanted - a.wanted)
  const holds = soakHolds(soak)
  return { ...worst!, holds, halfEmpty: drains > 0 ? (0.5 * holds) / drains / 3600 : Infinity }
}

/** A trench narrower than this is not dug by hand, m; one longer than this is no soakaway any more, m. Common practice. */
const NARROWEST = 0.3
const LONGEST = 200
const upTo = (metres: number, step: number) => Math.ceil(metres / step - 1e-6) * step

/**
 * The same pit or hollow made to hold its rain and to be half empty within a day: a hollow is made shallower, a pit narrower
 * (its sides do the draining, however deep it is), either is made as long as it then has to be. Gravel drains within a width
 * that crates do not, as there is less water in it.
 *
 * @returns undefined where this soil will not do it
 * @throws RangeError when there are no storms
 */
export function fitSoak(soak: Soak, area: number, storms: readonly { minutes: number; depth: number }[]): Soak | undefined {
  if (soak.rate < TIGHT_SOIL) return undefined
  for (const fill of soak.fill === 'crate' ? (['crate', 'gravel'] as const) : [soak.fill]) {
    // Half of it gone through its sides in time: width · length / (width + length) is no more than this, m.
    const most = (2 * HALF_EMPTY_WITHIN * 3600 * soak.rate) / VOIDS[fill]
    const pit: Soak = { ...soak, fill }
    if (fill === 'open') pit.depth = Math.min(soak.depth, Math.floor(most * 1000) / 1000)
    for (let rounds = 0; rounds < 60; rounds++) {
      if (fill !== 'open' && pit.length > most)
        pit.width = Math.min(soak.width, Math.floor(((most * pit.length) / (pit.length - most)) * 1000) / 1000)
      if (pit.width < NARROWEST || pit.length > LONGEST) break
      const { wanted, holds, halfEmpty } = soakNeed(pit, area, storms)
      if (wanted <= holds && halfEmpty <= HALF_EMPTY_WITHIN) return pit
      pit.length = upTo(Math.max(pit.length + 0.1, (pit.length * wanted) / Math.max(holds, 1e-9)), 0.1)
    }
  }
  return undefined
}

/** The row of a storm table nearest to ten years: what soakaways are sized by. */
export function tenYearStorms({ years, minutes, depths }: StormTable): { minutes: number; depth: number }[] {
  const row = years.reduce((best, each, i) => (Math.abs(each - 10) < Math.abs(years[best]! - 10) ? i : best), 0)
  return minutes.map((length, j) => ({ minutes: length, depth: depths[row]![j]! }))
}

/** Quick rule: a rain garden of so much of the roof that drains to it, by soil. Common practice. */
export function gardenRule(area: number, rate: number): number {
  positive('rate', rate)
  return rate >= 1e-5 ? area / 10 : area / 5
}
