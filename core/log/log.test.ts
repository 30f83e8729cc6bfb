import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo'
import { buildWaterPath } from '../path/waterPath'
import { dayNumber } from '../rain'
import { checkShape, entry as entrySchema, LEVEL_WAYS, logDefaults, type Entry, type EntryKind } from '../scheme'
import { volumeAt } from '../vessel/levelVolume'
import {
  caughtByMonth,
  catchesOf,
  channelOf,
  checkEntry,
  Condenser,
  dayTold,
  eventsOf,
  fallsTo,
  findLeak,
  freshEntryId,
  gaugeRecord,
  heightTold,
  layoutOf,
  leakLitres,
  levelAs,
  LogLineError,
  MANY_LINES,
  mergeLogs,
  momentNow,
  momentOf,
  movedTo,
  partsWritten,
  passing,
  passingSlope,
  PLAN,
  rainOf,
  readSeriesCsv,
  SeriesReader,
  thinned,
  writeSeriesCsv,
  type SeriesOf,
  readingsOf,
  readLine,
  readMoment,
  readSenML,
  storeLevels,
  sumAt,
  sumMonths,
  weightedMedian,
  withEntries,
  withEntry,
  withoutEntry,
  writeLogCsv,
  writeMoment,
  writeSenML,
  type Dry,
} from '.'

const [boathouse, studio] = demoJobs()
const scheme = boathouse!.schemes[0]!
const path = buildWaterPath(scheme)
const levels = storeLevels(path, 'butt-store')
const body = path.vessels.get('butt')!.vessel.body
const START = dayNumber(2026, 6, 1)
const at = (day: number, minute = 450) => writeMoment(START + day, minute, 60)
const gauge = (day: number, depth: number): Entry => ({ kind: 'rain', id: `g${day}`, at: at(day), depth })
const level = (day: number, litres: number, id = `l${day}`): Entry => ({
  kind: 'level',
  id,
  at: at(day, 455),
  vessel: 'butt',
  by: 'volume',
  value: litres / 1000,
})
const drawn = (day: number, litres: number): Entry => ({
  kind: 'drawn',
  id: `d${day}`,
  at: at(day, 1100),
  vessel: 'butt',
  volume: litres / 1000,
})

describe('moments', () => {
  it('are written and read back, and stand in order over a change of the clock', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -30_000, max: 60_000 }),
        fc.integer({ min: 0, max: 1439 }),
        fc.integer({ min: -56, max: 56 }),
        (day, minute, quarters) => {
          expect(momentOf(writeMoment(day, minute, quarters * 15))).toEqual({ day, minute, instant: day * 1440 + minute - quarters * 15 })
        },
      ),
    )
    // The hour that comes twice: half past one in summer time stands before half past one in winter time.
    expect(momentOf('2026-10-25T01:30+01:00').instant).toBe(momentOf('2026-10-25T01:30Z').instant - 60)
  })
  it('of a morning tell of the day before, of an evening of their own', () => {
    expect(dayTold({ day: 10, minute: 719 })).toBe(9)
    expect(dayTold({ day: 10, minute: 720 })).toBe(10)
  })
  it('of a clock are those of its wall', () => {
    const date = new Date(2026, 5, 1, 7, 30)
    expect(momentNow(date)).toMatch(/^2026-06-01T07:30/)
    expect(momentOf(momentNow(date)).instant).toBe(date.getTime() / 60_000)
  })
})

describe('entries', () => {
  it('lie in the order of their moments, whatever the order they come in, and every one is of the form of a file', () => {
    const all = [gauge(3, 4), level(1, 80), gauge(2, 1), drawn(2, 30)]
    const log = all.reduce(withEntry, logDefaults())
    expect(log.entries.map(({ id }) => id)).toEqual(['l1', 'g2', 'd2', 'g3'])
    for (const each of log.entries) expect(checkShape(entrySchema, each)).toEqual([])
    expect(withEntry(log, { ...gauge(3, 9), at: at(0) }).entries[0]).toMatchObject({ id: 'g3', depth: 9 })
    expect(withoutEntry(log, 'g3').entries).toHaveLength(3)
    expect(withoutEntry(log, 'nothing')).toBe(log)
    expect(freshEntryId(log.entries)).not.toBe('e0')
  })
  it('of two logs are joined, and an id that stands for two things loses neither', () => {
    const mine = withEntries(logDefaults(), [gauge(1, 4), level(2, 80)])
    const theirs = withEntries(logDefaults(), [gauge(1, 4), { ...drawn(5, 20), id: 'l2' }])
    const both = mergeLogs(mine, theirs)
    expect(both.entries.map(({ kind }) => kind)).toEqual(['rain', 'level', 'drawn'])
    expect(new Set(both.entries.map(({ id }) => id)).size).toBe(3)
  })
})

