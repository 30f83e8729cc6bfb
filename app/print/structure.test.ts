import { getDocumentProxy } from 'unpdf'
import { describe, expect, it } from 'vitest'
import { PAPERS, stripPages } from '#core/levels'
import { sheetPdf } from '~/sheets/sheetPdf'
import type { Block, Sheet } from '~/sheets/sheet'
import type { Plate } from '~/sheets/plate'
import { stripPdf } from './stripPdf'
import { LATIN, typefaceOnDisk } from './typefaceOnDisk'

const typeface = typefaceOnDisk(LATIN)

/** A node of the structure as an independent reader gives it: a role with children, or a piece of a page by its id. */
interface Node {
  role?: string
  alt?: string
  id?: string
  type?: string
  children?: Node[]
}
/** Words of a page by the id of the mark that they stand in; under `artifact` and `none` what stands in no element. */
async function read(bytes: Uint8Array, number: number) {
  const pdf = await getDocumentProxy(bytes.slice())
  const page = await pdf.getPage(number)
  const { items } = (await page.getTextContent({ includeMarkedContent: true })) as {
    items: { str?: string; type?: string; id?: string; tag?: string }[]
  }
  const words = new Map<string, string>()
  const open: string[] = []
  for (const { str, type, id, tag } of items) {
    if (type === 'beginMarkedContentProps' || type === 'beginMarkedContent') open.push(id ?? (tag === 'Artifact' ? 'artifact' : 'none'))
    else if (type === 'endMarkedContent') open.pop()
    else if (str?.trim()) {
      const key = open.at(-1) ?? 'none'
      words.set(key, `${words.get(key) ?? ''}${str}`)
    }
  }
  return { tree: (await page.getStructTree()) as Node, words, info: await pdf.getMarkInfo() }
}
/** The structure in one line a node: role and, at its leaves, the words. */
function told(node: Node, words: ReadonlyMap<string, string>): unknown {
  const kids = (node.children ?? []).flatMap((kid) => (kid.type === 'content' ? (words.get(kid.id!) ?? []) : [told(kid, words)]))
  return [node.role, ...(node.alt === undefined ? [] : [`“${node.alt}”`]), ...kids]
}
const idsIn = (node: Node): string[] => (node.children ?? []).flatMap((kid) => (kid.type === 'content' ? [kid.id!] : idsIn(kid)))

const plate: Plate = {
  id: 'p',
  title: 'Section',
  width: 60,
  height: 30,
  marks: [
    { kind: 'text', at: { x: 5, y: 5 }, text: 'rim', size: 3, anchor: 'start' },
    {
      kind: 'line',
      points: [
        { x: 0, y: 0 },
        { x: 60, y: 30 },
      ],
      weight: 'cut',
    },
  ],
}
const sheet = (blocks: Block[]): Sheet => ({
  id: 'build',
  title: 'Build sheet',
  subtitle: 'One butt',
  footer: 'Made up',
  language: 'en-GB',
  head: { from: ['Two Ladders'], to: ['The boathouse'] },
  blocks,
})

describe('the structure of a PDF', () => {
  it('tells titles, paragraphs, lists, tables and figures in the order of the sheet (read by a PDF library)', async () => {
    const bytes = await sheetPdf(
      sheet([
        { kind: 'heading', text: 'Order' },
        { kind: 'text', text: 'From the ground up.' },
        { kind: 'caution', text: 'Foot the ladder.' },
        { kind: 'list', items: ['Saw', 'Deburr'] },
        { kind: 'list', items: ['Tape'], boxes: true },
        {
          kind: 'table',
          columns: [
            { title: 'Do', share: 1 },
            { title: 'Right', share: 1, right: true },
          ],
          rows: [['Set it', 'Level']],
          pictures: [{ plate, at: { x: 5, y: 5 } }],
        },
        { kind: 'heading', text: 'Drawn', small: true },
        { kind: 'plate', plate },
        { kind: 'signature', lines: ['Signed'] },
      ]),
      'a4',
      typeface,
    )
    const { tree, words, info } = await read(bytes, 1)
    expect(info).toMatchObject({ Marked: true })
    expect(told(tree.children![0]!, words)).toEqual([
      'Document',
      ['H1', 'Build sheet'],
      ['P', 'One butt'],
      ['P', 'Two Ladders'],
      ['P', 'The boathouse'],
      ['H2', 'Order'],
      ['P', 'From the ground up.'],
      ['Note', 'Foot the ladder.'],
      ['L', ['LI', ['Lbl', '–'], ['LBody', 'Saw']], ['LI', ['Lbl', '–'], ['LBody', 'Deburr']]],
      ['L', ['LI', ['LBody', 'Tape']]],
      ['Table', ['TR', ['TH', 'Do'], ['TH', 'Right']], ['TR', ['TD', 'Set it'], ['TD', 'Level', ['Figure', '“Section”', 'rim']]]],
      ['H3', 'Drawn'],
      ['Figure', '“1. Section”', ['Caption', '1. Section'], 'rim'],
      ['P', 'Signed'],
    ])
  })

  it('has a place for every word of every page; what runs along at the edges is told to nobody', async () => {
    const rows = Array.from({ length: 90 }, (_, i) => [`row ${i + 1}`, 'so it goes '.repeat(12)])
    const bytes = await sheetPdf(
      sheet([
        { kind: 'text', text: 'word '.repeat(900) },
        { kind: 'table', columns: ['Row', 'What'].map((title) => ({ title, share: 1 })), rows },
      ]),
      'letter',
      typeface,
    )
    const pages = (await getDocumentProxy(bytes.slice())).numPages
    expect(pages).toBeGreaterThan(3)
    let heads = 0
    let cells = 0
    for (let number = 1; number <= pages; number++) {
      const { tree, words } = await read(bytes, number)
      expect(words.get('none')).toBeUndefined()
      expect(words.get('artifact')).toContain('Made up')
      const ids = new Set(idsIn(tree))
      for (const id of words.keys()) if (id !== 'artifact') expect(ids.has(id), `${number}: ${id}`).toBe(true)
      // A page's tree has all that its elements stand in, and their other pages' parts without their words.
      const here = (node: Node): string[] => [
        ...((node.children ?? []).some(({ type }) => type === 'content') ? [node.role ?? ''] : []),
        ...(node.children ?? []).flatMap(here),
      ]
      heads += here(tree).filter((role) => role === 'TH').length
      cells += here(tree).filter((role) => role === 'TD').length
    }
    // Heads once, though they are drawn on every page; every row once.
    expect(heads).toBe(2)
    expect(cells).toBe(180)
  })

  it('a marking strip tells its words and none of its lines', async () => {
    const pages = stripPages([{ at: 1.3, text: 'saw here', kind: 'cut', hole: 0 }], PAPERS.a4, {
      title: 'Marks',
      note: 'Rim line',
      rulerMetric: '100 mm',
      rulerInch: '4 in',
      join: (page: number) => `join ${page}`,
    })
    const { tree, words } = await read(await stripPdf(pages, { title: 'Marks', language: 'en-GB' }, typeface), 1)
    expect(words.get('none')).toBeUndefined()
    expect(JSON.stringify(told(tree, words))).toContain('saw here')
  })
})
