import { unanswered } from '#core/balance/unanswered'
import { figure, line, type Figure } from '#core/figures/figure'
import { LITRE } from '#core/units/constants'
import * as q from '#core/units/quantity'
import { monthlyDemand } from '#core/draw'

const DAYS_A_WEEK = 7
const litres = (value: number) => q.volume(value * LITRE)

/** The figures that stand in the tally, from the years in the worker and the assessment, each with its working. */
export function useFigures() {
  const bench = useWorkbench()

  const kept = computed<Figure | undefined>(() => {
    const years = bench.simulation.balance?.years
    if (!years) return undefined
    const n = years.runoffPerYear / Math.max(1e-9, years.total.runoff)
    const { runoff, overEdge, captured, received, surplus, returned, shed, flushed } = years.total
    const past = runoff + received - overEdge - shed - flushed - captured
    return figure(
      'kept',
      litres(years.keptPerYear),
      [
        line('runoffYear', '', litres(runoff * n)),
        line('overEdge', '−', litres(overEdge * n)),
        ...(received > 0 ? [line('received', '+' as const, litres(received * n))] : []),
        ...(flushed > 0 ? [line('flushed', '−' as const, litres(flushed * n))] : []),
        ...(shed > 0 ? [line('shed', '−' as const, litres(shed * n))] : []),
        ...(returned > 0 ? [line('pastDiverter', '−' as const, litres(past * n))] : []),
        line('storeFull', '−', litres(surplus * n)),
      ],
      'kept',
      'jenkins',
    )
  })

  /** Why there is no answer to what is asked; undefined where there is one. */
  const open = computed(() => {
    const years = bench.simulation.balance?.years
    const store = bench.assessed?.line.placed.store.id
    return years && store && bench.scheme ? unanswered(years.total.demand) : undefined
  })

  const met = computed<Figure | undefined>(() => {
    const years = bench.simulation.balance?.years
    if (!years || open.value) return undefined
    const n = years.usedPerYear / Math.max(1e-9, years.total.used)
    return figure(
      'met',
      q.share(years.met),
      [line('usedYear', '', litres(years.usedPerYear)), line('demandYear', '÷', litres(years.total.demand * n))],
      'met',
      'jenkins',
    )
  })

  const daysMet = computed<Figure | undefined>(() => {
    const years = bench.simulation.balance?.years
    if (!years || open.value) return undefined
    return figure(
      'daysMet',
      q.share(years.daysMet),
      [line('daysMetCount', '', q.days(years.total.daysMet)), line('daysWanted', '÷', q.days(years.total.daysWanted))],
      'daysMet',
      'ownRule',
    )
  })

  /** Litres a week that can be counted on, in the months in which something is drawn. */
  const steady = computed<Figure | undefined>(() => {
    const answer = bench.simulation.steady
    if (!answer || !bench.simulation.balance) return undefined
    return figure(
      'steady',
      litres(answer.season * DAYS_A_WEEK),
      [line('steadyDay', '', litres(answer.season)), line('daysAWeek', '×', q.days(DAYS_A_WEEK))],
      answer.mayFail > 0 ? 'steady' : 'steadyAlways',
      'firmYield',
    )
  })
  /** The same in cans of the tap in hand; undefined where there is none. */
  const can = computed(() => bench.assessed?.line.tap?.can.volume ?? bench.scheme?.taps[0]?.can.volume)
  const cansAWeek = computed(() => (steady.value && can.value ? Math.floor(steady.value.value / can.value + 0.05) : undefined))

  const longest = computed<Figure | undefined>(() => {
    const years = bench.simulation.balance?.years
    if (!years || open.value) return undefined
    return figure(
      'longest',
      q.days(years.longestShort),
      [line('daysShort', '', q.days(years.total.daysWanted - years.total.daysMet)), line('daysWanted', '', q.days(years.total.daysWanted))],
      'longest',
      'ownRule',
    )
  })

  const surplus = computed<Figure | undefined>(() => {
    const years = bench.simulation.balance?.years
    if (!years) return undefined
    const n = years.runoffPerYear / Math.max(1e-9, years.total.runoff)
    return figure(
      'surplus',
      litres(years.total.surplus * n),
      [line('capturedYear', '', litres(years.total.captured * n)), line('kept', '−', litres(years.keptPerYear))],
      'surplus',
      'jenkins',
    )
  })

  const yearRain = computed<Figure | undefined>(() => {
    const years = bench.simulation.balance?.rain.years
    if (!years || years.length === 0) return undefined
    const total = years.reduce((sum, year) => sum + year.total, 0)
    const span = years.reduce((sum, year) => sum + year.days, 0) / 365.25
    return figure(
      'yearRain',
      q.rainDepth(total / span),
      [line('allRain', '', q.rainDepth(total)), line('allYears', '÷', q.plain(Math.round(span * 10) / 10))],
      'yearRain',
      'arithmetic',
    )
  })

  const monthly = computed(() => {
    const store = bench.assessed?.line.placed.store.id
    return store && bench.assessment && bench.air ? monthlyDemand(bench.assessment.path.demands.get(store) ?? [], bench.air) : []
  })

  /** Every figure with a working that is on the page, so that an open slip follows the job. */
  const all = computed<Figure[]>(() => {
    const line = bench.assessed
    return [
      kept.value,
      met.value,
      daysMet.value,
      steady.value,
      longest.value,
      surplus.value,
      yearRain.value,
      line?.usableFigure,
      line?.left,
      line?.lasts,
      line?.roofArea,
      line?.arriving,
      line?.tap?.spare,
      line?.tap?.flow,
      line?.surplus,
      line?.overflow,
    ].filter((each) => each !== undefined)
  })

  return { open, kept, met, daysMet, steady, can, cansAWeek, longest, surplus, yearRain, monthly, all }
}
