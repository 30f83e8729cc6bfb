import { describe, expect, it } from 'vitest'
import { effect } from 'vue'
import { useTyped } from './useTyped'

const event = (value: string) => ({ target: { value } }) as unknown as Event

describe('useTyped', () => {
  it('shows what stands there until somebody types, and what is typed until it is taken', () => {
    const { textOf, type, taken } = useTyped()
    expect(textOf('300 mm')).toBe('300 mm')
    type(event('31'))
    // Another figure came back meanwhile.
    expect(textOf('310 mm')).toBe('31')
    taken()
    expect(textOf('310 mm')).toBe('310 mm')
  })

  it('keeps the fields of a row apart', () => {
    const { textOf, type, taken } = useTyped()
    type(event('1'), 0)
    type(event('2'), 1)
    taken(0)
    expect([textOf('a', 0), textOf('b', 1)]).toEqual(['a', '2'])
    taken()
    expect([textOf('a', 0), textOf('b', 1)]).toEqual(['a', 'b'])
  })

  it('keeps a field that was emptied empty', () => {
    const { textOf, type } = useTyped()
    type(event(''))
    expect(textOf('300 mm')).toBe('')
  })

  it('tells whoever shows it', () => {
    const { textOf, type } = useTyped()
    const shown: string[] = []
    effect(() => shown.push(textOf('there')))
    type(event('typed'))
    expect(shown).toEqual(['there', 'typed'])
  })
})
