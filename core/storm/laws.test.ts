import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { demoJobs } from '../demo'
import { buildWaterPath } from '../path/waterPath'
import { stormOf } from '../rain'
import type { Scheme } from '../scheme'
import { linkLaw, mouthLaw, pipeLaw, rimLaw, standpipeLaw } from './laws'
import { Network, OUTSIDE, UnsettledError } from './network'
import { runStorm } from './runStorm'
import { schemeFlows } from './schemeFlows'

/**
 * The widest jump of a function between two places: a step in it stays as wide however near its two sides are looked at,
 * a steep slope does not.
 */
function widestJump(of: (x: number) => number, from: number, to: number, points = 400): number {
  const at = (k: number) => from + ((to - from) * k) / points
  let widest = 0
  for (let k = 0; k < points; k++) {
    let [low, high] = [at(k), at(k + 1)]
    if (!Number.isFinite(of(low))) return Infinity
    for (let halved = 0; halved < 40 && Math.abs(of(high) - of(low)) > 1e-9; halved++) {
      const middle = (low + high) / 2
      if (Math.abs(of(middle) - of(low)) >= Math.abs(of(high) - of(middle))) high = middle
      else low = middle
    }
    widest = Math.max(widest, Math.abs(of(high) - of(low)))
  }
  return widest
}

const bore = fc.double({ min: 0.005, max: 0.3, noNaN: true })
const line = fc.record({
  bore,
  length: fc.double({ min: 0.01, max: 200, noNaN: true }),
  losses: fc.double({ min: 0.5, max: 100, noNaN: true }),
})
const invert = fc.double({ min: 0, max: 2, noNaN: true })
/** m³/s: a thousandth of a drop. */
const NO_JUMP = 1e-7

describe('laws of flow', () => {
  it('go on without a step: pipes, mouths, standpipes, rims', () => {
    fc.assert(
      fc.property(line, (pipe) => {
        for (const law of [pipeLaw(pipe), mouthLaw(pipe.bore), standpipeLaw(pipe.bore), rimLaw(pipe.length)])
          expect(widestJump(law, -0.1, 6)).toBeLessThan(NO_JUMP)
      }),
      { numRuns: 25 },
    )
  })
  it('go on without a step between two vessels, whatever their inverts, and where a well covered entry takes over', () => {
    fc.assert(
      fc.property(line, invert, invert, fc.double({ min: 0, max: 4, noNaN: true }), (pipe, a, b, still) => {
        const law = linkLaw(pipe, { invert: a }, { invert: b })
        expect(widestJump((level) => law(level, still), 0, 4)).toBeLessThan(NO_JUMP)
        expect(widestJump((level) => law(still, level), 0, 4)).toBeLessThan(NO_JUMP)
        // Just where the entry is covered.
        const covered = Math.max(a, b) + 2.5 * pipe.bore
        expect(widestJump((level) => law(level, 0), covered - 1e-3, covered + 1e-3, 8)).toBeLessThan(NO_JUMP)
      }),
      { numRuns: 60 },
    )
  })
  it.each([...ARRANGEMENTS.map((make) => make()), ...demoJobs().flatMap(({ schemes }) => schemes)].map((scheme) => [scheme.name, scheme]))(
    'go on without a step in %s',
    (_, scheme) => {
      const path = buildWaterPath(scheme as Scheme)
      const placed = [...path.vessels.values()]
      const opened = path.scheme.taps.map(({ id }) => ({ tap: id, from: 0, lasts: 60 }))
      const built = schemeFlows(path, { opened }, [], placed)
      for (const { open } of built.taps) open.on = true
      for (const { pass } of built.ups) pass.rate = 1e-3
      for (const { from, to, law } of built.flows)
        for (const still of [0, 0.4, 0.9, 1.6]) {
          if (from !== OUTSIDE) expect(widestJump((level) => law(level, still), 0, 3, 200)).toBeLessThan(NO_JUMP)
          if (to !== OUTSIDE) expect(widestJump((level) => law(still, level), 0, 3, 200)).toBeLessThan(NO_JUMP)
        }
    },
  )
})

describe('a storm ends', () => {
  it('a month of gauge over the cascade with a hoop takes some thousand tries a day, not some ten thousand', () => {
    const counted: number[] = []
    const step = Network.prototype.step
    Network.prototype.step = function (dt) {
      const before = this.attempts
      step.call(this, dt)
      counted.push(this.attempts - before)
    }
    try {
      const depths = Array.from({ length: 30 * 96 }, (_, k) => (k % 96 < 12 ? 2 : 0))
      const scheme = ARRANGEMENTS[14]!()
      runStorm(buildWaterPath(scheme), stormOf({ kind: 'gauge', name: 'Month', step: 900, depths }), { start: 0.5, opened: [] })
    } finally {
      Network.prototype.step = step
    }
    const tries = counted.reduce((sum, each) => sum + each, 0)
    expect(tries).toBeLessThan(200_000)
  })
  it('a law that jumps is given up with a word, not followed for ever', () => {
    const network = new Network(
      [{ curve: { volumes: Float64Array.of(0, 1), levels: Float64Array.of(0, 1) }, volume: 0.5 }],
      [
        { from: OUTSIDE, to: 0, law: () => 0.1 },
        // Runs or does not by a hair: no step is short enough.
        { from: 0, to: OUTSIDE, law: (level) => (level > 0.5 ? 0.2 : 0) },
      ],
    )
    expect(() => {
      for (let second = 0; second < 7200; second++) network.step(1)
    }).toThrow(UnsettledError)
  })
})
