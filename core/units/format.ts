import { FOOT, INCH, LITRE, POUND, POUND_PER_SQUARE_FOOT, SQUARE_FOOT } from './constants'
import { numberFormat } from './intl'
import type { Quantity, UnitSystem } from './quantity'
import { TERM_FACTS, type Terms } from './terms'

export interface Display {
  readonly system: UnitSystem
  readonly terms: Terms
}

/** A figure ready to set: the number and its unit apart, so that type can weigh them differently. */
export interface Shown {
  readonly number: string
  readonly unit: string
}

function decimals(value: number, digits: number, terms: Terms): string {
  const shown = Object.is(value, -0) || Math.abs(value) < 0.5 * 10 ** -digits ? 0 : value
  return numberFormat(terms, { minimumFractionDigits: digits, maximumFractionDigits: digits }).format(shown)
}

/** Rounded to the given significant digits, so that a model never boasts of a precision it has not. */
function significant(value: number, figures: number): number {
  // So small a part that no scale can tell it: nothing is what it is shown as.
  if (!Number.isFinite(value) || Math.abs(value) < 1e-12) return Number.isFinite(value) ? 0 : value
  const scale = 10 ** (figures - 1 - Math.floor(Math.log10(Math.abs(value))))
  return Math.round(value * scale) / scale
}

const FRACTIONS: Readonly<Record<string, string>> = {
  '1/8': '⅛',
  '1/4': '¼',
  '3/8': '⅜',
  '1/2': '½',
  '5/8': '⅝',
  '3/4': '¾',
  '7/8': '⅞',
}

/** A fraction of an inch in its lowest terms: by its own sign where there is one. */
function fraction(part: number, of: number): string {
  if (part === 0) return ''
  if (part % 2 === 0) return fraction(part / 2, of / 2)
  return FRACTIONS[`${part}/${of}`] ?? `${part}/${of}`
}

/** Feet and inches to the nearest part of an inch: `2 ft 10¾ in`, never with prime marks; a sixteenth stands apart, `2 3/16 in`. */
function feetAndInches(metres: number, of: number): string {
  const parts = Math.round((Math.abs(metres) / INCH) * of)
  const feet = Math.floor(parts / (12 * of))
  const inches = Math.floor((parts % (12 * of)) / of)
  const rest = fraction(parts % of, of)
  const inchText = inches === 0 && rest !== '' ? rest : `${inches}${rest.includes('/') ? ' ' : ''}${rest}`
  const sign = metres < 0 && parts > 0 ? '−' : ''
  if (feet === 0) return `${sign}${inchText} in`
  return inches === 0 && rest === '' ? `${sign}${feet} ft` : `${sign}${feet} ft ${inchText} in`
}

/** How a kind of quantity is set in a reader's units: what one of them is, and the digits behind the point. */
interface Scale {
  /** In SI (as kept) per unit shown. */
  per: number
  unit: string
  /** Of the value as it is shown by itself. */
  digits: number
  /** Whole figures that are shown at the most, so that a model never boasts; none for what is measured. */
  figures?: number
  /** Added after the division: for temperatures. */
  offset?: number
}

/** The fifth decimal of a degree is a metre on the ground. */
const METRE_OF_ARC = 5
/** As many decimals as a value has, `most` at most. */
function placesNeeded(value: number, most: number): number {
  for (let n = 0; n < most; n++) if (Math.abs(value * 10 ** n - Math.round(value * 10 ** n)) < 10 ** (n - most) / 2) return n
  return most
}

/** Few digits for much, more for little: two whole figures and as many behind as are left of three. */
const three = (amount: number, most: number) => Math.max(0, Math.min(most, Math.abs(amount) < 1 ? most : Math.abs(amount) < 10 ? 2 : 1))

