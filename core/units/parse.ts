import { FOOT, IMPERIAL_GALLON, INCH, LITRE, POUND, POUND_PER_SQUARE_FOOT, SQUARE_FOOT, US_GALLON, YARD } from './constants'
import type { Display } from './format'
import type { QuantityKind, UnitSystem } from './quantity'
import { TERM_FACTS, type Terms } from './terms'

/**
 * What a field made of the text in it. `problem` is a message id that the locale files put into words; `ways` are the two
 * things that may have been meant, each written so that it can be read in one way only.
 */
export type Parsed = { ok: true; value: number } | { ok: false; problem: ParseProblem; ways?: readonly [string, string] }
export type ParseProblem =
  | 'empty'
  | 'notANumber'
  | 'unknownUnit'
  | 'unitNeeded'
  | 'zeroDenominator'
  | 'tooManyParts'
  /** Two numbers side by side that no unit ties together. */
  | 'twoNumbers'
  /** May be read in two ways: see `ways`. */
  | 'twoWays'

type Failed = Extract<Parsed, { ok: false }>
const no = (problem: ParseProblem, ways?: readonly [string, string]): Failed => ({ ok: false, problem, ...(ways ? { ways } : {}) })
const yes = (value: number): Parsed => (Number.isFinite(value) ? { ok: true, value } : no('notANumber'))

/** No measure is longer to write; what is, is no measure and not worth a search. */
const LONGEST_MEASURE = 64

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

/** One spelling of what keyboards and other programs write in many: blanks, minus signs, marks of feet and inches, fractions. */
const plainText = (raw: string): string =>
  raw
    .replace(/[\u00A0\u2007\u2009\u202F]/g, ' ')
    .toLowerCase()
    .replace(/[½¼¾⅛⅜⅝⅞⅓⅔]/g, (mark) => ` ${FRACTIONS[mark]} `)
    .replace(/[⁄∕]/g, '/')
    .replace(/[″”“]|''|’’|′′/g, '"')
    .replace(/[′’‘]/g, "'")
    .replace(/[−–—]/g, '-')
    .replace(/[×✕]/g, 'x')
    .replace(/ +/g, ' ')
    .trim()

/** A number as it stands at the front of a text: how much, how long it was, and whether a comma in it may mean two things. */
interface ReadNumber {
  value: number
  used: number
  /** A comma before three figures: thousands, or the third decimal. */
  commaOfThree?: string
  /** Written with a decimal part. */
  decimal: boolean
}

/** Digits with points and commas: which of them parts decimals, which thousands. NaN where neither reading holds. */
function readDigits(text: string): Pick<ReadNumber, 'value' | 'commaOfThree' | 'decimal'> {
  const [comma, point] = [text.lastIndexOf(','), text.lastIndexOf('.')]
  if (comma >= 0 && point >= 0) {
    const [groups, decimals] = comma > point ? ['.', ','] : [',', '.']
    const [whole = '', rest = '', more] = text.split(decimals)
    const grouped = new RegExp(`^\\d{1,3}(\\${groups}\\d{3})+$`).test(whole)
    return {
      value: more === undefined && grouped && /^\d*$/.test(rest) ? Number(`${whole.replaceAll(groups, '')}.${rest || 0}`) : NaN,
      decimal: true,
    }
  }
  const mark = comma >= 0 ? ',' : '.'
  const pieces = text.split(mark)
  if (pieces.length > 2) {
    const grouped = pieces.every((piece, i) => (i === 0 ? /^\d{1,3}$/ : /^\d{3}$/).test(piece))
    return { value: grouped ? Number(pieces.join('')) : NaN, decimal: false }
  }
  // "1,340" is how we write thousands ourselves; "0,750" cannot be.
  if (mark === ',' && /^[1-9]\d{0,2},\d{3}$/.test(text)) return { value: Number(pieces.join('')), commaOfThree: text, decimal: false }
  return { value: Number(text.replace(',', '.')), decimal: pieces.length === 2 }
}

