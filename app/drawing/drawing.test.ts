import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '#core/arrangements'
import { assess } from '#core/assess'
import { demoJobs, withyHard } from '#core/demo'
import { clearTrain, fitRecipe, setStand, TRAIN_RECIPES } from '#core/edits'
import { placeNotes, pushApart } from './placeNotes'
import { sceneOf, topOf } from './scene'
import type { Point } from './shapes'

const FRAME = { left: 200, right: 676, top: 30, ground: 590 }
const STATIONS = ['sky', 'roof', 'gutter', 'drop', 'cask', 'spill', 'draw'] as const
const scenes = [...demoJobs().map(({ schemes }) => schemes[0]!), ...ARRANGEMENTS.map((make) => make())].flatMap((scheme) =>
  assess(scheme).lines.map((line) => ({ name: scheme.name, line, scene: sceneOf(line, FRAME, 126) })),
)

describe('a butt in a pit', () => {
  const line = assess(setStand(withyHard().schemes[0]!, 'butt', -1.2)).lines[0]!
  it('is drawn whole: the paving is lifted by as much as it is sunk, and all is smaller where it has to be', () => {
    const scene = sceneOf(line, FRAME, 126)
    expect(scene.y(0)).toBeCloseTo(FRAME.ground - 1.2 * scene.scale, 6)
    expect(scene.ground).toBeCloseTo(scene.y(0), 6)
    expect(scene.vessel.body.y + scene.vessel.body.height).toBeCloseTo(FRAME.ground, 6)
    expect(scene.roof.from.y).toBeGreaterThanOrEqual(FRAME.top)
  })
  it('keeps the common line of drawings that stand beside one another', () => {
    expect(sceneOf(line, { ...FRAME, level: true }, 126).ground).toBe(FRAME.ground)
  })
})

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

describe('the train on the section', () => {
  const wants = { flow: 0.855e-3, flush: 0.03, run: 1.5, system: 'metric' as const }
  const trains = TRAIN_RECIPES.map((recipe) => {
    const [line] = assess(fitRecipe(withyHard().schemes[0]!, 'river-drop', 'butt', recipe, wants)).lines
    return { recipe, line: line!, scene: sceneOf(line!, FRAME, 126) }
  })
  it.each(trains)('$recipe: every stretch of plain pipe lies at its heights, and nothing leaves the frame', ({ line, scene }) => {
    const { stretches } = line.line
    for (const { item, from, to } of stretches) {
      if (item !== 'free' || from <= to) continue
      const drawn = scene.train.pipes.find((pipe) => Math.abs(pipe.from - scene.y(from)) < 1e-6)
      expect(drawn).toBeDefined()
      expect(drawn!.to).toBeLessThanOrEqual(scene.y(to) + 1e-6)
    }
    expect(scene.vessel.body.x + scene.vessel.body.width).toBeLessThanOrEqual(FRAME.right + 1)
    for (const { x, y } of scene.train.across?.route ?? []) {
      expect(x).toBeGreaterThanOrEqual(FRAME.left)
      expect(x).toBeLessThanOrEqual(FRAME.right)
      expect(y).toBeLessThanOrEqual(FRAME.ground + 30)
    }
  })
  it('a chamber is as long as it is, its sisters stand clear of the vessel, and its ball lies within its bore', () => {
    const { line, scene } = trains.find(({ recipe }) => recipe === 'flush-ball')!
    const { flush } = scene.train
    expect(flush!.chambers).toHaveLength(line.line.flush!.chambers)
    for (const chamber of flush!.chambers) {
      expect(chamber.height).toBeCloseTo(line.line.flush!.length * scene.scale, 6)
      expect(chamber.x + chamber.width).toBeLessThan(scene.vessel.body.x)
    }
    expect(flush!.ball!.radius * 2).toBeLessThan(flush!.chambers[0]!.width)
    expect(flush!.ball!.seat).toBeLessThan(flush!.ball!.radius)
  })
  it('a dry pipe across falls on the drawing by what it falls on the wall', () => {
    const { line, scene } = trains.find(({ recipe }) => recipe === 'flush-in-line')!
    const { carry } = line.line
    const [start, far, mouth] = scene.train.across!.route
    expect(far!.y - start!.y).toBeCloseTo(carry!.fall * carry!.length * scene.scale, 6)
    expect(mouth!.y - far!.y).toBeCloseTo(carry!.down * scene.scale, 6)
  })
  it('a wet one dips below the paving, and stands full up to its inlet', () => {
    const { line, scene } = trains.find(({ recipe }) => recipe === 'wet-carry')!
    expect(Math.max(...scene.train.across!.route.map(({ y }) => y))).toBeGreaterThan(scene.ground)
    expect(scene.train.across!.level).toBeCloseTo(scene.y(line.line.heights.inlet), 9)
    expect(scene.train.across!.cleanOut).toBeDefined()
  })
  it('what has a height of its own has a grip at it', () => {
    for (const { line, scene } of trains) {
      const own = line.line.intake.drop.devices.filter(
        (device) => 'height' in device && ['push-in', 'twist', 'flap', 'float-shut'].includes(device.kind),
      )
      expect(scene.train.grips.map(({ id }) => id)).toEqual(own.map(({ id }) => id))
      for (const { at, height } of scene.train.grips) expect(at.y).toBeCloseTo(scene.y(height), 9)
    }
  })
  it('a pipe that leads nowhere runs down to its foot', () => {
    const [bare] = assess(clearTrain(withyHard().schemes[0]!, 'river-drop')).bare
    const scene = sceneOf(bare!, FRAME, 126)
    expect(scene.train.across).toBeUndefined()
    expect(scene.foot).toBeGreaterThan(0)
    expect(Math.max(...scene.train.pipes.map(({ to }) => to))).toBeCloseTo(scene.y(0) - 8, 6)
  })
})

describe('the section', () => {
  it.each(scenes)('$name: stands inside its frame, to one scale', ({ line, scene }) => {
    const { heights } = line.line
    expect(scene.y(0) - scene.y(1)).toBeCloseTo(scene.scale, 9)
    expect(scene.vessel.body.height).toBeCloseTo((heights.top - heights.foot) * scene.scale, 6)
    expect(scene.gutter.centre.y).toBeGreaterThanOrEqual(FRAME.top)
    expect(scene.vessel.body.x + scene.vessel.body.width).toBeLessThanOrEqual(FRAME.right + 1)
    expect(scene.vessel.water.height).toBeCloseTo((Math.min(heights.full, heights.rim) - heights.floor) * scene.scale, 6)
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

describe('what stands over a vessel', () => {
  const body = { x: 0, y: 100, width: 90, height: 200 }
  it('stands over its dome, where it has one', () => {
    expect(topOf({ body, rim: 104, lid: 'sealed' })).toBe(91)
    expect(topOf({ body: { ...body, width: 45 }, rim: 104, lid: 'sealed' })).toBe(97.5)
    expect(topOf({ body, rim: 104, lid: 'open' })).toBe(100)
  })
})
