import { describe, expect, it } from 'vitest'
import { assess } from '../assess'
import { pearLane, tanneryRow, withyHard } from '../demo'
import { brokenReferences } from '../path/waterPath'
import { parseInput, scheme as schemeSchema } from '../scheme'
import { runStorm } from '../storm'
import { stormOf } from '../rain'
import { ARRANGEMENTS, dropsWanted, fitStarter, starterFits } from './index'

const jobs = [withyHard(), tanneryRow(), pearLane()].flatMap(({ schemes }) => schemes)
const pairs = jobs.flatMap((scheme) => ARRANGEMENTS.map((make, i) => [scheme.name, i + 1, scheme, make()] as const))

describe('a starter', () => {
  it.each(pairs.filter(([, , scheme, made]) => starterFits(scheme, made)))(
    '%s takes arrangement %i: it holds together, is reckoned and can be tried',
    (_, __, scheme, made) => {
      const fitted = fitStarter(scheme, made)
      expect(brokenReferences(fitted)).toEqual([])
      expect(parseInput(schemeSchema, JSON.parse(JSON.stringify(fitted)))).toBeTruthy()
      expect(fitted.sections).toBe(scheme.sections)
      expect(fitted.gutters).toBe(scheme.gutters)
      const { lines, path } = assess(fitted)
      expect(lines.length).toBeGreaterThan(0)
      expect(runStorm(path, stormOf(fitted.trial.storm), fitted.trial, { brief: true })!.error).toBeLessThan(1e-9)
      // Whoever drew before draws now.
      if (fitted.taps.length > 0) expect(fitted.demands.map(({ id }) => id)).toEqual(scheme.demands.map(({ id }) => id))
    },
  )
  it('that asks for more downpipes than there are is not fitted', () => {
    const twoEnds = ARRANGEMENTS[11]!()
    expect(dropsWanted(twoEnds)).toBe(2)
    expect(starterFits(pearLane().schemes[0]!, twoEnds)).toBe(false)
    expect(() => fitStarter(pearLane().schemes[0]!, twoEnds)).toThrow(/2 downpipes/)
    expect(starterFits(withyHard().schemes[0]!, twoEnds)).toBe(true)
  })
})

describe('places on the plan', () => {
  const bed = { id: 'bed', name: 'Bed', what: 'bed' as const, x: 2, y: 3, level: 0 }
  it('of the job stay where they are, and those that an arrangement leads to come along under names of their own', () => {
    const [own] = withyHard().schemes
    const mine = { ...own!, places: [bed], demands: own!.demands.map((demand) => ({ ...demand, place: 'bed' })) }
    const theirs = ARRANGEMENTS[10]!()
    const led = {
      ...theirs,
      places: [{ ...bed, name: 'Ditch', what: 'ditch' as const }],
      overflows: theirs.overflows.map((route) => ({ ...route, to: { kind: 'place' as const, place: 'bed' } })),
    }
    const fitted = fitStarter(mine, led)
    expect(fitted.places.map(({ id, name }) => [id, name])).toEqual([
      ['bed', 'Bed'],
      ['starter-bed', 'Ditch'],
    ])
    for (const { place } of fitted.demands) expect(place).toBe('bed')
    for (const { to } of fitted.overflows) expect(to).toEqual({ kind: 'place', place: 'starter-bed' })
    expect(brokenReferences(fitted)).toEqual([])
  })
})
