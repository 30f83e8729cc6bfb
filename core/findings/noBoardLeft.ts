import { produce } from 'immer'
import { boardRoom, longestLeg, longestRun } from '../gutter/boardRoom'
import { fall as fallQuantity, length, span } from '../units/quantity'
import { isOver } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, GEOMETRY, rule, type FindingDraft } from './finding'

/** A one-way run that usually has no board left. Common practice: about 15 m, 50 ft. */
const USUAL_LIMIT = 15
/** Least fall that is offered as a mend, m/m: the flat school. */
const FLATTEST = 0.002

export const noBoardLeft = rule(
  'noBoardLeft',
  ({ path }) =>
    path.scheme.gutters.map((gutter): FindingDraft | undefined => {
      const run = longestLeg(gutter)
      const ids = { gutter: gutter.id, outlet: gutter.outlets[0]!.id }
      const base = { station: 'gutter' as const, ids, at: gutter.outlets[0]!.height }
      if (gutter.board === 0) {
        if (!isOver(run, USUAL_LIMIT)) return undefined
        return {
          ...base,
          severity: 'better',
          mends: false,
          values: { how: 'unmeasured', run: span(run), needs: length(run * gutter.fall) },
          source: COMMON_PRACTICE,
        }
      }
      const room = boardRoom(gutter)
      const needs = run * gutter.fall
      if (!isOver(needs, room)) return undefined
      const gentler = room / run
      return {
        ...base,
        severity: 'goes-wrong',
        mends: gentler >= FLATTEST,
        values: {
          how: 'measured',
          run: span(run),
          needs: length(needs),
          room: length(Math.max(0, room)),
          longest: span(longestRun(gutter, gutter.fall)),
          // Rounded down to a tenth of a millimetre in the metre, so that it does fit.
          gentler: fallQuantity(Math.floor(Math.max(0, gentler) * 1e4) / 1e4),
        },
        source: GEOMETRY,
      }
    }),
  (scheme, { ids, values }) =>
    produce(scheme, (draft) => {
      for (const gutter of draft.gutters) if (gutter.id === ids.gutter) gutter.fall = amountOf(values, 'gentler')
    }),
)
