import { problemOf, type Problem } from '#core/problems'
import { assess, type Assessment } from '#core/assess'
import { partsInputs, planBuild } from '#core/build'
import { addVessel } from '#core/edits'
import type { Finding, RainFacts } from '#core/findings'
import { buildWaterPath } from '#core/path'
import { siteDays } from '#core/rain'
import type { Job, Scheme } from '#core/scheme'
import type { useSimulation } from '~/composables/useSimulation'

/** What follows from the document at once, with nothing waited for: assessment, build, costs. */
export function useDerived(
  job: Readonly<Ref<Job | undefined>>,
  scheme: Readonly<Ref<Scheme | undefined>>,
  simulation: ReturnType<typeof useSimulation>['state'],
) {
  // The air changes only with the place, not with every edit.
  const air = computed(() => (job.value ? siteDays(job.value.site) : undefined))

  // Fittings and prices change with the shelf, not with every edit.
  const shelf = computed(() => job.value?.shelf)
  const ownFittings = computed(() => job.value?.ownFittings)
  const system = computed(() => job.value?.system)
  const parts = computed(() =>
    shelf.value && ownFittings.value && system.value
      ? partsInputs({ shelf: shelf.value, ownFittings: ownFittings.value, system: system.value })
      : undefined,
  )

  // What the years say of the rain. Most edits change none of it, so that the balance that follows one sets off no second assessment.
  const facts = computed<RainFacts | undefined>((before) => {
    const balance = simulation.balance
    if (!balance) return undefined
    const { flushed, runoff, overEdge } = balance.years.total
    const now = { ...balance.rain.facts, flushedShare: flushed / Math.max(1, runoff - overEdge) }
    return before && JSON.stringify(before) === JSON.stringify(now) ? before : now
  })

  // What follows from the document, or why nothing does.
  const outcome = computed<{ assessment?: Assessment; problem?: Problem }>(() => {
    if (!scheme.value) return {}
    try {
      return { assessment: assess(scheme.value, facts.value, air.value, parts.value) }
    } catch (error) {
      return { problem: problemOf(error) }
    }
  })
  const assessment = computed(() => outcome.value.assessment)
  /** How it is put together; only reckoned while something shows it. */
  const build = computed(() => (assessment.value && parts.value ? planBuild(assessment.value.path, parts.value) : undefined))
  const billTotal = (of: Scheme) => (parts.value ? planBuild(buildWaterPath(of), parts.value).bill.total : 0)
  /** What a scheme costs: the reader's own sum, else what its bill comes to. */
  const costOf = (of: Scheme): number => (of.cost > 0 ? of.cost : billTotal(of))
  const cost = computed(() => (scheme.value && scheme.value.cost > 0 ? scheme.value.cost : (build.value?.bill.total ?? 0)))
  /** Every pipe of the scheme that can be drawn: those that lead to a vessel, then those that might. */
  const pipes = computed(() => (assessment.value ? [...assessment.value.lines, ...assessment.value.bare] : []))
  const findings = computed<Finding[]>(() => assessment.value?.findings ?? [])
  /** What one more of a store's vessels would add to the bill, its base, link and fittings included; undefined where no more fits. */
  function oneMoreCosts(store: string | undefined): number | undefined {
    if (!scheme.value || !store || !build.value) return undefined
    const grown = addVessel(scheme.value, store)
    return grown === scheme.value ? undefined : billTotal(grown) - build.value.bill.total
  }
  const problem = computed(() => outcome.value.problem)
  return { air, parts, assessment, problem, build, cost, costOf, oneMoreCosts, pipes, findings }
}
