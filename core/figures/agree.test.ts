import { TERMS } from '../units/terms'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { assess, type Assessment } from '../assess'
import { demoJobs } from '../demo'
import { setPort, setStand } from '../edits'
import type { Finding } from '../findings'
import { headLeft, spent } from '../levels'
import { surplusWays } from '../catch'
import type { Scheme } from '../scheme'
import { asShown, showText, type Display } from '../units/format'
import { parseQuantity } from '../units/parse'
import { length, type Quantity } from '../units/quantity'
import { standing } from '../vessel'
import { workingTexts } from './figure'

const DISPLAYS: Display[] = (['metric', 'imperial'] as const).flatMap((system) => TERMS.map((terms) => ({ system, terms })))
const FIXED = [...demoJobs().flatMap(({ schemes }) => schemes), ...ARRANGEMENTS.map((make) => make())]

/** Fifty schemes that nobody drew: stands, holes and rain set at random. */
const BENT: Scheme[] = fc
  .sample(
    fc.record({
      at: fc.nat(),
      stand: fc.double({ min: 0, max: 1, noNaN: true }),
      hole: fc.double({ min: 0, max: 1, noNaN: true }),
      rain: fc.integer({ min: 20, max: 250 }),
    }),
    {
      numRuns: 50,
      seed: 14,
    },
  )
  .map(({ at, stand, hole, rain }) => {
    const scheme = FIXED[at % FIXED.length]!
    const vessel = scheme.stores[0]!.vessels[0]!
    const port = vessel.ports.find(({ role }) => role === 'overflow') ?? vessel.ports[0]!
    const raised = setStand(scheme, vessel.id, stand)
    return {
      ...setPort(raised, vessel.id, port.id, vessel.body.floor + hole * (vessel.body.rim - vessel.body.floor)),
      designIntensity: rain,
    }
  })
const ALL = [...FIXED, ...BENT]

const read = (quantity: Pick<Quantity, 'kind'>, text: string, display: Display): number => {
  const parsed = parseQuantity(quantity.kind, text.replace('−', '-'), display)
  if (!parsed.ok) throw new Error(`${text} cannot be read`)
  return parsed.value
}
const valueOf = ({ values }: Finding, name: string): number => (values[name] as Quantity).value

/** Facts that are told in more than one place, each pair by its meaning. */
function pairs(assessment: Assessment): [string, number, number][] {
  const { path, lines, findings } = assessment
  const found: [string, number, number][] = []
  const of = (id: string) => findings.filter((finding) => finding.id === id)
  for (const finding of of('overflowTooSmall')) {
    const placed = path.vessels.get(finding.ids.vessel!)!
    const surplus = surplusWays(path, placed.store.id).find(({ ways }) =>
      ways.some(({ from, port }) => from === placed && port.id === finding.ids.port),
    )!
    found.push(
      ['arrives at the way out', valueOf(finding, 'arriving'), surplus.arriving],
      ['the way out passes', valueOf(finding, 'passes'), surplus.passes],
    )
    for (const line of lines.filter(({ line: { placed: each } }) => each === placed)) {
      found.push(['passes, on the sheet', valueOf(finding, 'passes'), line.overflow!.value])
      found.push(['arrives, on the sheet', valueOf(finding, 'arriving'), line.surplus!.value])
    }
  }
  for (const finding of of('tipsWhenEmpty')) {
    const { tipping, sliding, ballast } = standing(path, path.vessels.get(finding.ids.vessel!)!)
    found.push(
      ['factor of standing', valueOf(finding, 'factor'), Math.min(tipping, sliding)],
      ['ballast', valueOf(finding, 'ballast'), ballast],
    )
  }
  for (const finding of of('softGround')) {
    const { bearing, fullMass } = standing(path, path.vessels.get(finding.ids.vessel!)!)
    found.push(['pressure', valueOf(finding, 'bearing'), bearing], ['mass', valueOf(finding, 'mass'), fullMass])
  }
  for (const line of lines) {
    found.push(['height left', line.left.value, headLeft(line.ledger)])
    found.push(['usable', line.usableFigure.value, line.usable.volume])
    found.push(['pressure on the sheet', line.standing.bearing, standing(path, line.line.placed).bearing])
    found.push(['full level', line.line.heights.full, line.usable.top])
  }
  return found
}

describe('one fact, one figure', () => {
  it('what means the same is the same, in every demo, every arrangement and fifty schemes that nobody drew', () => {
    let compared = 0
    for (const scheme of ALL)
      for (const [what, one, other] of pairs(assess(scheme))) {
        expect([scheme.id, what, one]).toEqual([scheme.id, what, other])
        compared++
      }
    expect(compared).toBeGreaterThan(300)
  })
  it('every working that is a sum adds up as it is read, in both systems and terms', () => {
    let added = 0
    for (const scheme of ALL)
      for (const { left, usableFigure, roofArea, arriving, surplus, overflow, lasts, tap } of assess(scheme).lines)
        for (const figure of [left, usableFigure, roofArea, arriving, surplus, overflow, lasts, tap?.spare, tap?.flow])
          for (const display of figure ? DISPLAYS : []) {
            const { lines } = figure!.working
            const texts = workingTexts(figure!, display)
            expect(texts.at(-1)).toBe(showText(figure!, display))
            const parts = lines.slice(0, -1)
            if (
              parts.length < 2 ||
              parts.some(({ sign, value }, at) => value.kind !== figure!.kind || (at > 0 && sign !== '+' && sign !== '−'))
            )
              continue
            const sum = parts.reduce((total, { sign, value }, i) => total + (sign === '−' ? -1 : 1) * read(value, texts[i]!, display), 0)
            expect([scheme.id, figure!.id, texts, Math.abs(sum - read(figure!, texts.at(-1)!, display)) < 1e-6]).toEqual([
              scheme.id,
              figure!.id,
              texts,
              true,
            ])
            added++
          }
    expect(added).toBeGreaterThan(300)
  })
  it('every row of the ledger takes what lies between the two heights beside it', () => {
    for (const scheme of ALL)
      for (const { ledger } of assess(scheme).lines)
        for (const row of ledger)
          for (const display of DISPLAYS) {
            const [from, to, takes] = [length(row.from), length(row.to), spent(row, display)].map((each) =>
              read(each, showText(each, display), display),
            )
            expect(Math.abs(from! - to! - takes!)).toBeLessThan(1e-6)
            expect(asShown(length(row.from), display)).toBeCloseTo(from!, 9)
          }
  })
  it('a product is told finely enough to be worked again by hand, to a fiftieth', () => {
    for (const scheme of FIXED)
      for (const { usableFigure } of assess(scheme).lines) {
        const display: Display = { system: 'metric', terms: 'en-GB' }
        const texts = workingTexts(usableFigure, display)
        const [depth, area] = [usableFigure.working.lines[2]!, usableFigure.working.lines[3]!]
        const again = read(depth.value, texts[2]!, display) * read(area.value, texts[3]!, display)
        if (usableFigure.value > 0) expect(Math.abs(again / usableFigure.value - 1)).toBeLessThan(0.02)
      }
  })
})
