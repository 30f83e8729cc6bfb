import fc from 'fast-check'
import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '#core/arrangements'
import { detailsOf, fittingKey, numberParts, plainPartsInputs, planBuild, type Hole } from '#core/build'
import { demoJobs, tanneryRow } from '#core/demo'
import { addVessel, putFittings } from '#core/edits'
import { buildWaterPath } from '#core/path'
import type { Scheme } from '#core/scheme'
import type { Box, Point } from '~/drawing/shapes'
import { detailPlate } from './detailPlate'
import { courses, gravel, masonry, ripples, timber, waste } from './hatches'
import { calloutRow, CALLOUT, LEAST_TEXT, spread, type Plate, type PlateMark } from './plate'
import { fullLevels } from '#core/vessel'
import { ASPECTS, siteScene } from '~/drawing/siteScene'
import { clipped, SCENE_PX, sitePlate } from './sitePlate'
import { vesselPlate } from './vesselPlate'

const mm = ({ value }: { value: number }) => `${Math.round(value * 1000)} mm`
const texts = ({ marks }: Plate) => marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : []))
const pointsOf = (mark: PlateMark): Point[] =>
  mark.kind === 'line' ? mark.points : mark.kind === 'strokes' ? mark.lines.flat() : [mark.kind === 'circle' ? mark.centre : mark.at]

const schemes: (readonly [string, Scheme])[] = [
  ...demoJobs().flatMap((job) => job.schemes.map((scheme) => [`${job.name}: ${scheme.name}`, scheme] as const)),
  ...ARRANGEMENTS.map((make) => [make().name, make()] as const),
]
function rows(scheme: Scheme, width: number) {
  const plan = planBuild(buildWaterPath(scheme), plainPartsInputs('metric'))
  const numbers = numberParts(plan.assembly)
  const details = detailsOf(plan.assembly, plan.groups)
  return {
    plan,
    numbers,
    details,
    plates: details.map((detail) => detailPlate(detail, numbers, width, { title: 'row', text: mm, gap: 'GAP' })),
  }
}

describe('rows of parts', () => {
  it.each(schemes)('keep within the sheet, on paper and on a phone: %s', (_, scheme) => {
    for (const width of [178, 88])
      for (const plate of rows(scheme, width).plates)
        for (const mark of plate.marks)
          for (const { x, y } of pointsOf(mark)) {
            expect(x).toBeGreaterThanOrEqual(-1e-9)
            expect(x).toBeLessThanOrEqual(width + 1e-9)
            expect(y).toBeGreaterThanOrEqual(-1e-9)
            expect(y).toBeLessThanOrEqual(plate.height + 1e-9)
          }
  })

  it.each(schemes)('say the label and the length of every piece, and the number of every fitting: %s', (_, scheme) => {
    const { plan, numbers, details, plates } = rows(scheme, 178)
    const said = plates.flatMap(texts)
    for (const { cuts } of plan.groups)
      for (const { label, length } of cuts) {
        expect(said).toContain(label)
        expect(said).toContain(mm({ value: length }))
      }
    for (const { items } of details)
      for (const item of items) if (item.kind === 'fitting') expect(said).toContain(String(numbers.get(fittingKey(item.placed.fitting.id))))
  })

  it('show where two ends do not go together', () => {
    const scheme = demoJobs()[0]!.schemes[0]!
    const wrong = putFittings(scheme, 'outlet:river-outlet|device:river-neck', ['downpipeAdapter-downpipe-square-65-f-downpipe-round-68-m'])
    expect(rows(scheme, 178).plates.flatMap(texts)).not.toContain('GAP')
    expect(rows(wrong, 178).plates.flatMap(texts)).toContain('GAP')
  })

  it('give what a step is done to a place, so that a picture can be taken round it', () => {
    const { plates } = rows(tanneryRow().schemes[2]!, 120)
    const places = Object.assign({}, ...plates.map((plate) => plate.places)) as Record<string, Point>
    for (const key of ['link:link', 'overflow:over', 'tap:tote-tap', 'port:tote-2:link']) expect(places[key]).toBeDefined()
  })

  it.each(schemes)('have no letters smaller than may be read: %s', (_, scheme) => {
    for (const plate of rows(scheme, 178).plates)
      for (const mark of plate.marks) if (mark.kind === 'text') expect(mark.size).toBeGreaterThanOrEqual(LEAST_TEXT)
  })
})

