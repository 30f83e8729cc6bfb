import { describe, expect, it } from 'vitest'
import { sweepInputs } from '../balance'
import { demoRecords, withyHard } from '../demo'
import { answerAssess, answerBalance, answerSweep, rainInputs, storeInputs, sweepInSlices } from './answers'

const { rain, schemes } = withyHard()
const inputs = rainInputs(rain, demoRecords()[0])
const store = storeInputs(schemes[0]!, 'butt-store', inputs)

describe('answers', () => {
  it('the sliced sweep is the whole sweep', async () => {
    const whole = answerSweep(store, inputs, 60)
    const seen: number[] = []
    const sliced = await sweepInSlices(
      sweepInputs(store.series, inputs.ready, store.path.scheme.spillRule),
      'butt-store',
      whole.points.map(({ volume }) => volume),
      (done) => {
        seen.push(done)
        return Promise.resolve(true)
      },
    )
    expect(sliced).toEqual(whole)
    expect(seen).toEqual([24, 48, 60])
  })
  it('a sweep that is called off ends without an answer', async () => {
    let breaths = 0
    const off = await sweepInSlices(
      sweepInputs(store.series, inputs.ready, store.path.scheme.spillRule),
      'butt-store',
      Array.from({ length: 200 }, (_, i) => i),
      () => Promise.resolve(++breaths < 2),
    )
    expect(off).toBeUndefined()
    expect(breaths).toBe(2)
  })
  it('an assessment goes through JSON unharmed', () => {
    const answer = answerAssess(schemes[0]!)
    expect(JSON.parse(JSON.stringify(answer))).toEqual(answer)
  })
  it('tells the overall share of each section beside the published one', () => {
    const { overallShares } = answerBalance(store, inputs)
    expect(overallShares.river).toBeGreaterThan(0.85)
    expect(overallShares.river).toBeLessThan(0.95)
  })
})
