import type { Scheme } from '../scheme'
import { LITRE } from '../units/constants'
import { CATALOGUE, type CatalogueVessel } from '../vessel/catalogue'
import { volumeAt } from '../vessel/levelVolume'

/** Room that practice loses under the rim and over the floor of a vessel, m: overflow 80 mm down, tap 50 mm up. */
const UNDER_RIM = 0.08
const OVER_FLOOR = 0.05
/** Gap between vessels, so that a hand gets in, m. */
const BETWEEN = 0.05

/** Litres that can be drawn from a catalogue vessel fitted in the common way. */
export const commonUsable = ({ body }: Pick<CatalogueVessel, 'body'>): number =>
  (volumeAt(body, body.rim - UNDER_RIM) - volumeAt(body, body.floor + OVER_FLOOR)) / LITRE

/** So many of one catalogue vessel, linked low. */
export interface VesselSet {
  key: string
  count: number
  /** Usable litres together. */
  usable: number
  /** Whether they stand in the room given; undefined where none was measured. */
  fits: boolean | undefined
  /** Demand met, 0–1, and short days a year. */
  met: number
  shortDays: number
}

/** How many of a vessel stand in a rectangle of ground, the better way round; one row may not be deeper than the room. */
export function standingRoom({ width, depth }: Scheme['space'], { body }: Pick<CatalogueVessel, 'body'>): number {
  const across = (room: number, size: number) => Math.floor((room + BETWEEN + 1e-9) / (size + BETWEEN))
  return Math.max(across(width, body.width) * across(depth, body.depth), across(width, body.depth) * across(depth, body.width))
}

/** A curve's value at a volume, straight between its points and held at its ends. */
export function onCurve(points: readonly { volume: number; value: number }[], volume: number): number {
  const next = points.findIndex((point) => point.volume >= volume)
  if (next < 0) return points.at(-1)?.value ?? 0
  if (next === 0) return points[0]!.value
  const [a, b] = [points[next - 1]!, points[next]!]
  return a.value + ((b.value - a.value) * (volume - a.volume)) / (b.volume - a.volume)
}

/** Sets worth a look: the least number of one vessel that comes near what the largest can do is enough of it. */
const MOST_OF_ONE = 6

/**
 * Sets from the catalogue with what each would meet, smallest first.
 *
 * @param points a sweep's volumes with demand met and short days
 * @param headroom most that a vessel may stand high, m; Infinity where nothing limits it
 * @param sold vessels to choose from; all of the catalogue where left out
 */
export function vesselSets(
  points: readonly { volume: number; met: number; shortDays: number }[],
  space: Scheme['space'],
  headroom: number,
  sold: readonly CatalogueVessel[] = CATALOGUE,
): VesselSet[] {
  const met = points.map(({ volume, met: value }) => ({ volume, value }))
  const short = points.map(({ volume, shortDays: value }) => ({ volume, value }))
  const measured = space.width > 0 && space.depth > 0
  const most = points.at(-1)?.volume ?? 0
  return sold
    .flatMap((vessel) => {
      const one = commonUsable(vessel)
      const tooHigh = vessel.body.height > Math.min(headroom, space.height > 0 ? space.height : Infinity)
      const room = measured ? standingRoom(space, vessel) : MOST_OF_ONE
      return Array.from({ length: MOST_OF_ONE }, (_, n) => n + 1)
        .filter((count) => count * one <= most)
        .map((count) => ({
          key: vessel.key,
          count,
          usable: count * one,
          fits: measured || space.height > 0 || Number.isFinite(headroom) ? !tooHigh && count <= room : undefined,
          met: onCurve(met, count * one),
          shortDays: onCurve(short, count * one),
        }))
    })
    .sort((a, b) => a.usable - b.usable)
}
