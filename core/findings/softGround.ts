import { mass, pressure } from '../units/quantity'
import { ALLOWABLE_PRESSURE, standing } from '../vessel/load'
import { rule } from './finding'

export const softGround = rule('softGround', ({ path }) =>
  [...path.vessels.values()].map((placed) => {
    const { vessel } = placed
    const { bearing, fullMass } = standing(path, placed)
    const allowed = ALLOWABLE_PRESSURE[vessel.base.soil]
    if (vessel.on !== undefined || bearing <= allowed) return undefined
    return {
      severity: 'goes-wrong',
      station: 'cask',
      ids: { vessel: vessel.id },
      at: 0,
      values: { bearing: pressure(bearing), allowed: pressure(allowed), mass: mass(fullMass) },
      source: 'ibcSoils',
    }
  }),
)
