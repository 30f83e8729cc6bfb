import { cutInOf, headSpentBy } from '../catch/families'
import { onTheWay } from '../catch/trainLimits'
import type { Intake } from '../path/waterPath'
import type { Device } from '../scheme'
import { lipOf, type Layout } from '../layout'

/** Pipe kept above the upper cut for the bracket that holds it, m. Common practice. */
export const BRACKET_ROOM = 0.15
/** Kept free under a chamber for its drain, a can under it and the clean-out, m. Common practice. */
export const DRAIN_ROOM = 0.15

/** What a stretch of height between outlet and inlet is spent on; `free` is plain pipe that nothing has claimed. */
export type TrainItem = Device['kind'] | 'free' | 'bracket' | 'markOverLip' | 'hoseFall' | 'screenGap'

export interface Stretch {
  item: TrainItem
  /** The device that spends it. */
  device?: string
  /** Heights above the paving, m; `to` lies above `from` where the parts ask for more than there is. */
  from: number
  to: number
}

/** Ends between which a train hangs, m above the paving. */
export interface TrainEnds {
  outlet: number
  inlet: number
  /** Open end of a pipe over a lid. */
  pipeEnd?: number
  /** Design flow, for what a standing-water pipe spends, m³/s. */
  flow: number
  /** How its pipes across are laid. */
  layout: Pick<Layout, 'runs'>
}

/** These hang as low as the inlet lets them: the plain pipe stands above them, the chamber hangs below. */
const hangsLow = ({ kind }: Device) => kind === 'first-flush' || kind === 'carrying-pipe'

/**
 * The train of an intake as a chain of heights, from the gutter's outlet down to where its water goes in.
 *
 * Devices in line follow one another; those with a height of their own stand at it; between two such anchors lies one free
 * stretch. Each stretch begins where the last one ended, so that all of them sum to outlet less inlet exactly.
 */
export function trainStretches(intake: Pick<Intake, 'drop' | 'device'>, { outlet, inlet, pipeEnd, flow, layout }: TrainEnds): Stretch[] {
  const stretches: Stretch[] = []
  let at = outlet
  let waiting: Device[] = []
  const spend = (item: TrainItem, to: number, device?: Device) => {
    stretches.push({ item, ...(device ? { device: device.id } : {}), from: at, to })
    at = to
  }
  /** Hangs what waits between where we are and an anchor below. */
  const settle = (anchor: number) => {
    const low = waiting.findIndex(hangsLow)
    const upper = low < 0 ? waiting : waiting.slice(0, low)
    const lower = low < 0 ? [] : waiting.slice(low)
    waiting = []
    for (const each of upper) spend(each.kind, at - headSpentBy(each, flow, layout), each)
    spend('free', anchor + lower.reduce((sum, each) => sum + headSpentBy(each, flow, layout), 0))
    lower.forEach((each, i) => spend(each.kind, i === lower.length - 1 ? anchor : at - headSpentBy(each, flow, layout), each))
  }
  /** The pipe down to a body's upper saw line; adapters right above it sit on it, within what is sawn out for them or over it. */
  const downTo = (upper: number, counted: boolean) => {
    const on: Device[] = []
    while (waiting.at(-1)?.kind === 'adapter') on.unshift(waiting.pop()!)
    const high = counted ? 0 : on.reduce((sum, each) => sum + headSpentBy(each, flow, layout), 0)
    settle(upper + high + BRACKET_ROOM)
    spend('bracket', upper + high)
    for (const each of on) spend(each.kind, counted ? at : at - headSpentBy(each, flow, layout), each)
  }
  for (const device of onTheWay(intake)) {
    switch (device.kind) {
      case 'ring-trough':
        downTo(device.mark, device.adapterAbove > 0)
        spend('markOverLip', lipOf(device), device)
        return stretches
      case 'twist':
      case 'flap': {
        downTo(cutInOf(device)!.upper, device.adapters > 0)
        spend(device.kind, device.height, device)
        spend('hoseFall', inlet, device)
        return stretches
      }
      case 'push-in':
        settle(device.height)
        spend('push-in', device.height, device)
        spend('hoseFall', inlet, device)
        return stretches
      case 'float-shut':
        // It hangs below the inlet that it shuts, or stands over it.
        settle(Math.max(device.height, inlet))
        spend('float-shut', inlet, device)
        return stretches
      case 'tee':
      case 'winter-shut-off': {
        const { upper, lower } = cutInOf(device)!
        settle(upper)
        spend(device.kind, lower, device)
        break
      }
      case 'wall-crossing':
        settle(device.height)
        spend(device.kind, device.height, device)
        break
      default:
        waiting.push(device)
    }
  }
  settle(pipeEnd ?? inlet)
  if (pipeEnd !== undefined) spend('screenGap', inlet)
  return stretches
}

/** Height at which a first flush's branch leaves, from which its chamber hangs, m; undefined when the train has no such device. */
export const branchInvert = (stretches: readonly Stretch[], deviceId: string): number | undefined =>
  stretches.find(({ device }) => device === deviceId)?.to

/** Longest chamber that hangs from a branch and leaves room for its drain, m. */
export const chamberRoom = (invert: number): number => Math.max(0, invert - DRAIN_ROOM)
