import type { WaterPath } from '../path'
import { assemble, type Assembly } from './assembly'
import { billOf, type Bill } from './bill'
import { cutGroups, type CutGroup } from './cuts'
import type { PartsInputs } from './partsInputs'
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
export function planBuild(path: WaterPath, inputs: PartsInputs): BuildPlan {
  const { scheme } = path
  const assembly = assemble(path, inputs)
  const holes = holeList(path, assembly, inputs)
  const there = new Set(assembly.parts.flatMap((part) => (part.there ? [part.key] : [])))
  const groups = cutGroups(assembly, inputs, scheme.build.kerf, (part) => there.has(part))
  return {
    assembly,
    holes,
    groups,
    bill: billOf(scheme, assembly, groups, holes, inputs),
    steps: orderOfWork(path, assembly, groups, holes, inputs.system),
  }
}
