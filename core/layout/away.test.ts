import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { overflowFlow } from '../overflow'
import { corrugatedLegs, lengthAway, legsDown } from './away'
import { computeLayout } from './computeLayout'
import { laidOverflow } from './losses'
import { vec } from './vector'

describe('what of an overflow leads on over the ground', () => {
  // Out of the side by 0.2 m, down 1 m, on by 3 and 4 m (by hand).
  const points = [vec(0, 0, 1.1), vec(0.2, 0, 1.1), vec(0.2, 0, 0.1), vec(0.2, 3, 0.07), vec(4.2, 3, 0.05)]
  it('is what comes after its last leg down', () => {
    expect(legsDown({ points })).toBe(2)
    expect(lengthAway({ points })).toBeCloseTo(Math.hypot(3, 0.03) + Math.hypot(4, 0.02), 9)
    // A hoop goes up and over first.
    expect(legsDown({ points: [vec(0, 0, 1), vec(0.2, 0, 1), vec(0.2, 0, 1.4), vec(0.5, 0, 1.4), vec(0.5, 0, 0), vec(0.5, 2, 0)] })).toBe(4)
    expect(legsDown({ points: [vec(0, 0, 0.1), vec(3, 0, 0.05)] })).toBe(0)
  })
  it('is corrugated only where it leads out over the ground, and is wide enough to be joined', () => {
    const route = { onward: 'corrugated' as const, bore: 0.0525, to: { kind: 'ground' as const, where: 'ditch' as const, wallDistance: 4 } }
    expect(corrugatedLegs(route, { points })).toHaveLength(2)
    expect(corrugatedLegs({ ...route, onward: undefined }, { points })).toEqual([])
    // Hose of 40 mm.
    expect(corrugatedLegs({ ...route, bore: 0.04 }, { points })).toEqual([])
    expect(corrugatedLegs({ ...route, to: { kind: 'drop', drop: 'd' } }, { points })).toEqual([])
  })
  it('holds the water back, where it is corrugated, as 3.16 times as much smooth pipe: Manning, 0.016 over 0.009, squared', () => {
    const led = (onward: 'corrugated' | undefined) => {
      const scheme = produce(ARRANGEMENTS[16]!(), (draft) => {
        draft.overflows[0]!.onward = onward
      })
      const layout = computeLayout(scheme)
      return { laid: laidOverflow(layout, scheme.overflows[0]!), run: layout.runs.get('overflow:over')! }
    }
    const [smooth, rough] = [led(undefined), led('corrugated')]
    expect(rough.laid.length).toBe(smooth.laid.length)
    expect(smooth.laid.smooth).toBe(smooth.laid.length)
    expect(rough.laid.smooth - rough.laid.length).toBeCloseTo((3.1605 - 1) * lengthAway(rough.run), 3)
    // With the pipe the narrower part of the way it passes less; a mouth that is the narrower one does not care.
    const invert = 0.4
    const passes = (laid: typeof smooth.laid, head: number) => overflowFlow({ ...laid, bore: 0.1023, mouth: 'stub' }, invert, head)
    expect(passes({ ...rough.laid, smooth: rough.laid.smooth * 20 }, 0.3)).toBeLessThan(passes(smooth.laid, 0.3))
    expect(passes(rough.laid, 0.01)).toBe(passes(smooth.laid, 0.01))
  })
})
