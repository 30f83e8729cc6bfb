import { baseHeight, UNLAID } from '../layout'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { assess } from '../assess'
import { headSpentBy } from '../catch/families'
import { withyHard } from '../demo'
import { addDevice, changeDevice, clearTrain, fitRecipe, freshDevice, moveDevice, setStand, trainPlace, TRAIN_RECIPES } from '../edits'
import { buildWaterPath } from '../path/waterPath'
import type { Device, Scheme } from '../scheme'
import { headLedger, headLeft } from './headLedger'
import { sectionLines } from './heights'

const boathouse = () => withyHard().schemes[0]!
const wants = { flow: 0.855e-3, flush: 0.02, run: 1.5, system: 'metric' as const }
const fitted = TRAIN_RECIPES.map((recipe) => fitRecipe(boathouse(), 'river-drop', 'butt', recipe, wants))
const schemes = [...fitted, ...ARRANGEMENTS.map((make) => make())]
const linesOf = (scheme: Scheme) => sectionLines(buildWaterPath(scheme))
const left = (scheme: Scheme) => headLeft(headLedger(linesOf(scheme)[0]!))

describe('a train as a chain of heights', () => {
  it('is unbroken and sums to outlet less inlet, for every arrangement and recipe', () => {
    for (const line of schemes.flatMap(linesOf)) {
      const { stretches, heights } = line
      expect(stretches[0]!.from).toBe(heights.outlet)
      stretches.slice(1).forEach((each, i) => expect(each.from).toBe(stretches[i]!.to))
      const end = line.trough ? heights.cut!.lip : heights.inlet
      expect(stretches.at(-1)!.to).toBe(end)
      expect(stretches.reduce((sum, { from, to }) => sum + from - to, 0)).toBeCloseTo(heights.outlet - end, 9)
    }
  })
  it('gives every device in line what its family spends', () => {
    for (const line of schemes.flatMap(linesOf)) {
      for (const { item, device, from, to } of line.stretches) {
        const own = line.intake.drop.devices.find(({ id }) => id === device)
        // Adapters that sit on a body are within what is sawn out for it.
        const next = line.intake.drop.devices[line.intake.drop.devices.indexOf(own!) + 1]
        if (item === 'adapter' && next && 'adapters' in next && next.adapters > 0) expect(from).toBe(to)
        else if (own && (item === 'neck' || item === 'rain-head' || item === 'adapter' || item === 'screen' || item === 'first-flush'))
          expect(from - to).toBeCloseTo(headSpentBy(own, 0, UNLAID), 9)
      }
    }
  })
  it('raising the vessel never gives more head', () => {
    fc.assert(
      fc.property(fc.constantFrom(...schemes), fc.double({ min: 0, max: 1.5, noNaN: true }), (scheme, rise) => {
        const vessel = linesOf(scheme)[0]!.placed.vessel
        expect(left(setStand(scheme, vessel.id, baseHeight(vessel.base) + rise))).toBeLessThanOrEqual(left(scheme) + 1e-9)
      }),
    )
  })
  it('a device more in line takes just its height off what is left', () => {
    const base = fitRecipe(boathouse(), 'river-drop', 'butt', 'full-take', wants)
    for (const kind of ['adapter', 'screen', 'rain-head', 'filter', 'first-flush'] as const) {
      const device = freshDevice(kind, kind, trainPlace(base, 'river-drop', 'butt'))
      const more = addDevice(base, 'river-drop', 'butt', device)
      expect(left(base) - left(more)).toBeCloseTo(headSpentBy(device, 0, UNLAID), 9)
    }
  })
  it('a chamber hangs from its branch, which stands as low as the inlet and the pipe across let it', () => {
    const line = linesOf(fitted[TRAIN_RECIPES.indexOf('flush-ball')]!)[0]!
    const { carry, flush, heights } = line
    expect(heights.flush!.invert).toBeCloseTo(heights.pipeEnd! + carry!.down + carry!.fall * carry!.length, 9)
    expect(carry!.down).toBeGreaterThan(carry!.bore / 2)
    expect(heights.flush!.bottom).toBeCloseTo(heights.flush!.invert - flush!.length, 9)
  })
  it('a standing-water pipe takes its loss and 150 mm, and hangs on the lowest of several outlets', () => {
    const wet = fitted[TRAIN_RECIPES.indexOf('wet-carry')]!
    const line = linesOf(wet)[0]!
    const across = line.stretches.find(({ item }) => item === 'carrying-pipe')!
    expect(across.from - across.to).toBeGreaterThan(0.15)
    expect(across.from - across.to).toBeLessThan(0.2)
    const second = {
      ...wet,
      gutters: wet.gutters.map((gutter, i) =>
        i === 0 ? { ...gutter, outlets: [...gutter.outlets, { ...gutter.outlets[0]!, id: 'low', at: 0, height: 2.2 }] } : gutter,
      ),
    }
    expect(linesOf(second)[0]!.heights.outlet).toBe(2.2)
  })
  it('a wall crossing keeps its level and parts the free pipe in two', () => {
    const full = fitRecipe(boathouse(), 'river-drop', 'butt', 'full-take', wants)
    const crossed = addDevice(full, 'river-drop', 'butt', { kind: 'wall-crossing', id: 'x', thickness: 0.2, height: 1.7 })
    const free = headLedger(linesOf(crossed)[0]!).filter(({ item }) => item === 'left')
    expect(free).toHaveLength(2)
    expect(left(crossed)).toBeCloseTo(left(full), 9)
  })
  it('a part put above what hangs over it is told as short there, however much is free below', () => {
    const high = addDevice(fitRecipe(boathouse(), 'river-drop', 'butt', 'full-take', wants), 'river-drop', 'butt', {
      kind: 'wall-crossing',
      id: 'x',
      thickness: 0.2,
      height: 2.1,
    })
    expect(left(high)).toBeCloseTo(2.025 - 2.1, 9)
    expect(assess(high).lines[0]!.left.working.lines.map(({ label }) => label)).toEqual(['inHand', 'wantedThere', 'left'])
  })
  it('a pipe with nothing in it still stands beside its vessel, and is said not to feed it', () => {
    const bare = clearTrain(boathouse(), 'river-drop')
    const { lines, bare: beside, findings } = assess(bare)
    expect(lines).toEqual([])
    expect(beside.map(({ line }) => [line.intake.drop.id, line.fed])).toEqual([
      ['river-drop', false],
      ['lane-drop', false],
    ])
    expect(findings.map(({ id }) => id)).toContain('nothingFed')
    expect(findings.some(({ id }) => id === 'headShort')).toBe(false)
  })
})

