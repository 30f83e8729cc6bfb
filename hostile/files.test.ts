import { describe, expect, it } from 'vitest'
import { runFiles } from './files'

describe('mutated files', () => {
  it('are refused with a word, or can be assessed, drawn, built, run through the years and a storm, and read again', () => {
    const report = runFiles(110, 20_261_128)
    expect(report.faults).toEqual([])
    // Half-right files go deepest: enough of them have to get in for this to mean anything.
    expect(report.accepted).toBeGreaterThan(20)
    expect(report.refused).toBeGreaterThan(20)
  })
  it('what was found once stays mended: an outlet under no roof, an overflow far too narrow for what arrives', () => {
    for (const seed of [2593, 1205, 39]) expect(runFiles(1, seed).faults).toEqual([])
  })
})
