import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '#core/arrangements'
import { assess } from '#core/assess'
import { demoJobs } from '#core/demo'
import { placeNotes, pushApart } from './placeNotes'
import { sceneOf, type Point } from './scene'

const FRAME = { left: 200, right: 676, top: 30, ground: 590 }
const STATIONS = ['sky', 'roof', 'gutter', 'drop', 'cask', 'spill', 'draw'] as const
const scenes = [...demoJobs().map(({ schemes }) => schemes[0]!), ...ARRANGEMENTS.map((make) => make())].flatMap((scheme) =>
  assess(scheme).lines.map((line) => ({ name: scheme.name, line, scene: sceneOf(line, FRAME, 126) })),
)

describe('notes', () => {
  const wanted = fc.array(fc.double({ min: -200, max: 900, noNaN: true }), { minLength: 1, maxLength: 9 })
  it('never stand on one another, keep their order, and stay inside while there is room', () => {
    fc.assert(
      fc.property(wanted, fc.nat({ max: 8 }), (ys, chosen) => {
        const notes = ys.map((y, i) => ({ key: String(i), y, size: i === chosen ? 62 : 46 }))
        const at = placeNotes(notes, chosen, 6, 610)
        at.slice(1).forEach((y, i) => expect(y - at[i]!).toBeGreaterThanOrEqual(notes[i]!.size - 1e-9))
        expect(at[0]).toBeGreaterThanOrEqual(6)
        expect(at.at(-1)! + notes.at(-1)!.size).toBeLessThanOrEqual(610 + 1e-9)
      }),
    )
  })
  it('the chosen one stays by its part while there is room', () => {
    const at = placeNotes(
      [
        { key: 'a', y: 100, size: 46 },
        { key: 'b', y: 110, size: 62 },
        { key: 'c', y: 115, size: 46 },
      ],
      1,
      0,
      600,
    )
    expect(at).toEqual([64, 110, 172])
  })
  it('spread figures are moved no more than they must be', () => {
    expect(pushApart([10, 50, 90], 20, 0, 200)).toEqual([10, 50, 90])
    expect(pushApart([50, 55], 20, 0, 200)).toEqual([50, 70])
  })
})

describe('the section', () => {
  it.each(scenes)('$name: stands inside its frame, to one scale', ({ line, scene }) => {
    const { heights } = line.line
    expect(scene.y(0) - scene.y(1)).toBeCloseTo(scene.scale, 9)
    expect(scene.vessel.body.height).toBeCloseTo((heights.top - heights.foot) * scene.scale, 6)
    expect(scene.gutter.centre.y).toBeGreaterThanOrEqual(FRAME.top)
    expect(scene.vessel.body.x + scene.vessel.body.width).toBeLessThanOrEqual(FRAME.right + 1)
    expect(scene.water.height).toBeCloseTo((Math.min(heights.full, heights.rim) - heights.floor) * scene.scale, 6)
  })
  it('the hose is drawn falling when it falls', () => {
    const hose = scenes[0]!.scene.cut!.hose
    expect(hose[1]!.y).toBeGreaterThan(hose[0]!.y)
  })

  const cross = (a: Point, b: Point, c: Point, d: Point) => {
    const side = (p: Point, q: Point, r: Point) => Math.sign((q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x))
    return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0
  }
  it('no two leaders cross on the demo jobs', () => {
    for (const { scene, name } of scenes.slice(0, 3)) {
      const ys = placeNotes(
        STATIONS.map((key) => ({ key, y: scene.anchors[key].y - 15, size: 46 })),
        3,
        6,
        610,
      )
      const lines = STATIONS.map((key, i) => [{ x: 204, y: ys[i]! + 15 }, scene.anchors[key]] as const)
      lines.forEach(([a, b], i) =>
        lines
          .slice(i + 1)
          .forEach(([c, d], j) =>
            expect([name, STATIONS[i], STATIONS[i + 1 + j], cross(a, b, c, d)]).toEqual([name, STATIONS[i], STATIONS[i + 1 + j], false]),
          ),
      )
    }
  })
})
