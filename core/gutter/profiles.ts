import type { Gutter } from '../scheme'
import { INCH } from '../units/constants'
import type { UnitSystem } from '../units/quantity'

/** A gutter as it is sold: its profile, sizes in m and the units it is sold in. */
export type GutterSize = Pick<Gutter, 'profile' | 'width' | 'sole' | 'depth'> & { key: string; system: UnitSystem }

const halfRound = (key: string, system: UnitSystem, width: number): GutterSize => ({
  key,
  system,
  profile: 'half-round',
  width,
  sole: 0,
  depth: width / 2,
})
const box = (key: string, system: UnitSystem, width: number, depth: number): GutterSize => ({
  key,
  system,
  profile: 'rectangular',
  width,
  sole: width,
  depth,
})
/** An ogee front counted as the trapezoid between its sole and its top. */
const kStyle = (key: string, width: number, sole: number, depth: number): GutterSize => ({
  key,
  system: 'imperial',
  profile: 'k-style',
  width: width * INCH,
  sole: sole * INCH,
  depth: depth * INCH,
})

/** Generic gutters. Sizes are common practice; the depth is to the lip that water would spill over. */
export const GUTTER_SIZES: readonly GutterSize[] = [
  halfRound('half-round-76', 'metric', 0.076),
  halfRound('half-round-100', 'metric', 0.1),
  halfRound('half-round-112', 'metric', 0.112),
  halfRound('half-round-125', 'metric', 0.125),
  halfRound('half-round-150', 'metric', 0.15),
  box('box-100', 'metric', 0.1, 0.07),
  box('box-120', 'metric', 0.12, 0.08),
  box('box-150', 'metric', 0.15, 0.1),
  kStyle('k-4', 4, 2.75, 3),
  kStyle('k-5', 5, 3.25, 3.5),
  kStyle('k-6', 6, 4, 4.25),
  halfRound('half-round-5', 'imperial', 5 * INCH),
  halfRound('half-round-6', 'imperial', 6 * INCH),
  box('box-5', 'imperial', 5 * INCH, 4 * INCH),
]

/** The catalogue size that a gutter has, if it has one. */
export const sizeOf = ({ profile, width, depth, sole }: Gutter): GutterSize | undefined =>
  GUTTER_SIZES.find(
    (size) =>
      size.profile === profile &&
      Math.abs(size.width - width) < 5e-4 &&
      Math.abs(size.depth - depth) < 5e-4 &&
      (profile !== 'k-style' || Math.abs(size.sole - sole) < 5e-4),
  )
