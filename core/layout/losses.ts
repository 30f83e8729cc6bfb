import type { Line } from '../pipe/friction'
import type { Link, OverflowRoute } from '../scheme'
import type { Layout } from './computeLayout'
import { runKey, type Hosed, type Run } from './runs'

/** Loss factors of a square elbow and one of half a right angle, and of a full-bore valve. Common practice. */
const ELBOW = 0.9
const HALF_ELBOW = 0.4
const VALVE = 0.1
/** Into a pipe with a square edge, and out of it: Darcy–Weisbach with the usual entry. */
const ENTRY_AND_EXIT = 1.5

/** Loss factor of a bend, by how far it turns, degrees: in proportion between the two that are sold. */
export const bendLoss = (angle: number): number =>
  angle <= 45 ? (HALF_ELBOW * angle) / 45 : HALF_ELBOW + ((ELBOW - HALF_ELBOW) * (angle - 45)) / 45

export const bendLosses = ({ bends }: Pick<Run, 'bends'>): number => bends.reduce((sum, angle) => sum + bendLoss(angle), 0)

/** A link as a line for the friction in it: as long, and with as many bends, as the layout gives it. */
export function linkLine({ runs }: Pick<Layout, 'runs'>, { id, bore, valve }: Pick<Link, 'id' | 'bore' | 'valve'>): Line {
  const run = runs.get(runKey('link', id))!
  return { bore, length: run.length, losses: ENTRY_AND_EXIT + bendLosses(run) + (valve === 'none' ? 0 : VALVE) }
}

/** Of a hose that leads to no vessel nothing is known but that it is short, m. Common practice. */
const LOOSE_HOSE = 0.6

/** A device's hose, as wide as it says and as long as it has to be, m. */
export const hoseOf = ({ runs }: Pick<Layout, 'runs'>, { id, hose }: Pick<Hosed, 'id' | 'hose'>): { bore: number; length: number } => ({
  bore: hose.bore,
  length: runs.get(runKey('hose', id))?.length ?? hose.measured ?? LOOSE_HOSE,
})

/** Length of an overflow along its way, m. */
export const overflowLength = ({ runs }: Pick<Layout, 'runs'>, { id }: Pick<OverflowRoute, 'id'>): number =>
  runs.get(runKey('overflow', id))!.length