describe('levels', () => {
  it('said in one way are the same in every other', () => {
    const tote = buildWaterPath(studio!.schemes[0]!).vessels.get('tote')!.vessel.body
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 0.98, noNaN: true }), fc.constantFrom(body, tote), (share, of) => {
        const height = heightTold(of, { by: 'share', value: share })
        for (const by of LEVEL_WAYS) expect(heightTold(of, { by, value: levelAs(of, height, by) })).toBeCloseTo(height, 9)
      }),
    )
  })
  it('of a store that shares them give its litres and are given by them', () => {
    for (const litres of [10, 60, 150, levels.full]) expect(levels.litresAt('butt', levels.heightFor(litres))).toBeCloseTo(litres, 6)
    expect(levels.litresAt('butt', body.rim)).toBeGreaterThanOrEqual(levels.full)
    expect(levels.areaAt(0.4)).toBeCloseTo((levels.litresAt('butt', 0.41) - levels.litresAt('butt', 0.39)) / 0.02, 6)
  })
  it('of four linked totes: one reading tells of all four', () => {
    const four = buildWaterPath(studio!.schemes[2]!)
    const own = storeLevels(four, 'totes')
    const one = storeLevels(buildWaterPath(studio!.schemes[0]!), 'totes')
    expect(own.litresAt('tote', 0.6) / one.litresAt('tote', 0.6)).toBeCloseTo(4, 6)
  })
})

describe('an entry that cannot be, or hardly', () => {
  const now = momentOf(at(10)).instant
  const told = (entry: Entry, others: Entry[] = []) =>
    checkEntry(path, others, entry, now).map(({ id, refused }) => `${id}${refused ? ' refused' : ''}`)
  const down = (day: number, value: number): Entry => ({ kind: 'level', id: 'x', at: at(day), vessel: 'butt', by: 'rim', value })
  it('is refused or asked back, each for its own reason', () => {
    expect(told(gauge(11, 4))).toEqual(['future refused'])
    expect(told(down(3, -0.01))).toEqual(['aboveRim refused'])
    expect(told(down(3, body.rim + 0.1))).toEqual(['belowFloor refused'])
    expect(told({ ...level(3, 50), by: 'share', value: 1.2 } as Entry)).toEqual(['shareOver refused'])
    const brimful = volumeAt(body, body.rim) * 1000
    expect(told(level(3, brimful))).toEqual([])
    expect(told(level(3, brimful + 1))).toEqual(['volumeOver refused'])
    expect(told(down(3, 0.2), [level(2, 40)])).toEqual(['roseWithoutRain'])
    expect(told(down(3, 0.2), [level(2, 40), gauge(3, 9)])).toEqual([])
    expect(told(gauge(5, 130))).toEqual(['heavy'])
    expect(told(gauge(9, 62), [gauge(1, 3), gauge(2, 6), gauge(3, 4), gauge(4, 5)])).toEqual(['tenTimes'])
    expect(told({ ...gauge(4, 5), id: 'again' }, [gauge(4, 5)])).toEqual(['sameMoment'])
    expect(told(drawn(4, 900))).toEqual(['drawnMore'])
    expect(told(gauge(4, 5), [gauge(3, 4)])).toEqual([])
  })

  it('is refused where no job could keep it: an amount beyond its ends by these, anything else by its place', () => {
    expect(checkEntry(path, [], gauge(4, 2000), now)[0]).toMatchObject({ id: 'outside', refused: true, values: { least: 0, most: 1850 } })
    expect(told(gauge(4, -1))).toEqual(['outside refused'])
    expect(told(drawn(4, -1))).toEqual(['outside refused'])
    const dosed: Entry = { kind: 'dosed', id: 'b', at: at(4), vessel: 'butt', volume: 1 }
    expect(told(dosed)).toEqual([])
    expect(told({ ...dosed, volume: 1.01 })).toEqual(['outside refused'])
    const broken = (change: object) => checkEntry(path, [], { ...gauge(4, 5), ...change } as Entry, now).map(({ id, of }) => [id, of?.path])
    expect(broken({ at: '' })).toEqual([['unsound', 'at']])
    expect(broken({ at: '2026-06-01T07:30' })).toEqual([['unsound', 'at']])
    expect(broken({ note: 'turned\u202Eround' })).toEqual([['unsound', 'note']])
    expect(broken({ note: 'x'.repeat(501) })).toEqual([['unsound', 'note']])
  })
})

