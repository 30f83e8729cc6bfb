import type { Vessel } from '../scheme'
import { US_GALLON } from '../units/constants'

/** A vessel to choose from: outside sizes for fit and drawing, inside ones so that level and volume meet the nominal litres. */
export type CatalogueVessel = Pick<Vessel, 'family' | 'body' | 'nominal' | 'tare' | 'light' | 'lid' | 'lidMesh'> & { key: string }

const round = (key: string, family: Vessel['family'], litres: number, across: number, high: number, tare: number): CatalogueVessel => {
  const rim = high
  const wet = rim - 0.005
  return {
    key,
    family,
    // The inside area follows from what it holds, so that the dip table and the label agree.
    body: { kind: 'upright', plan: 'round', area: litres / 1000 / wet, floor: 0.005, rim, width: across, depth: across, height: high },
    nominal: litres / 1000,
    tare,
    light: 'opaque',
    lid: 'sealed',
    lidMesh: 0.001,
  }
}

const box = (
  key: string,
  family: Vessel['family'],
  nominal: number,
  width: number,
  depth: number,
  high: number,
  floor: number,
  wet: number,
  tare: number,
  light: Vessel['light'],
): CatalogueVessel => ({
  key,
  family,
  body: { kind: 'upright', plan: 'box', area: nominal / wet, floor, rim: floor + wet, width, depth, height: high },
  nominal,
  tare,
  light,
  lid: 'sealed',
  lidMesh: 0.001,
})

/** Generic vessels. Sizes are common practice, rounded from what is sold everywhere; any of them may be changed. */
export const CATALOGUE: readonly CatalogueVessel[] = [
  round('butt-100', 'butt', 100, 0.48, 0.78, 5),
  round('butt-160', 'butt', 160, 0.54, 0.83, 7),
  round('butt-210', 'butt', 210, 0.58, 0.885, 9),
  round('butt-250', 'butt', 250, 0.62, 0.95, 10),
  box('slim-butt-100', 'slim-butt', 0.1, 0.4, 0.3, 1.0, 0.005, 0.985, 6, 'opaque'),
  round('bin-35', 'bin', 35 * US_GALLON * 1000, 0.5, 0.76, 6),
  round('drum-55', 'drum', 55 * US_GALLON * 1000, 0.585, 0.885, 10),
  round('barrel-60', 'barrel', 60 * US_GALLON * 1000, 0.6, 0.94, 11),
  box('tote-275', 'tote', 275 * US_GALLON, 1.219, 1.016, 1.168, 0.15, 0.955, 60, 'translucent'),
  box('tote-330', 'tote', 330 * US_GALLON, 1.219, 1.016, 1.346, 0.15, 1.146, 68, 'translucent'),
  round('tank-1000', 'tank', 1000, 1.1, 1.25, 35),
  round('tank-2000', 'tank', 2000, 1.25, 1.8, 55),
  round('tank-5000', 'tank', 5000, 1.8, 2.15, 110),
  round('tank-10000', 'tank', 10000, 2.4, 2.4, 210),
]

/** A catalogue vessel by its key. @throws RangeError when there is none */
export function fromCatalogue(key: string): CatalogueVessel {
  const found = CATALOGUE.find((vessel) => vessel.key === key)
  if (!found) throw new RangeError(`no vessel ${key} in the catalogue`)
  return found
}
