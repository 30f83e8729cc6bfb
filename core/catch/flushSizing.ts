import { nonNegative, positive } from '../numeric/guards'
import type { RoofSection } from '../scheme'
import { LITRE, SQUARE_FOOT, US_GALLON } from '../units/constants'
import { chamberVolume, washDepth } from './firstFlush'

/** The schools of how much to throw away. */
export type FlushSchool = 'fouling' | 'published-least' | 'ten-gallons' | 'twenty-gallons' | 'two-gallons' | 'use' | 'what-fits'

export interface FlushSize {
  school: FlushSchool
  /** Roof wash, mm; `most` where the school gives a range. */
  depth: number
  most?: number
  /** What that is on this roof, m³. */
  volume: number
  /** Message id of where it is from. */
  source: string
}

/** Wash by how dirty the roof gets, mm. Common practice. */
export const WASH_BY_FOULING: Record<RoofSection['fouling'], readonly [least: number, most: number]> = {
  clean: [0.2, 0.5],
  ordinary: [0.5, 1],
  heavy: [2, 2],
}
/** Least of the Australian handbook HB 230, mm, from memory. */
const PUBLISHED_LEAST = 0.2
/** A couple of gallons whatever the roof, m³. Common practice. */
const TWO_GALLONS = 2 * US_GALLON
const perThousandSquareFeet = (gallons: number) => washDepth(gallons * US_GALLON, 1000 * SQUARE_FOOT)

const FOULING: readonly RoofSection['fouling'][] = ['clean', 'ordinary', 'heavy']
/** The dirtiest of several roofs decides. */
export const worstFouling = (sections: readonly Pick<RoofSection, 'fouling'>[]): RoofSection['fouling'] =>
  sections.reduce<RoofSection['fouling']>(
    (worst, { fouling }) => (FOULING.indexOf(fouling) > FOULING.indexOf(worst) ? fouling : worst),
    'clean',
  )

export interface FlushRoof {
  /** Plan area that reaches the chamber, m². */
  area: number
  fouling: RoofSection['fouling']
  /** Least wash that the use asks for, mm. */
  use: number
  /** What the wall has room for: bore and length of one chamber, m. */
  room: { bore: number; length: number }
}

/**
 * What every school would throw away first from one roof.
 *
 * @throws RangeError naming the field that is out of range
 * Source: Texas Manual on Rainwater Harvesting (2005) for 10 and 20 US gal per 1,000 ft² and HB 230 for 0.2 mm, from memory;
 * the rest common practice.
 */
export function flushSizes({ area, fouling, use, room }: FlushRoof): FlushSize[] {
  positive('area', area)
  nonNegative('use', use)
  const [least, most] = WASH_BY_FOULING[fouling]
  const byDepth = (school: FlushSchool, depth: number, source: string): FlushSize => ({
    school,
    depth,
    volume: depth * area * LITRE,
    source,
  })
  const byVolume = (school: FlushSchool, volume: number, source: string): FlushSize => ({
    school,
    depth: washDepth(volume, area),
    volume,
    source,
  })
  return [
    { ...byDepth('fouling', least, 'commonPractice'), ...(most > least ? { most } : {}) },
    byDepth('published-least', PUBLISHED_LEAST, 'hb230'),
    byDepth('ten-gallons', perThousandSquareFeet(10), 'texas'),
    byDepth('twenty-gallons', perThousandSquareFeet(20), 'texas'),
    byVolume('two-gallons', TWO_GALLONS, 'commonPractice'),
    ...(use > 0 ? [byDepth('use', use, 'commonPractice')] : []),
    ...(room.length > 0 ? [byVolume('what-fits', chamberVolume(room.bore, room.length), 'geometry')] : []),
  ]
}

export interface ChamberLength {
  bore: number
  /** Length of each chamber, m, and how many stand side by side. */
  length: number
  chambers: number
}

/** More chambers than this side by side are a tank. */
export const MOST_CHAMBERS = 6

/**
 * Length of chamber that holds a volume in a bore: one where it fits, several of equal length where it does not.
 *
 * @param room longest chamber that fits the wall, m
 * @returns undefined where more than six would have to stand side by side, or none fits
 */
export function chamberFor(volume: number, bore: number, room: number): ChamberLength | undefined {
  nonNegative('volume', volume)
  positive('bore', bore)
  const whole = volume / chamberVolume(bore, 1)
  const chambers = Math.max(1, Math.ceil(whole / room - 1e-9))
  return room > 0 && chambers <= MOST_CHAMBERS ? { bore, chambers, length: whole / chambers } : undefined
}

/** Why a ball does not do its work: it has to float, pass down the chamber and shut the seat above it. */
export type BallFault = 'overBore' | 'underSeat' | 'seatOverBore'

/**
 * A ball and the seat that it shuts, m. It must be wider than the seat, by a twelfth so that it lies on the rim and does not
 * wedge, and pass freely down the chamber.
 *
 * Source: common practice, no published source.
 */
export function ballFault({ ballSize, seat, bore }: { ballSize: number; seat: number; bore: number }): BallFault | undefined {
  if (seat >= bore) return 'seatOverBore'
  if (ballSize >= bore) return 'overBore'
  return ballSize < seat * (13 / 12) - 1e-9 ? 'underSeat' : undefined
}
