import { SEALS, type End, type EndType } from '../scheme'
import { MEASURES, systemOf, type Made } from './systems'

export { END_TYPES, SEALS, type End, type EndType, type Seal } from '../scheme'
export type Gender = End['gender']

/** Sizes that each kind of end is sold in, smallest first. */
export const END_SIZES: Readonly<Record<EndType, readonly string[]>> = {
  'downpipe-round': inOrder('downpipe-round'),
  'downpipe-square': inOrder('downpipe-square'),
  'downpipe-rect': inOrder('downpipe-rect'),
  sch40: inOrder('sch40'),
  metric: inOrder('metric'),
  corrugated: inOrder('corrugated'),
  npt: inOrder('npt'),
  bsp: inOrder('bsp'),
  hose: inOrder('hose'),
  'hose-thread': ['3/4'],
  tote: ['S60x6'],
  'bung-coarse': ['2'],
  'bung-fine': ['2'],
  wall: SEALS,
}

/** By their bore: keys that look like whole numbers would come before all others. */
function inOrder(type: EndType): string[] {
  const sizes = MEASURES[type]!
  return Object.keys(sizes).toSorted((a, b) => sizes[a]!.bore - sizes[b]!.bore)
}

const MADE: Readonly<Partial<Record<EndType, Made>>> = {
  npt: 'tape',
  bsp: 'tape',
  'hose-thread': 'washer',
  tote: 'washer',
  'bung-coarse': 'washer',
  'bung-fine': 'tape',
  wall: 'gasket',
}
/** How two ends of a kind are usually joined. Common practice. */
export const madeBy = (type: EndType): Made => systemOf(type)?.made ?? MADE[type]!

export const end = (type: EndType, size: string, gender: Gender): End => ({ type, size, gender })
/** One word for an end: equal for equal ends. */
export const endKey = ({ type, size, gender }: End): string => `${type} ${size} ${gender}`

/** Why two ends do not mate; message ids under `mismatch.`. */
export type Mismatch = 'hoseOnPipe' | 'looksAlike' | 'size' | 'bothMale' | 'bothFemale' | 'lap' | 'kind'

const isLap = ({ type }: End) => madeBy(type) === 'lap'
const isPipeThread = ({ type }: End) => type === 'npt' || type === 'bsp'
const isHoseThread = ({ type }: End) => type === 'hose-thread'

/**
 * Why an upper and a lower end do not go together, in the water's direction; undefined where they do.
 *
 * Ends mate when kind and size agree and one goes into the other. An open lap has to shed water: the upper part's spigot
 * inside the lower part's socket, never the other way about. A hose thread never goes on a pipe thread, and the two pipe
 * threads never on one another, although at 3/4 they start.
 *
 * Source: common practice, no published source.
 */
export function mismatch(upper: End, lower: End): Mismatch | undefined {
  if (upper.type !== lower.type) {
    if ((isHoseThread(upper) && isPipeThread(lower)) || (isPipeThread(upper) && isHoseThread(lower))) return 'hoseOnPipe'
    return isPipeThread(upper) && isPipeThread(lower) ? 'looksAlike' : 'kind'
  }
  if (upper.size !== lower.size) return 'size'
  if (upper.gender === lower.gender) return upper.gender === 'male' ? 'bothMale' : 'bothFemale'
  return isLap(upper) && upper.gender !== 'male' ? 'lap' : undefined
}

/** Whether an upper and a lower end go together as they are. */
export const mates = (upper: End, lower: End): boolean => mismatch(upper, lower) === undefined
