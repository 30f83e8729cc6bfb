import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo'
import { newJob } from '../demo/newJob'
import { markGuessed, measuresOf, setMeasure, takeMeasure } from '../survey'
import type { Job } from '../scheme'
import { answerFigures, rainInputs } from './answers'
import { weighGuesses } from './survey'

const job = newJob('job-1', 'Potting bench', 'en-GB', 'metric')
const inputs = (of: Job) => rainInputs(of.rain, undefined, { site: of.site, seasonFactors: of.seasonFactors })

describe('which guesses matter most', () => {
  const weighed = weighGuesses(job, inputs(job))
  const of = (name: string) => weighed.find(({ key }) => key.startsWith(`${name}:`))!

  it('weighs every guess, the heaviest first, and none that was taken', () => {
    expect(weighed).toHaveLength(measuresOf(job).length)
    expect(weighed.map(({ weight }) => weight)).toEqual(weighed.map(({ weight }) => weight).toSorted((a, b) => b - a))
    const along = measuresOf(job).find(({ name }) => name === 'along')!
    expect(weighGuesses(takeMeasure(job, along.key, along.value), inputs(job)).some(({ key }) => key === along.key)).toBe(false)
    expect(weighGuesses(demoJobs()[0]!, inputs(job))).toEqual([])
  })
  it('the height of the outlet moves the head left by the whole of its doubt, and no litre', () => {
    const height = of('outletHeight')
    const [low, high] = height.tried as [number, number]
    expect(height.left!.high - height.left!.low).toBeCloseTo(high - low, 9)
    expect(height.met.high).toBeCloseTo(height.met.low, 12)
  })
  it('the can’s height is nothing to the rain, the length of the roof nothing to the head', () => {
    expect(of('canHeight').met.high).toBeCloseTo(of('canHeight').met.low, 12)
    expect(of('along').left!.high).toBeCloseTo(of('along').left!.low, 9)
    expect(of('along').met.high).toBeGreaterThan(of('along').met.low)
  })
  it('is what the years say when they are run by hand with the measure at that end', () => {
    const along = of('along')
    const met = along.tried.map((value) => answerFigures(setMeasure(job, along.key, value).schemes[0]!, inputs(job)).met)
    expect(along.met.low).toBeCloseTo(Math.min(...met), 12)
    expect(along.met.high).toBeCloseTo(Math.max(...met), 12)
    const rain = of('rainYear')
    const wetter = setMeasure(job, rain.key, rain.tried[1]!)
    expect(rain.met.high).toBeCloseTo(answerFigures(wetter.schemes[0]!, inputs(wetter)).met, 12)
  })
  it('is the same for a job that marks one thing as a guess again', () => {
    const demo = demoJobs()[0]!
    const [first] = measuresOf(demo).filter(({ name }) => name === 'along')
    const again = weighGuesses(markGuessed(demo, first!.key), inputs(job))
    expect(again.map(({ key }) => key)).toEqual([first!.key])
  })
})