describe('edits of a train', () => {
  it('a part goes where its family usually stands', () => {
    const place = trainPlace(boathouse(), 'river-drop', 'butt')
    const kinds = (scheme: Scheme) => scheme.drops[0]!.devices.map(({ kind }) => kind)
    const head = addDevice(boathouse(), 'river-drop', 'butt', freshDevice('rain-head', 'x', place))
    expect(kinds(head)).toEqual(['neck', 'rain-head', 'ring-trough'])
    expect(kinds(addDevice(head, 'river-drop', 'butt', freshDevice('first-flush', 'y', place)))).toEqual([
      'neck',
      'rain-head',
      'first-flush',
      'ring-trough',
    ])
  })
  it('gives a second part of a kind an id of its own', () => {
    const place = trainPlace(boathouse(), 'river-drop', 'butt')
    const twice = [1, 2].reduce((scheme) => addDevice(scheme, 'river-drop', 'butt', freshDevice('adapter', 'a', place)), boathouse())
    const ids = twice.drops[0]!.devices.map(({ id }) => id)
    expect(new Set(ids).size).toBe(ids.length)
  })
  it('moving there and back changes nothing', () => {
    const scheme = fitted[TRAIN_RECIPES.indexOf('flush-ball')]!
    const { devices } = scheme.drops[0]!
    fc.assert(
      fc.property(fc.nat({ max: devices.length - 1 }), fc.nat({ max: devices.length - 1 }), (from, to) => {
        const { id } = devices[from]!
        const there = moveDevice(scheme, 'river-drop', id, to)
        expect(there.drops[0]!.devices[to]!.id).toBe(id)
        expect(moveDevice(there, 'river-drop', id, from).drops[0]!.devices).toEqual(devices)
      }),
    )
  })
  it('names the part that is not there', () => {
    expect(() => moveDevice(boathouse(), 'river-drop', 'ghost', 0)).toThrow('ghost')
    expect(() => changeDevice(boathouse(), 'river-drop', 'trough', 'neck', () => {})).toThrow('neck')
  })
  it('every family has a fresh device that the schema lets in', async () => {
    const { device } = await import('../scheme')
    const kinds: Device['kind'][] = [
      'neck',
      'adapter',
      'screen',
      'rain-head',
      'filter',
      'first-flush',
      'ring-trough',
      'push-in',
      'twist',
      'flap',
      'float-shut',
      'tee',
      'carrying-pipe',
      'wall-crossing',
      'winter-shut-off',
    ]
    for (const kind of kinds)
      expect(device.validateSync(freshDevice(kind, 'fresh', trainPlace(boathouse(), 'river-drop', 'butt')), { strict: true })).toBeTruthy()
  })
})
