import type { UnitSystem } from '../units/quantity'
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
  round('tank-300g', 'tank', 300 * US_GALLON * 1000, 1.09, 1.32, 36),
  round('tank-550g', 'tank', 550 * US_GALLON * 1000, 1.37, 1.65, 60),
  round('tank-1350g', 'tank', 1350 * US_GALLON * 1000, 1.83, 2.18, 115),
  round('tank-2650g', 'tank', 2650 * US_GALLON * 1000, 2.44, 2.44, 215),
]

/** What is sold in one country only, and what comes nearest to it in the other. Common practice. */
const ELSEWHERE: Readonly<Record<UnitSystem, Readonly<Record<string, string>>>> = {
  imperial: {
    'butt-100': 'bin-35',
    'butt-160': 'drum-55',
    'butt-210': 'drum-55',
    'butt-250': 'barrel-60',
    'tank-1000': 'tank-300g',
    'tank-2000': 'tank-550g',
    'tank-5000': 'tank-1350g',
    'tank-10000': 'tank-2650g',
  },
  metric: {
    'bin-35': 'butt-160',
    'tank-300g': 'tank-1000',
    'tank-550g': 'tank-2000',
    'tank-1350g': 'tank-5000',
    'tank-2650g': 'tank-10000',
  },
}

/** The catalogue's vessel that a body is, if it is one. */
export const inCatalogue = ({ family, nominal, body }: Pick<Vessel, 'family' | 'nominal' | 'body'>): CatalogueVessel | undefined =>
  CATALOGUE.find((each) => each.family === family && each.nominal === nominal && each.body.height === body.height)

/** What is sold in a country in place of something that is not; undefined where it is sold there itself. */
export function soldInstead(key: string, system: UnitSystem): CatalogueVessel | undefined {
  const other = ELSEWHERE[system][key]
  return other === undefined ? undefined : fromCatalogue(other)
}
/** The vessels that are sold in a country. */
export const soldIn = (system: UnitSystem): CatalogueVessel[] => CATALOGUE.filter(({ key }) => ELSEWHERE[system][key] === undefined)

/** A catalogue vessel by its key. @throws RangeError when there is none */
export function fromCatalogue(key: string): CatalogueVessel {
  const found = CATALOGUE.find((vessel) => vessel.key === key)
  if (!found) throw new RangeError(`no vessel ${key} in the catalogue`)
  return found
}
