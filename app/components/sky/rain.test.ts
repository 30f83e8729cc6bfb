import { createSSRApp, h, type Component } from 'vue'
import { createI18n } from 'vue-i18n'
import { createPinia, setActivePinia } from 'pinia'
import { renderToString } from 'vue/server-renderer'
import { beforeEach, describe, expect, it } from 'vitest'
import { calendarOf, dayNumber, monthTable, readyRain } from '#core/rain'
import { british } from '~/locales/allWords'
import FitTable from './FitTable.vue'
import RecordTable from './RecordTable.vue'

const pinia = createPinia()
beforeEach(() => {
  setActivePinia(pinia)
  useSettings().use({ terms: 'en-GB', system: 'metric' })
})
function draw(component: Component, props: Record<string, unknown>) {
  const app = createSSRApp({ render: () => h(component, props) })
  app.use(createI18n({ legacy: false, locale: 'en-GB', messages: { 'en-GB': british, 'en-US': {} } }))
  app.use(pinia)
  return renderToString(app)
}
/** So many years of a fixed depth a day, with some days taken out. */
function table(years: number, missing: readonly number[] = []) {
  const start = dayNumber(2000, 1, 1)
  const days = dayNumber(2000 + years, 1, 1) - start
  const depths = Array.from({ length: days }, (_, i) => (missing.includes(i) ? null : 2))
  return monthTable(depths, calendarOf(start, days))
}
/** Side of each square, in the order in which they are drawn. */
const sides = (svg: string) =>
  [...(/d="(M[^"]*z)" fill="var\(--water\)"/.exec(svg)?.[1] ?? '').matchAll(/h([\d.]+)v/g)].map(([, side]) => Number(side))

describe('the table of a record', () => {
  it('draws a square for every month, as large as its rain', async () => {
    const svg = await draw(RecordTable, { table: table(3) })
    expect(sides(svg)).toHaveLength(36)
    // February 2001 has 56 mm, January 62: areas go as depths, to a tenth of a pixel.
    expect((sides(svg)[13]! / sides(svg)[12]!) ** 2).toBeCloseTo(56 / 62, 1)
  })
  it('crosses a month that misses more than three days, and leaves the year’s bar open', async () => {
    const svg = await draw(RecordTable, { table: table(2, [40, 41, 42, 43]) })
    expect(sides(svg)).toHaveLength(23)
    expect(svg).toContain('months missing: 1')
    expect(svg).toContain('stroke-dasharray="3 2"')
  })
  it('says in words what it shows, and the tenths only from ten years on', async () => {
    expect(await draw(RecordTable, { table: table(9) })).not.toContain('one year in ten')
    const svg = await draw(RecordTable, { table: table(12) })
    expect(svg).toContain('one year in ten under 730')
    expect(svg).toContain('12 years by month; whole years from 730')
  })
  it('draws a century in two paths', async () => {
    const svg = await draw(RecordTable, { table: table(120) })
    expect(sides(svg)).toHaveLength(1440)
    expect(svg.match(/<path/g)!.length).toBeLessThan(10)
  })
})

describe('the fit of a made record', () => {
  const totals = [90, 70, 66, 50, 48, 52, 60, 71, 77, 95, 100, 98]
  const { fit } = readyRain({ kind: 'normals', totals, wetDays: totals.map(() => 12), spread: 0.2, years: 60, seed: 8 }, undefined)
  it('stands month by month beside what was asked for', async () => {
    const html = await draw(FitTable, { fit })
    expect(html.match(/<tr/g)).toHaveLength(13)
    expect(html).toContain('90')
    expect(html).toMatch(/Years lie apart by 20 % in the source and \d+ % in the made record/)
  })
  it('names the months that could not be brought all the way', async () => {
    expect(await draw(FitTable, { fit })).not.toContain('Could not be brought')
    expect(await draw(FitTable, { fit: { ...fit!, bounded: [1] } })).toContain('Could not be brought all the way: February')
  })
})
