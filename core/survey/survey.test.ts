import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { assess } from '../assess'
import { demoJobs } from '../demo'
import { newJob } from '../demo/newJob'
import { jobProblems } from '../path'
import { checkShape, job as jobSchema, type Job } from '../scheme'
import { guessedKeys, markGuessed, measuresOf, MEASURE_NAMES, setMeasure, STOPS, surveyed, takeMeasure } from '.'

const fresh = () => newJob('job-1', 'Potting bench', 'en-GB', 'metric')
/** Every arrangement as somebody's job, so that all of them are walked. */
const jobs = (): Job[] => [...demoJobs(), ...ARRANGEMENTS.map((make) => ({ ...fresh(), schemes: [make()], chosen: make().id }))]

describe('the walk with the tape', () => {
  it('goes down the water, each measure once, each within its own limits', () => {
    for (const job of jobs()) {
      const measures = measuresOf(job)
      const stops = measures.map(({ stop }) => STOPS.indexOf(stop))
      expect(stops).toEqual(stops.toSorted((a, b) => a - b))
      expect(new Set(measures.map(({ key }) => key)).size).toBe(measures.length)
      for (const measure of measures) {
        expect(MEASURE_NAMES).toContain(measure.name)
        if (measure.kind === 'choice') expect(measure.options).toContain(measure.value)
        else
          expect([job.name, measure.key, measure.value >= measure.least && measure.value <= measure.most]).toEqual([
            job.name,
            measure.key,
            true,
          ])
      }
    }
  })
  it('sets what it measures and nothing that a file would not take back', () => {
    for (const job of jobs())
      for (const measure of measuresOf(job)) {
        const to = measure.kind === 'choice' ? 'slate' : Math.min(measure.most, measure.value * 1.03 + 1e-4)
        const set = setMeasure(job, measure.key, to)
        const found = measuresOf(set).find(({ key }) => key === measure.key)!
        if (typeof to === 'string') expect(found.value).toBe(to)
        else expect(found.value).toBeCloseTo(to, 9)
        expect([measure.key, checkShape(jobSchema, set), jobProblems(set)]).toEqual([measure.key, [], []])
      }
  })
  it('refuses a measure that is not there, and words for a length', () => {
    expect(() => setMeasure(fresh(), 'along:barn', 3)).toThrow(RangeError)
    expect(() => setMeasure(fresh(), measuresOf(fresh()).find(({ name }) => name === 'along')!.key, 'three')).toThrow(RangeError)
  })
  it('asks for the year’s rain where no record is at hand, and for a pitch where the roof was measured up its slope', () => {
    const names = (job: Job) => measuresOf(job).map(({ name }) => name)
    const [recorded] = demoJobs()
    expect(names(fresh())).toContain('rainYear')
    expect(names(recorded!)).not.toContain('rainYear')
    const measured = (how: 'plan' | 'slope') =>
      names(produce(fresh(), (draft) => void draft.schemes[0]!.sections.forEach((section) => (section.measured = how))))
    expect(measured('plan')).not.toContain('pitch')
    expect(measured('slope').filter((name) => name === 'pitch')).toHaveLength(1)
    expect(measuresOf({ ...fresh(), chosen: 'none' })).toEqual([])
  })
  it('says whose a measure is where there are several, an outlet by its own pipe, and nothing where there is one', () => {
    for (const { of } of measuresOf(fresh())) expect(of).toBe('')
    for (const job of jobs()) {
      const scheme = job.schemes.find(({ id }) => id === job.chosen)!
      const outlets = scheme.gutters.flatMap((gutter) => gutter.outlets)
      for (const { name, key, of } of measuresOf(job)) {
        const id = key.slice(name.length + 1)
        const whose = (list: readonly { id: string; name: string }[], own = id) =>
          list.length > 1 ? list.find((each) => each.id === own)!.name : ''
        if (['along', 'across', 'cover', 'pitch'].includes(name)) expect(of).toBe(whose(scheme.sections))
        if (['gutterWidth', 'gutterDepth', 'gutterFall'].includes(name)) expect(of).toBe(whose(scheme.gutters))
        if (['outletAt', 'outletBore', 'outletHeight'].includes(name))
          expect(of).toBe(whose(scheme.drops, outlets.find((outlet) => outlet.id === id)!.drop))
        if (name === 'pipeOutside') expect(of).toBe(whose(scheme.drops))
        if (['vesselHeight', 'vesselWidth'].includes(name)) expect(of).toBe(whose(scheme.stores.flatMap(({ vessels }) => vessels)))
        if (['canHeight', 'canVolume'].includes(name)) expect(of).toBe(whose(scheme.taps))
      }
    }
  })
  it('knows what a guess by eye is off by: shares of what is long, a hand or a thumb of what is short (common practice)', () => {
    const scheme = { ...newJob('job-1', 'Bench', 'en-GB', 'metric') }
    const doubts = Object.fromEntries(measuresOf(scheme).flatMap((each) => (each.kind === 'choice' ? [] : [[each.name, each.doubt]])))
    expect(doubts).toMatchObject({
      rainYear: { share: 0.15, least: 0 },
      along: { share: 0.1, least: 0.1 },
      across: { share: 0.15, least: 0.1 },
      gutterWidth: { share: 0, least: 0.015 },
      gutterFall: { share: 1, least: 0.002 },
      outletAt: { share: 0, least: 0.1 },
      outletBore: { share: 0, least: 0.01 },
      outletHeight: { share: 0.05, least: 0.05 },
      pipeOutside: { share: 0, least: 0.005 },
      vesselHeight: { share: 0, least: 0.05 },
      vesselWidth: { share: 0, least: 0.04 },
      canHeight: { share: 0, least: 0.05 },
      canVolume: { share: 0.2, least: 0 },
    })
  })
  it('a pipe told wider is wider inside by as much, and a box gutter is told by width and depth, each by itself', () => {
    const job = jobs().find((each) => measuresOf(each).some(({ name }) => name === 'gutterDepth'))!
    const of = (from: Job) => from.schemes.find(({ id }) => id === from.chosen)!
    const key = (name: string) => measuresOf(job).find((each) => each.name === name)!.key
    const [before] = of(job).drops
    const pipe = of(setMeasure(job, key('pipeOutside'), before!.outside + 0.012)).drops.find(
      ({ id }) => `pipeOutside:${id}` === key('pipeOutside'),
    )!
    expect(pipe.bore).toBeCloseTo(before!.bore + 0.012, 12)
    const gutterOf = (from: Job) => of(from).gutters.find(({ id }) => `gutterDepth:${id}` === key('gutterDepth'))!
    expect(gutterOf(setMeasure(job, key('gutterDepth'), 0.09))).toEqual({ ...gutterOf(job), depth: 0.09 })
    expect(gutterOf(setMeasure(job, `gutterWidth:${gutterOf(job).id}`, 0.14))).toEqual({ ...gutterOf(job), width: 0.14 })
  })
  it('a half-round gutter is as deep as half its width, and is not asked for both', () => {
    const job = fresh()
    const width = measuresOf(job).find(({ name }) => name === 'gutterWidth')!
    expect(measuresOf(job).some(({ name }) => name === 'gutterDepth')).toBe(false)
    expect(setMeasure(job, width.key, 0.15).schemes[0]!.gutters[0]!.depth).toBeCloseTo(0.075, 12)
  })
})

