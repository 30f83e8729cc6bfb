import type { Feed, WaterPath } from '../path/waterPath'
import type { Device, DeviceOf, Drop } from '../scheme'
import { firstLimit, partLimits, type TrainLimit } from './trainLimits'

/** A pipe that ends in another, with what is fitted into it on the way. */
export interface JoinedPipe {
  drop: Drop
  /** Its own outlets' roofs. */
  feeds: Feed[]
  /** Its own limits in the water's order, and the first that a growing rain meets. */
  limits: TrainLimit[]
  limit: TrainLimit
  flush: DeviceOf<'first-flush'> | undefined
  /** Share that its filters let by. */
  passes: number
  /** Pipes that end in it in their turn. */
  joined: JoinedPipe[]
}

/** Share that the filters among some parts let by. */
export const filtersPass = (parts: readonly Device[]): number =>
  parts.reduce((share, each) => (each.kind === 'filter' ? share * each.passes : share), 1)

/** Roofs that reach a pipe by outlets of its own, not by a pipe that joins it. */
export const ownFeeds = (path: WaterPath, dropId: string): Feed[] =>
  path.feeds.get(dropId)!.filter(({ outlet: { outlet } }) => outlet.drop === dropId)

/**
 * The pipes that end in a pipe, each with its own parts, however many follow one another.
 *
 * @param end height that the water is led to at last, m above the paving, for a pipe that dips on its way
 */
export function joinedPipes(path: WaterPath, dropId: string, end: number): JoinedPipe[] {
  return path.scheme.drops
    .filter((drop) => drop.end.kind === 'drop' && drop.end.drop === dropId)
    .map((drop) => {
      const limits = partLimits(path, drop, drop.devices, end)
      return {
        drop,
        feeds: ownFeeds(path, drop.id),
        limits,
        limit: firstLimit(limits),
        flush: drop.devices.find((each): each is DeviceOf<'first-flush'> => each.kind === 'first-flush'),
        passes: filtersPass(drop.devices),
        joined: joinedPipes(path, drop.id, end),
      }
    })
}
