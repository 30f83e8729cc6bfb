import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { changePort } from '../edits'
import { computeLayout } from './computeLayout'
import { crossings, nearest } from './crossings'
import { apart, plus, minus, vec, type Vec3 } from './vector'

const far = (a: readonly [Vec3, Vec3], b: readonly [Vec3, Vec3]) => apart(...nearest(a, b))

describe('the nearest points of two straights', () => {
  // Closed forms.
  it.each([
    ['cross over one another', [vec(-1, 0, 0), vec(1, 0, 0)], [vec(0, -1, 0.3), vec(0, 1, 0.3)], 0.3],
    ['lie beside one another', [vec(0, 0, 0), vec(2, 0, 0)], [vec(1, 0.5, 0), vec(3, 0.5, 0)], 0.5],
    ['follow one another', [vec(0, 0, 0), vec(1, 0, 0)], [vec(1.4, 0, 0), vec(2, 0, 0)], 0.4],
    ['stand end before side', [vec(0, 0, 0), vec(0, 0, 1)], [vec(0.2, 0, 0.5), vec(1, 0, 0.5)], 0.2],
    ['are one and a point', [vec(0, 0, 0), vec(2, 0, 0)], [vec(1, 3, 4), vec(1, 3, 4)], 5],
  ] as const)('that %s', (_, a, b, expected) => {
    expect(far(a, b)).toBeCloseTo(expected, 12)
    expect(far(b, a)).toBeCloseTo(expected, 12)
  })
  const point = fc.tuple(...[0, 1, 2].map(() => fc.double({ min: -3, max: 3, noNaN: true }))).map(([x, y, z]) => vec(x!, y!, z!))
  it('no points of them are nearer by a tenth of a micrometre, wherever they lie', () => {
    fc.assert(
      fc.property(
        point,
        point,
        point,
        point,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (p, q, r, s, t, u) => {
          const on = apart(plus(p, minus(q, p), t), plus(r, minus(s, r), u))
          expect(far([p, q], [r, s])).toBeLessThanOrEqual(on + 1e-7)
        },
      ),
    )
  })
})

describe('pipes that run through one another', () => {
  const tanks = (clock: number) => changePort(ARRANGEMENTS[16]!(), 'near', 'over', { clock })
  it('are told with the place where they do, between the two tanks and at the height of the lower pipe', () => {
    const layout = computeLayout(tanks(3))
    const [crossing, ...more] = crossings(tanks(3), layout)
    expect(more).toEqual([])
    const link = layout.runs.get(crossing!.a.key)!
    expect([crossing!.a.kind, crossing!.b.kind]).toEqual(['link', 'overflow'])
    expect(crossing!.at.z).toBeCloseTo(link.points[0]!.z, 2)
    expect(crossing!.at.x).toBeGreaterThan(link.points[0]!.x)
    expect(crossing!.at.x).toBeLessThan(link.points.at(-1)!.x)
    // Upright through level: both radii but for what their walls take.
    const over = layout.runs.get(crossing!.b.key)!
    expect(crossing!.by).toBeCloseTo((link.bore + over.bore) / 2 + 0.006, 3)
  })
  it('are none in any arrangement as it is laid, and none where the one goes another way', () => {
    for (const make of ARRANGEMENTS) expect(crossings(make(), computeLayout(make())), make().name).toEqual([])
    for (const clock of [4, 5, 7, 9]) expect(crossings(tanks(clock), computeLayout(tanks(clock)))).toEqual([])
  })
  it('one that leads over the middle of a downpipe is told of, one that leads into it is not', () => {
    const boat = ARRANGEMENTS[16]!()
    const axis = computeLayout(boat).pipes.get(boat.drops[0]!.id)!.axis
    const layout = computeLayout(boat)
    const link = [...layout.runs.values()].find(({ kind }) => kind === 'link')!
    const through = (points: Vec3[]) =>
      crossings(boat, { ...layout, runs: new Map([[link.key, { ...link, points }]]) }).map(({ b }) => b.kind)
    const z = axis.z - 0.4
    expect(through([vec(axis.x - 1, axis.y, z), vec(axis.x + 1, axis.y, z)])).toEqual(['pipe'])
    expect(through([vec(axis.x - 1, axis.y, z), vec(axis.x, axis.y, z)])).toEqual([])
    expect(through([vec(axis.x - 1, axis.y + 0.4, z), vec(axis.x + 1, axis.y + 0.4, z)])).toEqual([])
  })
})
