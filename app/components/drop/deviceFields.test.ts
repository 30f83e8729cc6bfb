import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { assess } from '#core/assess'
import { FAMILIES } from '#core/catch'
import { withyHard } from '#core/demo'
import { fitRecipe, freshDevice, trainPlace } from '#core/edits'
import { device as deviceSchema, type Device, type DeviceOf } from '#core/scheme'
import { british } from '../../locales/allWords'
import { fieldPlace, fieldsOf, type DeviceField, type FieldPlace } from './deviceFields'

const scheme = withyHard().schemes[0]!
const where = trainPlace(scheme, 'river-drop', 'butt')
const place: FieldPlace = { outlet: 2.31, drop: 2.31, chamber: 1.2, places: [], laid: () => 1.4 }
const KINDS = Object.keys(FAMILIES) as Device['kind'][]
const fresh = (kind: Device['kind']) => freshDevice(kind, 'fresh', where)
const changed = (device: Device, apply: (draft: Device) => void) => produce(device, (draft) => void apply(draft))
const named = (device: Device, name: string): DeviceField => {
  const field = fieldsOf(device, place).find((each) => each.name === name)
  if (!field) throw new Error(`no field ${name}`)
  return field
}
const words = british.field.device as Record<string, string>
const choices = { ...british.word, ...british.choice } as Record<string, unknown>

describe.each(KINDS)('the fields of %s', (kind) => {
  const device = fresh(kind)
  const fields = fieldsOf(device, place)
  it('each have a word, and each choice has one', () => {
    for (const field of fields) {
      expect(words[field.name]).toBeTruthy()
      if (field.type === 'choice')
        for (const option of field.options) expect([option, choices[option] !== undefined]).toEqual([option, true])
    }
  })
  it('say what is there, within their own limits', () => {
    for (const field of fields) {
      if (field.type === 'choice') expect(field.options).toContain(field.get(device))
      else {
        expect([field.name, field.get(device) >= field.least]).toEqual([field.name, true])
        expect([field.name, field.get(device) <= field.most]).toEqual([field.name, true])
      }
    }
  })
  it('keep what is put in, at both ends of what they take, and the document takes it too', () => {
    for (const field of fields) {
      if (field.type === 'choice') {
        for (const option of field.options) {
          const next = changed(device, (draft) => field.set(draft, option))
          expect([field.name, field.get(next)]).toEqual([field.name, option])
          expect(deviceSchema.validateSync(next, { strict: true })).toBeTruthy()
        }
        continue
      }
      for (const value of [field.least, field.most]) {
        const next = changed(device, (draft) => field.set(draft, value))
        expect([field.name, field.get(next)]).toEqual([field.name, field.kind === 'count' ? Math.round(value) : value])
        expect(deviceSchema.validateSync(next, { strict: true })).toBeTruthy()
      }
    }
  })
  it('leave the other fields alone, but for those that hang on a choice', () => {
    for (const field of fields) {
      if (field.type === 'choice') continue
      const next = changed(device, (draft) => field.set(draft, field.most))
      for (const other of fields)
        if (other.name !== field.name)
          expect([field.name, other.name, other.get(next)]).toEqual([field.name, other.name, other.get(device)])
    }
  })
})

describe('fields that hang on others', () => {
  const flush = fresh('first-flush')
  const names = (device: Device) => fieldsOf(device, place).map(({ name }) => name)
  const choose = (device: Device, name: string, value: string) =>
    changed(device, (draft) => {
      const field = named(device, name)
      if (field.type === 'choice') field.set(draft, value)
    })
  it('a ball asks for its size and its seat, and gets some that fit', () => {
    expect(names(flush)).not.toContain('ballSize')
    const bare = { ...(flush as DeviceOf<'first-flush'>), ballSize: 0, seat: 0 }
    const withBall = choose(bare, 'ball', 'yes') as DeviceOf<'first-flush'>
    expect(names(withBall)).toEqual(expect.arrayContaining(['ballSize', 'seat']))
    expect(withBall.ballSize).toBeLessThan(withBall.bore)
    expect(withBall.seat).toBeLessThan(withBall.ballSize)
  })
  it('each drain asks for its own', () => {
    expect(names(choose(flush, 'drain', 'hole'))).toContain('hole')
    expect(names(choose(flush, 'drain', 'drip'))).toContain('dropsPerSecond')
    expect(names(choose(flush, 'drain', 'hand-valve'))).toContain('emptied')
  })
  it('an in-line tee is lower than a wye', () => {
    const inLine = choose(flush, 'form', 'in-line') as DeviceOf<'first-flush'>
    expect(inLine.branch).toBeLessThan((flush as DeviceOf<'first-flush'>).branch)
  })
  it('a pipe laid wet asks for its low point and clean-out instead of its fall and straps', () => {
    const dry = fresh('carrying-pipe')
    expect(names(dry)).toEqual(expect.arrayContaining(['fall', 'strapEvery']))
    const wet = choose(dry, 'wet', 'wet')
    expect(names(wet)).toEqual(expect.arrayContaining(['lowPoint', 'cleanOut']))
    expect(names(wet)).not.toContain('fall')
    expect((wet as DeviceOf<'carrying-pipe'>).lowPoint).toBeLessThan(0)
  })
  it('no ball is taken that is as wide as its chamber, whatever the chamber', () => {
    for (const bore of [0.05, 0.0779, 0.1036, 0.2]) {
      const field = fieldsOf({ ...(flush as DeviceOf<'first-flush'>), ball: true, bore }, place).find(({ name }) => name === 'ballSize')
      expect(field?.type === 'number' && field.most).toBeLessThan(bore)
    }
  })
})

it('a wall gives its own limits: the outlet’s height, and what hangs under the branch', () => {
  const { lines, path } = assess(
    fitRecipe(scheme, 'river-drop', 'butt', 'flush-ball', { flow: 0.855e-3, flush: 0.02, run: 1.5, system: 'metric' }),
  )
  const [line] = lines
  const own = fieldPlace(line!, path)
  expect(own.outlet).toBe(2.31)
  expect(own.chamber).toBeCloseTo(line!.line.heights.flush!.invert - 0.15, 9)
})
