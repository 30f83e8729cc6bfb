import { word } from '../figures/told'
import { governingRule } from '../draw/useRules'
import type { Intake } from '../path/waterPath'
import { mesh as meshOf } from '../units/quantity'
import { isOver } from '../numeric/tolerance'
import { COMMON_PRACTICE, rule } from './finding'

/** Finest mesh that water of an intake goes through, m; Infinity where there is none. */
export function finestMesh({ drop, vessel, port }: Intake): number {
  const onTheWay = drop.devices.flatMap((device) => ('mesh' in device ? [device.mesh] : []))
  const lid = vessel.lid === 'screened' && port.role === 'lid' ? [vessel.lidMesh] : []
  return Math.min(Infinity, ...onTheWay, ...lid)
}

/** Uses that ask for more than keeping leaves and insects out. */
const FINE = 0.001

export const useWantsScreen = rule('useWantsScreen', ({ path }) => {
  const { mesh } = governingRule(path.scheme.uses)
  return [...path.intakes.values()].flat().map((intake) => {
    const finest = finestMesh(intake)
    // A closed vessel filled from the pipe's wall is kept from insects without a mesh; only a finer use asks for one there.
    if (!isOver(finest, mesh.value) || (mesh.value >= FINE && !Number.isFinite(finest))) return undefined
    return {
      severity: 'better',
      station: 'drop',
      ids: { drop: intake.drop.id, vessel: intake.vessel.id },
      values: {
        use: word(mesh.by),
        wanted: meshOf(mesh.value),
        how: Number.isFinite(finest) ? 'coarse' : 'none',
        ...(Number.isFinite(finest) ? { has: meshOf(finest) } : {}),
      },
      source: COMMON_PRACTICE,
    }
  })
})
