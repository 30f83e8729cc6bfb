import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { withyHard } from '../demo'
import { addDevice, fitRecipe, freshDevice, trainPlace } from '../edits'
import { buildWaterPath } from '../path/waterPath'
import type { DeviceOf, Scheme } from '../scheme'
import { cutSheet } from './cutSheet'
import { headLedger, shortRow } from './headLedger'
import { sectionLines, type SectionLine } from './heights'
import { inOldPipe, lineCut, pipeCuts, pipeEndFor } from './lineCut'

const boathouse = () => withyHard().schemes[0]!
const wants = { flow: 0.855e-3, flush: 0.02, run: 1.5, system: 'metric' as const }
const fit = (recipe: Parameters<typeof fitRecipe>[3]) => fitRecipe(boathouse(), 'river-drop', 'butt', recipe, wants)
const linesOf = (scheme: Scheme) => sectionLines(buildWaterPath(scheme))
const lineOf = (scheme: Scheme): SectionLine => linesOf(scheme)[0]!
/** The boathouse with another device in place of its trough. */
function inPlaceOfTrough(kind: 'twist' | 'flap' | 'push-in'): Scheme {
  const scheme = boathouse()
  const own = freshDevice(kind, 'other', trainPlace(scheme, 'river-drop', 'butt'))
  const [first, ...others] = scheme.drops
  return { ...scheme, drops: [{ ...first!, devices: first!.devices.map((each) => (each.kind === 'ring-trough' ? own : each)) }, ...others] }
}

describe('heights of a line', () => {
  it('of the vessel stand on its foot, each at its own height over it', () => {
    for (const scheme of [boathouse(), ...ARRANGEMENTS.map((make) => make())])
      for (const { placed, heights } of linesOf(scheme)) {
        const { body } = placed.vessel
        expect(heights.foot).toBe(placed.foot)
        expect(heights.rim - heights.foot).toBeCloseTo(body.rim, 12)
        expect(heights.top - heights.foot).toBeCloseTo(body.height, 12)
        expect(heights.floor - heights.foot).toBeCloseTo(body.floor, 12)
        // Water is drawn within the vessel, and stands no higher than its rim.
        expect(heights.draw).toBeGreaterThanOrEqual(heights.floor)
        expect(heights.full).toBeLessThanOrEqual(heights.rim + 1e-12)
      }
  })
  it('of totes stacked two high begin at the foot of the lower one', () => {
    const stacked = linesOf(ARRANGEMENTS[13]!()).find(({ placed }) => placed.vessel.on !== undefined)!
    const path = buildWaterPath(ARRANGEMENTS[13]!())
    const lower = path.vessels.get(stacked.placed.vessel.on!)!
    expect(stacked.heights.base).toBe(lower.foot)
    expect(stacked.heights.foot).toBeGreaterThan(lower.foot + 0.5)
    // On the ground the foot is what there is.
    for (const { placed, heights } of linesOf(boathouse())) expect(heights.base).toBe(placed.foot)
  })
  it('a trough has its two cuts, the lip between them and its spigot 20 mm below the lip', () => {
    const { heights, intake } = lineOf(boathouse())
    const sheet = cutSheet(intake.drop, intake.device!, 0.0015)!
    expect(heights.cut).toMatchObject({ mark: sheet.upper, lower: sheet.lower })
    expect(heights.cut!.lip).toBeLessThan(heights.cut!.mark)
    expect(heights.cut!.lip - heights.cut!.spigot).toBeCloseTo(0.02, 9)
    expect(heights.hoseFrom).toBe(heights.cut!.spigot)
    expect(heights.letIn).toBeUndefined()
  })
  it.each(['twist', 'flap'] as const)('a %s is let in between its cuts, and has no lip', (kind) => {
    const scheme = inPlaceOfTrough(kind)
    const { heights, intake } = lineOf(scheme)
    const sheet = cutSheet(intake.drop, intake.device!, 0.0015)!
    expect(heights.cut).toBeUndefined()
    expect(heights.letIn!.upper).toBeCloseTo(sheet.upper, 9)
    expect(heights.letIn!.lower).toBeCloseTo(sheet.lower!, 9)
    expect(heights.hoseFrom).toBe((intake.device as DeviceOf<'twist'>).height)
  })
  it('what is pushed in has neither cut nor lip, and its hose where it sits', () => {
    const { heights, intake } = lineOf(inPlaceOfTrough('push-in'))
    expect([heights.cut, heights.letIn]).toEqual([undefined, undefined])
    expect(heights.hoseFrom).toBe((intake.device as DeviceOf<'push-in'>).height)
  })
  it('a whole pipe has no hose', () => expect(lineOf(fit('full-take')).heights.hoseFrom).toBeUndefined())
})

