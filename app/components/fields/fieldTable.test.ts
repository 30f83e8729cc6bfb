import { produce, type Draft } from 'immer'
import { describe, expect, it } from 'vitest'
import { isWord, type Told } from '#core/figures/told'
import { newJob } from '#core/demo'
import type { Gutter, Job, Tap } from '#core/scheme'
import { fieldTable, type ChangeField } from './fieldTable'
import type { FieldRow } from './fieldRow'

const job: Job = newJob('a', 'A', 'en-GB', 'metric')
const [scheme] = job.schemes
const say = (id: string) => `«${id}»`

/** A table over one thing, and what its last edit told and made. */
function over<T extends object>(thing: T) {
  const made: { last?: { field: string; from: Told; to: Told; thing: T } } = {}
  const change: ChangeField<T> = (field, from, to, recipe) =>
    (made.last = { field, from, to, thing: produce(thing, (draft: Draft<T>) => void recipe(draft as T)) })
  return { ...fieldTable(thing, change, say), made }
}
/** Types into a row, whatever it is. */
const type = (row: FieldRow, value: string | number | boolean) => (row.set as (value: string | number | boolean) => void)(value)

describe('a row of a table of fields', () => {
  const gutter: Gutter = scheme!.gutters[0]!
  const tap: Tap = scheme!.taps[0]!

  it('reads and writes a measure in the one place, and tells both by its own kind', () => {
    const { measure, made } = over(gutter)
    const row = measure('fall', 'fall', [0, 0.1], { note: 'n' })
    expect(row).toMatchObject({
      is: 'measure',
      key: 'fall',
      label: '«field.name.fall»',
      value: gutter.fall,
      least: 0,
      most: 0.1,
      note: 'n',
    })
    type(row, 0.004)
    expect(made.last).toMatchObject({
      field: 'fall',
      from: { kind: 'fall', value: gutter.fall },
      to: { kind: 'fall', value: 0.004 },
      thing: { ...gutter, fall: 0.004 },
    })
    // What is shown is not changed under the reader's hands.
    expect(gutter.fall).not.toBe(0.004)
  })

  it('finds a value within a part by its path, and leaves its neighbours', () => {
    const { measure, made } = over(tap)
    const row = measure('can.height', 'length', [0.05, 2], { name: 'canHeight' })
    expect(row).toMatchObject({ key: 'canHeight', label: '«field.name.canHeight»', value: tap.can.height })
    type(row, 0.5)
    expect(made.last!.thing).toEqual({ ...tap, can: { ...tap.can, height: 0.5 } })
    const held = over(gutter)
    type(held.choice('bucket.result', ['not-tried', 'races', 'stands'], { name: 'bucket' }), 'races')
    expect(held.made.last).toMatchObject({ field: 'bucket', thing: { bucket: { ...gutter.bucket, result: 'races' } } })
  })

  it('tells a word of the trade as a word, what is called otherwise as it is called', () => {
    const { choice, made } = over(gutter)
    const words = choice('material', ['plastic', 'metal'])
    expect(words).toMatchObject({ is: 'choice', value: gutter.material, options: [{ label: '«word.plastic»' }, { label: '«word.metal»' }] })
    type(words, 'metal')
    expect(isWord(made.last!.to, 'metal')).toBe(true)
    type(choice('material', ['plastic', 'metal'], { ids: 'choice' }), 'metal')
    expect(made.last).toMatchObject({ from: `«choice.${gutter.material}»`, to: '«choice.metal»' })
    type(choice('material', [{ value: 'metal', label: 'Tin' }]), 'metal')
    expect(made.last).toMatchObject({ from: gutter.material, to: 'Tin' })
    type(choice('material', ['plastic', 'metal'], { prefix: 'gutter-' }), 'metal')
    expect(isWord(made.last!.to, 'gutter-metal')).toBe(true)
  })

  it('is looked for by other words only where they are given', () => {
    const { choice } = over(gutter)
    expect(choice('material', ['plastic', 'metal'], { also: (value) => `${value}, stuff` })).toMatchObject({
      is: 'search',
      options: [{ also: 'plastic, stuff' }, { also: 'metal, stuff' }],
    })
    expect(choice('material', ['plastic', 'metal'])).toMatchObject({ is: 'choice' })
  })

  it('may say nothing only where that is allowed, and an edit back to nothing is told so', () => {
    const site = { ...job.site, longitude: 2, facing: undefined }
    const { measure, made } = over(site)
    const kept = measure('latitude', 'latitude', [-90, 90])
    const open = measure('longitude', 'longitude', [-180, 180], { unsay: (draft) => Object.assign(draft, { longitude: undefined }) })
    if (kept.is !== 'measure' || open.is !== 'measure') throw new Error('both are measures')
    expect(kept.clear).toBeUndefined()
    open.clear!()
    expect(made.last).toMatchObject({ from: { kind: 'longitude', value: 2 }, to: '', thing: { longitude: undefined } })
    const bare = over<{ facing: number | undefined }>(site)
    type(bare.measure('facing', 'angle', [0, 360]), 90)
    expect(bare.made.last).toMatchObject({ from: '', to: { kind: 'angle', value: 90 }, thing: { facing: 90 } })
  })

  it('sees a value through a lens where it does not simply stand', () => {
    const { choice, made } = over(gutter)
    const side = choice(
      { name: 'end', get: (of: Gutter) => (of.length > 3 ? 'long' : 'short'), put: (draft, to) => (draft.length = to === 'long' ? 9 : 1) },
      ['long', 'short'],
    )
    type(side, 'short')
    expect(made.last!.thing.length).toBe(1)
  })

  it('says yes or no as words, and takes a text as it was written', () => {
    const { flag, text, made } = over(gutter)
    type(flag('guard'), !gutter.guard)
    expect(made.last!.thing.guard).toBe(!gutter.guard)
    expect(isWord(made.last!.to, gutter.guard ? 'no' : 'yes')).toBe(true)
    type(text('name', { most: 20 }), 'Eave')
    expect(made.last).toMatchObject({ field: 'name', from: gutter.name, to: 'Eave', thing: { name: 'Eave' } })
  })
})
