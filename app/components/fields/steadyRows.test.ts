import { describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import type { FieldRow } from './fieldRow'
import { useSteadyRows } from './steadyRows'

const say = (id: string) => id
const options = () => [
  { value: 'a', label: 'A' },
  { value: 'b', label: 'B' },
]

describe('steady rows', () => {
  it('keep what they do and what is picked from, and do what the newest row says', () => {
    const [first, second, cleared] = [vi.fn(), vi.fn(), vi.fn()]
    const given = ref<FieldRow[]>([
      { is: 'choice', key: 'colour', label: 'Colour', value: 'a', options: options(), set: first },
      { is: 'measure', key: 'wide', label: 'Wide', kind: 'length', value: 1, least: 0, most: 2, set: first },
    ])
    const rows = useSteadyRows(() => given.value, say)
    const [colour, wide] = rows.value
    given.value = [
      { is: 'choice', key: 'colour', label: 'Colour', value: 'b', options: options(), set: second },
      { is: 'measure', key: 'wide', label: 'Wide', kind: 'length', value: 1, least: 0, most: 2, set: second, clear: cleared },
    ]
    const [colourNow, wideNow] = rows.value
    expect(colourNow).toMatchObject({ value: 'b' })
    expect((colourNow as { options: unknown }).options).toBe((colour as { options: unknown }).options)
    expect(colourNow!.set).toBe(colour!.set)
    expect(wideNow!.set).toBe(wide!.set)
    ;(wide as { set: (value: number) => void }).set(1.5)
    expect(first).not.toHaveBeenCalled()
    expect(second).toHaveBeenCalledExactlyOnceWith(1.5)
    expect('clear' in wide! && wide.clear).toBeFalsy()
    ;(wideNow as { clear: () => void }).clear()
    expect(cleared).toHaveBeenCalledOnce()
  })
  it('a row that has gone still does what it did', () => {
    const set = vi.fn()
    const given = ref<FieldRow[]>([{ is: 'text', key: 'name', label: 'Name', value: 'Butt', most: 20, set }])
    const rows = useSteadyRows(() => given.value, say)
    const [name] = rows.value
    given.value = []
    expect(rows.value).toEqual([])
    ;(name as { set: (value: string) => void }).set('Old butt')
    expect(set).toHaveBeenCalledExactlyOnceWith('Old butt')
  })
  it('pick from what is new once anything of it is', () => {
    const label = ref('B')
    const rows = useSteadyRows(
      () => [{ is: 'choice', key: 'colour', label: 'Colour', value: 'a', options: [{ value: 'b', label: label.value }], set: () => {} }],
      say,
    )
    expect(rows.value[0]).toMatchObject({ options: [{ label: 'B' }] })
    label.value = 'C'
    expect(rows.value[0]).toMatchObject({ options: [{ label: 'C' }] })
  })
  it('show yes and no as a choice of two', () => {
    const set = vi.fn()
    const [row] = useSteadyRows(() => [{ is: 'flag', key: 'covered', label: 'Covered', value: false, set }], say).value
    expect(row).toMatchObject({ is: 'choice', value: 'no', options: [{ value: 'yes', label: 'word.yes' }, { label: 'word.no' }] })
    ;(row as { set: (value: string) => void }).set('yes')
    expect(set).toHaveBeenCalledExactlyOnceWith(true)
  })
})
