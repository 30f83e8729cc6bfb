import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '#core/arrangements'
import { partsInputs, planBuild } from '#core/build'
import { newJob } from '#core/demo'
import { withGoods } from '#core/edits'
import { buildWaterPath } from '#core/path'
import { HOLE_COLUMNS, holeRows, PIECE_COLUMNS, pieceRows } from './cutTable'

const words = { pipe: () => 'pipe', part: (part: string) => part, yes: 'yes', no: 'no' }
const holeWords = { role: ({ role }: { role: string }) => role, cutter: () => 'saw', clock: String, seal: () => 'seal' }
const piece = (name: (typeof PIECE_COLUMNS)[number]) => PIECE_COLUMNS.indexOf(name)
const hole = (name: (typeof HOLE_COLUMNS)[number]) => HOLE_COLUMNS.indexOf(name)

describe('pieces and holes in a spreadsheet', () => {
  for (const system of ['metric', 'imperial'] as const) {
    const plans = ARRANGEMENTS.map((make) => {
      const scheme = withGoods(make(), system)
      const job = { ...newJob('job', 'job', 'en-GB', system), schemes: [scheme], chosen: scheme.id }
      return planBuild(buildWaterPath(scheme), partsInputs(job))
    })
    it(`every piece is gap and both insertions less relief, in ${system} as in any, and comes out of a length that holds it`, () => {
      let seen = 0
      for (const { groups } of plans)
        for (const row of pieceRows(groups, system, words)) {
          expect(row).toHaveLength(PIECE_COLUMNS.length)
          const [length, gap, insertions, relief] = (['length', 'gap', 'insertions', 'relief'] as const).map(
            (name) => row[piece(name)] as number,
          )
          const label = row[piece('label')]
          const cut = groups.flatMap(({ cuts }) => cuts).find((each) => each.label === label)!
          // Hose is cut a little long, so that it does not pull.
          const slack = cut.slack * (system === 'metric' ? 1000 : 1 / 0.0254)
          expect(Math.abs(length! - gap! - insertions! + relief! - slack)).toBeLessThanOrEqual(system === 'metric' ? 0.21 : 0.0021)
          if (row[piece('bar')] !== null) expect(row[piece('soldIn')]).toBeGreaterThanOrEqual(length!)
          expect(row[piece('unit')]).toBe(system === 'metric' ? 'mm' : 'in')
          seen++
        }
      expect(seen).toBeGreaterThan(60)
    })
    it(`what comes out of one bought length fits into it, in ${system}`, () => {
      for (const { groups } of plans) {
        const bars = new Map<string, number>()
        const stock = new Map<string, number>()
        for (const row of pieceRows(groups, system, { ...words, pipe: ({ letter }) => letter })) {
          if (row[piece('bar')] === null) continue
          const key = `${row[piece('of')]} ${row[piece('bar')]}`
          bars.set(key, (bars.get(key) ?? 0) + (row[piece('length')] as number))
          stock.set(key, row[piece('soldIn')] as number)
        }
        for (const [key, used] of bars) expect([key, used <= stock.get(key)! + 0.5]).toEqual([key, true])
      }
    })
    it(`every hole is there once, as wide as it is drilled, in ${system}`, () => {
      for (const { holes } of plans) {
        const rows = holeRows(holes, system, holeWords)
        expect(rows.map((row) => row[hole('number')])).toEqual(holes.map((_, i) => i + 1))
        for (const [i, row] of rows.entries()) {
          expect(row).toHaveLength(HOLE_COLUMNS.length)
          const across = row[hole('across')] as number | null
          expect(across === null).toBe(holes[i]!.diameter === 0)
          if (across !== null) expect(across * (system === 'metric' ? 0.001 : 0.0254)).toBeCloseTo(holes[i]!.diameter, 4)
        }
      }
    })
  }
})
