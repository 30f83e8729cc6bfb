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
import { parseQuantity } from '#core/units/parse'
import { american, british } from '~/locales/allWords'
import { ARRANGEMENT_NOTES } from './arrangementNotes'
import { arrangementPage } from './arrangementPage'
import { packSheets, SAFE_LETTERS, unpackSheets } from './packed'
import type { Plate } from './plate'
import { plateSvg } from './plateSvg'
import { SHEET_IDS, type Block, type Sheet } from './sheet'

const bench = vi.hoisted(() => ({}) as Record<string, unknown>)
vi.mock('~/stores/workbench', () => ({ useWorkbench: () => bench }))

/** Figures of the sheets that are worth adding up: a quotation with labour, margin and tax in it. */
const QUOTE = { hours: 0, rate: 31, margin: 0.15, tax: 0.2 }

async function drawn(number: number, system = ARRANGEMENT_NOTES[number - 1]!.system, quote?: typeof QUOTE) {
  const terms = system === 'metric' ? 'en-GB' : 'en-US'
  const goods = withGoods(ARRANGEMENTS[number - 1]!(), system)
  const made = quote ? { ...goods, build: { ...goods.build, quote } } : goods
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
  let all: Sheet[] = []
  const app = createApp({
    setup() {
      const { compose } = useSheets()
      const { sections, site } = usePlates()
      // The order of work, what is sawn and drilled, what is bought: with no drawings but those at its head.
      sheets = (['shopping', 'cuts', 'build'] as const).flatMap((id) => compose(id) ?? [])
      plates = [...sections(178, 118).slice(0, 2), ...site(178)]
      all = SHEET_IDS.flatMap((id) => compose(id) ?? [])
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
  return { made, sheets, plates, sent, all }
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

type Table = Extract<Block, { kind: 'table' }>
const tablesOf = (sheets: readonly Sheet[], id: Sheet['id']) =>
  sheets.find((sheet) => sheet.id === id)!.blocks.filter((block): block is Table => block.kind === 'table')
/** A sum of money as a reader takes it off the page. */
const money = (said: string) => Number(said.replaceAll(/[^\d.]/g, ''))
/** What stands before a unit or a sign: how many are bought. */
const many = (said: string) => Number(/^[\d,.]+/.exec(said)![0].replaceAll(',', ''))

describe('whoever adds up what the sheets say comes to what they say', () => {
  const CASES = ARRANGEMENTS.flatMap((_, i) => (['metric', 'imperial'] as const).map((system) => [i + 1, system] as const))
  const metres = (said: string, system: 'metric' | 'imperial') => {
    const read = parseQuantity('length', said, { system, terms: 'en-GB' })
    if (!('value' in read)) throw new Error(`no length: ${said}`)
    return read.value
  }

  it.each(CASES)('arrangement %i, %s', async (number, system) => {
    const { all, made } = await drawn(number, system, QUOTE)
    expect(all.map(({ id }) => id)).toEqual([...SHEET_IDS])

    // To buy: lines, their products, their sum; the same on the list, in the quotation before its margin, and for the customer.
    const lines = tablesOf(all, 'shopping').flatMap(({ columns, rows }) => (columns.length === 4 ? rows : []))
    expect(lines.length).toBeGreaterThan(5)
    for (const [item, much, each, total] of lines) {
      const off = Math.abs(many(much!) * money(each!) - money(total!))
      expect([item, much, each, total, off <= 0.0051]).toEqual([item, much, each, total, true])
    }
    const sum = lines.reduce((so, [, , , total]) => so + money(total!), 0)
    const toBuy = all
      .find(({ id }) => id === 'shopping')!
      .blocks.find((block) => block.kind === 'text' && block.strong && /\d/.test(block.text))
    expect(money(toBuy?.kind === 'text' ? toBuy.text.replace(/\.$/, '') : '')).toBeCloseTo(sum, 2)
    const [parts, labour, net, tax, gross] = tablesOf(all, 'quote')
      .find(({ rows }) => rows.length === 5)!
      .rows.map(([, cell]) => money(cell!))
    expect(parts).toBeCloseTo(sum * 1.15, 1)
    expect(labour).toBeGreaterThan(0)
    expect(net).toBeCloseTo(parts! + labour!, 2)
    expect(tax).toBeCloseTo(net! * 0.2, 1)
    expect(gross).toBeCloseTo(net! + tax!, 2)
    expect(
      tablesOf(all, 'customer')
        .flatMap(({ rows }) => rows)
        .map(([, cell]) => cell),
    ).toContain(tablesOf(all, 'quote').find(({ rows }) => rows.length === 5)!.rows[4]![1])

    // To saw: gap and both insertions less relief is the length, every figure as it stands there.
    const pieces = tablesOf(all, 'cuts').find(({ columns }) => columns.length === 5)!
    for (const [label, , length, terms] of pieces.rows) {
      const said = terms!.replace(/ so that it does not pull$/, '')
      const total = said.split(/(?= [+−] )/).reduce((so, term) => {
        const sign = term.startsWith(' −') ? -1 : 1
        return so + sign * metres(term.replace(/^ [+−] /, ''), system)
      }, 0)
      expect([label, length, terms, Math.abs(total - metres(length!, system)) < 1e-6]).toEqual([label, length, terms, true])
    }

    // To drill: above the foot and below the rim are the height of one vessel, whichever of its holes is asked.
    const holes = tablesOf(all, 'cuts').find(({ columns }) => columns.length === 8)?.rows ?? []
    const rims = new Map(made.stores.flatMap(({ vessels }) => vessels.map(({ name, body }) => [name, body.rim] as const)))
    let tried = 0
    for (const [, where, , , above, below] of holes) {
      const rim = rims.get(where!.split(': ')[0]!)
      if (above === '' || below === '' || rim === undefined) continue
      tried++
      expect([
        where,
        above,
        below,
        rim,
        Math.abs(metres(above!, system) + metres(below!, system) - rim) < (system === 'metric' ? 0.0011 : 0.0033),
      ]).toEqual([where, above, below, rim, true])
    }
    expect(tried).toBeGreaterThan(0)
  })
})
