import { chamberVolume } from '../catch/firstFlush'
import type { WaterPath } from '../path/waterPath'
import { runoffLaw } from '../roof/runoff'
import type { DeviceOf, RoofSection, Scheme } from '../scheme'
import { LITRE } from '../units/constants'

/** Ids of the sections of a roof whose water comes to a store. */
export function sectionsInto(path: WaterPath, storeId: string): Set<string> {
  return new Set((path.intakes.get(storeId) ?? []).flatMap(({ drop }) => path.feeds.get(drop.id)!.map(({ section }) => section.id)))
}

/** Ids of the drops that a store's water comes down, those that join on the way among them. */
export function dropsInto(path: WaterPath, storeId: string): Set<string> {
  return new Set(
    (path.intakes.get(storeId) ?? []).flatMap(({ drop }) => [drop.id, ...path.feeds.get(drop.id)!.map(({ outlet }) => outlet.outlet.drop)]),
  )
}

/** First flushes on a store's ways. */
export function flushesInto(path: WaterPath, storeId: string): DeviceOf<'first-flush'>[] {
  const own = dropsInto(path, storeId)
  return path.scheme.drops
    .filter(({ id }) => own.has(id))
    .flatMap(({ devices }) => devices.filter((each): each is DeviceOf<'first-flush'> => each.kind === 'first-flush'))
}

/** What they hold together, litres. */
export const heldByFlushes = (flushes: readonly DeviceOf<'first-flush'>[]): number =>
  flushes.reduce((sum, { bore, length, chambers }) => sum + chamberVolume(bore, length, chambers) / LITRE, 0)

/** Wetting of some roofs, mm: mean by what each brings of a millimetre. */
export function meanWetting({ sections }: Pick<Scheme, 'sections'>, own: ReadonlySet<string>): number {
  let [brings, lost] = [0, 0]
  for (const section of sections) {
    if (!own.has(section.id)) continue
    const { area, exposure, coefficient, wetting } = runoffLaw(section)
    brings += area * exposure * coefficient
    lost += area * exposure * coefficient * wetting
  }
  return brings > 0 ? lost / brings : 0
}

/** How the ways to a store differ from the plan. */
export interface Differs {
  /** Times what the roofs keep. */
  ratio?: number
  /** mm more that each rain loses to wetting; none falls under nought. */
  wetting?: number
  /** Times what first flushes hold. */
  flush?: number
}

/** A roof that differs so. */
function roofThat(section: RoofSection, { ratio = 1, wetting: more = 0 }: Differs): RoofSection {
  const { coefficient, wetting } = runoffLaw(section)
  return {
    ...section,
    exposure: section.exposure * ratio,
    ...(more === 0 ? {} : { runoff: { kind: 'own' as const, coefficient, wetting: Math.max(0, wetting + more) } }),
  }
}

/** A chamber without any length would be a fault of the plan, not of the chamber. */
const SHORTEST = 1e-3

/**
 * A path whose ways to a store differ from the plan. Heights and pipes stay where they are, so nothing is laid out again: a log
 * tries a hundred of these.
 */
export function pathThat(path: WaterPath, storeId: string, differs: Differs): WaterPath {
  const own = sectionsInto(path, storeId)
  const sections = new Map(path.scheme.sections.map((each) => [each.id, own.has(each.id) ? roofThat(each, differs) : each]))
  const feeds = new Map(
    [...path.feeds].map(([drop, all]) => [drop, all.map((feed) => ({ ...feed, section: sections.get(feed.section.id)! }))]),
  )
  const scheme = { ...path.scheme, sections: [...sections.values()] }
  const { flush = 1 } = differs
  if (flush === 1) return { ...path, scheme, feeds }
  const ways = dropsInto(path, storeId)
  const drops = new Map(
    path.scheme.drops.map((drop) => [
      drop.id,
      ways.has(drop.id)
        ? {
            ...drop,
            devices: drop.devices.map((each) =>
              each.kind === 'first-flush' ? { ...each, length: each.length * Math.max(SHORTEST, flush) } : each,
            ),
          }
        : drop,
    ]),
  )
  const intakes = new Map(
    [...path.intakes].map(([store, all]) => [store, all.map((intake) => ({ ...intake, drop: drops.get(intake.drop.id)! }))]),
  )
  return { ...path, scheme: { ...scheme, drops: [...drops.values()] }, feeds, intakes }
}
