import { createSSRApp, h, type Component } from 'vue'
import { createI18n } from 'vue-i18n'
import { createPinia, setActivePinia } from 'pinia'
import { renderToString } from 'vue/server-renderer'
import { beforeEach, describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '#core/arrangements'
import { assess } from '#core/assess'
import { pearLane, tanneryRow, withyHard } from '#core/demo'
import { addDevice, fitRecipe, freshDevice, setMark, trainPlace, TRAIN_RECIPES } from '#core/edits'
import { british } from '~/locales/allWords'
import { sceneOf } from '~/drawing/scene'
import HatchDefs from '../drawing/HatchDefs.vue'
import HeightGrip from '../drawing/HeightGrip.vue'
import StaffRule from '../drawing/StaffRule.vue'
import WaterBody from '../drawing/WaterBody.vue'
import HeadLedger from '../ledger/HeadLedger.vue'
import LedgerText from '../ledger/LedgerText.vue'
import CutDetail from './CutDetail.vue'
import SectionScene from './SectionScene.vue'
import VesselParts from './VesselParts.vue'
import TrainParts from './TrainParts.vue'

const pinia = createPinia()
beforeEach(() => {
  setActivePinia(pinia)
  useSettings().use({ terms: 'en-GB', system: 'metric' })
})

function draw(component: Component, props: Record<string, unknown>) {
  const app = createSSRApp({ render: () => h('svg', [h(component, props)]) })
  app.use(createI18n({ legacy: false, locale: 'en-GB', messages: { 'en-GB': british, 'en-US': {} } }))
  app.use(pinia)
  for (const [name, part] of Object.entries({ HatchDefs, HeightGrip, StaffRule, TrainParts, VesselParts, WaterBody }))
    app.component(name, part)
  return renderToString(app)
}
const texts = (svg: string) => [...svg.matchAll(/<text[^>]*>([^<]*)</g)].map(([, text]) => text!.trim())
const boathouse = withyHard().schemes[0]!
const line = (scheme = boathouse) => assess(scheme).lines[0]!

describe('the head ledger', () => {
  const ledger = (scheme = boathouse, more = {}) =>
    draw(HeadLedger, { rows: line(scheme).ledger, x: 690, right: 884, ground: 590, scale: 200, barLength: 0.1, ...more })

  it('stands every height and every stretch of the boathouse beside the staff', async () => {
    const words = texts(await ledger())
    for (const height of ['2,310', '2,025', '1,505', '1,355', '1,340', '535', '485', '480', '0']) expect(words).toContain(height)
    for (const [label, amount] of [
      ['neck', '285'],
      ['Left', '520'],
      ['bracket', '150'],
      ['mark to lip', '15'],
      ['usable', '805'],
      ['sediment', '50'],
      ['stand', '480'],
    ]) {
      expect(words).toContain(label)
      expect(words).toContain(amount)
    }
  })
  it('never sets two rows on one another, however crowded', async () => {
    for (const scheme of [boathouse, tanneryRow().schemes[0]!, pearLane().schemes[0]!]) {
      const rules = [...(await ledger(scheme)).matchAll(/L706 ([\d.]+)H/g)].map(([, y]) => Number(y))
      expect(rules.length).toBeGreaterThan(4)
      rules.slice(1).forEach((y, i) => expect(y - rules[i]!).toBeGreaterThanOrEqual(20.9))
    }
  })
  it('says short in pencil when there is too little height', async () => {
    const svg = await ledger(setMark(boathouse, 'river-drop', 1.95))
    expect(texts(svg)).toContain('Short by')
    expect(texts(svg)).toContain('75')
    expect(svg).toMatch(/of-pencil[^>]*>\s*Short by/)
  })
  it('speaks feet and inches, the unit said once', async () => {
    useSettings().use({ system: 'imperial', terms: 'en-US' })
    const words = texts(await ledger(tanneryRow().schemes[0]!, { barLength: 0.3048 }))
    expect(words).toContain('9 ft 6')
    expect(words.some((word) => /mm/.test(word))).toBe(false)
  })
  it('has an equivalent in text that says the same', async () => {
    const rows = line().ledger
    const table = await draw(LedgerText, { rows })
    expect(table.match(/<tr/g)).toHaveLength(rows.length + 1)
    expect(table).toContain('2,310\u00A0mm')
    expect(table).toContain('Left')
  })
})

describe('the cut detail', () => {
  const detail = (scheme = boathouse) =>
    draw(CutDetail, { assessed: line(scheme), x: 414, y: 92, width: 254, height: 208, step: 0.005, fine: 0.001, stepText: 'arrows: 5 mm' })

  it('tells both marks, the piece, rim, full level and the fall of the hose', async () => {
    const words = texts(await detail())
    for (const word of ['1,355', '1,325', '30\u00A0mm out', 'rim 1,365', 'full 1,340', 'hose falls 17\u00A0mm'])
      expect(words).toContain(word)
  })
  it('says that a hose rises when it does', async () => {
    const words = texts(await detail(setMark(boathouse, 'river-drop', 1.33)))
    expect(words).toContain('hose rises 8\u00A0mm')
  })
  it('lets mark and hole be moved, each a slider with its height in words', async () => {
    const svg = await detail()
    expect(svg.match(/role="slider"/g)).toHaveLength(2)
    expect(svg).toContain('aria-valuetext="1,355\u00A0mm"')
    expect(svg).toContain('aria-valuetext="1,303\u00A0mm"')
  })
})

describe('the section', () => {
  const FRAME = { left: 200, right: 676, top: 30, ground: 590 }
  const schemes = [...[withyHard(), tanneryRow(), pearLane()].map(({ schemes: [first] }) => first!), ...ARRANGEMENTS.map((make) => make())]

  it.each(schemes.map((scheme) => [scheme.name, scheme] as const))('%s: is drawn without a broken number', async (_, scheme) => {
    for (const assessed of assess(scheme).lines) {
      const svg = await draw(SectionScene, { scene: sceneOf(assessed, FRAME, 126), prefix: 'p' })
      expect(svg).not.toMatch(/NaN|undefined|Infinity/)
      expect(svg.length).toBeGreaterThan(2000)
    }
  })
  it('shows the piece cut out in pencil, and none where nothing is cut', async () => {
    expect(await draw(SectionScene, { scene: sceneOf(line(), FRAME, 126), prefix: 'p' })).toContain('l-pencil')
    expect(await draw(SectionScene, { scene: sceneOf(line(tanneryRow().schemes[0]!), FRAME, 126), prefix: 'p' })).not.toContain('l-pencil')
  })
  it('hatches what the vessel stands on by its material', async () => {
    const on = async (kind: 'blocks' | 'gravel-pad' | 'slab' | 'stand') => {
      const scheme = structuredClone(boathouse)
      scheme.stores[0]!.vessels[0]!.base.parts = [{ kind, height: 0.48 }]
      return draw(SectionScene, { scene: sceneOf(line(scheme), FRAME, 126), prefix: 'p' })
    }
    expect(await on('gravel-pad')).toContain('url(#p-gravel)')
    expect(await on('slab')).toContain('url(#p-concrete)')
    expect((await on('blocks')).match(/url\(#p-masonry\)/g)!.length).toBeGreaterThan(
      (await on('stand')).match(/url\(#p-masonry\)/g)!.length,
    )
  })
})

describe('the train', () => {
  const wants = { flow: 0.855e-3, flush: 0.03, run: 1.5, system: 'metric' as const }
  const scene = (scheme: typeof boathouse) => {
    const assessed = line(scheme)
    return draw(SectionScene, { scene: sceneOf(assessed, { left: 200, right: 676, top: 30, ground: 590 }, 126), prefix: 'x' })
  }
  it.each(TRAIN_RECIPES)('of %s has every one of its parts on the drawing', async (recipe) => {
    const fitted = fitRecipe(boathouse, 'river-drop', 'butt', recipe, wants)
    const svg = await scene(fitted)
    for (const { kind } of fitted.drops[0]!.devices)
      if (kind !== 'ring-trough') expect([kind, svg.includes(`data-part="${kind}"`)]).toEqual([kind, true])
    expect(svg).not.toMatch(/NaN|undefined/)
  })
  it.each(['adapter', 'screen', 'filter', 'tee', 'wall-crossing', 'winter-shut-off'] as const)('with %s more has it too', async (kind) => {
    const full = fitRecipe(boathouse, 'river-drop', 'butt', 'full-take', wants)
    const more = addDevice(full, 'river-drop', 'butt', freshDevice(kind, kind, trainPlace(full, 'river-drop', 'butt')))
    const svg = await scene(more)
    expect(svg).toContain(`data-part="${kind}"`)
    expect(svg).not.toMatch(/NaN|undefined/)
  })
  it('two chambers are drawn as two, and joined', async () => {
    const fitted = fitRecipe(boathouse, 'river-drop', 'butt', 'flush-ball', { ...wants, flush: 0.04 })
    const flush = fitted.drops[0]!.devices.find((device) => device.kind === 'first-flush')!
    expect(flush.chambers).toBeGreaterThan(1)
    const svg = await scene(fitted)
    expect((svg.match(/class="f-wash"/g) ?? []).length).toBeGreaterThanOrEqual(flush.chambers)
  })
})