function scaleOf({ kind, value }: Quantity, { system, terms }: Display): Scale {
  const metric = system === 'metric'
  switch (kind) {
    case 'length':
      return metric ? { per: 0.001, unit: 'mm', digits: 0 } : { per: INCH, unit: '', digits: 0 }
    case 'span':
      return metric ? { per: 1, unit: 'm', digits: 2 } : { per: INCH, unit: '', digits: 0 }
    case 'fine':
      // A whole millimetre is told as one.
      return metric
        ? { per: 0.001, unit: 'mm', digits: Math.abs(value * 1000 - Math.round(value * 1000)) < 0.05 ? 0 : 1 }
        : { per: INCH, unit: '', digits: 0 }
    case 'mesh':
      return metric ? { per: 0.001, unit: 'mm', digits: 1 } : { per: INCH, unit: 'in', digits: Math.abs(value) < 0.1 * INCH ? 3 : 2 }
    case 'area':
      return metric
        ? { per: 1, unit: 'm²', digits: three(value, 3) }
        : { per: SQUARE_FOOT, unit: 'ft²', digits: Math.abs(value) < 10 * SQUARE_FOOT ? 2 : 0 }
    case 'volume': {
      const per = metric ? LITRE : TERM_FACTS[terms].gallon
      const amount = significant(value / per, Math.abs(value / per) >= 10000 ? 4 : 3)
      return {
        per,
        unit: metric ? 'L' : 'gal',
        digits: Math.abs(amount) < 10 && !Number.isInteger(amount) ? 1 : 0,
        figures: Math.abs(value / per) >= 10000 ? 4 : 3,
      }
    }
    case 'flow': {
      const per = metric ? LITRE : TERM_FACTS[terms].gallon / 60
      return { per, unit: metric ? 'L/s' : 'gpm', digits: metric ? 2 : value / per < 10 ? 1 : 0 }
    }
    case 'rainDepth':
      return metric
        ? { per: 1, unit: 'mm', digits: Math.abs(value) < 20 && Math.abs(value) >= 0.05 && !Number.isInteger(value) ? 1 : 0 }
        : {
            per: 25.4,
            unit: 'in',
            digits: Math.abs(value) < 0.0005 * 25.4 ? 0 : Math.abs(value) < 2.54 ? 3 : Math.abs(value) < 254 ? 2 : 1,
          }
    case 'rainRate':
      return metric ? { per: 1, unit: 'mm/h', digits: 0 } : { per: 25.4, unit: 'in/h', digits: 1 }
    case 'mass':
      return { per: metric ? 1 : POUND, unit: metric ? 'kg' : 'lb', digits: 0, figures: 3 }
    case 'pressure':
      return metric ? { per: 1000, unit: 'kPa', digits: 1 } : { per: POUND_PER_SQUARE_FOOT, unit: 'psf', digits: 0, figures: 3 }
    case 'angle':
      // Bends turn by halves of a degree.
      return { per: 1, unit: '°', digits: !Number.isInteger(value) && Number.isInteger(2 * value) ? 1 : 0 }
    case 'latitude':
    case 'longitude':
      return { per: 1, unit: '°', digits: placesNeeded(value, METRE_OF_ARC) }
    case 'temperature':
      return metric ? { per: 1, unit: '°C', digits: Number.isInteger(value) ? 0 : 1 } : { per: 5 / 9, unit: '°F', digits: 0, offset: 32 }
    case 'share':
      return { per: 0.01, unit: '%', digits: 0 }
    case 'fall':
      return metric
        ? { per: 0.001, unit: 'mm/m', digits: Math.abs(value * 1000 - Math.round(value * 1000)) < 0.05 ? 0 : 1 }
        : { per: INCH / (FOOT * 10), unit: 'in per 10 ft', digits: 2 }
    case 'hours':
      return { per: 1, unit: 'h', digits: value < 10 ? 1 : 0 }
    case 'days':
      return {
        per: 1,
        unit: TERM_FACTS[terms].day[Math.abs(value) === 1 ? 0 : 1],
        digits: Math.abs(value) < 10 && !Number.isInteger(value) ? 1 : 0,
      }
    case 'count':
      return { per: 1, unit: '', digits: 0 }
    case 'plain':
      return { per: 1, unit: '', digits: Number.isInteger(value) ? 0 : 2 }
    case 'factor':
      return { per: 1, unit: '', digits: 2 }
  }
}

/** Parts of an inch that a length is told to in feet and inches; undefined for what is told otherwise. */
function inchParts({ kind, value }: Pick<Quantity, 'kind'> & Partial<Quantity>, { system }: Display): number | undefined {
  if (system !== 'imperial') return undefined
  if (kind !== 'fine') return kind === 'length' || kind === 'span' ? 8 : undefined
  return value !== undefined && isSixtyFourth(value / INCH) ? 64 : 16
}

/** Whether so many inches are a size that drills are sold in by the sixty-fourth, and no sixteenth. */
const isSixtyFourth = (inches: number): boolean => {
  const off = (parts: number) => Math.abs(inches * parts - Math.round(inches * parts))
  return off(16) > 0.05 && off(64) < 0.01
}

/** Step of an amount in its own unit: of its digits, or of its whole figures where those are coarser. */
function stepIn({ digits, figures }: Scale, amount: number): number {
  const fine = 10 ** -digits
  const size = Math.abs(amount)
  return figures === undefined || size < 1e-12 ? fine : Math.max(fine, 10 ** (Math.floor(Math.log10(size)) + 1 - figures))
}

