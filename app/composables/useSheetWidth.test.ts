import { expect, test } from 'vitest'
import { sheetWidth } from './useSheetWidth'

test('a sheet is three tenths of the room, from 360 to 560 px', () => {
  expect([1024, 1280, 1440, 1920, 2560].map((room) => sheetWidth(room, 16))).toEqual([360, 384, 432, 560, 560])
})

test('it is as much wider as the reader’s letters are larger, and leaves half of the room to the drawing', () => {
  expect(sheetWidth(1280, 24)).toBe(540)
  expect(sheetWidth(1024, 24)).toBe(512)
  expect(sheetWidth(1280, 12)).toBe(384)
})
