import type { RainRecord } from '../scheme'
import { fromIsoDate, isoDate } from './calendar'

/** Longest record the document can keep, days. */
const MOST_DAYS = 80_000

/**
 * One record from several: each day is taken from the first that has it, in the order given.
 *
 * @param parts at least one; the first leads
 * @throws RangeError with no parts, or when they lie so far apart that the record would pass 80,000 days
 */
export function spliceRecords(parts: readonly RainRecord[], id: string, name: string, note: string): RainRecord {
  if (parts.length === 0) throw new RangeError('parts must not be empty')
  const starts = parts.map(({ start }) => fromIsoDate(start))
  const first = Math.min(...starts)
  const days = Math.max(...parts.map(({ depths }, i) => starts[i]! + depths.length)) - first
  if (days > MOST_DAYS) throw new RangeError(`the records span ${days} days; the most is ${MOST_DAYS}`)
  const depths = Array.from({ length: days }, (): number | null => null)
  parts.forEach((part, i) => {
    const offset = starts[i]! - first
    part.depths.forEach((depth, day) => {
      if (depth !== null && depths[offset + day] === null) depths[offset + day] = depth
    })
  })
  const air = (which: 'low' | 'high') => {
    if (!parts.some((part) => part[which])) return {}
    const all = Array.from({ length: days }, (): number | null => null)
    parts.forEach((part, i) => part[which]?.forEach((degrees, day) => (all[starts[i]! - first + day] ??= degrees)))
    return { [which]: all }
  }
  return { id, name, note, invented: parts.some(({ invented }) => invented), start: isoDate(first), depths, ...air('low'), ...air('high') }
}
