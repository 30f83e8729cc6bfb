import { defaultSite, type AnnualRain, type Job } from '../scheme'

type Hemisphere = AnnualRain['hemisphere']
type Seasons = Pick<Job, 'site' | 'rain' | 'schemes'>

/** A series of months half a year on. */
const halfAYearOn = <T>(months: readonly T[]): T[] => months.map((_, month) => months[(month + 6) % 12]!)
const monthHalfAYearOn = (month: number): number => ((month + 5) % 12) + 1

export const hemisphereOf = (latitude: number): Hemisphere => (latitude < 0 ? 'south' : 'north')

/**
 * Takes a job to the other side of the equator, with everything that follows the seasons: latitude, temperatures, rain by a
 * seasonal pattern, and demands by the month. Writes into the draft it is given; a job that is there already stays as it is.
 *
 * @param latitude degrees, where it is known; that of the usual place, or the mirrored one, where not
 */
export function turnSeasons(draft: Seasons, to: Hemisphere, latitude?: number): void {
  if (draft.rain.kind === 'annual') draft.rain.hemisphere = to
  const { site } = draft
  const was = hemisphereOf(site.latitude)
  const usual = defaultSite(was).latitude
  if (was !== to) {
    site.latitude = site.latitude === usual ? defaultSite(to).latitude : -site.latitude
    site.low = halfAYearOn(site.low)
    site.high = halfAYearOn(site.high)
    for (const demand of draft.schemes.flatMap(({ demands }) => demands)) {
      if ('byMonth' in demand) demand.byMonth = halfAYearOn(demand.byMonth)
      if ('months' in demand) demand.months = demand.months.map(monthHalfAYearOn).toSorted((a, b) => a - b)
    }
  }
  if (latitude !== undefined) site.latitude = latitude
}
