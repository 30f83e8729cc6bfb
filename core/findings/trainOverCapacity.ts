import { isWord, word } from '../figures/told'
import { produce } from 'immer'
import { dropFlow } from '../catch/designFlow'
import { joinedPipes, type JoinedPipe } from '../catch/joinedPipes'
import { firstLimit, trainLimits, type TrainLimit } from '../catch/trainLimits'
import { laidCarry } from '../layout'
import { bisect } from '../numeric/bisect'
import { NAMED_BORES } from '../pipe/bores'
import { DESIGN_FILLING, manningFlow } from '../pipe/manning'
import { basketFlow, discFlow, MESH_ACROSS } from '../pipe/screens'
import { wetCarryFlow } from '../pipe/wetCarry'
import type { Intake, WaterPath } from '../path/waterPath'
import type { Drop } from '../scheme'
import { flow, length, rainRate } from '../units/quantity'
import { amountOf, rule } from './finding'

/** No gutter hangs higher over its vessel, m. */
const MOST_HEAD = 20
const BORES = NAMED_BORES.map(({ bore }) => bore).toSorted((a, b) => a - b)

/** The least size at a place that passes what arrives; undefined where another size is no help. */
function mendingSize(
  { layout }: WaterPath,
  { place, device, passes }: TrainLimit,
  drop: Drop,
  { vessel }: Intake,
  arriving: number,
): number | undefined {
  const part = drop.devices.find(({ id }) => id === device)
  if (place === 'lid-screen') return MESH_ACROSS.find((across) => across <= vessel.body.width && discFlow(across) >= arriving)
  if (part?.kind === 'rain-head') return place === 'hopper' ? drop.bore : MESH_ACROSS.find((across) => discFlow(across) >= arriving)
  if (part?.kind === 'screen') return MESH_ACROSS.find((across) => basketFlow(across, part.height) >= arriving)
  if (part?.kind !== 'carrying-pipe') return undefined
  if (!part.wet) return BORES.find((bore) => manningFlow(bore, part.fall, DESIGN_FILLING) >= arriving)
  // What drives it is what drives it now, told back from what it passes.
  const laid = laidCarry(layout, part)
  const head = bisect((at) => wetCarryFlow(laid, at) - passes, 0, MOST_HEAD, 1e-9)
  return BORES.find((bore) => wetCarryFlow({ ...laid, bore }, head) >= arriving)
}

/** The pipe of an intake and every pipe that joins it, each with what its own parts let by. */
function pipesOf(path: WaterPath, intake: Intake): { drop: Drop; limits: TrainLimit[]; intake: Intake }[] {
  const end = path.vessels.get(intake.vessel.id)!.foot + intake.port.at
  const all = (pipes: readonly JoinedPipe[]): JoinedPipe[] => pipes.flatMap((pipe) => [pipe, ...all(pipe.joined)])
  return [
    { drop: intake.drop, limits: trainLimits(path, intake), intake },
    ...all(joinedPipes(path, intake.drop.id, end)).map(({ drop, limits }) => ({ drop, limits, intake })),
  ]
}

export const trainOverCapacity = rule(
  'trainOverCapacity',
  ({ path, lines }) =>
    lines
      .flatMap(({ intake }) => pipesOf(path, intake))
      .map(({ drop, limits: all, intake }) => {
        // The pipe itself is told at the gutter, together with its hole.
        const limits = all.filter(({ place }) => place !== 'pipe')
        if (limits.length === 0) return undefined
        const first = firstLimit(limits)
        const arriving = dropFlow(path, drop.id)
        if (first.passes >= arriving - 1e-12) return undefined
        const size = mendingSize(path, first, drop, intake, arriving)
        return {
          severity: 'goes-wrong',
          station: 'drop',
          ids: {
            drop: drop.id,
            ...(first.device ? { device: first.device } : { vessel: intake.vessel.id, port: intake.port.id }),
          },
          values: {
            place: word(first.place),
            passes: flow(first.passes),
            arriving: flow(arriving),
            holds: rainRate((path.scheme.designIntensity * first.passes) / arriving),
            size: length(size ?? 0),
          },
          source: first.law,
          mends: size !== undefined,
        }
      }),
  (scheme, { ids, values }) =>
    produce(scheme, (draft) => {
      const size = amountOf(values, 'size')
      const device = draft.drops.find(({ id }) => id === ids.drop)?.devices.find(({ id }) => id === ids.device)
      if (device?.kind === 'rain-head') device[isWord(values.place, 'hopper') ? 'bore' : 'disc'] = size
      else if (device?.kind === 'screen' || device?.kind === 'carrying-pipe') device.bore = size
      const vessel = draft.stores.flatMap(({ vessels }) => vessels).find(({ id }) => id === ids.vessel)
      const port = vessel?.ports.find(({ id }) => id === ids.port)
      if (port) port.bore = size
    }),
)
