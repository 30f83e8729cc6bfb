import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '#core/arrangements'
import { assess } from '#core/assess'
import { tanneryRow } from '#core/demo'
import { arrangeStore } from '#core/edits'
import { heldAt } from './groupScene'
import { sceneOf } from './scene'

const FRAME = { left: 200, right: 880, top: 30, ground: 590 }
const drawn = (scheme: ReturnType<(typeof ARRANGEMENTS)[number]>) => {
  const { lines, path } = assess(scheme)
  return { scene: sceneOf(lines[0]!, FRAME, 60, undefined, path), path, line: lines[0]! }
}
const four = tanneryRow().schemes[2]!

describe('a whole group in the section', () => {
  it('stands inside its frame, to one scale, no vessel in another', () => {
    const { scene } = drawn(four)
    expect(scene.group).toHaveLength(4)
    const edges = scene.group.map(({ body }) => [body.x, body.x + body.width] as const).toSorted((a, b) => a[0] - b[0])
    edges.slice(1).forEach(([left], i) => expect(left).toBeGreaterThan(edges[i]![1]))
    expect(edges.at(-1)![1]).toBeLessThanOrEqual(FRAME.right)
    for (const { body } of scene.group) expect(body.width).toBeCloseTo(1.219 * scene.scale, 6)
  })
  it('links run from wall to wall at the height of their ports', () => {
    const { scene, path } = drawn(four)
    scene.links.forEach((link, i) => {
      const [a, b] = [scene.group[i]!, scene.group[i + 1]!]
      expect(link.route[0]!.x).toBeCloseTo(a.body.x + a.body.width, 6)
      expect(link.route[1]!.x).toBeCloseTo(b.body.x, 6)
      const { vessel, foot } = path.vessels.get(a.id)!
      const port = vessel.ports.find(({ role }) => role === 'link')!
      expect(link.route[0]!.y).toBeCloseTo(scene.y(foot + port.at + 0.0266 / 2), 6)
    })
  })
  it('a stack stands one on another, its foot on the other’s top', () => {
    const { scene } = drawn(arrangeStore(four, 'totes', 'stacked'))
    const tops = scene.group.toSorted((a, b) => b.body.y - a.body.y)
    tops.slice(1).forEach(({ body }, i) => {
      expect(body.x).toBeCloseTo(tops[i]!.body.x, 6)
      expect(body.y + body.height).toBeCloseTo(tops[i]!.body.y, 6)
    })
  })
  it.each(ARRANGEMENTS.map((make, i) => [i + 1, make()] as const))('arrangement %i is drawn whole without a broken number', (_, scheme) => {
    const { scene } = drawn(scheme)
    expect(JSON.stringify(scene.group)).not.toMatch(/null|NaN/)
    expect(scene.group.length).toBe(scheme.stores.find(({ vessels }) => vessels.some(({ id }) => id === scene.vessel.id))!.vessels.length)
  })
  it('tells what a vessel holds at a height', () => {
    const { path } = drawn(four)
    const { foot } = path.vessels.get('tote')!
    expect(heldAt(path, 'tote', foot + 0.15 + 0.5)).toBeCloseTo((1.0409882 / 0.955) * 0.5, 5)
  })
})

describe('links of a row that is filled in its middle', () => {
  it('are drawn from vessel to vessel, and through none that they do not join', () => {
    const four = structuredClone(tanneryRow().schemes[2]!)
    const [, second] = four.stores[0]!.vessels
    second!.ports.push({ ...four.stores[0]!.vessels[0]!.ports.find(({ role }) => role === 'lid')!, id: 'in-2' })
    four.drops.find(({ id }) => id === 'yard-drop')!.end = { kind: 'vessel', vessel: second!.id, port: 'in-2' }
    const { lines, path } = assess(four)
    const scene = sceneOf(lines[0]!, { left: 200, right: 1400, top: 30, ground: 590 }, 126, undefined, path)
    expect(scene.group.map(({ id }) => id)).toHaveLength(4)
    for (const link of four.stores[0]!.links) {
      const { route } = scene.links.find(({ id }) => id === link.id)!
      const others = scene.group.filter(({ id }) => id !== link.from.vessel && id !== link.to.vessel)
      const points = route.slice(1).flatMap((to, i) =>
        Array.from({ length: 40 }, (_, k) => ({
          x: route[i]!.x + ((to.x - route[i]!.x) * k) / 39,
          y: route[i]!.y + ((to.y - route[i]!.y) * k) / 39,
        })),
      )
      for (const { body, name } of others)
        for (const { x, y } of points)
          expect([link.id, name, x > body.x && x < body.x + body.width && y > body.y && y < body.y + body.height]).toEqual([
            link.id,
            name,
            false,
          ])
    }
  })
})