describe('an entry that is put at another time', () => {
  const summer = (day: number) => (day >= dayNumber(2026, 3, 29) && day < dayNumber(2026, 10, 25) ? 60 : 0)
  it('goes with the clock here into and out of summer time, where it was written by it', () => {
    expect(movedTo('2026-10-26T07:30Z', '2026-10-20T07:45', summer)).toBe('2026-10-20T07:45+01:00')
    expect(movedTo('2026-10-20T07:45+01:00', '2026-10-26T07:30', summer)).toBe('2026-10-26T07:30Z')
  })
  it('keeps the distance of a clock elsewhere, and stands as it stood when nothing is changed', () => {
    expect(movedTo('2026-07-01T07:30Z', '2026-07-02T08:00', summer)).toBe('2026-07-02T08:00Z')
    expect(movedTo('2026-07-01T07:30-05:00', '2026-12-02T08:00', summer)).toBe('2026-12-02T08:00-05:00')
    expect(movedTo('2026-07-01T07:30Z', '2026-07-01T07:30', summer)).toBe('2026-07-01T07:30Z')
    expect(checkShape(entrySchema, { ...gauge(1, 1), at: movedTo('2026-07-01T07:30+01:00', '', summer) })).not.toEqual([])
  })
})

describe('parts that an entry can be about', () => {
  it('are those of the scheme: vessels for water, hands and valves for what is turned; nothing where it has none', () => {
    expect(partsWritten('rain', scheme)).toBeUndefined()
    expect(partsWritten('note', scheme)).toBeUndefined()
    for (const kind of ['level', 'drawn', 'topped-up', 'let-go', 'dosed'] as const) expect(partsWritten(kind, scheme)).toEqual(['butt'])
    for (const { schemes } of demoJobs())
      for (const each of schemes) {
        const devices = each.drops.flatMap((drop) => drop.devices)
        const named = (kind: EntryKind) => partsWritten(kind, each)!.map((id) => devices.find((device) => device.id === id)?.kind)
        expect(named('flush-emptied')).toEqual(devices.filter(({ kind }) => kind === 'first-flush').map(({ kind }) => kind))
        expect(named('turned')).toEqual(devices.flatMap(({ kind }) => (kind === 'twist' || kind === 'flap' ? [kind] : [])))
      }
    const bare = { ...scheme, drops: [], taps: [], stores: scheme.stores.map((store) => ({ ...store, links: [] })) }
    expect([partsWritten('turned', bare), partsWritten('valve', bare), partsWritten('flush-emptied', bare)]).toEqual([[], [], []])
    // A link without a valve is neither opened nor shut.
    const totes = studio!.schemes[2]!
    const links = totes.stores.flatMap((store) => store.links)
    expect(links.length).toBeGreaterThan(0)
    const valved = (valve: 'none' | 'open') => ({
      ...totes,
      stores: totes.stores.map((store) => ({ ...store, links: store.links.map((link) => ({ ...link, valve })) })),
    })
    expect(partsWritten('valve', valved('open'))).toEqual([...links, ...totes.taps].map(({ id }) => id))
    expect(partsWritten('valve', valved('none'))).toEqual(totes.taps.map(({ id }) => id))
  })
})

describe('rain of a log', () => {
  it('belongs to the day before a morning reading; what waited in the gauge to the last day it can be of', () => {
    const { rain, lumped } = rainOf([gauge(1, 4), gauge(2, 6), gauge(8, 9)], START, START + 9)
    expect([...rain.depths]).toEqual([4, 6, 0, 0, 0, 0, 0, 9, 0, 0])
    expect([...lumped].indexOf(1)).toBe(7)
  })
  it('is a record for the years: dry between readings, missing where nobody read for over a fortnight', () => {
    const job = { ...boathouse!, log: withEntries(logDefaults(), [gauge(1, 4), gauge(3, 2), gauge(24, 9)]) }
    const record = gaugeRecord(job)!
    expect(record.depths.slice(0, 4)).toEqual([4, 0, 2, null])
    expect(record.depths.at(-1)).toBe(9)
    expect(gaugeRecord({ ...job, log: logDefaults() })).toBeUndefined()
  })
})