describe('the holes of a vessel', () => {
  const vessel = tanneryRow().schemes[2]!.stores[0]!.vessels[0]!
  const hole = (clock: number, above: number, key: string): Hole => ({
    key,
    of: { kind: 'vessel', id: vessel.id, name: vessel.name },
    role: 'outlet',
    diameter: 0.03,
    cutter: 'hole-saw',
    tap: false,
    source: 'commonPractice',
    above,
    belowRim: vessel.body.rim - above,
    clock,
    gasket: 'none',
    count: 1,
    hand: 'outside',
    cautions: [],
  })
  const said = { title: '', text: mm, rim: 'rim', wallAtTwelve: 'wall', belowRim: (at: { value: number }) => `${mm(at)} under` }
  /** The hole's circle on the front, and its dot on the face from above. */
  function places(clock: number, width: number) {
    const { marks } = vesselPlate(vessel, [hole(clock, 0.5, 'h')], width, said)
    const body = marks.find((mark) => mark.kind === 'line' && mark.closed)
    const corners = body?.kind === 'line' ? body.points : []
    const circles = marks.flatMap((mark) => (mark.kind === 'circle' && mark.centre.x > 5 ? [mark] : []))
    const dot = circles.find(({ fill }) => fill === 'ink')!.centre
    const front = circles.find(({ fill }) => fill !== 'ink')!
    const name = marks.find((mark) => mark.kind === 'text' && mark.text === vessel.name)!
    return {
      front: front.centre.x - (corners[0]!.x + corners[1]!.x) / 2,
      behind: front.weight === 'hidden',
      plan: dot.x - (name.kind === 'text' ? name.at.x : 0),
    }
  }

  it.each([178, 88])('lie on the same side from the front as on the clock face, whoever stands at six: %s mm wide', (width) => {
    for (const clock of [2, 3, 4, 8, 9, 10]) {
      const { front, plan } = places(clock, width)
      expect(Math.sign(front), `${clock} o'clock`).toBe(Math.sign(plan))
      expect(front > 0).toBe(clock < 6)
    }
    expect(Math.abs(places(6, width).front)).toBeLessThan(0.01)
    expect(Math.abs(places(12, width).front)).toBeLessThan(0.01)
  })

  it('are dashed where they are behind', () => {
    expect(places(12, 178).behind).toBe(true)
    expect(places(6, 178).behind).toBe(false)
  })

  it('tell every centre from the foot and from the rim', () => {
    const plate = vesselPlate(vessel, [hole(6, 0.5, 'a'), hole(3, 0.52, 'b')], 178, said)
    for (const above of [0.5, 0.52]) {
      expect(texts(plate)).toContain(mm({ value: above }))
      expect(texts(plate)).toContain(`${mm({ value: vessel.body.rim - above })} under`)
    }
  })
})

describe('hatches', () => {
  const box = fc.record({
    x: fc.double({ min: 0, max: 100, noNaN: true }),
    y: fc.double({ min: 0, max: 100, noNaN: true }),
    width: fc.double({ min: 4, max: 60, noNaN: true }),
    height: fc.double({ min: 4, max: 60, noNaN: true }),
  })
  it.each([
    ['masonry', masonry, 0],
    ['waste', waste, 0],
    ['courses', courses, 0],
    ['timber', timber, 0.31],
    ['gravel', gravel, 0.75],
    ['ripples', ripples, 0],
  ] as [string, (box: Box) => PlateMark, number][])('%s keeps within what it fills, and fills it', (_, hatch, over) => {
    fc.assert(
      fc.property(box, (room) => {
        const points = pointsOf(hatch(room))
        for (const { x, y } of points) {
          expect(x).toBeGreaterThanOrEqual(room.x - over - 1e-6)
          expect(x).toBeLessThanOrEqual(room.x + room.width + over + 1e-6)
          expect(y).toBeGreaterThanOrEqual(room.y - over - 1e-6)
          expect(y).toBeLessThanOrEqual(room.y + room.height + over + 1e-6)
        }
        if (room.width > 20 && room.height > 20) expect(points.length).toBeGreaterThan(4)
      }),
    )
  })
})

describe('places in a row', () => {
  it('keep their order and their distance, between their ends, as long as there is room', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 100, noNaN: true }), { minLength: 1, maxLength: 12 }), (wanted) => {
        const sorted = wanted.toSorted((a, b) => a - b)
        const placed = spread(sorted, 0, 100)
        placed.forEach((at, i) => {
          expect(at).toBeLessThanOrEqual(100 + 1e-9)
          expect(at).toBeGreaterThanOrEqual(0 - 1e-9)
          if (i > 0) expect(at - placed[i - 1]!).toBeGreaterThanOrEqual(CALLOUT.gap - 1e-9)
        })
      }),
    )
  })
  it('leave alone what has room already', () => expect(spread([10, 40, 90], 0, 100)).toEqual([10, 40, 90]))
  it('lead no leader across another', () => {
    const targets = [60, 10, 12, 14].map((x, i) => ({ number: String(i), at: { x, y: 20 } }))
    const circles = calloutRow(targets, 5, 3, 100).flatMap((mark) => (mark.kind === 'circle' && mark.radius > 1 ? [mark.centre.x] : []))
    expect(circles).toEqual(circles.toSorted((a, b) => a - b))
  })
})

