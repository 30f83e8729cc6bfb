import { FOOT, IMPERIAL_GALLON, INCH, LITRE, SQUARE_FOOT, US_GALLON, YARD } from './constants'
import type { Terms, UnitSystem } from './quantity'

/** What a field made of the text in it. `problem` is a message id that the locale files put into words. */
export type Parsed = { ok: true; value: number } | { ok: false; problem: ParseProblem }
export type ParseProblem = 'empty' | 'notANumber' | 'unknownUnit' | 'unitNeeded' | 'zeroDenominator' | 'tooManyParts'

const FRACTIONS: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
}

const LENGTH_UNITS: Record<string, number> = {
  mm: 1e-3,
  millimetre: 1e-3,
  millimeter: 1e-3,
  cm: 1e-2,
  centimetre: 1e-2,
  centimeter: 1e-2,
  m: 1,
  metre: 1,
  meter: 1,
  '"': INCH,
  in: INCH,
  inch: INCH,
  inches: INCH,
  "'": FOOT,
  ft: FOOT,
  foot: FOOT,
  feet: FOOT,
  yd: YARD,
  yard: YARD,
}

function volumeUnits(terms: Terms): Record<string, number> {
  const gallon = terms === 'en-US' ? US_GALLON : IMPERIAL_GALLON
  return { l: LITRE, litre: LITRE, liter: LITRE, ml: 1e-6, m3: 1, 'm³': 1, gal: gallon, gallon, usgal: US_GALLON, impgal: IMPERIAL_GALLON }
}

const AREA_UNITS: Record<string, number> = { m2: 1, 'm²': 1, sqm: 1, ft2: SQUARE_FOOT, 'ft²': SQUARE_FOOT, sqft: SQUARE_FOOT }
const RAIN_UNITS: Record<string, number> = { mm: 1, cm: 10, in: 25.4, inch: 25.4, inches: 25.4, '"': 25.4 }

interface Part {
  amount: number
  unit?: string
}

/** A comma followed by exactly three digits groups thousands, any other comma is a decimal one. */
function plainNumber(text: string, unit: string | undefined): number {
  const grouped = /^[-+]?\d{1,3}(,\d{3})+(\.\d+)?$/.test(text) && unit !== 'm'
  return Number(grouped ? text.replaceAll(',', '') : text.replace(',', '.'))
}