describe('what came', () => {
  it('is the change of level and all that was taken, by hand', () => {
    const entries = [level(0, 80), gauge(2, 10), drawn(2, 30), level(4, 100)]
    const rain = rainOf(entries, START - 1, START + 5)
    const [event] = eventsOf(levels, readingsOf(levels, entries), rain, entries)
    // 100 − 80 + 30 litres.
    expect(event!.came).toBeCloseTo(50, 9)
    expect(event).toMatchObject({ rain: 10, drawn: 30, sure: true })
  })
  it('up to the rim is at least what the reading shows', () => {
    const entries = [level(0, 80), gauge(2, 40), level(4, levels.full)]
    const [event] = eventsOf(levels, readingsOf(levels, entries), rainOf(entries, START - 1, START + 5), entries)
    expect(event).toMatchObject({ sure: false })
    const rain = rainOf(entries, START - 1, START + 5)
    const catches = catchesOf(scheme, 'butt-store', rain, entries)
    const sum = sumMonths(caughtByMonth(eventsOf(levels, readingsOf(levels, entries), rain, entries), catches, rain))
    expect(sum.atLeast).toBe(true)
    expect(sum.came + sum.past).toBeCloseTo(sum.expected, 6)
  })
  it('by the model is as the years have it, and nothing while it is shut down', () => {
    const entries = [gauge(2, 10), gauge(6, 10)]
    const rain = rainOf(entries, START - 1, START + 8)
    const open = sumAt(catchesOf(scheme, 'butt-store', rain, entries), PLAN)
    expect(open.filter((litres) => litres > 0)).toHaveLength(2)
    const shut: Entry = { kind: 'season', id: 's', at: at(3), to: 'shut-down' }
    const after = sumAt(catchesOf(scheme, 'butt-store', rain, [gauge(2, 10), shut, gauge(6, 10)]), PLAN)
    expect(after.filter((litres) => litres > 0)).toHaveLength(1)
    expect(after[2]).toBe(open[2])
  })
})

describe('weighted median', () => {
  it('is the plain one with even weights, and goes to the heavier side with others', () => {
    const even = [1, 2, 3, 4, 9].map((value) => ({ value, weight: 1 }))
    expect(weightedMedian(even)).toBe(3)
    expect(weightedMedian([...even, { value: 10, weight: 1 }])).toBe(3.5)
    expect(
      weightedMedian([
        { value: 1, weight: 1 },
        { value: 8, weight: 3 },
      ]),
    ).toBe(8)
  })
})

describe('a hole', () => {
  // √(h − h₀) falls evenly with time: Torricelli over straight sides, closed form.
  it('lets water down by the root of what stands over it, and not below itself', () => {
    expect(fallsTo(0.9, 0.5, 0.1, 1)).toBeCloseTo(0.5 + (Math.sqrt(0.4) - 0.1) ** 2, 12)
    expect(fallsTo(0.9, 0.5, 0.1, 100)).toBe(0.5)
    expect(fallsTo(0.4, 0.5, 0.1, 3)).toBe(0.4)
    // The first moment's pace is the derivative: 2·k·√(h − h₀).
    const step = 1e-6
    expect((0.9 - fallsTo(0.9, 0.5, 0.1, step)) / step).toBeCloseTo(2 * 0.1 * Math.sqrt(0.4), 4)
    expect(leakLitres(levels, { height: 0.3, pace: 0.05 }, 0.7)).toBeCloseTo(2 * 0.05 * Math.sqrt(0.4) * levels.areaAt(0.7), 9)
  })
  it('is found where falls without any noise put it', () => {
    const height = 0.33
    const stills: Dry[] = []
    let now = 0.8
    for (let day = 0; day < 20; day++) {
      const next = fallsTo(now, height, 0.05, 1)
      const held = (h: number, d: number) => ({
        instant: (START + d) * 1440,
        day: START + d,
        litres: levels.litresAt('butt', h),
        height: h,
        full: false,
        error: 1,
      })
      stills.push({
        event: {
          from: held(now, day),
          to: held(next, day + 1),
          first: day,
          end: day + 1,
          rain: 0,
          drawn: 0,
          added: 0,
          letGo: 0,
          came: 0,
          lumped: false,
          sure: true,
          room: 100,
        },
        expected: 0,
        error: 0,
      })
      now = day === 11 ? 0.7 : next
    }
    const leak = findLeak(levels, stills)!
    expect(Math.abs(leak.height - height)).toBeLessThan(0.01)
    expect(leak.low).toBeLessThanOrEqual(height)
    expect(leak.high).toBeGreaterThanOrEqual(height - 0.01)
    expect(leak.gain).toBeGreaterThan(10)
  })
})

