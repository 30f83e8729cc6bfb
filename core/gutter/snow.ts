import type { Gutter, RoofSection, Scheme, Site } from '../scheme'

/** Snow that slides needs a roof as steep as this to fall into a gutter, degrees; a cold month has this mean, °C. Common practice. */
const SLIDES = 10
const COLD = 1

/** Whether a coldest mean, °C, is one at which snow lies. */
export const isSnowCold = (coldest: number): boolean => coldest <= COLD
/** The first roof of a scheme that snow slides off. */
export const snowSlidesOff = ({ sections }: Pick<Scheme, 'sections'>): RoofSection | undefined =>
  sections.find(({ pitch }) => pitch >= SLIDES)

/** Gutters that are clipped in and lie under roofs that snow slides off, where it is cold enough for snow: taken down for the winter. */
export function clippedUnderSnow(
  { sections, gutters }: Pick<Scheme, 'sections' | 'gutters'>,
  { low, high }: Pick<Site, 'low' | 'high'>,
): Gutter[] {
  if (!isSnowCold(Math.min(...low.map((each, month) => (each + high[month]!) / 2)))) return []
  return gutters.filter(
    ({ id, material }) =>
      material === 'plastic' &&
      sections.some(({ shedsTo, pitch }) => pitch >= SLIDES && shedsTo.kind === 'gutter' && shedsTo.gutter === id),
  )
}
