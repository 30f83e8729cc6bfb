import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '#core/arrangements'
import { buildWaterPath } from '#core/path'
import { ASPECTS, siteScene } from './siteScene'

describe('names on the plan and in both elevations', () => {
  /** Places one behind another, as they lie in a bed: from the side or from the yard they are one. */
  const beds = (make: (typeof ARRANGEMENTS)[number]) =>
    produce(make(), (draft) => {
      draft.places = ['Beans', 'Long border by the gate', 'Hens'].flatMap((name, i) => [
        { id: `across-${i}`, name, what: 'bed' as const, x: 1 + i / 20, y: 3, level: 0 },
        { id: `along-${i}`, name, what: 'bed' as const, x: -3, y: 2 + i / 20, level: 0 },
      ])
    })
  it.each(ASPECTS)('%s: no name lies on another, and every one stays within its drawing’s width of where it belongs', (aspect) => {
    for (const make of ARRANGEMENTS) {
      const scene = siteScene(buildWaterPath(beds(make)), new Map(), aspect, { width: 600, height: 400 })
      const names = [...scene.vessels.filter(({ behind }) => !behind), ...scene.places].map(({ name, label }) => ({ name, ...label }))
      names.forEach((a, i) => {
        for (const b of names.slice(i + 1)) {
          // As wide as a letter of twelve pixels is on average.
          const near = Math.abs(a.x - b.x) < ((a.name.length + b.name.length) * 6) / 2
          expect(near && Math.abs(a.y - b.y) < 12, `${a.name} on ${b.name}`).toBe(false)
        }
      })
      for (const { at, label } of scene.places) expect(label.x).toBe(at.x)
    }
  })
})
