/**
 * What a number measures. Every figure that people see carries one, so that formatting never guesses.
 * Inside: length m, area m², volume m³, flow m³/s, rainDepth mm, rainRate mm/h, mass kg, pressure Pa,
 * force N, angle, latitude and longitude degrees, share 0–1, fall m/m, temperature °C, days, count, plain and factor as they stand.
 */
export type QuantityKind =
  | 'length'
  | 'span'
  | 'area'
  | 'volume'
  | 'flow'
  | 'rainDepth'
  | 'rainRate'
  | 'mass'
  | 'pressure'
  | 'angle'
  | 'latitude'
  | 'longitude'
  | 'mesh'
  | 'fine'
  | 'share'
  | 'fall'
  | 'hours'
  | 'days'
  | 'count'
  | 'plain'
  | 'factor'
  | 'temperature'

/** A number with its meaning. `length` is a short one (mm, or feet and inches), `span` a long one (m, or feet). */
export interface Quantity {
  readonly kind: QuantityKind
  readonly value: number
  /** Somebody typed it: shown as it was typed, where its kind would round it. */
  readonly typed?: true
}

export type { Terms, UnitSystem } from './terms'

export const quantity = (kind: QuantityKind, value: number): Quantity => ({ kind, value })
/** A measure as it was typed. */
export const typed = (kind: QuantityKind, value: number): Quantity => ({ kind, value, typed: true })
export const length = (metres: number) => quantity('length', metres)
export const span = (metres: number) => quantity('span', metres)
export const area = (squareMetres: number) => quantity('area', squareMetres)
export const volume = (cubicMetres: number) => quantity('volume', cubicMetres)
export const flow = (cubicMetresPerSecond: number) => quantity('flow', cubicMetresPerSecond)
export const rainDepth = (millimetres: number) => quantity('rainDepth', millimetres)
export const rainRate = (millimetresPerHour: number) => quantity('rainRate', millimetresPerHour)
export const mass = (kilograms: number) => quantity('mass', kilograms)
export const pressure = (pascals: number) => quantity('pressure', pascals)
export const angle = (degrees: number) => quantity('angle', degrees)
/** Opening of a screen or bore of a drain hole, m: too small for whole millimetres. */
export const mesh = (metres: number) => quantity('mesh', metres)
/** A drilled hole, a true bore, a mark for the saw, m: finer than a length is told, in fractions that a tape has. */
export const fine = (metres: number) => quantity('fine', metres)
/** Degrees, south negative. */
export const latitude = (degrees: number) => quantity('latitude', degrees)
export const longitude = (degrees: number) => quantity('longitude', degrees)
export const share = (ratio: number) => quantity('share', ratio)
export const fall = (ratio: number) => quantity('fall', ratio)
export const hours = (count: number) => quantity('hours', count)
export const days = (count: number) => quantity('days', count)
export const count = (n: number) => quantity('count', n)
export const plain = (n: number) => quantity('plain', n)
/** How many times one thing is another: a safety, a slenderness. */
export const factor = (n: number) => quantity('factor', n)
export const temperature = (celsius: number) => quantity('temperature', celsius)
