import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { createSSRApp, h, type Component } from 'vue'
import { createI18n } from 'vue-i18n'
import { renderToString } from 'vue/server-renderer'
import { assess } from '#core/assess'
import { ARRANGEMENTS } from '#core/arrangements'
import { tanneryRow } from '#core/demo'
import { answerStorm } from '#core/service'
import type { Job, Scheme } from '#core/scheme'
import { british } from '~/locales/allWords'
import HatchDefs from '../drawing/HatchDefs.vue'
import WaterBody from '../drawing/WaterBody.vue'
import SectionScene from '../section/SectionScene.vue'
import TrainParts from '../section/TrainParts.vue'
import VesselParts from '../section/VesselParts.vue'
import TrialSection from './TrialSection.vue'

const pinia = createPinia()
beforeEach(() => {
  setActivePinia(pinia)
  useSettings().use({ terms: 'en-GB', system: 'metric' })
})

/** The section of a scheme at one second of its own storm, as it is drawn. */
async function at(scheme: Scheme, second: number): Promise<string> {
  const { run } = answerStorm(scheme)!
  const job: Job = { ...tanneryRow(), schemes: [scheme], chosen: scheme.id }
  const bench = useWorkbench()
  // The store opens jobs from the database; the section only asks it for the scheme and what follows from it.
  Object.assign(bench, { job })
  const render = () =>
    h(TrialSection as Component, {
      assessed: assess(scheme).lines[0]!,
      run,
      moment: Math.round(second / run.step),
      width: 960,
      height: 420,
    })
  const app = createSSRApp({ render })
  app.use(createI18n({ legacy: false, locale: 'en-GB', messages: { 'en-GB': british, 'en-US': {} } }))
  app.use(pinia)
  for (const [name, part] of Object.entries({ HatchDefs, SectionScene, TrainParts, VesselParts, WaterBody })) app.component(name, part)
  return renderToString(app)
}
const four = tanneryRow().schemes[2]!
const litres = (svg: string) => [...svg.matchAll(/Tote \d holds ([\d,]+)/g)].map(([, number]) => Number(number!.replace(',', '')))

describe('the section while it rains', () => {
  it('says of every tote what it holds: even at the start, the first ahead of the last at the peak', async () => {
    const start = litres(await at(four, 0))
    expect(start).toHaveLength(4)
    expect(new Set(start).size).toBe(1)
    const peak = litres(await at(four, 1700))
    expect(peak[0]).toBeGreaterThan(peak[3]! * 1.5)
    expect(peak).toEqual([...peak].sort((a, b) => b - a))
  })
  it('shows the spill where it runs, and none before it does', async () => {
    expect(await at(four, 60)).not.toContain('is spilling')
    expect(await at(four, 1800)).toMatch(/is spilling/)
  })
  it.each([10, 13, 16])('arrangement %i is drawn at its peak without a broken number', async (n) => {
    const svg = await at(ARRANGEMENTS[n - 1]!(), 1800)
    expect(svg).not.toMatch(/NaN|undefined/)
    expect(svg).toContain('holds')
  })
})
