import { chamberVolume } from '../catch/firstFlush'
import { changeDevice } from '../edits/trainEdits'
import { volume } from '../units/quantity'
import { COMMON_PRACTICE, rule } from './finding'

export const carryStandsStale = rule(
  'carryStandsStale',
  ({ lines }) =>
    lines.map(
      ({ carry, intake }) =>
        carry?.wet &&
        !carry.cleanOut && {
          severity: 'goes-wrong',
          station: 'drop',
          ids: { drop: intake.drop.id, device: carry.id },
          at: Math.max(0, carry.lowPoint),
          values: { holds: volume(chamberVolume(carry.bore, carry.length)) },
          source: COMMON_PRACTICE,
        },
    ),
  (scheme, { ids }) => changeDevice(scheme, ids.drop!, ids.device!, 'carrying-pipe', (pipe) => (pipe.cleanOut = true)),
)
