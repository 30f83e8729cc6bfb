import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Entry, Log } from '../scheme'
import { Condenser, layoutOf, MANY_LINES, readLine, writeLogCsv } from './formats'
import { importedId, importEntries, standsIn } from './importEntries'
import { momentOf, rainDay, writeMoment } from './moment'

const EMPTY: Log = { entries: [], ticked: [] }
const START = momentOf('2026-03-01T00:00Z').day
const utc = () => 0
/** A table of a logger as it is taken in, with ids of the import `from`. */
function table(from: string, rows: readonly (readonly [minute: number, depth: number])[], own = false) {
  const condenser = new Condenser(own)
  for (const [minute, depth] of rows)
    condenser.add([{ kind: 'rain', at: writeMoment(START + Math.floor(minute / 1440), minute % 1440, 0), depth }] as unknown as Omit<
      Entry,
      'id'
    >[])
  return { entries: condenser.entries((n) => importedId(from, n), utc), sums: condenser.byDay }
}
const rain = (log: Log) => log.entries.reduce((sum, entry) => sum + (entry.kind === 'rain' ? entry.depth : 0), 0)
const depths = (log: Log) => log.entries.map((entry) => (entry.kind === 'rain' ? entry.depth : entry.kind))
const byHand = (at: string, depth: number): Entry => ({ id: 'e1', kind: 'rain', at, depth })

