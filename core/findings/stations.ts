import type { Finding, Station } from './finding'

/** What stands at one station and comes out at another as well: water that is held up on its way runs over somewhere. */
const ALSO: Readonly<Record<string, readonly Station[]>> = {
  diverterAboveRim: ['spill'],
  linkTooThin: ['spill'],
  gutterOverCapacity: ['spill'],
  trainOverCapacity: ['spill'],
  pipeOverCapacity: ['spill'],
}

/** Whether a finding has a say at a station: where it stands, or where what it does comes out. */
export const concerns = ({ id, station }: Pick<Finding, 'id' | 'station'>, at: Station): boolean =>
  station === at || (ALSO[id]?.includes(at) ?? false)