/** The least step between two figures of a quantity's size as they are shown, in SI: the quantity is rounded to it, once. */
export function stepOf(quantity: Quantity, display: Display): number {
  const parts = inchParts(quantity, display)
  if (parts !== undefined) return INCH / parts
  const scale = scaleOf(quantity, display)
  return scale.per * stepIn(scale, quantity.value / scale.per)
}

/**
 * The step at which a measure that somebody typed is shown as it was typed: one or two places finer than its kind's own, where it is
 * whole only there (62.5 mm/h, 1,234 L). Undefined where its own does: for what comes out of a calculation and has no end, for fractions
 * of inches, and for lengths, which no tape tells finer.
 */
function typedStep(quantity: Quantity, display: Display): number | undefined {
  if (!quantity.typed || quantity.kind === 'length' || inchParts(quantity, display) !== undefined) return undefined
  const scale = scaleOf(quantity, display)
  const amount = quantity.value / scale.per + (scale.offset ?? 0)
  const own = stepIn(scale, quantity.value / scale.per)
  // A long way is told to its millimetre.
  const finer = quantity.kind === 'span' ? [own, own / 10] : [own, own / 10, own / 100]
  const step = finer.find((each) => Math.abs(amount / each - Math.round(amount / each)) < 1e-6)
  return step === undefined || step === own ? undefined : scale.per * step
}

/**
 * What a quantity's shown figure stands for, in SI: itself, rounded as it is shown. Differences of such values are differences of
 * the figures that people read.
 */
export function asShown(quantity: Quantity, display: Display): number {
  const step = stepOf(quantity, display)
  return Number.isFinite(quantity.value) ? Math.round(quantity.value / step) * step : quantity.value
}

/**
 * Puts a quantity into the reader's units with sensible digits.
 *
 * @param step round to this instead of the kind's own step, in SI: parts of a sum are told as finely as their sum
 * @returns number and unit as text; the unit is empty where the number stands alone
 * @example show({ kind: 'length', value: 1.34 }, { system: 'metric', terms: 'en-GB' }) // { number: '1,340', unit: 'mm' }
 */
export function show(quantity: Quantity, display: Display, step = typedStep(quantity, display)): Shown {
  const { kind, value } = quantity
  const { terms } = display
  if (!Number.isFinite(value)) return { number: value > 0 ? '∞' : '–', unit: '' }
  const parts = inchParts(quantity, display)
  if (parts !== undefined) return { number: feetAndInches(value, parts), unit: '' }
  const scale = scaleOf(quantity, display)
  const { per, unit, digits, offset = 0 } = scale
  const amount = value / per + offset
  if (step !== undefined) {
    const places = Math.max(0, Math.ceil(-Math.log10(step / per) - 1e-9))
    return { number: decimals(amount, places, terms), unit }
  }
  const coarse = stepIn(scale, value / per)
  const number = decimals(coarse > 10 ** -digits ? Math.round(amount / coarse) * coarse : amount, digits, terms)
  return { number: kind === 'span' ? number.replace(/0$/, '') : number, unit }
}

/** The quantity as one phrase, a no-break space between number and unit (none before ° ). */
export function showText(quantity: Quantity, display: Display, step?: number): string {
  const { number, unit } = show(quantity, display, step)
  if (unit === '') return number
  return unit === '°' ? `${number}${unit}` : `${number}\u00A0${unit}`
}

/** A part of a sum: added or taken off. */
export interface SumPart {
  sign: '' | '+' | '−'
  value: Quantity
}

/**
 * The parts of a sum as they are shown, so that what is read adds up to what is read: the sum keeps the figure that it has
 * everywhere, the parts are told as finely as it, and what rounding leaves over goes to those that lie nearest to the next step.
 *
 * @returns one text for each part
 */
export function showSum(parts: readonly SumPart[], total: Quantity, display: Display): string[] {
  const step = stepOf(total, display)
  const signed = parts.map(({ sign, value: { value } }) => ((sign === '−' ? -1 : 1) * value) / step)
  const steps = signed.map(Math.floor)
  let over = Math.round(total.value / step) - steps.reduce((sum, each) => sum + each, 0)
  const order = signed.map((each, at) => ({ at, rest: each - Math.floor(each) })).toSorted((a, b) => b.rest - a.rest)
  // Where the parts do not make up the whole by more than rounding, they are no sum of it: shown as they stand.
  if (over < 0 || over > parts.length) return parts.map(({ value }) => showText(value, display))
  for (const { at } of order) {
    if (over <= 0) break
    steps[at]!++
    over--
  }
  return parts.map(({ sign, value: { kind } }, at) =>
    showText(
      { kind, value: (sign === '−' ? -1 : 1) * steps[at]! * step },
      display,
      inchParts({ kind }, display) === undefined ? step : undefined,
    ),
  )
}
