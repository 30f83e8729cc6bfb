import { sizeOf } from '../gutter/profiles'
import { trueBore } from '../parts'
import type { Scheme } from '../scheme'
import type { UnitSystem } from '../units/quantity'

/** The country whose goods a scheme is of, by its gutters and downpipes. */
export function homeOf({ gutters, drops }: Pick<Scheme, 'gutters' | 'drops'>): UnitSystem {
  const abroad = drops.some(({ shape }) => shape === 'rectangular') || gutters.some((gutter) => sizeOf(gutter)?.system === 'imperial')
  return abroad ? 'imperial' : 'metric'
}

/** A bore as pipe of the scheme's own country has it, m: for what an edit puts in by itself. */
export const homeBore = (scheme: Pick<Scheme, 'gutters' | 'drops'>, bore: number): number => trueBore(bore, homeOf(scheme))
