import type { WaterPath } from '../path'
import { assemble, type Assembly } from './assembly'
import { billOf, type Bill } from './bill'
import { cutGroups, type CutGroup } from './cuts'
import type { PartsGround } from './ground'
import { holeList, type Hole } from './holeList'
import { orderOfWork, type Step } from './steps'

/** Everything about putting a scheme together. */
export interface BuildPlan {
  assembly: Assembly
  holes: Hole[]
  groups: CutGroup[]
  bill: Bill
  steps: Step[]
}

/**
 * From the scheme to the trolley, the saw and the drill.
 *
 * Synchronous and pure; a few milliseconds for a common scheme.
 */
export function planBuild(path: WaterPath, ground: PartsGround): BuildPlan {
  const { scheme } = path
  const assembly = assemble(path, ground)
  const holes = holeList(path, assembly, ground)
  const there = new Set(assembly.parts.flatMap((part) => (part.there ? [part.key] : [])))
  const groups = cutGroups(assembly, ground, scheme.build.kerf, (part) => there.has(part))
  return {
    assembly,
    holes,
    groups,
    bill: billOf(scheme, assembly, groups, holes, ground),
    steps: orderOfWork(path, assembly, groups, holes, ground.system),
  }
}
