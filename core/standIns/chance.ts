import { errorFunction, probit } from 'simple-statistics'

/** A number from 0 to 1 that belongs to some whole numbers for good: the same wherever and whenever it is asked for. */
export function chanceFor(...of: readonly number[]): number {
  let h = 0x811c9dc5
  for (const each of of) {
    h = Math.imul(h ^ (each | 0), 0x01000193)
    h ^= h >>> 15
    h = Math.imul(h, 0x2c1b3c6d)
    h ^= h >>> 12
    h = Math.imul(h, 0x297a2d39)
    h ^= h >>> 15
  }
  return ((h >>> 0) + 0.5) / 4294967296
}
/** The same, normally spread. */
export const normalFor = (...of: readonly number[]): number => probit(Math.min(0.9999999, Math.max(1e-7, chanceFor(...of))))
/** Share of a normal spread that lies below. */
export const below = (z: number): number => 0.5 * (1 + errorFunction(z / Math.SQRT2))

/** A whole number for a text: a place's own seed. */
export const seedOf = (text: string): number => {
  let h = 7
  for (const each of text) h = (Math.imul(h, 31) + each.codePointAt(0)!) | 0
  return h
}
