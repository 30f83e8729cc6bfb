import { bisect } from '../numeric/bisect'
import { headSpent, lineFlow } from '../pipe/friction'
import { outletFlow } from '../pipe/outlet'
import type { OverflowRoute } from '../scheme'
import { overflowLine, type Laid } from './siphon'
import { stubFlow, stubHead } from './stub'

/** An overflow's mouth and the pipe behind it; `hole` where the vessel's own opening is another than the pipe's bore, m. */
export type Route = Laid & Pick<OverflowRoute, 'end'> & { hole?: number }

/** Flow through an upright open pipe with water `head` over its rim, m³/s: the same weir and orifice as a hole in a gutter's floor. */
export const standpipeFlow = (bore: number, head: number): number => outletFlow(bore, Math.max(0, head), false)

/** The narrower of hole and pipe takes the water in; a standpipe is its own rim. */
export const mouthBore = ({ mouth, bore, hole }: Pick<Route, 'mouth' | 'bore' | 'hole'>) =>
  mouth === 'standpipe' ? bore : Math.min(bore, hole ?? bore)

const mouthFlow = (route: Route, head: number) => (route.mouth === 'standpipe' ? standpipeFlow : stubFlow)(mouthBore(route), head)

/**
 * What an overflow passes with water `head` over its invert: the lesser of its mouth and of the pipe behind it, which runs
 * under the whole height down to its open end.
 *
 * @param invert of the overflow above the paving, m
 * @param head m (≥ 0)
 * @returns m³/s
 * Source: critical flow and orifice for the mouth; Darcy–Weisbach with Swamee & Jain 1976 for the pipe.
 */
export function overflowFlow(route: Route, invert: number, head: number): number {
  if (head <= 0) return 0
  return Math.min(mouthFlow(route, head), lineFlow(overflowLine(route), Math.max(0, invert + head - route.end)))
}

/** Head over the invert at which mouth and pipe let a flow by, m: the larger of the two. */
export function overflowHead(route: Route, invert: number, flow: number): { mouth: number; pipe: number; needed: number } {
  if (flow <= 0) return { mouth: 0, pipe: 0, needed: 0 }
  let high = route.bore
  while (mouthFlow(route, high) < flow) high *= 2
  const mouth =
    route.mouth === 'standpipe' ? bisect((head) => mouthFlow(route, head) - flow, 0, high, 1e-7) : stubHead(mouthBore(route), flow)
  const pipe = Math.max(0, headSpent(overflowLine(route), flow) + route.end - invert)
  return { mouth, pipe, needed: Math.max(mouth, pipe) }
}
