import { createPinia, setActivePinia } from 'pinia'
import { describe, expect, it, vi } from 'vitest'
import { createApp, h } from 'vue'
import { createI18n } from 'vue-i18n'
import { renderToString } from 'vue/server-renderer'
import { ARRANGEMENTS } from '#core/arrangements'
import { assess } from '#core/assess'
import { partsGround, planBuild } from '#core/build'
import { newJob } from '#core/demo'
import { withGoods } from '#core/edits'
import PlateDrawing from '~/components/build/PlateDrawing.vue'
import { american, british } from '~/locales/allWords'
import { ARRANGEMENT_NOTES } from './arrangementNotes'
import { arrangementPage } from './arrangementPage'
import type { Plate } from './plate'
import type { Sheet } from './sheet'

const bench = vi.hoisted(() => ({}) as Record<string, unknown>)
vi.mock('~/stores/workbench', () => ({ useWorkbench: () => bench }))

/** Colours and line ends of a drawing that stands by itself, light and dark. */
const STYLE = `<style>svg{--ink:#1c2420;--ink-3:#5d6862;--sheet:#fff;--water:#1f6f8b;--water-wash:#d8ebf2;--pencil:#b3261e;background:#fff;font-family:sans-serif}
path,circle{stroke:var(--ink);stroke-linejoin:round}.w-water{stroke:var(--water)}.w-pencil{stroke:var(--pencil)}.w-clear{stroke:none}.w-faint,.w-fine{stroke:var(--ink-3)}.fill-none{fill:none}.fill-sheet{fill:var(--sheet)}.fill-wash{fill:var(--water-wash)}.fill-ink{fill:var(--ink)}text{fill:var(--ink)}.font-bold{font-weight:700}</style>`

async function drawn(number: number) {
  const { system } = ARRANGEMENT_NOTES[number - 1]!
  const terms = system === 'metric' ? 'en-GB' : 'en-US'
  const made = withGoods(ARRANGEMENTS[number - 1]!(), system)
  const job = { ...newJob('job', made.name, terms, system), schemes: [made], chosen: made.id }
  const parts = partsGround(job)
  const assessment = assess(made, undefined, undefined, parts)
  Object.assign(bench, { job, scheme: made, parts, assessment, findings: assessment.findings, build: planBuild(assessment.path, parts) })
  setActivePinia(createPinia())
  useSettings().use({ system, terms })
  let sheets: Sheet[] = []
  let plates: Plate[] = []
  const app = createApp({
    setup() {
      const { compose } = useSheets()
      const { sections, site } = usePlates()
      // The order of work, what is sawn and drilled, what is bought: with no drawings but those at its head.
      sheets = (['shopping', 'cuts', 'build'] as const).flatMap((id) => compose(id) ?? [])
      plates = [...sections(178, 118).slice(0, 2), ...site(178)]
      return () => plates.map((plate) => h(PlateDrawing, { plate, bare: true }))
    },
  })
  const i18n = createI18n({
    legacy: false,
    locale: terms,
    messages: { 'en-GB': british, 'en-US': structuredClone(british) } as never,
    missingWarn: false,
    fallbackWarn: false,
  })
  // As in the application: American is British with the words that differ laid over it, linked ones among them.
  i18n.global.mergeLocaleMessage('en-US', american as never)
  app.use(i18n)
  const html = await renderToString(app)
  const svgs = [...html.matchAll(/<svg[\s\S]*?<\/svg>/g)].map(([svg], i) =>
    svg
      .replace('<svg ', `<svg xmlns="http://www.w3.org/2000/svg" width="${plates[i]!.width * 4}" height="${plates[i]!.height * 4}" `)
      .replace('>', `>${STYLE}`)
      .replace(/<!--[^>]*-->| data-v-\w+(="")?/g, ''),
  )
  return { made, sheets, plates, svgs }
}

/** Pages under docs/arrangements are these very sheets: `npx vitest run app/sheets/arrangements.test.ts -u` writes them anew. */
describe('the pages of the arrangements', () => {
  it('are one for each', () => expect(ARRANGEMENT_NOTES).toHaveLength(ARRANGEMENTS.length))
  it.each(ARRANGEMENTS.map((_, i) => i + 1))('arrangement %i is bought, sawn, drilled and built as its page says', async (number) => {
    const { made, sheets, plates, svgs } = await drawn(number)
    const file = (i: number) => `${String(number).padStart(2, '0')}-${i + 1}.svg`
    const page = arrangementPage(
      number,
      made.name,
      ARRANGEMENT_NOTES[number - 1]!.note,
      plates.map(({ title }, i) => ({ file: file(i), title })),
      sheets,
    )
    expect(svgs).toHaveLength(plates.length)
    await expect(page).toMatchFileSnapshot(`../../docs/arrangements/${String(number).padStart(2, '0')}.md`)
    for (const [i, svg] of svgs.entries()) await expect(svg).toMatchFileSnapshot(`../../docs/arrangements/${file(i)}`)
  })
})
