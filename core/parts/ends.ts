import { SEALS, type End, type EndType } from '../scheme'

export { END_TYPES, SEALS, type End, type EndType, type Seal } from '../scheme'
export type Gender = End['gender']

/** Sizes that each kind of end is sold in, smallest first. */
export const END_SIZES: Readonly<Record<EndType, readonly string[]>> = {
  'downpipe-round': ['65', '68', '80', '100'],
  'downpipe-square': ['65'],
  'downpipe-rect': ['2x3', '3x4'],
  sch40: ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2', '3', '4', '6'],
  metric: ['32', '40', '50', '82', '110', '160'],
  npt: ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2'],
  bsp: ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2'],
  'hose-thread': ['3/4'],
  tote: ['S60x6'],
  'bung-coarse': ['2'],
  'bung-fine': ['2'],
  hose: ['13', '16', '19', '25', '32', '40'],
  wall: SEALS,
}

/** How a joint is made tight, and so what it takes: message ids under `made.`. */
export type Made = 'lap' | 'cement' | 'push' | 'tape' | 'washer' | 'clip' | 'clamp' | 'gasket'

const MADE: Readonly<Record<EndType, Made>> = {
  'downpipe-round': 'lap',
  'downpipe-square': 'lap',
  'downpipe-rect': 'lap',
  sch40: 'cement',
  metric: 'push',
  npt: 'tape',
  bsp: 'tape',
  'hose-thread': 'washer',
  tote: 'washer',
  'bung-coarse': 'washer',
  'bung-fine': 'tape',
  hose: 'clip',
  wall: 'gasket',
}
/** How two ends of a kind are usually joined. Common practice. */
export const madeBy = (type: EndType): Made => MADE[type]

export const end = (type: EndType, size: string, gender: Gender): End => ({ type, size, gender })
/** One word for an end: equal for equal ends. */
export const endKey = ({ type, size, gender }: End): string => `${type} ${size} ${gender}`

/** Why two ends do not mate; message ids under `mismatch.`. */
export type Mismatch = 'hoseOnPipe' | 'looksAlike' | 'size' | 'bothMale' | 'bothFemale' | 'lap' | 'kind'

const isLap = ({ type }: End) => MADE[type] === 'lap'
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