describe('tables and loggers', () => {
  const offset = () => 60
  const every: Entry[] = [
    gauge(1, 4.2),
    level(2, 80),
    { kind: 'level', id: 'lr', at: at(3), vessel: 'butt', by: 'rim', value: 0.31 },
    drawn(3, 30),
    { kind: 'topped-up', id: 'tu', at: at(4), vessel: 'butt', volume: 0.02 },
    { kind: 'let-go', id: 'lg', at: at(4, 460), vessel: 'butt', volume: 0.05 },
    { kind: 'flush-emptied', id: 'fe', at: at(5), part: 'flush' },
    { kind: 'turned', id: 'tn', at: at(5, 460), part: 'twist', to: 'away' },
    { kind: 'valve', id: 'va', at: at(6), part: 'link-1', to: 'shut' },
    { kind: 'cleaned', id: 'cl', at: at(6, 460), what: 'screen', part: 'screen' },
    { kind: 'dosed', id: 'do', at: at(7), vessel: 'butt', volume: 0.0004 },
    { kind: 'mended', id: 'me', at: at(7, 460), what: 'joint' },
    { kind: 'season', id: 'se', at: at(8), to: 'shut-down' },
    { kind: 'test', id: 'te', at: at(8, 460), test: 'brackets', passed: true },
    { kind: 'fault', id: 'fa', at: at(9), note: '=HYPERLINK("x"), "quoted", and\ntwo lines', who: 'Maud' },
    { kind: 'note', id: 'no', at: at(9, 460), note: '-5 °C last night' },
  ]
  /** RFC 4180, by a reader of its own. */
  function cellsOf(csv: string): string[][] {
    const rows: string[][] = [['']]
    let quoted = false
    for (let i = 0; i < csv.length; i++) {
      const c = csv[i]!
      const row = rows.at(-1)!
      if (quoted && c === '"' && csv[i + 1] === '"') row[row.length - 1] += csv[++i]!
      else if (c === '"') quoted = !quoted
      else if (!quoted && c === ',') row.push('')
      else if (!quoted && c === '\r' && csv[i + 1] === '\n') {
        rows.push([''])
        i++
      } else row[row.length - 1] += c
    }
    return rows.filter((row) => row.length > 1)
  }
  it('a log written as CSV reads back as the same log, and no cell is a formula', () => {
    const rows = cellsOf(writeLogCsv(every))
    const layout = layoutOf(rows[0]!)
    const back = rows.slice(1).flatMap((cells, i) => readLine(layout, cells, i + 2, 'butt', offset))
    expect(back.map((entry, i) => ({ ...entry, id: every[i]!.id }))).toEqual(every)
    for (const cells of rows) for (const cell of cells) expect(cell).not.toMatch(/^[=+@]/)
    for (const entry of back) expect(checkShape(entrySchema, { ...entry, id: 'x' })).toEqual([])
  })
  it('names of columns say what they hold and in which unit', () => {
    expect(channelOf('Rain (in)')).toEqual({ kind: 'rain', times: 25.4 })
    expect(channelOf('level from rim (mm)')).toEqual({ kind: 'level', by: 'rim', times: 0.001 })
    expect(channelOf('water_depth_cm')).toEqual({ kind: 'level', by: 'floor', times: 0.01 })
    expect(channelOf('Level (%)')).toEqual({ kind: 'level', by: 'share', times: 0.01 })
    expect(channelOf('Volume (gal)')).toMatchObject({ by: 'volume', times: 0.003785411784 })
    expect(channelOf('battery')).toBeUndefined()
  })
  it('dates are read as loggers write them, and no others', () => {
    expect(readMoment('2026-06-01 07:05', offset)).toBe('2026-06-01T07:05+01:00')
    expect(readMoment('2026/6/1', offset)).toBe('2026-06-01T07:00+01:00')
    expect(readMoment('2026-06-01T07:05:30Z', offset)).toBe('2026-06-01T07:05Z')
    expect(readMoment('2026-06-01 07:05 -0500', offset)).toBe('2026-06-01T07:05-05:00')
    for (const bad of ['01/06/2026', '2026-13-01', '2026-02-30 07:00', '2026-06-01 25:00', 'yesterday', ''])
      expect(readMoment(bad, offset)).toBeUndefined()
  })
  it('a moment of another country is read in the order of its dates, by 24 hours or twice 12', () => {
    for (const [text, order, at] of [
      ['01.06.2026 07:05', 'dmy', '2026-06-01T07:05+01:00'],
      ['1.6.26 7.05', 'dmy', '2026-06-01T07:05+01:00'],
      ['6/1/2026 7:05 AM', 'mdy', '2026-06-01T07:05+01:00'],
      ['06/01/2026, 07:05:10 pm', 'mdy', '2026-06-01T19:05+01:00'],
      ['6/1/2026 12:05 a.m.', 'mdy', '2026-06-01T00:05+01:00'],
      ['6/1/2026 12:05 p.m.', 'mdy', '2026-06-01T12:05+01:00'],
      ['1 June 2026 23:59', 'dmy', '2026-06-01T23:59+01:00'],
      ['2026-06-01 07:05', 'mdy', '2026-06-01T07:05+01:00'],
    ] as const)
      expect([text, readMoment(text, offset, order)]).toEqual([text, at])
    for (const bad of ['13/13/2026', '6/1/2026 13:05 PM', '6/1/2026 0:30 AM', '31.02.2026', '1/6'])
      expect(readMoment(bad, offset, 'dmy')).toBeUndefined()
  })
  it.each([
    [
      'a German logger',
      ['Datum', 'Uhrzeit', 'Regen (mm)', 'Wasserstand (cm)'],
      [
        ['03.04.2026', '07:00', '1,2', '31'],
        ['04.04.2026', '07:00', '0', '31'],
      ],
      'dmy',
    ],
    [
      'an American one',
      ['Date', 'Time', 'Rain (in)', 'Depth (in)'],
      [
        ['4/13/2026', '7:00 AM', '0.1', '12'],
        ['4/14/2026', '7:00 AM', '0', '12'],
      ],
      'mdy',
    ],
    [
      'one of few days, of which only the day changes',
      ['Timestamp', 'rain', 'level'],
      [
        ['4/3/2026 7:00', '1', '30'],
        ['4/4/2026 7:00', '1', '30'],
      ],
      'mdy',
    ],
  ] as const)('%s is read with its days where they are', (_, header, rows, order) => {
    const layout = layoutOf(header, rows)
    expect(layout).toMatchObject({ order, certain: true })
    const entries = rows.flatMap((cells, i) => readLine(layout, cells, i + 2, 'butt', offset)) as Entry[]
    expect(entries.map(({ kind }) => kind)).toEqual(['rain', 'level', 'rain', 'level'])
    expect(momentOf(entries[0]!.at)).toMatchObject({ minute: 420 })
    expect(momentOf(entries[2]!.at).day - momentOf(entries[0]!.at).day).toBe(1)
    expect(entries[0]!.at.slice(0, 7)).toBe('2026-04')
  })
  it('dates that may be read both ways are read as the reader’s country does, and that is said', () => {
    const rows = [['03/04/2026', '1']]
    expect(layoutOf(['date', 'rain'], rows, 'dmy')).toMatchObject({ order: 'dmy', certain: false })
    expect(layoutOf(['date', 'rain'], rows, 'mdy')).toMatchObject({ order: 'mdy', certain: false })
    expect(layoutOf(['date', 'rain'], [['2026-04-03', '1']], 'mdy')).toMatchObject({ order: 'ymd', certain: true })
  })
  it('a cell that is long and empty in the middle is no moment, and does not hold anybody up', () => {
    const long = `a${' '.repeat(300_000)}b`
    expect(readMoment(long, offset)).toBeUndefined()
    expect(layoutOf(['date', 'rain'], [[long, '1']])).toMatchObject({ order: 'ymd', certain: true })
  })
  it('a column of a clock’s seconds is no time of day, and a date and time in one column stay one', () => {
    expect(layoutOf(['date', 'elapsed time (s)', 'rain'], [['2026-04-03', '3600', '1']]).moment).toEqual([0])
    expect(layoutOf(['Date/Time', 'time zone', 'rain'], [['2026-04-03 07:00', 'UTC', '1']]).moment).toEqual([0])
    expect(layoutOf(['time', 'date', 'rain'], [['07:00', '2026-04-03', '1']]).moment).toEqual([1, 0])
    expect(channelOf('standard deviation (mm)')).toBeUndefined()
    expect(channelOf('Abstand vom Rand (mm)')).toEqual({ kind: 'level', by: 'rim', times: 0.001 })
  })
  it.each([
    [['when', 'what'], ['1', '2'], 'columns', 1],
    [['date', 'rain (mm)'], ['soon', '2'], 'moment', 5],
    [['date', 'rain (mm)'], ['2026-06-01', 'lots'], 'value', 5],
    [['date', 'rain (mm)'], ['2026-06-01', '-3'], 'value', 5],
    [['moment', 'kind', 'part', 'way', 'value'], ['2026-06-01', 'storm', '', '', ''], 'kind', 5],
    [['moment', 'kind', 'part', 'way', 'value'], ['2026-06-01', 'level', 'butt', 'toe', '3'], 'way', 5],
  ] as const)('a table with %j and %j is told by line and reason', (header, cells, problem, line) => {
    let wrong: unknown
    try {
      readLine(layoutOf(header), cells, 5, 'butt', offset)
    } catch (error) {
      wrong = error
    }
    expect(wrong).toBeInstanceOf(LogLineError)
    expect(wrong).toMatchObject({ problem, line })
  })
  it('many lines of a logger are condensed to a sum and a morning’s level a day, and no rain is lost', () => {
    const condenser = new Condenser()
    const layout = layoutOf(['time', 'rain (mm)', 'level (mm)'])
    const days = 60
    let fallen = 0
    for (let hour = 0; hour < days * 24 * 6; hour++) {
      const day = Math.floor(hour / 144)
      const minute = (hour % 144) * 10
      fallen += 0.2
      condenser.add(
        readLine(layout, [writeMoment(START + day, minute, 60), '0.2', String(400 + (minute === 420 ? 7 : 0))], hour, 'butt', offset),
      )
    }
    expect(condenser.lines).toBeGreaterThan(MANY_LINES)
    const entries = condenser.entries((n) => `c${n}`, offset)
    expect(entries.length).toBeLessThan(3 * days)
    expect(entries.reduce((sum, entry) => sum + (entry.kind === 'rain' ? entry.depth : 0), 0)).toBeCloseTo(fallen, 6)
    expect(
      entries.filter((entry) => entry.kind === 'level').every((entry) => entry.kind === 'level' && Math.abs(entry.value - 0.407) < 1e-9),
    ).toBe(true)
  })
  it('SenML goes out and comes back; times from now, base values and units of RFC 8428 are read', () => {
    const own = every.filter(({ kind }) => kind === 'rain' || kind === 'level')
    const text = writeSenML(own, 'demo', (entry) => levelAs(body, heightTold(body, entry), 'floor'))
    const back = readSenML(text, 'butt', 0, offset) as Entry[]
    expect(back.map(({ kind }) => kind)).toEqual(own.map(({ kind }) => kind))
    back.forEach((entry, i) => {
      expect(momentOf(entry.at).instant).toBe(momentOf(own[i]!.at).instant)
      if (entry.kind === 'level') expect(heightTold(body, entry)).toBeCloseTo(heightTold(body, own[i] as typeof entry), 3)
    })
    // The example of RFC 8428, 5.1.3, with what is measured exchanged for ours.
    const example =
      '[{"bn":"urn:dev:ow:10e2073a01080063:","bt":1.276020076e9,"bu":"mm","n":"rain","v":2.5},{"n":"level","u":"m","t":-60,"v":0.4}]'
    expect(readSenML(example, 'butt', 0, () => 0)).toMatchObject([
      { kind: 'rain', depth: 2.5, at: '2010-06-08T18:01Z' },
      { kind: 'level', vessel: 'butt', by: 'floor', value: 0.4, at: '2010-06-08T18:00Z' },
    ])
    expect(readSenML('[{"n":"rain","u":"mm","v":1}]', 'butt', 1276020076, () => 0)).toMatchObject([{ at: '2010-06-08T18:01Z' }])
    expect(() => readSenML('{"n":1}', 'butt', 0, offset)).toThrow(LogLineError)
    expect(() => readSenML('[{"n":"rain","u":"K","v":1}]', 'butt', 0, offset)).toThrow(LogLineError)
  })
})

