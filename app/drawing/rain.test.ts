import { expect, test } from 'vitest'
import { rainOver } from './rain'

const roof = (top: number, eave: number) => ({
  roof: { from: { x: 4, y: top }, to: { x: 400, y: eave }, thickness: 8 },
  gutter: { centre: { x: 404, y: eave + 6 }, width: 14, depth: 10, box: false },
})
const lineAt = (x: number, top: number, eave: number) => top + ((eave - top) * (x - 4)) / 396

test('rain falls on the roof from over it, over all its width, and never under it', () => {
  for (const [top, eave] of [
    [20, 160],
    [70, 90],
  ] as const) {
    const strokes = rainOver(roof(top, eave), 0)
    expect(strokes.length).toBeGreaterThan(2)
    for (const { x, y } of strokes) expect(y + 11).toBeLessThan(lineAt(x, top, eave))
    expect(strokes.every(({ x }) => x >= 10 && x <= 424)).toBe(true)
  }
})

test('over a roof at the top edge there is no room for it', () => {
  expect(rainOver(roof(2, 6), 0)).toEqual([])
})
