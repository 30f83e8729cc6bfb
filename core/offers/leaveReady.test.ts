import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { demoJobs } from '../demo'
import { addVessel } from '../edits'
import { buildWaterPath } from '../path/waterPath'
import { leaveReady } from './leaveReady'

const studio = demoJobs()[1]!.schemes[0]!

describe('what is left ready for one more vessel', () => {
  it('is the very hole and pad that it has once it is added', () => {
    const ready = leaveReady(studio, 'totes')!
    const grown = buildWaterPath(addVessel(studio, 'totes'))
    const tote = grown.vessels.get('tote')!
    expect(ready.beside).toBe('tote')
    expect(tote.vessel.ports.filter(({ role }) => role === 'link').map(({ at }) => at)).toContain(ready.hole!.at)
    expect(ready.hole!.above).toBeCloseTo(tote.foot + ready.hole!.at, 12)
    const [a, b] = grown.scheme.stores[0]!.vessels.map(({ id }) => grown.layout.vessels.get(id)!.foot)
    expect(ready.pad.apart).toBeCloseTo(Math.hypot(a!.x - b!.x, a!.y - b!.y), 12)
    // Linked low, both stand at one height.
    expect(ready.pad.top).toBeCloseTo(a!.z, 12)
    // Beside one another, so no nearer than they are wide.
    expect(ready.pad.apart).toBeGreaterThanOrEqual(tote.vessel.body.width)
  })
  it('changes nothing of the scheme, and is told for every arrangement that has room', () => {
    for (const make of ARRANGEMENTS) {
      const scheme = make()
      const before = JSON.stringify(scheme)
      for (const { id, vessels } of scheme.stores) {
        const ready = leaveReady(scheme, id)
        if (ready) expect(vessels.map((vessel) => vessel.id)).toContain(ready.beside)
      }
      expect(JSON.stringify(scheme)).toBe(before)
    }
  })
  it('is nothing where twelve stand already', () => {
    const full = Array.from({ length: 11 }).reduce<typeof studio>((scheme) => addVessel(scheme, 'totes'), studio)
    expect(leaveReady(full, 'totes')).toBeUndefined()
    expect(() => leaveReady(studio, 'none')).toThrow(RangeError)
  })
})