describe('the job from above and from the yard', () => {
  it.each(schemes)('keeps within the sheet, shows every vessel, and is to the scale of its bar: %s', (_, scheme) => {
    const path = buildWaterPath(scheme)
    for (const aspect of ASPECTS)
      for (const width of [178, 88]) {
        const scene = siteScene(path, fullLevels(path), aspect, { width: width * SCENE_PX, height: 84 * SCENE_PX })
        const plate = sitePlate(scene, { title: 'site', ground: 'GROUND', bar: { metres: 1, label: 'BAR' } })
        for (const mark of plate.marks)
          if (mark.kind === 'strokes')
            for (const { x, y } of pointsOf(mark)) {
              expect(x).toBeGreaterThanOrEqual(-1e-9)
              expect(x).toBeLessThanOrEqual(plate.width + 1e-9)
              expect(y).toBeGreaterThanOrEqual(-1e-9)
              expect(y).toBeLessThanOrEqual(plate.height + 1e-9)
            }
        for (const { name, behind } of scene.vessels) if (!behind) expect(texts(plate)).toContain(name)
        // The nearest of them hides nobody's name but by standing before it.
        expect(scene.vessels.at(-1)?.behind ?? false).toBe(false)
        if (aspect === 'plan')
          expect(scene.vessels.some(({ behind }) => behind)).toBe(
            [...path.vessels.values()].some(({ vessel }) => vessel.on !== undefined && vessel.place === undefined),
          )
        // Seen along the wall what stands two metres out is drawn two metres from it.
        if (aspect === 'across')
          for (const { pose, label } of scene.vessels) expect(label.x - scene.wall![0].x).toBeCloseTo(pose.foot.y * scene.scale, 6)
        // A metre of the bar is a metre between two vessels.
        const [a, b] = scene.vessels
        if (a && b && aspect === 'plan') {
          const apart = Math.hypot(a.pose.foot.x - b.pose.foot.x, a.pose.foot.y - b.pose.foot.y)
          const middle = ({ outline }: typeof a) => ({
            x: outline.reduce((sum, { x }) => sum + x, 0) / outline.length,
            y: outline.reduce((sum, { y }) => sum + y, 0) / outline.length,
          })
          const drawn = Math.hypot(middle(a).x - middle(b).x, middle(a).y - middle(b).y) / SCENE_PX
          expect(drawn).toBeCloseTo((apart * scene.scale) / SCENE_PX, 6)
        }
      }
  })
  it('draws a platform that two stand on once, as broad as both (by hand)', () => {
    const timber = [{ kind: 'timber' as const, height: 0.4 }]
    const two = produce(addVessel(tanneryRow().schemes[0]!, tanneryRow().schemes[0]!.stores[0]!.id), (draft) => {
      for (const { base } of draft.stores[0]!.vessels) Object.assign(base, { parts: timber, width: 1.3, depth: 1.3 })
    })
    const path = buildWaterPath(two)
    const scene = siteScene(path, fullLevels(path), 'elevation', { width: 700, height: 400 })
    const layers = scene.vessels.flatMap(({ base }) => base)
    expect(layers).toHaveLength(1)
    const xs = layers[0]!.map(({ x }) => x)
    const [a, b] = [...path.layout.vessels.values()]
    expect((Math.max(...xs) - Math.min(...xs)) / scene.scale).toBeCloseTo(Math.abs(a!.foot.x - b!.foot.x) + 1.3, 6)
  })
  it('cuts what runs over the edge at the edge, by hand', () => {
    const paper = { width: 10, height: 10 }
    expect(clipped({ x: -5, y: 5 }, { x: 15, y: 5 }, paper)).toEqual([
      { x: 0, y: 5 },
      { x: 10, y: 5 },
    ])
    expect(clipped({ x: 2, y: 2 }, { x: 4, y: 4 }, paper)).toEqual([
      { x: 2, y: 2 },
      { x: 4, y: 4 },
    ])
    expect(clipped({ x: -5, y: -1 }, { x: 15, y: -1 }, paper)).toBeUndefined()
    expect(clipped({ x: -10, y: 5 }, { x: -1, y: 5 }, paper)).toBeUndefined()
  })
})