describe('the account of heights', () => {
  it('names the device that each of its rows is spent on', () => {
    const base = fit('full-take')
    const scheme = addDevice(base, 'river-drop', 'butt', freshDevice('rain-head', 'head', trainPlace(base, 'river-drop', 'butt')))
    const rows = headLedger(lineOf(scheme))
    const head = scheme.drops[0]!.devices.find(({ kind }) => kind === 'rain-head')!
    expect(rows.find(({ item }) => item === 'rain-head')).toMatchObject({ device: head.id })
    expect(rows.every(({ item, device }) => (item === 'usable' || item === 'stand' ? device === undefined : true))).toBe(true)
    expect(rows.reduce((sum, { from, to }) => sum + from - to, 0)).toBeCloseTo(rows[0]!.from, 12)
  })
  it('calls a stretch short only where it runs upward', () => {
    for (const scheme of [boathouse(), ...ARRANGEMENTS.map((make) => make())])
      for (const rows of linesOf(scheme).map(headLedger))
        for (const { item, from, to } of rows) {
          if (item === 'short') expect(to).toBeGreaterThan(from)
          if (item === 'left') expect(from).toBeGreaterThan(to)
        }
  })
  it('of two that are short the worse is told, of none nothing', () => {
    const row = (item: 'short' | 'left', from: number, to: number) => ({ item, from, to })
    expect(shortRow([row('short', 1, 1.1), row('left', 1.1, 0.5), row('short', 0.5, 0.9)])).toEqual(row('short', 0.5, 0.9))
    expect(shortRow([row('left', 1, 0.5)])).toBeUndefined()
  })
})

describe('where the old pipe is sawn', () => {
  it('for a trough once, in its own sheet, and for nothing else on that line', () => {
    const line = lineOf(boathouse())
    const [trough] = line.intake.drop.devices.filter(({ kind }) => kind === 'ring-trough')
    expect(lineCut(line)).toEqual(cutSheet(line.intake.drop, trough!, line.kerf))
    for (const device of line.intake.drop.devices) expect(pipeEndFor(device, line)).toBeUndefined()
  })
  it.each(['flush-ball', 'wet-carry'] as const)(
    'for a train of %s at the foot of the stretch over its first part, and no pipe hangs below',
    (recipe) => {
      const line = lineOf(fit(recipe))
      const { drop } = line.intake
      const first = drop.devices.find(({ kind }) => kind === 'first-flush' || kind === 'carrying-pipe')!
      const at = pipeEndFor(first, line)!
      const over = line.stretches[line.stretches.findIndex(({ device }) => device === first.id) - 1]!
      expect(over.item).toBe('free')
      expect(at).toBe(over.to)
      expect(lineCut(line)).toMatchObject({ device: first.id, upper: at })
      expect(inOldPipe(drop).at(-1)).toBe(first)
      expect(drop.devices.slice(drop.devices.indexOf(first) + 1).every((each) => !inOldPipe(drop).includes(each))).toBe(true)
      // One end of the old pipe, sawn once.
      expect(pipeCuts(drop, line, line.kerf).filter(({ upper }) => upper === at)).toHaveLength(1)
    },
  )
  it('over a lid at the end of the pipe itself', () => {
    const line = lineOf(fit('full-take'))
    const cut = lineCut(line)!
    expect(cut).toMatchObject({ kind: 'end', upper: line.over!.at })
    expect(pipeCuts(line.intake.drop, line, line.kerf).filter(({ kind }) => kind === 'end')).toEqual([cut])
    // Of a pipe that is not drawn yet there is none.
    expect(pipeCuts(line.intake.drop, undefined, line.kerf).some(({ kind }) => kind === 'end')).toBe(false)
  })
})
