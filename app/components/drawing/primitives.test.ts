import { createSSRApp, h, type Component } from 'vue'
import { renderToString } from 'vue/server-renderer'
import { describe, expect, it } from 'vitest'
import DimensionLine from './DimensionLine.vue'
import HatchDefs from './HatchDefs.vue'
import HeightGrip from './HeightGrip.vue'
import LeaderLine from './LeaderLine.vue'
import LevelMark from './LevelMark.vue'
import SnagMark from './SnagMark.vue'
import StaffRule from './StaffRule.vue'
import WaterBody from './WaterBody.vue'

const draw = (component: Component, props: Record<string, unknown>) =>
  renderToString(createSSRApp({ render: () => h('svg', [h(component, props)]) }))
const numbers = (text: string, attribute: string) =>
  [...text.matchAll(new RegExp(` ${attribute}="([-\\d.]+)"`, 'g'))].map(([, value]) => Number(value))

describe('drawing primitives', () => {
  it('hatches carry the prefix they were given, once each', async () => {
    const svg = await draw(HatchDefs, { prefix: 'a' })
    const ids = [...svg.matchAll(/id="(a-[a-z-]+)"/g)].map(([, id]) => id)
    expect(new Set(ids).size).toBe(ids.length)
    expect(ids).toContain('a-water-close')
  })
  it('a dimension ends in oblique strokes and stands its figure in the middle', async () => {
    const svg = await draw(DimensionLine, { x: 50, from: 10, to: 110, label: '100 mm', side: 'left' })
    expect(svg).toContain('M50 10V110')
    expect(svg).toContain('M46 14l8 -8M46 114l8 -8')
    expect(numbers(svg, 'y')).toEqual([64])
    expect(svg).toContain('text-anchor="end"')
  })
  it('a level is chain-dotted with an open triangle on it', async () => {
    const svg = await draw(LevelMark, { from: 0, to: 100, y: 40, label: 'full' })
    expect(svg).toContain('M0 40H100')
    expect(svg).toContain('l-level')
    expect(svg).toContain('full')
  })
  it('a leader leaves level and bends once at the most', async () => {
    expect(await draw(LeaderLine, { from: { x: 0, y: 10 }, to: { x: 90, y: 60 } })).toContain('M0 10h12L90 60')
    expect(await draw(LeaderLine, { from: { x: 0, y: 10 }, to: { x: 90, y: 10 } })).toContain('M0 10H90')
  })
  it('the chosen leader is heavier and ends in a dot', async () => {
    expect(await draw(LeaderLine, { from: { x: 0, y: 0 }, to: { x: 9, y: 9 }, chosen: true })).toMatch(/l-cut.*f-ink/s)
  })
  it('a staff counts its bars up from the ground, the last cut at the top', async () => {
    const svg = await draw(StaffRule, { x: 5, ground: 100, top: 35, step: 20 })
    expect(numbers(svg, 'y').slice(0, 4)).toEqual([80, 60, 40, 35])
    expect(numbers(svg, 'height').slice(0, 4)).toEqual([20, 20, 20, 5])
  })
  it('every severity has a shape of its own, so that none is told by colour', async () => {
    const shapes = await Promise.all(['stops', 'goes-wrong', 'better', 'note'].map((severity) => draw(SnagMark, { severity, number: 3 })))
    expect(new Set(shapes.map((svg) => /<(rect|path|circle)[^>]*>/.exec(svg)![0].replace(/ data-v-[^ >]*/, ''))).size).toBe(4)
    for (const svg of shapes) expect(svg).toContain('>3<')
  })
  it('water is close set only near its surface, and an empty vessel shows none', async () => {
    const svg = await draw(WaterBody, { box: { x: 0, y: 0, width: 50, height: 200 }, prefix: 'p' })
    expect(numbers(svg, 'height')).toEqual([200, 34, 166])
    expect(await draw(WaterBody, { box: { x: 0, y: 0, width: 50, height: 0 }, prefix: 'p' })).not.toContain('rect')
  })
  it('a grip is a slider that says its value in words', async () => {
    const svg = await draw(HeightGrip, {
      x: 1,
      y: 2,
      height: 1.34,
      scale: 200,
      step: 0.005,
      fine: 0.001,
      min: 0,
      max: 2,
      name: 'Upper cut mark',
      valueText: '1,340 mm',
    })
    for (const part of [
      'role="slider"',
      'tabindex="0"',
      'aria-label="Upper cut mark"',
      'aria-valuenow="1340"',
      'aria-valuetext="1,340 mm"',
    ])
      expect(svg).toContain(part)
  })
})
