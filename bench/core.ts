import { assess } from '../core/assess'
import { dailyInflow, runAbreast, runStore, simulateYears, storeLaws, storeSeries, sweep, sweepInputs, sweepVolumes } from '../core/balance'
import { partsInputs, planBuild } from '../core/build'
import { demoJobs, demoRecords, tanneryRow, withDemoLogs, withyHard } from '../core/demo'
import { calendarOf, dayNumber, isoDate, readRain, readyRain, scaledTable, typeTwoStorm } from '../core/rain'
import { addVessel, placeVessel } from '../core/edits'
import { computeLayout } from '../core/layout'
import { living } from '../core/living'
import { momentOf, withEntries, withEntry, writeMoment } from '../core/log'
import { jobProblems } from '../core/path'
import { checkShape, job as jobSchema, type Entry, type Job, type Scheme } from '../core/scheme'
import { end, FittingIndex, FITTINGS, solveChain } from '../core/parts'
import { ensembleRows, inputsOfEnsemble, rainInputs } from '../core/service'
import { batchRow, runStorm, tableStorms } from '../core/storm'

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

const LONG_YEARS = 120

/** A file of daily rain as long as the oldest stations keep, as text. */
function longFile(): string {
  const start = dayNumber(1900, 1, 1)
  const { month } = calendarOf(start, dayNumber(1900 + LONG_YEARS, 1, 1) - start)
  return ['date,prcp', ...Array.from(month, (m, i) => `${isoDate(start + i)},${i % 3 === 0 ? ((i * 7 + m) % 230) / 10 : 0}`)].join('\n')
}

/** Lays a scheme out so many times, its last vessel somewhere else each time. */
function elsewhere(scheme: Scheme, times: number): void {
  const { id } = scheme.stores[0]!.vessels.at(-1)!
  for (let i = 0; i < times; i++)
    computeLayout(placeVessel(scheme, id, { x: 20 + (i % 40) / 10, y: 1 + (i % 7) / 10, turn: (i * 15) % 360 }))
}

/** Volumes and years of one made record, and how many of them a worker runs between two looks at whether to go on. */
const BAND = { volumes: 24, days: 7305, slice: 8 }

/** The core alone, on the boathouse. */
const LOG = { today: dayNumber(2026, 11, 29), entries: 40_000 }
/** The demo's two years of a log, five times over, with notes between until it has so many entries. */
function longLog(): Job {
  const job = withDemoLogs(demoJobs(), demoRecords(), LOG.today)[2]!
  const years = Array.from({ length: 5 }, (_, k) =>
    job.log.entries.map((each): Entry => ({
      ...each,
      id: `${each.id}-${k}`,
      at: `${Number(each.at.slice(0, 4)) - 2 * k}${each.at.slice(4)}`,
    })),
  ).flat()
  const sound = years.filter(({ at }) => !Number.isNaN(momentOf(at).day))
  const notes = Array.from({ length: LOG.entries - sound.length }, (_, k): Entry => ({
    kind: 'note',
    id: `note-${k}`,
    at: writeMoment(LOG.today - Math.floor(k / 11) - 1, 60 * (k % 11) + 600, 0),
    note: 'Looked in.',
  }))
  return { ...job, log: withEntries({ entries: [], ticked: [] }, [...sound, ...notes]) }
}

