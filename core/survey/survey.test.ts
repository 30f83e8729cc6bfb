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
