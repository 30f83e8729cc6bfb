import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { demoJobs } from '../demo'
import type { Figure } from '../figures/figure'
import { show } from '../units/format'
import { assess } from './assess'

/** Figures whose working shows what goes into a formula rather than a sum; their values are checked with their stages. */
const FORMULAS = new Set(['designFlow', 'tapFlow', 'stub'])

/** Does the sum as a reader would, line by line; "=" says where it stands. */
function workedOut({ working }: Figure): { total: number; stated: number[] } {
  let total = 0
  const stated: number[] = []
  for (const { sign, value } of working.lines) {
    if (sign === '') total = value.value
    else if (sign === '+') total += value.value
    else if (sign === '−') total -= value.value
    else if (sign === '×') total *= value.value
    else if (sign === '÷') total /= value.value
    else stated.push(total - value.value)
  }
  return { total, stated }
}

const figures = [...demoJobs().map(({ schemes }) => schemes[0]!), ...ARRANGEMENTS.map((make) => make())].flatMap((scheme) =>
  assess(scheme).lines.flatMap(({ left, usableFigure, roofArea, arriving, lasts, tap, overflow }) =>
    [left, usableFigure, roofArea, arriving, lasts, tap?.spare, tap?.flow, overflow]
      .filter((each) => each !== undefined)
      .map((figure) => ({ name: scheme.name, figure })),
  ),
)

describe('workings', () => {
  it('there are some of every kind', () => {
    expect(new Set(figures.map(({ figure }) => figure.id))).toEqual(
      new Set(['left', 'usable', 'roofArea', 'arriving', 'lasts', 'spare', 'tapFlow', 'overflowPasses']),
    )
  })
  it('end with the figure itself', () => {
    for (const { figure } of figures)
      expect(figure.working.lines.at(-1)).toMatchObject({ label: figure.id, sign: '=', value: { value: figure.value, kind: figure.kind } })
  })
  it('add up to the figure, line by line', () => {
    for (const { name, figure } of figures) {
      if (FORMULAS.has(figure.working.rule)) continue
      // One roof shared between outlets is a share of the last section only; told apart in the path's own test.
      if (figure.id === 'roofArea' && figure.working.lines.some(({ label }) => label === 'outletShare')) continue
      for (const off of workedOut(figure).stated) expect([name, figure.id, off]).toEqual([name, figure.id, expect.closeTo(0, 9)])
    }
  })
  it('are never shown as nothing or as endless', () => {
    for (const { figure } of figures)
      for (const { value } of figure.working.lines) expect(show(value, { system: 'metric', terms: 'en-GB' }).number).not.toMatch(/∞|–$/)
  })
})
