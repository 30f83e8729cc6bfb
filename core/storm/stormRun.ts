import type { UpstreamLoss } from './upstream'

export type FlowKind = 'intake' | 'link' | 'overflow' | 'rim' | 'tap' | 'pump'

/** A flow through the storm: what it is, where it runs, how much by the moment, m³/s. */
export interface FlowSeries {
  kind: FlowKind
  /** Id of the drop, link, overflow route, vessel, tap or pump. */
  id: string
  from: string | undefined
  to: string | undefined
  rate: Float32Array
  /** m³ in all (a link: forth less back), and the most at once, m³/s. */
  volume: number
  peak: number
  peakAt: number
}

export interface VesselSeries {
  id: string
  store: string
  /** m above the paving, by the moment. */
  level: Float32Array
  /** Where water first runs away from it, and its rim, m above the paving. */
  full: number
  rim: number
  start: number
  end: number
  /** m³ held, at the start and the end. */
  startVolume: number
  endVolume: number
  peak: number
  peakAt: number
}

/** Water that went where it should not, or where it was led; m³. */
export interface Spill {
  kind: 'edge' | 'back' | 'overflow' | 'rim' | 'siphon'
  /** Gutter, overflow route or vessel. */
  id: string
  /** What was too small, for losses on the way. */
  limit?: UpstreamLoss['limit']
  part?: string
  volume: number
  /** First and last second. */
  from: number
  to: number
  /** m³/s. */
  peak: number
}

/** Every litre of the storm by where it ended, m³: `runoff + start = all others + end`. */
export interface StormBalance {
  rain: number
  runoff: number
  /** Held in the vessels. */
  start: number
  end: number
  overEdge: number
  flushed: number
  shed: number
  /** Past a diverter, or turned away by a float. */
  returned: number
  /** By pipes that lead to no vessel. */
  elsewhere: number
  overflow: number
  rim: number
  drawn: number
  /** Still on the roof, or between two vessels. */
  onTheWay: number
}

export interface StormRun {
  /** s between two moments; the first is 0. */
  step: number
  moments: number
  /** s at which the rain ends. */
  rainEnds: number
  depth: number
  rain: Float32Array
  /** Off all roofs that lead to a vessel, m³/s. */
  arriving: Float32Array
  vessels: VesselSeries[]
  flows: FlowSeries[]
  flushes: { device: string; drop: string; held: Float32Array; most: number; fullAt: number | undefined }[]
  /** Overflow routes that siphoned: when, and what they took, m³. */
  siphons: { route: string; from: number; volume: number }[]
  /** Pressure that air needs to get in or out of each sealed vessel, Pa; Infinity where there is no way. */
  vents: { vessel: string; pressure: number; at: number }[]
  spills: Spill[]
  account: StormBalance
  /** Water that the account cannot place, over all that moved. */
  error: number
}
