import { lineFlow, type Line } from '../pipe/friction'

/** Entry 0.5 and the velocity head that leaves. */
const HOSE_LOSSES = 1.5

/**
 * Flow through a diverter's hose under the head of its trough: `a·√(2gΔh/(1.5 + fL/d))`.
 *
 * @param fall from the trough's lip to the hose's end, or to the water that covers it, m; nothing runs when it is not above 0
 * @returns m³/s
 * Source: Darcy–Weisbach with Swamee & Jain 1976.
 */
export function hoseFlow({ bore, length }: Pick<Line, 'bore' | 'length'>, fall: number): number {
  return fall > 0 ? lineFlow({ bore, length, losses: HOSE_LOSSES }, fall) : 0
}
