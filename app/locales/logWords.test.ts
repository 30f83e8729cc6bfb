import { describe, expect, it } from 'vitest'
import { CARE_KINDS, SEASON_STEPS } from '#core/care'
import { demoJobs, demoRecords, withDemoLogs } from '#core/demo'
import { caughtFigures, downFigure, heldFigure, lastsFigure, leakFigure, living, siteFigure } from '#core/living'
import { CAUSES } from '#core/log'
import { dayNumber, readyRain } from '#core/rain'
import { CLEANED, DIVERTER_WAYS, ENTRY_KINDS, LEVEL_WAYS, MENDED } from '#core/scheme'
import { climateOf, seedOf, simulatedForecast } from '#core/standIns'
import { british } from './allWords'

type Tree = { [key: string]: string | Tree }
const get = (path: string): string | Tree | undefined =>
  path.split('.').reduce<string | Tree | undefined>((part, key) => (typeof part === 'object' ? part[key] : undefined), british as Tree)
/** Fails with the list of ids that have no words. */
const expectSaid = (ids: Iterable<string>) => expect([...new Set(ids)].filter((id) => typeof get(id) !== 'string')).toEqual([])

const today = dayNumber(2026, 7, 20)
const records = demoRecords()
const answers = withDemoLogs(demoJobs(), records, today).map((job) => {
  const ready = readyRain(
    job.rain,
    records.find(({ id }) => 'record' in job.rain && job.rain.record === id),
    job,
  )
  return living(job, ready, simulatedForecast(climateOf(ready, job.site, seedOf(job.id)), today), today)
})

describe('words of the log', () => {
  it('name every kind of entry, and every choice in one', () => {
    expectSaid([
      ...ENTRY_KINDS.map((kind) => `word.entry-${kind}`),
      ...LEVEL_WAYS.flatMap((way) => [`log.by.${way}`, `log.levelBy.${way}`]),
      ...DIVERTER_WAYS.map((way) => `log.way.${way}`),
      ...CLEANED.map((each) => `log.clean.${each}`),
      ...MENDED.map((each) => `log.mend.${each}`),
      ...['open', 'shut'].map((each) => `log.valve.${each}`),
      ...['shut-down', 'started'].map((each) => `log.season.${each}`),
      ...['future', 'aboveRim', 'belowFloor', 'shareOver', 'roseWithoutRain', 'tenTimes', 'sameMoment', 'drawnMore', 'heavy'].map(
        (each) => `log.problem.${each}`,
      ),
      ...['moment', 'kind', 'value', 'way', 'columns'].map((each) => `log.import.${each}`),
      ...['tooLarge', 'unreadable', 'notKept'].map((each) => `log.photo.${each}`),
    ])
  })
  it('say every cause with its evidence and the check that would tell', () => {
    expectSaid(CAUSES.flatMap((cause) => [`log.cause.${cause}`, `log.evidence.${cause}`, `log.checkFor.${cause}`, `word.cause-${cause}`]))
  })
  it('say every care, every step before and after the frost, and every line of today', () => {
    expectSaid([
      ...CARE_KINDS.flatMap((kind) => [`care.kind.${kind}`, `today.care-${kind}`]),
      ...SEASON_STEPS.flatMap((step) => [`season.shut-down.${step}`, `season.start-up.${step}`]),
      ...[
        'frost',
        'startAgain',
        'drawDown',
        'turnToButt',
        'leak',
        'wrong',
        'runsDry',
        'dryNow',
        'stands',
        'readFirst',
        'readLevel',
        'readGauge',
      ].map((id) => `today.${id}`),
      ...['water', 'wait', 'no'].map((verdict) => `today.bed-${verdict}`),
      ...answers.flatMap(({ lines }) => lines.flatMap(({ id, done }) => [`today.${id}`, ...(done ? [`today.done.${done.kind}`] : [])])),
    ])
  })
  it('say every figure, each of its lines, its rule and its source', () => {
    const figures = answers.flatMap(({ stores }) =>
      stores.flatMap((store) => {
        const { came, expected } = caughtFigures(store)
        return [heldFigure(store), lastsFigure(store), downFigure(store), siteFigure(store), leakFigure(store, 0), came, expected]
      }),
    )
    const there = figures.filter((each) => each !== undefined)
    expect(there.length).toBeGreaterThan(10)
    expectSaid(
      there.flatMap(({ id, working }) => [
        `working.${id}`,
        ...working.lines.map(({ label }) => `working.${label}`),
        `rule.${working.rule}`,
        `source.${working.source}`,
      ]),
    )
  })
})