describe('guesses', () => {
  it('a new job has nothing measured; the demo jobs have nothing guessed', () => {
    const { taken, of } = surveyed(fresh())
    expect(taken).toBe(0)
    expect(of).toBeGreaterThan(10)
    for (const job of demoJobs()) expect(surveyed(job)).toEqual({ taken: measuresOf(job).length, of: measuresOf(job).length })
  })
  it('are guesses until taken, even where they turn out right, and again when somebody says so', () => {
    const job = fresh()
    const along = measuresOf(job).find(({ name }) => name === 'along')!
    const taken = takeMeasure(job, along.key, along.value)
    expect(taken.schemes).toEqual(job.schemes)
    expect(guessedKeys(taken).has(along.key)).toBe(false)
    expect(surveyed(taken).taken).toBe(1)
    expect(guessedKeys(markGuessed(taken, along.key)).has(along.key)).toBe(true)
    expect(markGuessed(taken, 'along:nowhere')).toBe(taken)
    // Said twice it is one guess, as it stands by then, and the others stay.
    const twice = markGuessed(setMeasure(markGuessed(taken, along.key), along.key, 3.3), along.key)
    expect(twice.guessed.filter(({ key }) => key === along.key)).toEqual([{ key: along.key, value: '3.3' }])
    expect(twice.guessed).toHaveLength(job.guessed.length)
  })
  it('what was changed by another hand is no guess any more, and undone is one again', () => {
    const job = fresh()
    const height = measuresOf(job).find(({ name }) => name === 'outletHeight')!
    const moved = setMeasure(job, height.key, Number(height.value) + 0.2)
    expect(guessedKeys(moved).has(height.key)).toBe(false)
    expect(guessedKeys(setMeasure(moved, height.key, Number(height.value))).has(height.key)).toBe(true)
  })
  it('a longer eave takes the outlet along, and where it is stays a guess', () => {
    const job = fresh()
    const [along, at] = ['along', 'outletAt'].map((name) => measuresOf(job).find((each) => each.name === name)!)
    const longer = takeMeasure(job, along!.key, Number(along!.value) + 1.3)
    expect(measuresOf(longer).find(({ key }) => key === at!.key)!.value).not.toBe(at!.value)
    expect(guessedKeys(longer).has(at!.key)).toBe(true)
    expect(surveyed(longer).taken).toBe(1)
  })
  it('taking the height of the outlet moves the head left by just as much', () => {
    const job = fresh()
    const height = measuresOf(job).find(({ name }) => name === 'outletHeight')!
    const left = (of: Job) => assess(of.schemes[0]!).lines[0]!.left.value
    expect(left(takeMeasure(job, height.key, Number(height.value) + 0.123)) - left(job)).toBeCloseTo(0.123, 9)
  })
})
