import { describe, expect, it } from 'vitest'
import { rowOfTotes } from '../arrangements/rowOfTotes'
import { buildWaterPath } from '../path/waterPath'
import { blockStorm, triangleStorm } from '../rain'
import type { Scheme } from '../scheme'
import { volumeAt } from '../vessel/levelVolume'
import { batchRow, tableStorms, worstOf } from './batch'
import { runStorm, type StormOptions } from './runStorm'
import { verdictOf } from './verdict'

function storm(of: Scheme, rain = triangleStorm(30, 2700, 0.5), start = 0.2, options: StormOptions = {}) {
  const path = buildWaterPath(of)
  const run = runStorm(path, rain, { start, opened: [] }, options)!
  return { path, run, verdict: verdictOf(path, run) }
}

describe('where a storm is held up first', () => {
  it('at the thinnest link, while the vessels behind it have room: what it passes, and what comes meanwhile', () => {
    const { path, run, verdict } = storm(rowOfTotes([0.0779, 0.0158, 0.0779]))
    expect(verdict.first).toMatchObject({ place: 'link', id: 'l2', fault: true })
    const { at, room, passes, arrives } = verdict.first!
    const moment = Math.round(at / run.step)
    const body = path.vessels.get('t1')!.vessel.body
    // The first stands over its mark by what runs off: that is no room less in the others.
    const roomIn = (each: (typeof run.vessels)[number]) => volumeAt(body, each.full - 0.4) - volumeAt(body, each.level[moment]! - 0.4)
    expect(roomIn(run.vessels[0]!)).toBeLessThan(0)
    const free = run.vessels.reduce((sum, each) => sum + Math.max(0, roomIn(each)), 0)
    expect(room).toBeCloseTo(free, 6)
    expect(room).toBeGreaterThan(0.3)
    // As much as its own series says when most runs over, and the roof brings more.
    const spilling = run.flows.find(({ kind }) => kind === 'overflow')!
    expect(passes).toBeCloseTo(Math.abs(run.flows.find(({ id }) => id === 'l2')!.rate[Math.round(spilling.peakAt / run.step)]!), 12)
    expect(arrives).toBeGreaterThan(passes)
  })
  it('nowhere that is a fault, where a full store runs off by the pipe that is meant for it', () => {
    const { verdict } = storm(rowOfTotes([0.0779]), blockStorm(40, 3600), 1)
    expect(verdict.all).toMatchObject([{ place: 'store', id: 'store', fault: false }])
    expect(verdict.first).toBe(verdict.all[0])
    expect(verdict.lost).toBe(0)
    expect(verdict.ledAway).toBeGreaterThan(1)
  })
  it('at an overflow too small for the storm: what it passes at most, and the rim’s part on top', () => {
    const { run, verdict } = storm(rowOfTotes([], { overflowBore: 0.0209 }), blockStorm(60, 3600), 1)
    const over = run.flows.find(({ kind }) => kind === 'overflow')!
    const rim = run.spills.find(({ kind }) => kind === 'rim')!
    expect(verdict.first).toMatchObject({ place: 'overflow', id: 'over', passes: over.peak, arrives: over.peak + rim.peak, fault: true })
    expect(verdict.lost).toBeCloseTo(run.account.rim, 12)
  })
  it('at a vessel that has no overflow at all', () => {
    const none = rowOfTotes([])
    none.overflows = []
    const { run, verdict } = storm(none, blockStorm(60, 3600), 1)
    const rim = run.spills.find(({ kind }) => kind === 'rim')!
    expect(verdict.first).toMatchObject({ place: 'no-overflow', id: 't1', passes: 0, arrives: rim.peak, fault: true })
  })
  it('at a hoop that siphons, told as a fault though it is led away', () => {
    const route = { mouth: 'hooped', vented: false, crest: 1.45, end: 0.1 } as const
    const { verdict } = storm(rowOfTotes([], { overflowBore: 0.0351, route }), blockStorm(30, 3600), 0.9)
    expect(verdict.all.find(({ place }) => place === 'siphon')).toMatchObject({ id: 'over', fault: true, room: 0 })
    expect(verdict.first!.place).toBe('siphon')
  })
  it('at the gutter’s hole, or at the pipe that water backs up in, with the part to be changed', () => {
    const hole = storm(rowOfTotes([], { outletBore: 0.03 }), blockStorm(60, 3600), 0)
    expect(hole.verdict.first).toMatchObject({ place: 'outlet', id: 'outlet', fault: true, room: 0 })
    const pipe = storm(rowOfTotes([], { pipeBore: 0.02 }), blockStorm(60, 3600), 0)
    expect(pipe.verdict.first).toMatchObject({ place: 'pipe', id: 'drop', fault: true })
    const { passes, arrives } = pipe.verdict.first!
    // What arrives at the bottleneck is what passes it and what is thrown off at its worst.
    expect(arrives - passes).toBeCloseTo(pipe.run.spills[0]!.peak, 12)
    expect(pipe.verdict.lost).toBeCloseTo(pipe.run.account.overEdge, 12)
  })
  it('in the order in which they were met, the first fault before what is none', () => {
    const { verdict } = storm(rowOfTotes([], { overflowBore: 0.0209 }), blockStorm(60, 3600), 1)
    expect(verdict.all.map(({ at }) => at)).toEqual(verdict.all.map(({ at }) => at).toSorted((a, b) => a - b))
    expect(verdict.all[0]).toMatchObject({ place: 'store', fault: false })
    expect(verdict.first).toBe(verdict.all.find(({ fault }) => fault))
  })
})

