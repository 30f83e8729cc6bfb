import { bisect } from '../numeric/bisect'
import { nonNegative, positive } from '../numeric/guards'
import { GRAVITY, WATER_VISCOSITY } from '../units/constants'

/** Roughness of smooth plastic, m. Common practice. */
export const SMOOTH_PLASTIC = 1.5e-6

function turbulent(reynolds: number, roughness: number): number {
  return 0.25 / Math.log10(roughness / 3.7 + 5.74 / reynolds ** 0.9) ** 2
}

/**
 * Darcy friction factor: 64/Re up to 2,000, Swamee–Jain from 4,000, a smooth cubic between.
 *
 * @param reynolds > 0
 * @param relativeRoughness roughness over bore, 0–0.05
 * Source: Swamee & Jain 1976, against Colebrook 1939; `friction-factor`, `laminar`. The blend is our own: it meets both ends in value with level slope.
 */
export function frictionFactor(reynolds: number, relativeRoughness: number): number {
  positive('reynolds', reynolds)
  nonNegative('relativeRoughness', relativeRoughness)
  if (reynolds <= 2000) return 64 / reynolds
  if (reynolds >= 4000) return turbulent(reynolds, relativeRoughness)
  const x = (reynolds - 2000) / 2000
  const smooth = x * x * (3 - 2 * x)
  return (1 - smooth) * (64 / 2000) + smooth * turbulent(4000, relativeRoughness)
}

export interface Line {
  /** Inner diameter, m. */
  bore: number
  /** m. */
  length: number
  /** Sum of loss factors, the velocity head that leaves (1) included. */
  losses: number
  /** Further losses in a part of another bore, such as the tap before a hose: told by the velocity in it. */
  through?: { bore: number; losses: number }
  /** Wall roughness, m; smooth plastic when left out. */
  roughness?: number
  /** m²/s; water near 20 °C when left out. */
  viscosity?: number
}

/** Head that a flow spends in a line, m. `h = (ΣK + fL/d)·v²/2g`. */
export function headSpent(line: Line, flow: number): number {
  if (flow === 0) return 0
  const { bore, length, losses, through, roughness = SMOOTH_PLASTIC, viscosity = WATER_VISCOSITY } = line
  const velocity = velocityIn(bore, flow)
  const f = frictionFactor((velocity * bore) / viscosity, roughness / bore)
  const part = through ? through.losses * velocityIn(through.bore, flow) ** 2 : 0
  return ((losses + (f * length) / bore) * velocity ** 2 + part) / (2 * GRAVITY)
}

const velocityIn = (bore: number, flow: number) => flow / ((Math.PI / 4) * bore ** 2)

/** What a head would drive through a line without friction along its wall, m³/s: the most that it can. */
export function frictionlessFlow({ bore, losses, through }: Line, head: number): number {
  const perFlow = losses * velocityIn(bore, 1) ** 2 + (through ? through.losses * velocityIn(through.bore, 1) ** 2 : 0)
  return Math.sqrt((2 * GRAVITY * head) / perFlow)
}

/**
 * Flow that a head drives through a line, by halving on Darcy–Weisbach.
 *
 * @param head m (≥ 0)
 * @returns m³/s
 * @throws RangeError naming the field that is out of range
 * Source: Darcy–Weisbach; Swamee & Jain 1976; `hose-flow`.
 */
export function lineFlow(line: Line, head: number): number {
  positive('bore', line.bore)
  nonNegative('length', line.length)
  positive('losses', line.losses)
  nonNegative('head', head)
  if (head === 0) return 0
  const frictionless = frictionlessFlow(line, head)
  if (line.length === 0) return frictionless
  // A hair above, so that rounding cannot put the root outside.
  return bisect((flow) => headSpent(line, flow) - head, 0, frictionless * (1 + 1e-9), frictionless * 1e-10)
}
