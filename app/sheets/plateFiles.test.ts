import { describe, expect, it } from 'vitest'
import { plateDxf } from './plateDxf'
import { plateSvg } from './plateSvg'
import type { Plate } from './plate'

const plate: Plate = {
  id: 'template:1',
  title: 'Holes <1> & "more"',
  width: 178,
  height: 222,
  trueScale: true,
  marks: [
    { kind: 'circle', centre: { x: 40, y: 60 }, radius: 16.6, weight: 'cut' },
    {
      kind: 'line',
      points: [
        { x: 0, y: 10 },
        { x: 100, y: 10 },
      ],
      weight: 'seen',
    },
    {
      kind: 'line',
      points: [
        { x: 0, y: 0 },
        { x: 1, y: 0 },
        { x: 1, y: 1 },
      ],
      weight: 'seen',
      closed: true,
    },
    {
      kind: 'strokes',
      lines: [
        [
          { x: 2, y: 2 },
          { x: 3, y: 3 },
        ],
      ],
      weight: 'fine',
    },
    { kind: 'text', at: { x: 5, y: 5 }, text: '¾ in <tap>', size: 3, anchor: 'middle' },
  ],
}
/** Group codes and values of a DXF: pairs of lines, as its reference says. */
const pairs = (text: string) => {
  const rows = text.split(/\r?\n/)
  return Array.from({ length: Math.floor(rows.length / 2) }, (_, i) => [Number(rows[2 * i]!.trim()), rows[2 * i + 1]!.trim()] as const)
}
/** Values of an entity by its group codes, from its name to the next. */
const entities = (text: string, name: string) => {
  const all = pairs(text)
  return all.flatMap(([code, value], i) => {
    if (code !== 0 || value !== name) return []
    const end = all.findIndex(([next], j) => j > i && next === 0)
    return [all.slice(i + 1, end)]
  })
}

describe('a drawing by itself', () => {
  it('as SVG is as many millimetres as on paper, with its title, and words that are no tags', () => {
    const svg = plateSvg(plate)
    expect(svg).toContain('width="178mm" height="222mm" viewBox="0 0 178 222"')
    expect(svg).toContain('<title>Holes &lt;1&gt; &amp; &quot;more&quot;</title>')
    expect(svg).toContain('¾ in &lt;tap&gt;')
    expect(svg).toContain('r="16.6"')
  })
  it('as DXF is in millimetres with y upwards; a hole is a circle of its radius, the check line 100 long', () => {
    const dxf = plateDxf(plate)
    const units = pairs(dxf).findIndex(([, value]) => value === '$INSUNITS')
    expect(pairs(dxf)[units + 1]).toEqual([70, '4'])
    const [circle] = entities(dxf, 'CIRCLE')
    const of = (code: number, all = circle!) => all.filter(([each]) => each === code).map(([, value]) => Number(value))
    expect([of(10)[0], of(20)[0], of(40)[0]]).toEqual([40, 222 - 60, 16.6])
    const lines = entities(dxf, 'LWPOLYLINE')
    expect(lines).toHaveLength(3)
    expect(of(10, lines[0])).toEqual([0, 100])
    expect(of(20, lines[0])).toEqual([212, 212])
    expect(of(70, lines[1])).toEqual([1])
  })
})
