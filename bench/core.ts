import { assess } from '../core/assess'
import { dailyInflow, runStore, simulateYears, storeLaws, storeSeries, sweep, sweepGround, sweepVolumes } from '../core/balance'
import { demoRecords, withyHard } from '../core/demo'
import { readyRain } from '../core/rain'

const RUNS = 15

/** Median milliseconds of a few runs, after one to warm up. */
function time(run: () => unknown): number {
  run()
  const taken = Array.from({ length: RUNS }, () => {
    const began = performance.now()
    run()
    return performance.now() - began
  }).sort((a, b) => a - b)
  return taken[Math.floor(RUNS / 2)]!
}

/** The core alone, on the boathouse. */
export function runCoreBench(): { what: string; ms: number; limit?: number }[] {
  const { schemes, rain } = withyHard()
  const scheme = schemes[0]!
  const { path } = assess(scheme)
  const century = readyRain(
    { kind: 'annual', total: 640, pattern: 'even', hemisphere: 'north', wetDays: 150, spread: 0.15, years: 100, seed: 1 },
    undefined,
  )
  const inflow = dailyInflow(path, 'butt-store', century.rain)
  const demand = Float64Array.from(inflow.captured, () => 35)
  const thirty = readyRain(rain, demoRecords()[0])
  const laws = storeLaws(path, 'butt-store')
  const ground = sweepGround(storeSeries(laws, 'butt-store', thirty.rain, thirty.site), thirty, scheme.spillRule)
  const series = storeSeries(laws, 'butt-store', century.rain, century.site)
  const volumes = sweepVolumes(192, 200)
  return [
    { what: 'assess, one scheme', ms: time(() => assess(scheme)), limit: 5 },
    {
      what: 'daily balance, 100 years, one volume',
      ms: time(() => runStore(inflow.captured, demand, 192, 0, 'after-spillage')),
      limit: 10,
    },
    { what: 'inflow of 100 years from rain', ms: time(() => dailyInflow(path, 'butt-store', century.rain)) },
    { what: 'full account of 100 years, days at hand', ms: time(() => simulateYears(path, 'butt-store', century, { series })) },
    { what: 'sweep, 30 years x 200 volumes', ms: time(() => sweep(ground, volumes)), limit: 60 },
  ]
}
