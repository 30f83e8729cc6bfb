import fc from 'fast-check'
import { describe, expect, it, vi } from 'vitest'
import { kernelOf } from '../../../scripts/kernel.mjs'
import { ENOUGH, runStore } from '../runStore'
import { warmStart } from '../series'
import { LANES } from './lanesBinary'
import { plainKernel } from './plainKernel'
import { runAbreast } from './runAbreast'
import { vectorKernel } from './vectorKernel'

const litres = (max: number) => fc.double({ min: 0, max, noNaN: true })
const rule = fc.constantFrom('after-spillage' as const, 'before-spillage' as const)
const days = fc.array(fc.tuple(litres(400), litres(120)), { minLength: 10, maxLength: 200 })
const sizes = fc.array(litres(2000), { minLength: 1, maxLength: 19 })
const seriesOf = (each: [number, number][]) => ({
  inflow: Float64Array.from(each, ([water]) => water),
  demand: Float64Array.from(each, ([, wanted]) => wanted),
})

describe('volumes run abreast', () => {
  it('the binary is what lanes.wat says', async () => {
    expect(LANES).toBe(await kernelOf())
  })
  it('what cannot be read of it is told', async () => {
    await expect(kernelOf('(module (func (i32.add (i32.const 1))))')).rejects.toThrow()
  })
  for (const [name, kernel] of [
    ['vectors', vectorKernel()],
    ['plain words', plainKernel()],
  ] as const)
    it(`in ${name} give what each gives alone, by both rules, any number of them, in every stretch`, () => {
      fc.assert(
        fc.property(days, sizes, rule, fc.nat(9), (each, volumes, by, cut) => {
          const { inflow, demand } = seriesOf(each)
          const firstYearDays = Math.min(7, each.length)
          const { used, short } = runAbreast({ inflow, demand, rule: by, firstYearDays }, volumes, [cut, each.length], kernel)
          volumes.forEach((volume, v) => {
            const run = runStore(inflow, demand, volume, warmStart(inflow, demand, firstYearDays, volume, by), by)
            ;[
              [0, cut],
              [cut, each.length],
            ].forEach(([from, to], s) => {
              const drawn = run.yield.slice(from, to)
              expect(used[s * volumes.length + v]).toBeCloseTo(
                drawn.reduce((a, b) => a + b, 0),
                6,
              )
              expect(short[s * volumes.length + v]).toBe(drawn.filter((got, i) => got < ENOUGH * demand[from! + i]!).length)
            })
          })
        }),
        { numRuns: 60 },
      )
    })
  it('vectors and plain words agree to the last bit', () => {
    fc.assert(
      fc.property(days, sizes, rule, (each, volumes, by) => {
        const run = { ...seriesOf(each), rule: by, firstYearDays: 9 }
        expect(runAbreast(run, volumes, [each.length], vectorKernel())).toEqual(runAbreast(run, volumes, [each.length], plainKernel()))
      }),
      { numRuns: 60 },
    )
  })
  it('where the machine has no vectors, or a policy forbids them, plain words are taken', async () => {
    vi.resetModules()
    const instance = vi.spyOn(WebAssembly, 'Module').mockImplementation(function () {
      throw new WebAssembly.CompileError('refused')
    })
    const { runAbreast: anew } = await import('./runAbreast')
    const run = {
      ...seriesOf([
        [30, 10],
        [0, 20],
        [5, 20],
      ]),
      rule: 'after-spillage' as const,
      firstYearDays: 3,
    }
    expect(anew(run, [25, 50], [3])).toEqual(runAbreast(run, [25, 50], [3], plainKernel()))
    expect(instance).toHaveBeenCalledOnce()
    instance.mockRestore()
  })
  it('a record longer than the memory at hand gets more of it', () => {
    const inflow = new Float64Array(160 * 365).fill(3)
    const demand = new Float64Array(inflow.length).fill(5)
    const run = { inflow, demand, rule: 'before-spillage' as const, firstYearDays: 365 }
    // Closed form: whatever comes in is drawn, and never enough.
    for (const kernel of [vectorKernel(), plainKernel()])
      expect(runAbreast(run, [100], [inflow.length], kernel)).toEqual({
        used: Float64Array.of(3 * inflow.length),
        short: Float64Array.of(inflow.length),
      })
  })
  it('series of other lengths, and stretches out of order or beyond them, are refused', () => {
    const run = { inflow: new Float64Array(3), demand: new Float64Array(3), rule: 'after-spillage' as const, firstYearDays: 3 }
    expect(() => runAbreast({ ...run, demand: new Float64Array(2) }, [1], [3])).toThrow('demand must have 3 days, got 2')
    expect(() => runAbreast(run, [1], [4])).toThrow(RangeError)
    expect(() => runAbreast(run, [1], [2, 1])).toThrow('stretch 1 must end in order by day 3')
  })
})
