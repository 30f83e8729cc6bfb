import { produce } from 'immer'
import { overflowRoom } from '../levels/heights'
import { overflowFlow, overflowHead } from '../overflow/overflowHead'
import { flow, length } from '../units/quantity'
import { amountOf, rule } from './finding'
import { designInflow } from '../catch/designFlow'

/** Bores to go up to, m: metric and Schedule 40 in rising order. */
const BORES = [0.0284, 0.0364, 0.0409, 0.0464, 0.0525, 0.0779, 0.1023, 0.1056]

export const overflowTooSmall = rule(
  'overflowTooSmall',
  ({ path, lines }) =>
    lines.map((line) => {
      const { overflow, placed, intake, heights } = line
      if (!overflow || heights.overflow === undefined) return undefined
      const arriving = designInflow(path, intake)
      const room = overflowRoom(line)
      if (room <= 0) return undefined
      const invert = overflow.mouth === 'hooped' ? Math.max(heights.overflow, overflow.crest) : heights.overflow
      const over = room - (invert - heights.overflow)
      const passes = overflowFlow(overflow, invert, over)
      if (passes >= arriving) return undefined
      const head = overflowHead(overflow, invert, arriving)
      const wider = BORES.find((bore) => bore < room && overflowFlow({ ...overflow, bore }, invert, over) >= arriving)
      return {
        severity: 'goes-wrong',
        station: 'spill',
        ids: { vessel: placed.vessel.id, port: overflow.from.port },
        at: heights.overflow,
        values: {
          how: head.pipe > head.mouth ? 'pipe' : 'mouth',
          arriving: flow(arriving),
          passes: flow(passes),
          room: length(room),
          needs: length(head.needed),
          bore: length(wider ?? overflow.bore),
        },
        source: 'criticalFlow',
        mends: wider !== undefined,
      }
    }),
  (scheme, { ids, values }) =>
    produce(scheme, (draft) => {
      const bore = amountOf(values, 'bore')
      for (const route of draft.overflows) if (route.from.vessel === ids.vessel && route.from.port === ids.port) route.bore = bore
      for (const vessel of draft.stores.flatMap(({ vessels }) => vessels)) {
        for (const port of vessel.ports) if (vessel.id === ids.vessel && port.id === ids.port) port.bore = bore
      }
    }),
)
