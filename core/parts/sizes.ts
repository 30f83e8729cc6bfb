import type { UnitSystem } from '../units/quantity'
import { end, type End, type EndType, type Gender } from './ends'
import { MEASURES, systemOf, type SizeMeasures } from './systems'

/** Measures of an end, where its kind has any. */
export const measuresOf = ({ type, size }: Pick<End, 'type' | 'size'>): SizeMeasures | undefined => MEASURES[type]?.[size]

/** What a run of pipe is for: water that stands in it under a head, or that runs through it. */
export type Service = 'pressure' | 'drain'

/** How deep a male end of this kind goes into a female one, m; 0 where nothing goes in (walls, washers). */
export function insertionOf(one: Pick<End, 'type' | 'size'>, service: Service = 'pressure'): number {
  const measures = measuresOf(one)
  return (service === 'drain' ? measures?.drainDepth : undefined) ?? measures?.depth ?? 0
}

/** Length in which a pipe is sold, m; where a country's shops do not have it, as its own do; 0 for hose, which comes off a reel. */
export function stockLength({ type }: Pick<End, 'type'>, system: UnitSystem): number {
  const lengths = systemOf(type)?.lengths
  return lengths?.[system] ?? Object.values(lengths ?? {})[0] ?? 0
}

/** The size of a kind whose bore comes nearest. */
export function sizeByBore(type: EndType, bore: number): string {
  const table = Object.entries(MEASURES[type] ?? {})
  if (table.length === 0) throw new RangeError(`type must be one that has bores, got ${type}`)
  return table.reduce((best, each) => (Math.abs(each[1].bore - bore) < Math.abs(best[1].bore - bore) ? each : best))[0]
}

/** Pipes that something of this bore may be made of, in the order in which a tie is settled. */
const PIPES: readonly EndType[] = ['metric', 'sch40', 'hose']

/** Pipe that a country's shops have, and how far its bore may be off one that was asked for. Common practice. */
export const HOME: Readonly<Record<UnitSystem, EndType>> = { metric: 'metric', imperial: 'sch40' }
const NEAR_ENOUGH = 0.04
const WIDEST = 0.17

/**
 * The pipe or hose that a bore most likely is: the country's own pipe where that is as good as the same, else the nearest true
 * bore of any.
 *
 * @param bore inner diameter, m (> 0)
 * @param types kinds to choose from
 * @param system whose shops are gone to; of no matter where left out
 */
export function pipeByBore(bore: number, types: readonly EndType[] = PIPES, system?: UnitSystem): Pick<End, 'type' | 'size'> {
  const home = system && HOME[system]
  if (home && types.includes(home)) {
    const own = { type: home, size: sizeByBore(home, bore) }
    if (Math.abs(measuresOf(own)!.bore - bore) <= NEAR_ENOUGH * bore) return own
  }
  // Wider than any pipe that is laid, it is drawn as the widest of the country's own.
  if (home && types.includes(home) && bore > WIDEST) return { type: home, size: sizeByBore(home, bore) }
  const off = (one: Pick<End, 'type' | 'size'>) => Math.abs(measuresOf(one)!.bore - bore)
  return types.map((type) => ({ type, size: sizeByBore(type, bore) })).reduce((best, each) => (off(each) < off(best) - 1e-6 ? each : best))
}

/** Corrugated pipe is told in inches where pipe is, else in mm. */
const INCH_SIZES = new Set(['3', '4', '6'])
/** It may be so much narrower than what leads into it, as a share. Common practice. */
const HARDLY_NARROWER = 0.97

/** The corrugated drain pipe that leads on what comes out of a bore: the smallest of a country that is hardly narrower, else the widest. */
export function corrugatedFor(bore: number, system: UnitSystem): Pick<End, 'type' | 'size'> {
  const sizes = Object.entries(MEASURES.corrugated!)
    .filter(([size]) => INCH_SIZES.has(size) === (system === 'imperial'))
    .toSorted(([, a], [, b]) => a.bore - b.bore)
  const [size] = sizes.find(([, measures]) => measures.bore >= HARDLY_NARROWER * bore) ?? sizes.at(-1)!
  return { type: 'corrugated', size }
}

/** True bore of the pipe of a country that comes nearest to a bore, m. */
export function trueBore(bore: number, system: UnitSystem): number {
  const home = HOME[system]
  return measuresOf({ type: home, size: sizeByBore(home, bore) })!.bore
}

/** The usual downpipe of a country, the smaller or the larger, as a drop says it. */
export function downpipeBores(system: UnitSystem, large: boolean) {
  const type = system === 'imperial' ? ('downpipe-rect' as const) : ('downpipe-round' as const)
  const size = system === 'imperial' ? (large ? '3x4' : '2x3') : large ? '80' : '68'
  const { bore, outside } = MEASURES[type]![size]!
  return {
    shape: system === 'imperial' ? ('rectangular' as const) : ('round' as const),
    material: system === 'imperial' ? ('metal' as const) : ('plastic' as const),
    bore,
    outside,
  }
}

/** A downpipe's own kind and size, by its shape and the outside across its front, m. */
export function downpipeEnd({ shape, outside }: { shape: 'round' | 'rectangular' | 'square'; outside: number }, gender: Gender): End {
  if (shape === 'square') return end('downpipe-square', '65', gender)
  const type = shape === 'round' ? 'downpipe-round' : 'downpipe-rect'
  const table = Object.entries(MEASURES[type]!)
  const nearest = table.reduce((best, each) => (Math.abs(each[1].outside - outside) < Math.abs(best[1].outside - outside) ? each : best))
  return end(type, nearest[0], gender)
}
