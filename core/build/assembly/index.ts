import { insertionOf } from '../../parts'
import type { WaterPath } from '../../path'
import type { Seal } from '../../scheme'
import type { PartsInputs } from '../partsInputs'
import { resolveJoints, type Joint } from '../joints'
import type { Part } from '../part'
import { joinerKey, layRun, type Body, type Run } from '../runs'
import { Assembler, cornerReach, type PipeKind, type Tie } from './assembler'
import { drawParts } from './drawParts'
import { dropParts } from './dropParts'
import { gutterParts } from './gutterParts'
import { linkParts } from './linkParts'
import { overflowParts } from './overflowParts'
import { vesselParts } from './vesselParts'

export { cornerReach, portKey, usualSeal } from './assembler'
export { carryLegs, TRENCH } from './deviceParts'
export { leastLeg } from './legs'

/** A scheme taken apart: every part once, every joint, every length of pipe. */
export interface Assembly {
  parts: Part[]
  joints: Joint[]
  runs: Run[]
  /** What goes through each hole in a wall, by the hole's key; a port that nothing is tied to has none. */
  through: Map<string, PipeKind>
  /** How each of those holes is sealed: as the reader has it, else as is usual. */
  sealed: Map<string, Seal>
}

const isTee = (part: string) => part.includes(':tee:')
const teeBody = (part: string, pipe: PipeKind): Omit<Body, 'kind'>[] => (isTee(part) ? [{ of: part, length: cornerReach(pipe) }] : [])

/**
 * Takes a scheme apart: what parts it is made of, where two of them meet and what goes between, how long every pipe is.
 *
 * Walks the water's path station by station. Nothing is stored of it: what the reader chose comes from the scheme's `build`.
 *
 * @param inputs fittings to join with, their prices, and the threads of the country
 */
export function assemble(path: WaterPath, inputs: PartsInputs): Assembly {
  const { build } = path.scheme
  const make = new Assembler(path, inputs, build)
  for (const station of [gutterParts, dropParts, vesselParts, linkParts, overflowParts, drawParts]) station(make)
  make.settle()
  const choices = new Map(build.joints.map((choice) => [choice.key, choice]))
  const meetings = make.ties.map((tie) => ({ key: `${tie.upper.part}|${tie.lower.part}`, ...tie }))
  const joints = resolveJoints(meetings, choices, inputs)
  const solved = new Map<Tie, Joint>(make.ties.map((tie, i) => [tie, joints[i]!]))
  const bodies = (tie: Tie | undefined): Omit<Body, 'kind'>[] =>
    (tie ? solved.get(tie)!.placed : []).map(({ fitting }) => ({ of: fitting.id, length: fitting.reach }))
  const joiners = joints.flatMap((joint) => joinersOf(make, joint, inputs))
  const laid = make.orders.map(({ between: [upper, lower], above = [], below = [], ...order }) =>
    layRun(
      {
        ...order,
        above: [...(upper ? teeBody(upper.upper.part, order.pipe) : []), ...above, ...bodies(upper)],
        below: [...bodies(lower), ...below, ...(lower ? teeBody(lower.lower.part, order.pipe) : [])],
      },
      inputs.sold(order.pipe),
    ),
  )
  return { parts: make.parts, joints, runs: [...laid, ...joiners], through: throughWalls(joints), sealed: make.sealed }
}

/** Joiners of a joint: nobody sells them, they are cut from the pipe that they are of, both faces touching. */
function joinersOf(make: Assembler, joint: Joint, inputs: PartsInputs): Run[] {
  return joint.placed.flatMap(({ fitting }, i) => {
    if (fitting.form !== 'piece') return []
    const { type, size } = fitting.ends[0]
    const pipe = { type, size }
    const key = joinerKey(joint.key, i)
    make.pipe(key, joint.station, pipe, 2 * insertionOf(pipe), { words: { id: 'part.joiner', of: pipe } })
    const service = joint.station === 'drop' || joint.station === 'spill' ? 'drain' : 'pressure'
    return [layRun({ key, part: key, station: joint.station, pipe, span: 0, service }, inputs.sold(pipe))]
  })
}

/** What passes each hole: the far side of the fitting that sits in it, or the thread that is screwed into it. */
function throughWalls(joints: readonly Joint[]): Map<string, PipeKind> {
  const through = new Map<string, PipeKind>()
  for (const { upper, lower, placed } of joints) {
    const first = placed[0]
    const last = placed.at(-1)
    // A thread that is cut into the wall is what passes it.
    const cut = (side: Joint['upper']) => (side.end.type === 'npt' || side.end.type === 'bsp' ? side.end : undefined)
    if (upper.part.startsWith('port:') && !isTee(upper.part))
      through.set(upper.part, cut(upper) ?? (first ? first.fitting.ends[first.turned ? 0 : 1] : lower.end))
    if (lower.part.startsWith('port:') && !isTee(lower.part))
      through.set(lower.part, cut(lower) ?? (last ? last.fitting.ends[last.turned ? 1 : 0] : upper.end))
  }
  return through
}