describe('what the street is spared', () => {
  it('all of it by an empty store that takes it all, nothing by a full one', () => {
    const empty = storm(rowOfTotes([0.0779, 0.0779, 0.0779]), triangleStorm(20, 2700, 0.5), 0).verdict
    expect(empty).toMatchObject({ first: undefined, all: [], lost: 0, ledAway: 0 })
    expect(empty.heldShare).toBeGreaterThan(0.98)
    expect(empty.peakCut).toBeGreaterThan(0.99)
    const full = storm(rowOfTotes([]), blockStorm(50 * 4, 4 * 3600), 1).verdict
    expect(full.heldShare).toBeLessThan(0.02)
    expect(full.peakCut).toBeLessThan(0.02)
  })
  it('is nothing of nothing without rain', () => {
    expect(storm(rowOfTotes([]), blockStorm(0.1, 600), 0.5).verdict).toMatchObject({ heldShare: 0, peakCut: 0, kept: 0 })
  })
})

describe('a storm’s own clock', () => {
  it('goes on for a third of the rain after it, a quarter of an hour at least and two hours at most', () => {
    const after = (seconds: number) => {
      const { run } = storm(rowOfTotes([]), blockStorm(5, seconds))
      return { tail: (run.moments - 1) * run.step - run.rainEnds, step: run.step, rainEnds: run.rainEnds }
    }
    expect(after(600)).toMatchObject({ tail: 900, rainEnds: 600 })
    expect(after(2700 * 2)).toMatchObject({ tail: 1800 })
    for (const seconds of [10 * 3600]) {
      const { tail, step } = after(seconds)
      expect(tail).toBeGreaterThanOrEqual(7200)
      expect(tail).toBeLessThan(7200 + step)
    }
  })
  it('a spill lasts from the second it begins to the one it ends, with its most between', () => {
    const { run } = storm(rowOfTotes([], { overflowBore: 0.0209 }), blockStorm(60, 3600), 1)
    for (const { from, to, peak, volume } of run.spills) {
      expect(to).toBeGreaterThan(from)
      expect(peak * (to - from)).toBeGreaterThanOrEqual(volume * (1 - 1e-9))
    }
    const over = run.spills.find(({ kind }) => kind === 'overflow')!
    const { rate } = run.flows.find(({ kind }) => kind === 'overflow')!
    expect(over.peak).toBeCloseTo(Math.max(...rate), 6)
  })
  it('a shut link is the one that is named, not another', () => {
    const of = rowOfTotes([0.0779, 0.0779])
    const [first, second] = (['l1', 'l2'] as const).map(
      (id) => storm(of, blockStorm(20, 3600), 0.2, { whatIfs: [{ kind: 'link-shut', link: id }] }).run,
    )
    const rise = (run: typeof first, n: number) => run!.vessels[n]!.endVolume - run!.vessels[n]!.startVolume
    expect(rise(first, 1)).toBeCloseTo(0, 9)
    expect(rise(second, 1)).toBeGreaterThan(0.1)
    expect(rise(second, 2)).toBeCloseTo(0, 9)
    expect(first!.flows.map(({ kind, id }) => `${kind} ${id}`)).not.toContain('link l1')
  })
})

describe('a table of storms', () => {
  const table = {
    years: [2, 10],
    minutes: [15, 60],
    depths: [
      [9, 17],
      [14, 28],
    ],
  }
  it('is run row by row, each with its place in it', () => {
    expect(tableStorms(table)).toEqual([
      { years: 2, minutes: 15, depth: 9 },
      { years: 2, minutes: 60, depth: 17 },
      { years: 10, minutes: 15, depth: 14 },
      { years: 10, minutes: 60, depth: 28 },
    ])
  })
  it('each row balances: what ran off is kept, lost, led away, or still on its way; freeboard is from the water’s highest to the rim', () => {
    const path = buildWaterPath(rowOfTotes([]))
    const trial = { start: 0.9, opened: [] }
    for (const of of tableStorms(table)) {
      const brief = batchRow(path, trial, of)
      const whole = runStorm(path, triangleStorm(of.depth, of.minutes * 60, 0.5, Math.min(60, of.minutes * 15)), trial)!
      expect(brief.runoff).toBeCloseTo(whole.account.runoff, 9)
      expect(brief.kept + brief.lost + brief.ledAway + whole.account.onTheWay).toBeCloseTo(brief.runoff, 6)
      expect(brief.freeboard).toBeCloseTo(whole.vessels[0]!.rim - Math.max(...whole.vessels[0]!.level), 6)
    }
  })
  it('the worst loses most where it should not; of those that lose nothing, the one nearest to a rim', () => {
    const of = (lost: number, freeboard: number) => ({ years: 1, minutes: 1, depth: 1, runoff: 1, kept: 1, ledAway: 0, lost, freeboard })
    expect(worstOf([of(0.1, 0.3), of(0.5, 0.4), of(0.2, -0.1)])).toMatchObject({ lost: 0.5 })
    expect(worstOf([of(0, 0.3), of(0, 0.1), of(0, 0.2)])).toMatchObject({ freeboard: 0.1 })
    expect(worstOf([])).toBeUndefined()
  })
})
