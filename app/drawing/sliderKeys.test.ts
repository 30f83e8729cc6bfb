import { describe, expect, it } from 'vitest'
import { sliderKey } from './sliderKeys'

const range = { value: 1, step: 0.1, fine: 0.01, min: 0, max: 1.5 }
describe('keys of a slider', () => {
  it.each([
    ['ArrowUp', false, 1.1],
    ['ArrowRight', true, 1.01],
    ['ArrowDown', false, 0.9],
    ['ArrowLeft', true, 0.99],
    ['PageUp', true, 1.1],
    ['PageUp', false, 1.5],
    ['PageDown', false, 0],
    ['Home', false, 0],
    ['End', false, 1.5],
  ] as const)('%s, Shift %s: %s', (key, shiftKey, to) => expect(sliderKey({ key, shiftKey }, range)).toBeCloseTo(to, 12))
  it.each(['Tab', 'a', 'Enter', 'constructor'])('%s is no key of a slider', (key) =>
    expect(sliderKey({ key, shiftKey: false }, range)).toBeUndefined(),
  )
})
