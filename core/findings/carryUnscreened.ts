import { onTheWay } from '../catch/trainLimits'
import { addDevice, freshDevice, trainPlace } from '../edits/trainEdits'
import { COMMON_PRACTICE, rule } from './finding'

export const carryUnscreened = rule(
  'carryUnscreened',
  ({ lines }) =>
    lines.map(({ carry, intake, heights }) => {
      if (!carry?.wet) return undefined
      const devices = onTheWay(intake)
      const before = devices.slice(0, devices.indexOf(carry))
      return (
        !before.some(({ kind }) => kind === 'screen' || kind === 'rain-head' || kind === 'filter') && {
          severity: 'goes-wrong',
          station: 'drop',
          ids: { drop: intake.drop.id, vessel: intake.vessel.id },
          at: heights.outlet,
          source: COMMON_PRACTICE,
        }
      )
    }),
  (scheme, { ids }) =>
    addDevice(scheme, ids.drop!, ids.vessel!, freshDevice('screen', 'screen', trainPlace(scheme, ids.drop!, ids.vessel!))),
)
