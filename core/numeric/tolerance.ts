/** What binary arithmetic may leave of a sum of measures that stands on a line exactly. */
const NOISE = 1e-9

/**
 * Whether a figure that was reckoned is less than a line, and not only by what adding left of it: three metres made of two lengths
 * are three metres.
 *
 * @param has m, or another unit in which figures are of about that size
 * @param least the line, in the same
 */
export const isUnder = (has: number, least: number): boolean => has < least - NOISE

/**
 * Whether it is more than a line, in the same way.
 *
 * @param has m, or another unit in which figures are of about that size
 * @param most the line, in the same
 */
export const isOver = (has: number, most: number): boolean => has > most + NOISE
