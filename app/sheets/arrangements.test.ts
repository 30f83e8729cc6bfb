import { createPinia, setActivePinia } from 'pinia'
import { describe, expect, it, vi } from 'vitest'
import { createApp } from 'vue'
import { createI18n } from 'vue-i18n'
import { renderToString } from 'vue/server-renderer'
import { ARRANGEMENTS } from '#core/arrangements'
import { assess } from '#core/assess'
import { partsInputs, planBuild } from '#core/build'
import { newJob } from '#core/demo'
import { withGoods } from '#core/edits'
import { american, british } from '~/locales/allWords'
import { ARRANGEMENT_NOTES } from './arrangementNotes'
import { arrangementPage } from './arrangementPage'
import { packSheets, SAFE_LETTERS, unpackSheets } from './packed'
import type { Plate } from './plate'
import { plateSvg } from './plateSvg'
import type { Sheet } from './sheet'

const bench = vi.hoisted(() => ({}) as Record<string, unknown>)
vi.mock('~/stores/workbench', () => ({ useWorkbench: () => bench }))

async function drawn(number: number) {
  const { system } = ARRANGEMENT_NOTES[number - 1]!
  const terms = system === 'metric' ? 'en-GB' : 'en-US'
  const made = withGoods(ARRANGEMENTS[number - 1]!(), system)
  const job = { ...newJob('job', made.name, terms, system), schemes: [made], chosen: made.id }
  const parts = partsInputs(job)
  const assessment = assess(made, undefined, undefined, parts)
  Object.assign(bench, {
    job,
    scheme: made,
    parts,
    assessment,
    findings: assessment.findings,
    build: planBuild(assessment.path, parts),
    simulation: {},
    tally: {},
  })
  setActivePinia(createPinia())
  useSettings().use({ system, terms })
  let sheets: Sheet[] = []
  let plates: Plate[] = []
  let sent: Sheet[] = []
  const app = createApp({
    setup() {
      const { compose } = useSheets()
      const { sections, site } = usePlates()
      // The order of work, what is sawn and drilled, what is bought: with no drawings but those at its head.
      sheets = (['shopping', 'cuts', 'build'] as const).flatMap((id) => compose(id) ?? [])
      plates = [...sections(178, 118).slice(0, 2), ...site(178)]
      sent = (['customer', 'quote', 'handover'] as const).flatMap((id) => compose(id) ?? [])
      return () => ''
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
  await renderToString(app)
  return { made, sheets, plates, sent }
}

/** Pages under docs/arrangements are these very sheets: `npx vitest run app/sheets/arrangements.test.ts -u` writes them anew. */
describe('the pages of the arrangements', () => {
  it('are one for each', () => expect(ARRANGEMENT_NOTES).toHaveLength(ARRANGEMENTS.length))
  it.each(ARRANGEMENTS.map((_, i) => i + 1))('arrangement %i is bought, sawn, drilled and built as its page says', async (number) => {
    const { made, sheets, plates } = await drawn(number)
    const file = (i: number) => `${String(number).padStart(2, '0')}-${i + 1}.svg`
    const page = arrangementPage(
      number,
      made.name,
      ARRANGEMENT_NOTES[number - 1]!.note,
      plates.map(({ title }, i) => ({ file: file(i), title })),
      sheets,
    )
    await expect(page).toMatchFileSnapshot(`../../docs/arrangements/${String(number).padStart(2, '0')}.md`)
    for (const [i, plate] of plates.entries()) await expect(plateSvg(plate)).toMatchFileSnapshot(`../../docs/arrangements/${file(i)}`)
  })

  it.each(ARRANGEMENTS.map((_, i) => i + 1))('what a customer is sent of arrangement %i opens from its link as it was', async (number) => {
    const { sent } = await drawn(number)
    expect(sent.length).toBeGreaterThan(1)
    const link = packSheets(sent)
    const opened = await unpackSheets(link)
    const said = (sheets: readonly Sheet[]) => sheets.map(({ title, blocks }) => [title, ...blocks.map(({ kind }) => kind)])
    expect(said(opened)).toEqual(said(sent))
    // The sheet for the customer by itself goes through a mail.
    expect(packSheets(sent.slice(0, 1)).length).toBeLessThan(SAFE_LETTERS)
  })
})