describe('a table that is imported', () => {
  it('a second time changes nothing, with two tips in one minute as with one', () => {
    const { entries } = table('ia', [
      [400, 0.2],
      [400, 0.2],
      [401, 0.2],
      [5000, 1.4],
    ])
    const first = importEntries(EMPTY, entries, false)
    expect(first).toMatchObject({ added: 4, known: 0, renewed: 0, byHand: 0 })
    const again = table('ib', [
      [400, 0.2],
      [400, 0.2],
      [401, 0.2],
      [5000, 1.4],
    ])
    const second = importEntries(first.log, again.entries, false)
    expect(second).toMatchObject({ added: 0, known: 4 })
    expect(second.log).toBe(first.log)
    expect(second.ids.toSorted()).toEqual(first.log.entries.map(({ id }) => id).toSorted())
  })
  it('tells its whole life each time: however it is cut, the log ends as if it had come once', () => {
    const tips = fc.array(fc.tuple(fc.integer({ min: 0, max: 20_000 }), fc.integer({ min: 1, max: 30 })), { minLength: 1, maxLength: 60 })
    fc.assert(
      fc.property(tips, fc.nat(60), (told, cut) => {
        const rows = told.map(([minute, tenths]) => [minute, tenths / 10] as const).sort((a, b) => a[0] - b[0])
        const once = importEntries(EMPTY, table('ia', rows).entries, false).log
        // Cut between two minutes: what a logger has told of a moment is all of it.
        const moment = rows[Math.min(cut, rows.length - 1)]![0]
        const early = importEntries(
          EMPTY,
          table(
            'ib',
            rows.filter(([minute]) => minute < moment),
          ).entries,
          false,
        ).log
        const twice = importEntries(early, table('ic', rows).entries, false).log
        expect(depths(twice)).toEqual(depths(once))
      }),
    )
  })
  it('a day that was half over at the first import has its whole sum after the second', () => {
    const tips = (n: number) => Array.from({ length: n }, (_, k) => [420 + 2 * k, 0.01] as const)
    const half = table('ia', tips(MANY_LINES + 100))
    const whole = table('ib', tips(MANY_LINES + 500))
    expect([half.sums, whole.sums]).toEqual([true, true])
    const first = importEntries(EMPTY, half.entries, true)
    const second = importEntries(first.log, whole.entries, true)
    expect(rain(second.log)).toBeCloseTo((MANY_LINES + 500) * 0.01, 6)
    expect(second.renewed).toBe(1)
    // Seven days of 720 tips, and the eighth of the rest.
    expect(second).toMatchObject({ known: first.added - 1, added: 1 })
  })
  it('that has grown long enough to be told by the day gives way to the sums of its days, of its last hour too', () => {
    const every = (n: number) => Array.from({ length: n }, (_, k) => [k * 60, 0.1] as const)
    const short = importEntries(EMPTY, table('ia', every(MANY_LINES - 10)).entries, false)
    const { entries, sums } = table('ib', every(MANY_LINES + 10))
    expect(sums).toBe(true)
    const long = importEntries(short.log, entries, sums)
    expect(rain(long.log)).toBeCloseTo((MANY_LINES + 10) * 0.1, 3)
    expect(long.renewed).toBe(MANY_LINES - 10)
    // A reading of another hand on such a day stays.
    const mine = byHand('2026-03-02T06:10Z', 4)
    expect(importEntries({ ...short.log, entries: [...short.log.entries, mine] }, entries, sums).log.entries).toContainEqual(mine)
  })
  it('takes nothing of what was noted beside a reading since', () => {
    const noted = (log: Log, how: (entry: Entry) => Entry) => ({ ...log, entries: log.entries.map(how) })
    const word = (entry: Entry): Entry => ({ ...entry, note: 'gauge was full of leaves', photos: ['p1'] })
    const first = noted(importEntries(EMPTY, table('ia', [[400, 1]]).entries, false).log, word)
    expect(importEntries(first, table('ib', [[400, 1]]).entries, false)).toMatchObject({ known: 1, added: 0, log: first })
    const renewed = importEntries(first, table('ib', [[400, 3]]).entries, false)
    expect(renewed).toMatchObject({ renewed: 1, added: 1 })
    expect(renewed.log.entries).toMatchObject([{ depth: 3, note: 'gauge was full of leaves', photos: ['p1'] }])
    // A tip that its day's sum takes the place of leaves its note.
    const tips = (n: number) => Array.from({ length: n }, (_, k) => [k * 60, 0.1] as const)
    const short = noted(importEntries(EMPTY, table('ia', tips(100)).entries, false).log, (entry) =>
      entry.id === importedId('ia', 7) ? word(entry) : entry,
    )
    const { entries, sums } = table('ib', tips(MANY_LINES + 1))
    const { log } = importEntries(short, entries, sums)
    expect(log.entries.filter(({ kind }) => kind === 'note')).toEqual([
      { kind: 'note', id: importedId('ia', 7), at: short.entries[7]!.at, note: 'gauge was full of leaves', photos: ['p1'] },
    ])
    expect(rain(log)).toBeCloseTo((MANY_LINES + 1) * 0.1, 3)
  })
  it('leaves what was put down by hand for the same moment, and says so', () => {
    const mine = byHand('2026-03-02T07:00Z', 4)
    const done = importEntries(
      { ...EMPTY, entries: [mine] },
      table('ia', [
        [1440 + 420, 4.2],
        [2880 + 420, 1],
      ]).entries,
      false,
    )
    expect(done).toMatchObject({ byHand: 1, added: 1, renewed: 0 })
    expect(depths(done.log)).toEqual([4, 1])
    expect(done.ids).toContain('e1')
  })
  it('takes another thing of the same moment for another thing', () => {
    const at = '2026-03-02T07:00Z'
    const level = (vessel: string, by: 'rim' | 'floor', value: number) =>
      ({ id: importedId('ia', 0), kind: 'level', at, vessel, by, value }) as Entry
    const { log } = importEntries(EMPTY, [level('butt', 'rim', 0.3)], false)
    for (const other of [
      level('tote', 'rim', 0.3),
      level('butt', 'floor', 0.3),
      byHand(at, 0.3),
      { id: 'ib-0', kind: 'note', at, note: 'dry' } as Entry,
    ])
      expect(importEntries(log, [{ ...other, id: 'ib-0' } as Entry], false)).toMatchObject({ added: 1, known: 0, renewed: 0, byHand: 0 })
  })
  it('our own log comes back from its CSV as nothing new, photos or not, and however long it is', () => {
    const long = Array.from({ length: MANY_LINES + 200 }, (_, k) => ({
      id: `e${k}`,
      kind: 'note',
      at: writeMoment(START + Math.floor(k / 24), (k % 24) * 60, 0),
      note: `a word, the ${k}th`,
      ...(k === 7 ? { photos: ['p1'] } : {}),
    })) as Entry[]
    const lines = writeLogCsv(long)
      .trimEnd()
      .split('\r\n')
      .map((line) => line.split(/,(?=(?:[^"]*"[^"]*")*[^"]*$)/).map((cell) => cell.replace(/^"(.*)"$/, '$1')))
    const layout = layoutOf(lines[0]!)
    const condenser = new Condenser(layout.own)
    lines.slice(1).forEach((cells, k) => condenser.add(readLine(layout, cells, k + 2, 'butt', utc)))
    const back = condenser.entries((n) => importedId('ia', n), utc)
    expect(back).toHaveLength(long.length)
    expect(importEntries({ ...EMPTY, entries: long }, back, condenser.byDay)).toMatchObject({ added: 0, known: long.length })
  })
  it('of as many lines as are kept one by one loses none, however many readings a line has', () => {
    const condenser = new Condenser()
    const layout = layoutOf(['time', 'rain (mm)', 'level (mm)', 'distance (mm)'])
    for (let k = 0; k < MANY_LINES; k++)
      condenser.add(readLine(layout, [writeMoment(START, 0, 0).replace('T00:00', ' 07:00'), '0', '1', '2'], k, 'butt', utc))
    expect(condenser.entries((n) => importedId('ia', n), utc)).toHaveLength(3 * MANY_LINES)
  })
})

describe('readings beside a log', () => {
  it('belong to it while one of their entries stands, and always where that was not written down', () => {
    const { log, ids } = importEntries(
      EMPTY,
      table('ia', [
        [400, 1],
        [900, 2],
      ]).entries,
      false,
    )
    expect(standsIn(log, ids)).toBe(true)
    expect(standsIn({ ...log, entries: log.entries.slice(1) }, ids)).toBe(true)
    expect(standsIn(EMPTY, ids)).toBe(false)
    expect(standsIn(EMPTY, undefined)).toBe(true)
  })
  it('a day of rain goes from seven to seven', () => {
    expect([rainDay({ day: 5, minute: 419 }), rainDay({ day: 5, minute: 420 })]).toEqual([4, 5])
  })
})