/** The number at the front of a text; undefined where there is none. */
function readNumber(text: string): ReadNumber | Failed | undefined {
  const fraction = (numerator: string, denominator: string) => Number(numerator) / Number(denominator)
  const lone = /^(\d+) ?\/ ?(\d+)/.exec(text)
  if (lone)
    return Number(lone[2]) === 0 ? no('zeroDenominator') : { value: fraction(lone[1]!, lone[2]!), used: lone[0].length, decimal: true }
  const power = /^(\d+(?:[.,]\d+)?)e([+-]?\d{1,3})(?![a-z\d])/.exec(text)
  if (power) return { value: Number(power[1]!.replace(',', '.')) * 10 ** Number(power[2]), used: power[0].length, decimal: false }
  // Thousands parted by blanks: groups of three, and no fourth figure behind them.
  const blanks = /^[1-9]\d{0,2}(?: \d{3})+(?:[.,]\d+)?(?![\d/]| ?\/)/.exec(text)
  if (blanks)
    return { value: Number(blanks[0].replaceAll(' ', '').replace(',', '.')), used: blanks[0].length, decimal: /[.,]/.test(blanks[0]) }
  const plain = /^(?:\d[\d.,]*|[.,]\d+)/.exec(text)
  if (!plain) return undefined
  // A full stop or comma behind a number ends a sentence.
  const digits = plain[0].replace(/(\d)[.,]$/, '$1')
  const read = readDigits(digits)
  if (Number.isNaN(read.value)) return no('notANumber')
  const mixed = /^(?: |-| - )?(\d+) ?\/ ?(\d+)/.exec(text.slice(digits.length))
  if (!mixed || !/^[ -]/.test(mixed[0])) return { ...read, used: plain[0].length }
  if (Number(mixed[2]) === 0) return no('zeroDenominator')
  return { value: read.value + fraction(mixed[1]!, mixed[2]!), used: digits.length + mixed[0].length, decimal: true }
}

/** Units of one kind: SI value of each by its spelling, and what a number without one means. */
interface UnitTable {
  units: Readonly<Record<string, number>>
  /** Spelling of the unit that a bare number has. */
  bare: string
  /** A bare number with decimals is more likely in this unit: then it is asked. */
  orRather?: string
}

/** Spellings with and without plural and full stop, all of one value. */
const spelt = (value: number, ...names: string[]): Record<string, number> =>
  Object.fromEntries(names.flatMap((name) => [name, `${name}s`, `${name}.`].map((each) => [each, value])))

