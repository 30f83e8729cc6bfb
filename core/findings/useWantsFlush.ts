import { word } from '../figures/told'
import { dropArea } from '../catch/designFlow'
import { chamberVolume, washDepth } from '../catch/firstFlush'
import { governingRule } from '../draw/useRules'
import { rainDepth, volume } from '../units/quantity'
import { LITRE } from '../units/constants'
import { isUnder } from '../numeric/tolerance'
import { COMMON_PRACTICE, rule } from './finding'

export const useWantsFlush = rule('useWantsFlush', ({ path }) => {
  const { firstFlush } = governingRule(path.scheme.uses)
  return [...path.intakes.values()].flat().map(({ drop, vessel }) => {
    const roof = dropArea(path, drop.id)
    const held = drop.devices.reduce(
      (sum, device) => (device.kind === 'first-flush' ? sum + chamberVolume(device.bore, device.length, device.chambers) : sum),
      0,
    )
    if (roof <= 0 || !isUnder(washDepth(held, roof), firstFlush.value)) return undefined
    return {
      severity: 'better',
      station: 'drop',
      ids: { drop: drop.id, vessel: vessel.id },
      values: {
        use: word(firstFlush.by),
        wanted: rainDepth(firstFlush.value),
        litres: volume(firstFlush.value * roof * LITRE),
        has: rainDepth(washDepth(held, roof)),
        how: held > 0 ? 'small' : 'none',
      },
      source: COMMON_PRACTICE,
    }
  })
})
