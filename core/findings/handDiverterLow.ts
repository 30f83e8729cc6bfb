import { isWord, word } from '../figures/told'
import { familyOf } from '../catch/families'
import { changeDevice } from '../edits/trainEdits'
import { length } from '../units/quantity'
import { isUnder } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** Spigot of a diverter that is turned by hand above its vessel's top, m. Common practice. */
const ABOVE = 0.05

export const handDiverterLow = rule(
  'handDiverterLow',
  ({ lines }) =>
    lines.map(({ intake: { drop, device, vessel }, heights }) => {
      if (!device || !familyOf(device).leadsAside || !familyOf(device).attended || !('height' in device)) return undefined
      if (!isUnder(device.height, heights.top)) return undefined
      const wanted = heights.top + ABOVE
      return {
        severity: 'goes-wrong',
        station: 'drop',
        ids: { drop: drop.id, device: device.id, vessel: vessel.id },
        at: device.height,
        values: { below: length(heights.top - device.height), height: length(wanted), part: word(device.kind) },
        source: COMMON_PRACTICE,
        mends: wanted < heights.neckFoot,
      }
    }),
  (scheme, finding) => {
    const { drop, device } = finding.ids
    const kind = isWord(finding.values.part, 'flap') ? 'flap' : 'twist'
    return changeDevice(scheme, drop!, device!, kind, (each) => (each.height = amountOf(finding.values, 'height')))
  },
)
