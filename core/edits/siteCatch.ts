import { produce } from 'immer'
import { runoffLaw } from '../roof/runoff'
import { buildWaterPath } from '../path/waterPath'
import type { Scheme } from '../scheme'

/** Sections of a roof whose water comes to a store, by id. */
export function sectionsOf(scheme: Scheme, storeId: string): string[] {
  const path = buildWaterPath(scheme)
  const intakes = path.intakes.get(storeId) ?? []
  return [...new Set(intakes.flatMap(({ drop }) => path.feeds.get(drop.id)!.map(({ section }) => section.id)))]
}

/**
 * A site's own catch put into the plan: the roofs that feed a store keep so much of what they were said to, and lose the same to
 * wetting.
 *
 * @param ratio of the coefficients that they have; what it comes to is held to 0 to 1
 */
export function setSiteCatch(scheme: Scheme, storeId: string, ratio: number): Scheme {
  const own = new Set(sectionsOf(scheme, storeId))
  return produce(scheme, (draft) => {
    for (const section of draft.sections) {
      if (!own.has(section.id)) continue
      const { coefficient, wetting } = runoffLaw(section)
      section.runoff = { kind: 'own', coefficient: Math.round(Math.min(1, Math.max(0, coefficient * ratio)) * 1000) / 1000, wetting }
    }
  })
}