export function runCoreBench(): { what: string; ms: number; limit?: number; unit?: string }[] {
  const { schemes, rain } = withyHard()
  const scheme = schemes[0]!
  const { path } = assess(scheme)
  const made = (years: number) =>
    readyRain({ kind: 'annual', total: 640, pattern: 'even', hemisphere: 'north', wetDays: 150, spread: 0.15, years, seed: 1 }, undefined)
  const century = made(100)
  const longest = made(160)
  const inflow = dailyInflow(path, 'butt-store', century.rain)
  const demand = Float64Array.from(inflow.captured, () => 35)
  const thirty = readyRain(rain, demoRecords()[0])
  const laws = storeLaws(path, 'butt-store')
  const inputs = sweepInputs(storeSeries(laws, 'butt-store', thirty.rain, thirty.site), thirty, scheme.spillRule)
  const series = storeSeries(laws, 'butt-store', longest.rain, longest.site)
  const volumes = sweepVolumes(192, 200)
  const job = withyHard()
  const bands = inputsOfEnsemble(scheme, 'butt-store', rainInputs(job.rain, demoRecords()[0], job))
  const litres = Float64Array.from({ length: BAND.days }, (_, i) => (i % 3 === 0 ? (i * 37) % 260 : 0))
  const wanted = Float64Array.from(litres, (_, i) => 20 + ((i * 13) % 30))
  const tried = Float64Array.from({ length: BAND.volumes }, (_, i) => 50 * i)
  const kernel = time(() => runAbreast({ inflow: litres, demand: wanted, rule: 'after-spillage', firstYearDays: 0 }, tried, [BAND.days]))
  const text = longFile()
  const dozen = Array.from({ length: 11 }).reduce<typeof scheme>((grown) => addVessel(grown, 'totes'), tanneryRow().schemes[0]!)
  const { path: linked } = assess(dozen)
  const day = typeTwoStorm(120)
  const trial = { start: 0.2, opened: [] }
  const four = assess(tanneryRow().schemes[2]!).path
  const storms = tableStorms(scaledTable(100))
  const studio = tanneryRow()
  const linkedLow = assess(studio.schemes[2]!).path
  const partsOf = partsInputs(studio)
  const ends = [
    end('tote', 'S60x6', 'male'),
    end('hose', '13', 'female'),
    end('downpipe-rect', '2x3', 'female'),
    end('bung-coarse', '2', 'female'),
  ]
  const index = new FittingIndex(FITTINGS)
  const lived = longLog()
  const livedRain = rainInputs(lived.rain, demoRecords()[2], lived).ready
  let entry = 0
  return [
    {
      what: `a log of ten years read, ${LOG.entries} entries`,
      ms: time(() => living(lived, livedRain, undefined, LOG.today)),
      limit: 1000,
    },
    {
      what: 'one entry more in it, in its place and checked',
      ms: time(() => {
        const added = withEntry(lived.log, { kind: 'rain', id: `more-${entry++}`, at: writeMoment(LOG.today, 450, 0), depth: 3 })
        const job = { ...lived, log: added }
        if (checkShape(jobSchema, job).length > 0 || jobProblems(job).length > 0) throw new Error('the log is not sound')
      }),
      limit: 50,
    },
    // One volume after the other in C at -O2 takes 4 to 6 ns on the machines that this was measured on.
    { what: 'balance kernel, one simulated day of one volume', ms: (kernel * 1e6) / (BAND.days * BAND.volumes), limit: 5, unit: 'ns' },
    { what: 'made records between two looks at a cancel', ms: time(() => ensembleRows(bands, 0, BAND.slice)), limit: 100 },
    { what: `reading a daily record of ${LONG_YEARS} years`, ms: time(() => readRain(text, {})), limit: 500 },
    { what: 'layout, a house with twelve vessels', ms: time(() => computeLayout(dozen)), limit: 2 },
    { what: 'layout, 1,000 of it, each with a vessel elsewhere', ms: time(() => elsewhere(dozen, 1000)), limit: 20_000 },
    { what: 'assess, one scheme', ms: time(() => assess(scheme)), limit: 5 },
    {
      what: 'daily balance, 100 years, one volume',
      ms: time(() => runStore(inflow.captured, demand, 192, 0, 'after-spillage')),
      limit: 10,
    },
    { what: 'inflow of 100 years from rain', ms: time(() => dailyInflow(path, 'butt-store', century.rain)) },
    { what: 'full account of 160 years, days at hand', ms: time(() => simulateYears(path, 'butt-store', longest, { series })), limit: 20 },
    {
      what: `the worst of ${ends.length * (ends.length - 1)} chains between odd ends, catalogue of ${FITTINGS.length} fittings`,
      ms: Math.max(...ends.flatMap((a) => ends.filter((b) => b !== a).map((b) => time(() => solveChain(a, b, index))))),
      limit: 10,
    },
    { what: 'bill, cuts, holes and steps of the dye studio, four totes', ms: time(() => planBuild(linkedLow, partsOf)), limit: 50 },
    { what: 'a storm of 24 h over 12 linked vessels', ms: time(() => runStorm(linked, day, trial)), limit: 300 },
    {
      what: `${storms.length} design storms over four totes`,
      ms: time(() => storms.map((storm) => batchRow(four, trial, storm))),
      limit: 6000,
    },
    {
      what: 'water that the storm’s account cannot place, over all moved',
      ms: runStorm(linked, day, trial)!.error * 1e9,
      unit: '1e-9',
      limit: 1,
    },
    { what: 'sweep, 30 years x 200 volumes', ms: time(() => sweep(inputs, volumes)), limit: 60 },
  ]
}
