import type { FlushRoof } from '../catch/flushSizing'
import { worstFouling } from '../catch/flushSizing'
import { governingRule } from '../draw/useRules'
import { chamberRoom } from '../levels/train'
import type { WaterPath } from '../path/waterPath'
import type { Scheme } from '../scheme'
import type { UnitSystem } from '../units/quantity'
import type { AssessedLine } from './assess'

/** Pipe that chambers are usually made of, m. */
const USUAL_BORE: Record<UnitSystem, number> = { metric: 0.1036, imperial: 0.1023 }

/** What the schools of first flush need to know of one line: its roof, and the room under its branch. */
export function flushRoof(
  { line, roofArea }: Pick<AssessedLine, 'line' | 'roofArea'>,
  scheme: Scheme,
  path: WaterPath,
  system: UnitSystem,
): FlushRoof {
  const { flush, heights, intake } = line
  return {
    area: roofArea.value,
    fouling: worstFouling(path.feeds.get(intake.drop.id)!.map(({ section }) => section)),
    use: governingRule(scheme.uses).firstFlush.value,
    // Where no branch is fitted yet, it would sit a wye below what is left of the pipe, at the inlet's height.
    room: { bore: flush?.bore ?? USUAL_BORE[system], length: chamberRoom(heights.flush?.invert ?? heights.inlet) },
  }
}