describe('a limit on the way', () => {
  it('lets by what the integral of exponential intensities up to it gives, and its slope is that of what it lets by', () => {
    // 60 L over 4 wet hours: intensities of 15 L/h on the mean, cut at 10 L/h, summed in a thousand steps of each.
    const [litres, limit, hours] = [60, 10, 4]
    const mean = litres / hours
    const STEPS = 200_000
    const step = (40 * mean) / STEPS
    let sum = 0
    for (let k = 0; k < STEPS; k++) {
      const intensity = (k + 0.5) * step
      sum += (Math.min(limit, intensity) * Math.exp(-intensity / mean) * step) / mean
    }
    expect(passing(litres, limit, hours)).toBeCloseTo(sum * hours, 4)
    expect(passingSlope(litres, limit, hours)).toBeCloseTo(
      (passing(litres + 1e-4, limit, hours) - passing(litres - 1e-4, limit, hours)) / 2e-4,
      6,
    )
    expect(passing(0, limit, hours)).toBe(0)
    expect(passing(litres, 1e9, hours)).toBeCloseTo(litres, 6)
  })
})

describe('readings of a logger as they came', () => {
  const reader = () => new SeriesReader()
  const minute = (k: number) => writeMoment(START + Math.floor(k / 1440), k % 1440, 0)
  it('are kept beside the entries of their days where there are many, and not where each line is an entry', () => {
    const few = reader()
    for (let k = 0; k < 10; k++) few.add([{ kind: 'rain', at: minute(k), depth: 0.2 } as Entry])
    expect(few.series()).toEqual([])
    const many = reader()
    for (let k = 0; k <= MANY_LINES; k++)
      many.add([
        { kind: 'rain', at: minute(k), depth: 0.2 } as Entry,
        { kind: 'level', at: minute(k), vessel: 'butt', by: 'floor', value: 0.001 * (k % 900) } as Entry,
      ])
    const [rain, level] = many.series()
    expect(rain!.of).toEqual({ kind: 'rain' })
    expect(level!.of).toEqual({ kind: 'level', vessel: 'butt', by: 'floor' })
    expect(level!.instants).toHaveLength(MANY_LINES + 1)
    // Nothing is lost of the sum, which the entries of the days have as well.
    const entries = many.condenser.entries(
      (n) => `e${n}`,
      () => 0,
    )
    const gauged = entries.reduce((sum, entry) => sum + (entry.kind === 'rain' ? entry.depth : 0), 0)
    expect(rain!.values.reduce((sum, each) => sum + each, 0)).toBeCloseTo(gauged, 1)
  })
  it('come back from CSV as they went out, whatever they are told by', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<SeriesOf>({ kind: 'rain' }, ...LEVEL_WAYS.map((by) => ({ kind: 'level' as const, vessel: 'butt', by }))),
        fc.uniqueArray(fc.integer({ min: 0, max: 40_000_000 }), { minLength: 1, maxLength: 40 }),
        fc.array(fc.float({ min: 0, max: 400, noNaN: true }), { minLength: 40, maxLength: 40 }),
        (of, minutes, values) => {
          const instants = Float64Array.from(minutes).sort()
          const series = { of, instants, values: Float32Array.from(values.slice(0, instants.length)) }
          const back = readSeriesCsv(writeSeriesCsv(series), of)
          expect(back.of).toEqual(of)
          expect([...back.instants]).toEqual([...instants])
          back.values.forEach((value, k) => expect(Math.abs(value - series.values[k]!)).toBeLessThanOrEqual(1e-6 * Math.max(1e-3, value)))
        },
      ),
    )
  })
  it('out of order are put in order, and of two of one moment the later stands', () => {
    const text = 'moment,rain (mm)\r\n2026-06-02T07:00Z,2\r\n2026-06-01T07:00Z,1\r\n2026-06-02T07:00Z,3\r\n'
    const { instants, values } = readSeriesCsv(text, { kind: 'rain' })
    expect([...values]).toEqual([1, 3])
    expect(instants[1]! - instants[0]!).toBe(1440)
  })
  it('thinned to a picture keep every peak and every drop, over any stretch', () => {
    fc.assert(
      fc.property(
        fc.array(fc.float({ min: 0, max: 2, noNaN: true }), { minLength: 2, maxLength: 300 }),
        fc.integer({ min: 1, max: 60 }),
        fc.nat({ max: 250 }),
        (values, columns, skip) => {
          const instants = Float64Array.from(values, (_, k) => 10 * k)
          const [from, to] = [Math.min(10 * skip, 10 * (values.length - 2)), 10 * (values.length - 1)]
          const own = [...Float32Array.from(values)].slice(from / 10)
          const shown = thinned({ of: { kind: 'rain' }, instants, values: Float32Array.from(values) }, from, to, columns)
          expect(Math.max(...shown.map(({ high }) => high))).toBe(Math.max(...own))
          expect(Math.min(...shown.map(({ low }) => low))).toBe(Math.min(...own))
          expect(shown.reduce((sum, each) => sum + each.sum, 0)).toBeCloseTo(
            own.reduce((sum, each) => sum + each, 0),
            6,
          )
          expect(shown.every(({ at: column }) => column >= 0 && column < columns)).toBe(true)
        },
      ),
    )
  })
})
