import { nonNegative, positive } from '../numeric/guards'
import { lineFlow, type Line } from '../pipe/friction'
import type { OverflowRoute } from '../scheme'
import { GRAVITY } from '../units/constants'

/** Entry and the two bends of a hoop. Common practice: sharp entry 0.5, elbow 0.9, leaving velocity head 1. */
export const HOSE_LOSSES = 0.5 + 1
const HOOP_BENDS = 2 * 0.9

/** An overflow's pipe as it is laid, m; and how long a smooth one would be that holds the water back as much, where it is not smooth. */
export type Laid = Pick<OverflowRoute, 'bore' | 'mouth'> & { length: number; smooth?: number }

/** The pipe behind an overflow's mouth. */
export const overflowLine = ({ bore, length, smooth = length, mouth }: Laid): Line => ({
  bore,
  length: smooth,
  losses: HOSE_LOSSES + (mouth === 'hooped' ? HOOP_BENDS : 0),
})

/** Air hole at the crown that breaks a siphon: this share of the bore's own area at least. Common practice. */
export const BREAK_SHARE = 0.05

/** Diameter of the air hole that breaks a siphon of a bore, m. */
export const breakHole = (bore: number): number => {
  positive('bore', bore)
  return bore * Math.sqrt(BREAK_SHARE)
}

/** Whether a hoop can siphon at all: no air at the crown, and its far end lower than its intake. */
export const canSiphon = ({ mouth, vented, end }: Pick<OverflowRoute, 'mouth' | 'vented' | 'end'>, intake: number): boolean =>
  mouth === 'hooped' && !vented && end < intake

/** Flow at which a part-full hoop sweeps its air away and primes: `0.6·a·√(g·d)`. Common practice. */
export const primingFlow = (bore: number): number => 0.6 * (Math.PI / 4) * bore ** 2 * Math.sqrt(GRAVITY * bore)

/**
 * Flow of a running siphon, m³/s, with the water's surface `head` above its open end.
 *
 * Source: Darcy–Weisbach; Swamee & Jain 1976.
 */
export function siphonFlow(route: Laid, head: number): number {
  nonNegative('head', head)
  return lineFlow(overflowLine(route), head)
}

/**
 * Level at which a siphon lets go, m: air gets in at the intake's soffit, or the surface has come down to the open end.
 */
export const siphonEnds = ({ end, bore }: Pick<OverflowRoute, 'end' | 'bore'>, intake: number): number => Math.max(intake + bore, end)