const LENGTHS: Record<string, number> = {
  ...spelt(1e-3, 'mm', 'millimetre', 'millimeter'),
  ...spelt(1e-2, 'cm', 'centimetre', 'centimeter'),
  ...spelt(1, 'm', 'metre', 'meter', 'mtr'),
  ...spelt(INCH, 'in', 'inch', 'ins', 'zoll'),
  inches: INCH,
  '"': INCH,
  ...spelt(FOOT, 'ft', 'foot'),
  feet: FOOT,
  "'": FOOT,
  ...spelt(YARD, 'yd', 'yard'),
}
const CUBIC_FOOT = FOOT ** 3
/** Millilitres of the kitchen's measures. Source: definitions of the US customary and the imperial gallon. */
function volumes(terms: Terms): Record<string, number> {
  const { gallon } = TERM_FACTS[terms]
  const american = gallon === US_GALLON
  return {
    ...spelt(LITRE, 'l', 'litre', 'liter', 'ltr'),
    ...spelt(LITRE / 100, 'cl', 'centilitre', 'centiliter'),
    ...spelt(LITRE / 1000, 'ml', 'millilitre', 'milliliter'),
    ...spelt(1, 'm3', 'm³', 'cu m', 'cubic metre', 'cubic meter'),
    ...spelt(CUBIC_FOOT, 'ft3', 'ft³', 'cu ft', 'cubic foot', 'cubic ft'),
    'cubic feet': CUBIC_FOOT,
    ...spelt(gallon, 'gal', 'gallon'),
    ...spelt(US_GALLON, 'usgal', 'us gal', 'us gallon', 'gal us', 'gallons us', 'gal (us)', 'u.s. gal'),
    ...spelt(IMPERIAL_GALLON, 'impgal', 'imp gal', 'uk gal', 'imperial gallon', 'gal uk', 'gal imp', 'gal (uk)'),
    ...spelt(gallon / 4, 'qt', 'quart'),
    ...spelt(gallon / 8, 'pt', 'pint'),
    ...spelt(US_GALLON / 16, 'cup'),
    ...spelt(american ? US_GALLON / 128 : IMPERIAL_GALLON / 160, 'fl oz', 'floz', 'fluid ounce', 'fl. oz'),
  }
}
const AREAS: Record<string, number> = {
  ...spelt(1, 'm2', 'm²', 'sqm', 'sq m', 'sq metre', 'sq meter', 'square metre', 'square meter'),
  ...spelt(SQUARE_FOOT, 'ft2', 'ft²', 'sqft', 'sq ft', 'square foot', 'sq foot', 'sf'),
  'square feet': SQUARE_FOOT,
  'sq feet': SQUARE_FOOT,
  ...spelt(YARD ** 2, 'yd2', 'yd²', 'sq yd', 'square yard'),
}
const RAINS: Record<string, number> = {
  ...spelt(1, 'mm', 'millimetre', 'millimeter', 'l/m2', 'l/m²'),
  ...spelt(10, 'cm', 'centimetre', 'centimeter'),
  ...spelt(25.4, 'in', 'inch', 'ins'),
  inches: 25.4,
  '"': 25.4,
}
const FALLS: Record<string, number> = {
  'mm/m': 1e-3,
  'mm per m': 1e-3,
  'mm per metre': 1e-3,
  'mm per meter': 1e-3,
  'cm/m': 1e-2,
  '%': 1e-2,
  'per cent': 1e-2,
  percent: 1e-2,
  'in per 10 ft': INCH / (10 * FOOT),
  'in/10 ft': INCH / (10 * FOOT),
  'inches per 10 feet': INCH / (10 * FOOT),
  'in/10ft': INCH / (10 * FOOT),
  'in per ft': INCH / FOOT,
  'in/ft': INCH / FOOT,
}
const MASSES: Record<string, number> = {
  ...spelt(1, 'kg', 'kilo', 'kilogram'),
  ...spelt(1e-3, 'g', 'gram'),
  ...spelt(POUND, 'lb', 'pound'),
  t: 1000,
  tonne: 1000,
}
const PRESSURES: Record<string, number> = { kpa: 1000, pa: 1, mbar: 100, bar: 1e5, psi: 6894.757293168361, psf: POUND_PER_SQUARE_FOOT }
const FLOWS = (terms: Terms): Record<string, number> => {
  const { gallon } = TERM_FACTS[terms]
  return { 'l/s': LITRE, 'l/sec': LITRE, 'l/min': LITRE / 60, 'm3/s': 1, gpm: gallon / 60, 'gal/min': gallon / 60 }
}
const HOURS: Record<string, number> = {
  ...spelt(1, 'h', 'hr', 'hour', 'std', 'stunde', 'stunden'),
  ...spelt(1 / 60, 'min', 'minute', 'minuten'),
  ...spelt(24, 'd', 'day', 'tag', 'tage'),
}
const DAYS: Record<string, number> = {
  ...spelt(1, 'd', 'day', 'tag', 'tage', 'tagen'),
  ...spelt(7, 'week', 'woche', 'wochen'),
  ...spelt(1 / 24, 'h', 'hr', 'hour', 'std', 'stunde', 'stunden'),
}