const PART = /^([-+]?\d[\d.,]*)?\s*(?:(\d+)\s*\/\s*(\d+))?\s*([a-zµ²³"'.]+[23]?)?\s*/i

/** No measure is longer to write; what is, is no measure and not worth a search. */
const LONGEST_MEASURE = 64

function splitParts(raw: string): Part[] | ParseProblem {
  if (raw.length > LONGEST_MEASURE) return 'notANumber'
  let rest = raw
    .trim()
    .toLowerCase()
    .replace(/[½¼¾⅛⅜⅝⅞⅓⅔]/g, (mark) => ` ${FRACTIONS[mark]}`)
    .replace(/[″”“]|''/g, '"')
    .replace(/[′’‘]/g, "'")
    .replace(/(\d)-(\d+\/)/g, '$1 $2')
    .replace(/[−–]/g, '-')
    .trim()
  if (rest === '') return 'empty'
  const parts: Part[] = []
  while (rest !== '') {
    const match = readPart(rest)
    if (!match) return 'notANumber'
    const { whole, numerator, denominator, unit, used } = match
    if (denominator === 0) return 'zeroDenominator'
    const amount = whole === undefined ? 0 : plainNumber(whole, unit)
    if (!Number.isFinite(amount)) return 'notANumber'
    const fraction = numerator === undefined ? 0 : numerator / denominator!
    parts.push({ amount: whole?.startsWith('-') ? amount - fraction : amount + fraction, unit })
    rest = rest.slice(used)
    if (parts.length > 3) return 'tooManyParts'
  }
  return parts
}

/** One "number, fraction, unit" from the front of the text. A lone fraction (`3/4 in`) must not lose its numerator to the whole number. */
function readPart(text: string) {
  const fractionFirst = /^([-+]?)(\d+)\s*\/\s*(\d+)\s*([a-zµ²³"'.]+[23]?)?\s*/i.exec(text)
  if (fractionFirst) {
    const sign = fractionFirst[1] === '-' ? -1 : 1
    return {
      whole: undefined,
      numerator: sign * Number(fractionFirst[2]),
      denominator: Number(fractionFirst[3]),
      unit: cleanUnit(fractionFirst[4]),
      used: fractionFirst[0].length,
    }
  }
  const match = PART.exec(text)
  if (!match || match[1] === undefined) return undefined
  return {
    whole: match[1],
    numerator: match[2] === undefined ? undefined : Number(match[2]),
    denominator: match[3] === undefined ? undefined : Number(match[3]),
    unit: cleanUnit(match[4]),
    used: match[0].length,
  }
}

function cleanUnit(unit: string | undefined): string | undefined {
  const trimmed = unit?.replace(/\.$/, '').replace(/^us\.?gal.*/, 'usgal')
  if (trimmed === undefined || trimmed === '') return undefined
  return trimmed.length > 3 && trimmed.endsWith('s') && trimmed !== 'inches' ? trimmed.slice(0, -1) : trimmed
}

function addUp(raw: string, units: Record<string, number>, bare: number): Parsed {
  const parts = splitParts(raw)
  if (typeof parts === 'string') return { ok: false, problem: parts }
  let total = 0
  let previous: string | undefined
  for (const [index, part] of parts.entries()) {
    let scale: number | undefined
    if (part.unit !== undefined) scale = units[part.unit]
    // "3 ft 6" means six inches; "1 m 20" could mean anything.
    else if (index === 0) scale = bare
    else if (previous !== undefined && units[previous] === FOOT) scale = INCH
    else return { ok: false, problem: 'unitNeeded' }
    if (scale === undefined) return { ok: false, problem: 'unknownUnit' }
    const sign = index > 0 && total < 0 ? -1 : 1
    total += sign * part.amount * scale
    previous = part.unit ?? previous
  }
  return Number.isFinite(total) ? { ok: true, value: total } : { ok: false, problem: 'notANumber' }
}

/**
 * Length from what people type: `22 ft`, `3' 6 1/2"`, `3 1/2in`, `6.7 m`, `67 cm`, `1,340`.
 *
 * @param bare what a number without a unit means, in metres (0.001 for millimetres, 0.0254 for inches)
 * @returns metres, or the problem by name; never throws
 */
export function parseLength(text: string, bare: number): Parsed {
  return addUp(text, LENGTH_UNITS, bare)
}

/** Volume in m³; a bare number is litres in metric and gallons of the terms in imperial. Never throws. */
export function parseVolume(text: string, system: UnitSystem, terms: Terms): Parsed {
  const units = volumeUnits(terms)
  return addUp(text.replace(/us\s+gal/i, 'usgal').replace(/imp\s+gal/i, 'impgal'), units, system === 'metric' ? LITRE : units.gal!)
}

/** Area in m²; a bare number is m² in metric and square feet in imperial. Never throws. */
export function parseArea(text: string, system: UnitSystem): Parsed {
  return addUp(text.replace(/sq\.?\s+/i, 'sq'), AREA_UNITS, system === 'metric' ? 1 : SQUARE_FOOT)
}

/** Rain depth in mm; a bare number is mm in metric and inches in imperial. Never throws. */
export function parseRainDepth(text: string, system: UnitSystem): Parsed {
  return addUp(text, RAIN_UNITS, system === 'metric' ? 1 : 25.4)
}

/** A plain number, with decimal point or comma, fraction allowed. Never throws. */
export function parseNumber(text: string): Parsed {
  return addUp(text.replace(/[%°]\s*$/, ''), {}, 1)
}
