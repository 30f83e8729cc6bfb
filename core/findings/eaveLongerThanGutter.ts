import { produce } from 'immer'
import { eavesAlong, eaveSections } from '../gutter/alongEave'
import { area, length } from '../units/quantity'
import { stretchGutter } from '../edits/roofEdits'
import { planArea } from '../roof/planArea'
import { isOver } from '../numeric/tolerance'
import { amountOf, GEOMETRY, rule } from './finding'

/** An eave that goes on past its gutter's end: its water falls to the ground there, and is not counted. */
export const eaveLongerThanGutter = rule(
  'eaveLongerThanGutter',
  ({ path }) =>
    path.scheme.gutters.map((gutter) => {
      const spans = eavesAlong(gutter, eaveSections(path.scheme, gutter.id))
      const most = Math.max(0, ...spans.map(({ to }) => to))
      if (!isOver(most, gutter.length)) return undefined
      const lost = spans.reduce(
        (sum, { section, from, to }) => sum + (planArea(section) * Math.max(0, to - Math.max(from, gutter.length))) / (to - from),
        0,
      )
      return {
        severity: 'goes-wrong',
        station: 'gutter',
        ids: { gutter: gutter.id },
        values: { name: gutter.name, eave: length(most), gutter: length(gutter.length), lost: area(lost) },
        source: GEOMETRY,
      }
    }),
  (scheme, { ids, values }) =>
    produce(scheme, (draft) => {
      stretchGutter(
        draft.gutters.find(({ id }) => id === ids.gutter)!,
        amountOf(values, 'eave'),
      )
    }),
)