/** The longest unit of a table at the front of a text. */
function unitAt(text: string, units: Readonly<Record<string, number>>): string | undefined {
  let best: string | undefined
  for (const name of Object.keys(units)) {
    if (!text.startsWith(name) || name.length <= (best?.length ?? 0)) continue
    // A unit of letters ends where its letters do: "m" is no beginning of "mm", nor of "metal".
    if (/[a-z]$/.test(name) && /^[a-z²³]/.test(text.slice(name.length))) continue
    best = name
  }
  return best
}

/**
 * Reads numbers with their units and adds them up: `3 ft 6 1/2 in`, `1 m 20 cm`. A number without a unit stands alone, or
 * follows feet as inches.
 */
function addUp(raw: string, { units, bare, orRather }: UnitTable, inchesAfterFeet = false): Parsed {
  if (raw.length > LONGEST_MEASURE) return no('notANumber')
  let rest = plainText(raw)
  if (rest === '') return no('empty')
  const sign = rest.startsWith('-') ? -1 : 1
  rest = rest.replace(/^[+-] ?/, '')
  let total = 0
  let before: number | undefined
  let parts = 0
  while (rest !== '') {
    if (++parts > 3) return no('tooManyParts')
    const number = readNumber(rest)
    if (!number) return no(parts > 1 && /^-/.test(rest) ? 'twoNumbers' : parts > 1 ? 'unknownUnit' : 'notANumber')
    if ('ok' in number) return number
    rest = rest.slice(number.used).trimStart()
    const unit = unitAt(rest, units)
    if (unit !== undefined) rest = rest.slice(unit.length).trimStart()
    else if (/^-? ?[.,]?\d/.test(rest)) return no(before === undefined ? 'twoNumbers' : 'unitNeeded')
    else if (rest !== '') return no('unknownUnit')
    const { value, commaOfThree, decimal } = number
    const scale = unit === undefined ? undefined : units[unit]!
    if (unit === undefined && before !== undefined) {
      // "3 ft 6" means six inches; "1 m 20" could mean anything.
      if (!(inchesAfterFeet && Math.abs(before - FOOT) < 1e-9)) return no('unitNeeded')
      total += value * INCH
    } else {
      // In whole metres nobody has thousands of them: a comma before three figures is as likely a decimal one.
      const of = scale ?? units[bare]!
      if (commaOfThree !== undefined && units === LENGTHS && of === 1)
        return no('twoWays', [`${commaOfThree.replace(',', '.')} m`, `${commaOfThree.replace(',', '')} m`])
      if (scale === undefined && orRather !== undefined && decimal && !Number.isInteger(value))
        return no('twoWays', [`${value} ${bare}`, `${value} ${orRather}`])
      if (before !== undefined && of >= before) return no('twoNumbers')
      total += value * of
      before = of
    }
  }
  return yes(sign * total)
}

/**
 * Length from what people type: `22 ft`, `3' 6 1/2"`, `6'2"`, `3 1/2in`, `6.7 m`, `67 cm`, `1,340`, `1 340 mm`.
 *
 * @param bare what a number without a unit means, in metres: 0.001, 1, or an inch
 * @returns metres, or the problem by name; never throws
 */
export function parseLength(text: string, bare: number): Parsed {
  const unit = bare === 1 ? 'm' : bare === 1e-3 ? 'mm' : bare === INCH ? 'in' : 'ft'
  return addUp(text, { units: LENGTHS, bare: unit, ...(unit === 'mm' ? { orRather: 'm' } : {}) }, true)
}

/** Volume in m³; a bare number is litres in metric and gallons of the terms in imperial. Never throws. */
export function parseVolume(text: string, system: UnitSystem, terms: Terms): Parsed {
  return addUp(text, { units: volumes(terms), bare: system === 'metric' ? 'l' : 'gal' })
}

