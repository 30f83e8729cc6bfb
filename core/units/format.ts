import { FOOT, IMPERIAL_GALLON, INCH, LITRE, POUND, POUND_PER_SQUARE_FOOT, SQUARE_FOOT, US_GALLON } from './constants'
import type { Quantity, Terms, UnitSystem } from './quantity'

export interface Display {
  readonly system: UnitSystem
  readonly terms: Terms
}

/** A figure ready to set: the number and its unit apart, so that type can weigh them differently. */
export interface Shown {
  readonly number: string
  readonly unit: string
}

const numberFormats = new Map<string, Intl.NumberFormat>()

function decimals(value: number, digits: number, terms: Terms): string {
  const key = `${terms}/${digits}`
  let format = numberFormats.get(key)
  if (!format) {
    format = new Intl.NumberFormat(terms, { minimumFractionDigits: digits, maximumFractionDigits: digits })
    numberFormats.set(key, format)
  }
  return format.format(Object.is(value, -0) || Math.abs(value) < 0.5 * 10 ** -digits ? 0 : value)
}

/** Rounded to the given significant digits, so that a model never boasts of a precision it has not. */
function significant(value: number, figures: number): number {
  // So small a part that no scale can tell it: nothing is what it is shown as.
  if (!Number.isFinite(value) || Math.abs(value) < 1e-12) return Number.isFinite(value) ? 0 : value
  const scale = 10 ** (figures - 1 - Math.floor(Math.log10(Math.abs(value))))
  return Math.round(value * scale) / scale
}

const EIGHTHS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞']

/** Feet and inches to the nearest eighth: `2 ft 10¾ in`, never with prime marks. */
function feetAndInches(metres: number): string {
  const eighths = Math.round((Math.abs(metres) / INCH) * 8)
  const feet = Math.floor(eighths / 96)
  const inches = Math.floor((eighths % 96) / 8)
  const fraction = EIGHTHS[eighths % 8]!
  const inchText = inches === 0 && fraction !== '' ? fraction : `${inches}${fraction}`
  const sign = metres < 0 && eighths > 0 ? '−' : ''
  if (feet === 0) return `${sign}${inchText} in`
  return inches === 0 && fraction === '' ? `${sign}${feet} ft` : `${sign}${feet} ft ${inchText} in`
}

function volumeShown(cubicMetres: number, { system, terms }: Display): Shown {
  const amount = system === 'metric' ? cubicMetres / LITRE : cubicMetres / (terms === 'en-US' ? US_GALLON : IMPERIAL_GALLON)
  const rounded = significant(amount, Math.abs(amount) < 100 ? 3 : Math.abs(amount) >= 10000 ? 4 : 3)
  const digits = Math.abs(rounded) < 10 && !Number.isInteger(rounded) ? 1 : 0
  return { number: decimals(rounded, digits, terms), unit: system === 'metric' ? 'L' : 'gal' }
}

function flowShown(cubicMetresPerSecond: number, { system, terms }: Display): Shown {
  if (system === 'metric') return { number: decimals(cubicMetresPerSecond / LITRE, 2, terms), unit: 'L/s' }
  const gallons = (cubicMetresPerSecond * 60) / (terms === 'en-US' ? US_GALLON : IMPERIAL_GALLON)
  return { number: decimals(gallons, gallons < 10 ? 1 : 0, terms), unit: 'gpm' }
}

/**
 * Puts a quantity into the reader's units with sensible digits.
 *
 * @returns number and unit as text; the unit is empty where the number stands alone
 * @example show({ kind: 'length', value: 1.34 }, { system: 'metric', terms: 'en-GB' }) // { number: '1,340', unit: 'mm' }
 */
export function show({ kind, value }: Quantity, display: Display): Shown {
  const { system, terms } = display
  const metric = system === 'metric'
  if (!Number.isFinite(value)) return { number: value > 0 ? '∞' : '–', unit: '' }
  switch (kind) {
    case 'length':
      return metric ? { number: decimals(value * 1000, 0, terms), unit: 'mm' } : { number: feetAndInches(value), unit: '' }
    case 'mesh':
      return metric ? { number: decimals(value * 1000, 1, terms), unit: 'mm' } : { number: decimals(value / INCH, 2, terms), unit: 'in' }
    case 'span':
      return metric ? { number: decimals(value, 2, terms).replace(/0$/, ''), unit: 'm' } : { number: feetAndInches(value), unit: '' }
    case 'area':
      return metric ? { number: decimals(value, 1, terms), unit: 'm²' } : { number: decimals(value / SQUARE_FOOT, 0, terms), unit: 'ft²' }
    case 'volume':
      return volumeShown(value, display)
    case 'flow':
      return flowShown(value, display)
    case 'rainDepth':
      return metric
        ? { number: decimals(value, Math.abs(value) < 20 && !Number.isInteger(value) ? 1 : 0, terms), unit: 'mm' }
        : { number: decimals(value / 25.4, Math.abs(value) < 254 ? 2 : 1, terms), unit: 'in' }
    case 'rainRate':
      return metric ? { number: decimals(value, 0, terms), unit: 'mm/h' } : { number: decimals(value / 25.4, 1, terms), unit: 'in/h' }
    case 'mass':
      return metric
        ? { number: decimals(significant(value, 3), 0, terms), unit: 'kg' }
        : { number: decimals(significant(value / POUND, 3), 0, terms), unit: 'lb' }
    case 'pressure':
      return metric
        ? { number: decimals(value / 1000, 1, terms), unit: 'kPa' }
        : { number: decimals(significant(value / POUND_PER_SQUARE_FOOT, 3), 0, terms), unit: 'psf' }
    case 'angle':
      return { number: decimals(value, 0, terms), unit: '°' }
    case 'latitude':
      return { number: decimals(value, Number.isInteger(value) ? 0 : 2, terms), unit: '°' }
    case 'share':
      return { number: decimals(value * 100, 0, terms), unit: '%' }
    case 'fall':
      return metric
        ? { number: decimals(value * 1000, Math.abs(value * 1000 - Math.round(value * 1000)) < 0.05 ? 0 : 1, terms), unit: 'mm/m' }
        : { number: decimals((value * FOOT * 10) / INCH, 2, terms), unit: 'in per 10 ft' }
    case 'hours':
      return { number: decimals(value, value < 10 ? 1 : 0, terms), unit: 'h' }
    case 'days':
      return {
        number: decimals(value, Math.abs(value) < 10 && !Number.isInteger(value) ? 1 : 0, terms),
        unit: Math.abs(value) === 1 ? 'day' : 'days',
      }
    case 'count':
      return { number: decimals(value, 0, terms), unit: '' }
    case 'plain':
      return { number: decimals(value, Number.isInteger(value) ? 0 : 2, terms), unit: '' }
  }
}

/** The quantity as one phrase, a no-break space between number and unit (none before ° ). */
export function showText(quantity: Quantity, display: Display): string {
  const { number, unit } = show(quantity, display)
  if (unit === '') return number
  return unit === '°' ? `${number}${unit}` : `${number}\u00A0${unit}`
}
