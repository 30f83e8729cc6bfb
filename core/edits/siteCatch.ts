import { produce } from 'immer'
import { meanWetting, sectionsInto } from '../log'
import { buildWaterPath } from '../path/waterPath'
import { runoffLaw, type RunoffLaw } from '../roof/runoff'
import type { Scheme } from '../scheme'

/** Roofs that feed a store, each with a pair of its own for what it keeps and what wets it. */
function withOwnRunoff(scheme: Scheme, storeId: string, change: (law: RunoffLaw) => Pick<RunoffLaw, 'coefficient' | 'wetting'>): Scheme {
  const own = sectionsInto(buildWaterPath(scheme), storeId)
  return produce(scheme, (draft) => {
    for (const section of draft.sections) if (own.has(section.id)) section.runoff = { kind: 'own', ...change(runoffLaw(section)) }
  })
}

/**
 * A site's own catch put into the plan: the roofs that feed a store keep so much of what they were said to, and lose the same to
 * wetting.
 *
 * @param ratio of the coefficients that they have; what it comes to is held to 0 to 1
 */
export const setSiteCatch = (scheme: Scheme, storeId: string, ratio: number): Scheme =>
  withOwnRunoff(scheme, storeId, ({ coefficient, wetting }) => ({
    coefficient: Math.round(Math.min(1, Math.max(0, coefficient * ratio)) * 1000) / 1000,
    wetting,
  }))

/**
 * A site's own wetting put into the plan: the roofs that feed a store lose so much of each rain on the mean, all by the same depth
 * more or less than they were said to, and keep the same share of the rest.
 *
 * @param wetting mm a rain day, 0 to 10
 */
export function setSiteWetting(scheme: Scheme, storeId: string, wetting: number): Scheme {
  const more = wetting - meanWetting(scheme, sectionsInto(buildWaterPath(scheme), storeId))
  return withOwnRunoff(scheme, storeId, (law) => ({
    coefficient: law.coefficient,
    wetting: Math.round(Math.min(10, Math.max(0, law.wetting + more)) * 100) / 100,
  }))
}
