import type { Entry, EntryOf } from '../scheme'
import { instantOf } from './entries'
import { heightTold, type StoreLevels } from './levels'
import { dayTold, momentOf } from './moment'

/** How well a level is read with a tape or a stick, m. Common practice. */
export const LEVEL_ERROR = 0.005
/** Readings of several vessels within this belong together, minutes. */
const TOGETHER = 12 * 60
/** So near to the full level a store may have run over since, m. */
const NEAR_FULL = 0.01

/** What a store held at a moment. */
export interface Held {
  instant: number
  /** Day number at whose end it stands. */
  day: number
  litres: number
  /** Height over the first vessel's foot, m; NaN for a store whose vessels have levels of their own. */
  height: number
  /** So near the full level that more may have come than it shows. */
  full: boolean
  /** How far `litres` may be off for the reading alone. */
  error: number
}
/** Two vessels that share a level, read together: how much higher the first stood, m. */
export interface LevelGap {
  instant: number
  gap: number
}
export interface StoreReadings {
  held: Held[]
  gaps: LevelGap[]
}

type LevelEntry = EntryOf<'level'>

function heldShared(levels: StoreLevels, group: readonly LevelEntry[]): Held {
  const [first] = levels.vessels
  const heights = group.map((entry) => {
    const { vessel, foot } = levels.vessels.find((each) => each.vessel.id === entry.vessel)!
    return foot + heightTold(vessel.body, entry) - first!.foot
  })
  const height = heights.reduce((sum, each) => sum + each, 0) / heights.length
  const litres = levels.litresAt(first!.vessel.id, height)
  const error = (levels.areaAt(height) * LEVEL_ERROR) / Math.sqrt(heights.length)
  const moment = momentOf(group.at(-1)!.at)
  return {
    instant: moment.instant,
    day: dayTold(moment),
    litres,
    height,
    full: levels.full - litres < levels.areaAt(height) * NEAR_FULL,
    error,
  }
}

/** All vessels that have levels of their own, each as it was last read; undefined until each was read within half a day. */
function heldApart(levels: StoreLevels, group: readonly LevelEntry[]): Held | undefined {
  const last = new Map(group.map((entry) => [entry.vessel, entry]))
  if (levels.vessels.some(({ vessel }) => !last.has(vessel.id))) return undefined
  let litres = 0
  let error = 0
  for (const { vessel } of levels.vessels) {
    const height = heightTold(vessel.body, last.get(vessel.id)!)
    litres += levels.litresAt(vessel.id, height)
    error += ((levels.litresAt(vessel.id, height + LEVEL_ERROR) - levels.litresAt(vessel.id, height - LEVEL_ERROR)) / 2) ** 2
  }
  const moment = momentOf(group.at(-1)!.at)
  return {
    instant: moment.instant,
    day: dayTold(moment),
    litres,
    height: NaN,
    full: litres > 0.97 * levels.full,
    error: Math.sqrt(error),
  }
}

/** What a store held, by the readings of its log in order. Readings of vessels that are gone are left out. */
export function readingsOf(levels: StoreLevels, entries: readonly Entry[]): StoreReadings {
  const own = new Set(levels.vessels.map(({ vessel }) => vessel.id))
  const groups: LevelEntry[][] = []
  for (const entry of entries) {
    if (entry.kind !== 'level' || !own.has(entry.vessel)) continue
    const group = groups.at(-1)
    const near = group && instantOf(entry) - instantOf(group[0]!) <= TOGETHER
    if (near && !group.some(({ vessel }) => vessel === entry.vessel)) group.push(entry)
    else groups.push([entry])
  }
  if (!levels.shared) return { held: groups.flatMap((group) => heldApart(levels, group) ?? []), gaps: [] }
  const placed = (entry: LevelEntry) => levels.vessels.find((each) => each.vessel.id === entry.vessel)!
  const above = (entry: LevelEntry) => placed(entry).foot + heightTold(placed(entry).vessel.body, entry)
  const inOrder = (group: readonly LevelEntry[]) =>
    group.toSorted((a, b) => levels.vessels.indexOf(placed(a)) - levels.vessels.indexOf(placed(b)))
  return {
    held: groups.map((group) => heldShared(levels, group)),
    gaps: groups.flatMap((group) => {
      const [first, ...others] = inOrder(group)
      return others.map((entry) => ({ instant: instantOf(entry), gap: above(first!) - above(entry) }))
    }),
  }
}