/** Area in m²; a bare number is m² in metric and square feet in imperial; two lengths by one another are their product. Never throws. */
export function parseArea(text: string, system: UnitSystem): Parsed {
  const sides = plainText(text).split(/ ?x ?| by /)
  if (sides.length === 2 && text.length <= LONGEST_MEASURE) {
    const bare = system === 'metric' ? 'm' : 'ft'
    // "3 x 4 m": the unit that stands behind both is that of both.
    const last = /[a-z'"]+\.?$/.exec(sides[1]!)?.[0]
    const first = /[a-z'"]/.test(sides[0]!) || last === undefined ? sides[0]! : `${sides[0]} ${last}`
    const [a, b] = [first, sides[1]!].map((side) => addUp(side, { units: LENGTHS, bare }, true))
    return !a!.ok ? a! : !b!.ok ? b! : yes(a!.value * b!.value)
  }
  return addUp(text, { units: AREAS, bare: system === 'metric' ? 'm2' : 'ft2' })
}

/** Rain depth in mm; a bare number is mm in metric and inches in imperial. Never throws. */
export function parseRainDepth(text: string, system: UnitSystem): Parsed {
  return addUp(text, { units: RAINS, bare: system === 'metric' ? 'mm' : 'in' })
}

/** Rain intensity in mm/h. Never throws. */
function parseRainRate(text: string, system: UnitSystem): Parsed {
  return parseRainDepth(plainText(text).replace(/ ?(\/|per|an) ?(h|hr|hrs|hour)\.?$/, ''), system)
}

/** Drop over run: `5 mm/m`, `2 %`, `1/2 in per 10 ft`, `1:60`. A bare number is in the reader's usual unit. Never throws. */
function parseFall(text: string, system: UnitSystem): Parsed {
  const ratio = /^(-? ?)1 ?: ?(\d+(?:[.,]\d+)?)$/.exec(plainText(text))
  if (ratio) {
    const run = Number(ratio[2]!.replace(',', '.'))
    return run === 0 ? no('zeroDenominator') : yes((ratio[1]!.startsWith('-') ? -1 : 1) / run)
  }
  return addUp(text, { units: FALLS, bare: system === 'metric' ? 'mm/m' : 'in per 10 ft' })
}

/** How the two sides of a coordinate are told: by a letter or a word, the second one negative. */
const SIDES = { latitude: ['north', 'south'], longitude: ['east', 'west'] } as const

/** Degrees, south and west negative: `51.5`, `S 37`, `37° 30' S`, `-37`, `0.12 W`. Never throws. */
function parseCoordinate(text: string, [plus, minus]: readonly [string, string]): Parsed {
  const letters = `${plus[0]}${minus[0]}`
  const short = plainText(text).replace(new RegExp(`${plus}|${minus}`), (word) => word[0]!)
  const side = new RegExp(`^([${letters}])\\b|([${letters}])$`).exec(short)
  const negative = side ? (side[1] ?? side[2]) === minus[0] : false
  const degrees = addUp(side ? short.replace(side[0], ' ') : short, {
    units: { '°': 1, deg: 1, degrees: 1, "'": 1 / 60, '"': 1 / 3600 },
    bare: 'deg',
  })
  if (!degrees.ok || !side) return degrees
  // "-37 S" says it twice and means it once.
  return yes(negative ? -Math.abs(degrees.value) : degrees.value)
}

/** Degrees; a roof's pitch may also be told as rise in run: `6:12`, `6 in 12`, `6/12`. Never throws. */
function parseAngle(text: string): Parsed {
  const pitch = /^(\d+(?:[.,]\d+)?) ?(?::|\/|in) ?12$/.exec(plainText(text))
  if (pitch) return yes((Math.atan(Number(pitch[1]!.replace(',', '.')) / 12) * 180) / Math.PI)
  return addUp(text, { units: { '°': 1, deg: 1, degree: 1, degrees: 1 }, bare: 'deg' })
}

/** A plain number, with decimal point or comma, fraction allowed; a unit behind it that says no more is passed over. Never throws. */
export function parseNumber(text: string): Parsed {
  return addUp(text, { units: { '': 1, '%': 1, '°': 1, x: 1 }, bare: '' })
}

/**
 * A text with points and commas between figures exchanged: what is written with a decimal comma is read as if it had a point, and
 * what is told of it goes back the same way.
 */
const exchanged = (text: string): string => text.replace(/(?<=\d)[.,](?=\d)|(?<![\d.,])[.,](?=\d)/g, (mark) => (mark === '.' ? ',' : '.'))

const BARE = { length: ['mm', 'in'], rainDepth: ['mm', 'in'], volume: ['L', 'gal'], share: ['%', '%'] } as const
/** Unit that a number without one is read in, as it stands beside a field; of what is put down beside a butt. */
export const bareUnit = (kind: keyof typeof BARE, system: UnitSystem): string => BARE[kind][system === 'metric' ? 0 : 1]

/**
 * A measure of any kind from what people type, in the units that are shown or any other: what is shown can be typed back, and
 * what can be read in two ways is asked, never guessed. In a language with a decimal comma a point before three figures sets
 * thousands apart, as a comma does elsewhere.
 *
 * @returns in the unit that `QuantityKind` says, or the problem by name; never throws
 */
export function parseQuantity(kind: QuantityKind, text: string, display: Display): Parsed {
  if (TERM_FACTS[display.terms].decimal === '.') return readQuantity(kind, text, display)
  const read = readQuantity(kind, exchanged(text), display)
  return read.ok || !read.ways ? read : { ...read, ways: [exchanged(read.ways[0]), exchanged(read.ways[1])] }
}

/** A measure written with a decimal point. */
function readQuantity(kind: QuantityKind, text: string, { system, terms }: Display): Parsed {
  const metric = system === 'metric'
  switch (kind) {
    case 'length':
      return parseLength(text, metric ? 1e-3 : INCH)
    case 'fine':
    case 'mesh':
      return addUp(text, { units: LENGTHS, bare: metric ? 'mm' : 'in' }, true)
    case 'span':
      return parseLength(text, metric ? 1 : FOOT)
    case 'area':
      return parseArea(text, system)
    case 'volume':
      return parseVolume(text, system, terms)
    case 'flow':
      return addUp(text, { units: FLOWS(terms), bare: metric ? 'l/s' : 'gpm' })
    case 'rainDepth':
      return parseRainDepth(text, system)
    case 'rainRate':
      return parseRainRate(text, system)
    case 'mass':
      return addUp(text, { units: MASSES, bare: metric ? 'kg' : 'lb' })
    case 'pressure':
      return addUp(text, { units: PRESSURES, bare: metric ? 'kpa' : 'psf' })
    case 'angle':
      return parseAngle(text)
    case 'latitude':
    case 'longitude':
      return parseCoordinate(text, SIDES[kind])
    case 'share': {
      const percent = addUp(text, { units: { '%': 1, percent: 1, 'per cent': 1, prozent: 1 }, bare: '%' })
      return percent.ok ? yes(percent.value / 100) : percent
    }
    case 'fall':
      return parseFall(text, system)
    case 'hours':
      return addUp(text, { units: HOURS, bare: 'h' })
    case 'days':
      return addUp(text, { units: DAYS, bare: 'day' })
    case 'temperature': {
      const celsius = { '°c': 1, c: 1 }
      const degrees = addUp(text, metric ? { units: celsius, bare: 'c' } : { units: { '°f': 1, f: 1 }, bare: 'f' })
      return degrees.ok && !metric ? yes(((degrees.value - 32) * 5) / 9) : degrees
    }
    case 'count':
    case 'plain':
    case 'factor':
      return parseNumber(text)
  }
}
