import { IMPERIAL_GALLON, US_GALLON } from './constants'

/** Languages that the application speaks, a country's words for the trade each. One more is one more here, and its files of words. */
export const TERMS = ['en-GB', 'en-US', 'de-DE'] as const
export type Terms = (typeof TERMS)[number]

export type UnitSystem = 'metric' | 'imperial'

/** What comes with a language besides its words. */
interface TermFacts {
  /** Decimal mark of written numbers; the other of the two sets thousands apart. */
  decimal: '.' | ','
  /** What a gallon is to whoever says so, m³. */
  gallon: number
  /** Money that a new job begins with. */
  currency: '£' | '$' | '€'
  /** Paper that printers there are loaded with. */
  paper: 'a4' | 'letter'
  /** Units that come with the language; none where both are used. */
  system?: UnitSystem
  /** One day, and several, as the unit behind a figure. */
  day: readonly [one: string, several: string]
}

export const TERM_FACTS: Readonly<Record<Terms, TermFacts>> = {
  'en-GB': { decimal: '.', gallon: IMPERIAL_GALLON, currency: '£', paper: 'a4', day: ['day', 'days'] },
  'en-US': { decimal: '.', gallon: US_GALLON, currency: '$', paper: 'letter', system: 'imperial', day: ['day', 'days'] },
  'de-DE': { decimal: ',', gallon: US_GALLON, currency: '€', paper: 'a4', system: 'metric', day: ['Tag', 'Tage'] },
}

export const isTerms = (value: unknown): value is Terms => TERMS.some((each) => each === value)

/** A number as it is kept, written with the decimal mark of a language, thousands not set apart. */
export const numberIn = (value: number, terms: Terms): string => String(value).replace('.', TERM_FACTS[terms].decimal)
