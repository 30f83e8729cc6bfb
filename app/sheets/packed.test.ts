import { deflateSync, strFromU8, strToU8 } from 'fflate'
import { describe, expect, it } from 'vitest'
import { packSheets, unpackSheets } from './packed'
import type { Sheet } from './sheet'

const sheet: Sheet = {
  id: 'customer',
  title: 'Łódź, 木 – “yard”',
  subtitle: 'Section',
  footer: 'Not drinking water',
  language: 'en-GB',
  head: { from: ['Sallow & Quill'], to: [] },
  blocks: [
    { kind: 'heading', text: 'What it does' },
    { kind: 'caution', text: '<img src=x onerror=alert(1)>' },
    {
      kind: 'table',
      columns: [
        { title: '', share: 1 },
        { title: '', share: 2, right: true },
      ],
      rows: [['kept', '5,770 L']],
    },
    {
      kind: 'plate',
      plate: {
        id: 'p',
        title: 'P',
        width: 100,
        height: 50,
        places: { a: { x: 1, y: 2 } },
        marks: [
          {
            kind: 'line',
            points: [
              { x: 0.123456, y: 1 },
              { x: 9, y: 9 },
            ],
            weight: 'cut',
            closed: true,
            fill: 'wash',
          },
          {
            kind: 'strokes',
            lines: [
              [
                { x: 0, y: 0 },
                { x: 1, y: 1 },
              ],
            ],
            weight: 'fine',
          },
          { kind: 'circle', centre: { x: 3, y: 3 }, radius: 2, weight: 'seen' },
          { kind: 'text', at: { x: 1, y: 1 }, text: '5', size: 3, anchor: 'middle', strong: true },
        ],
      },
    },
    { kind: 'photos', photos: [{ url: 'data:image/jpeg;base64,AAAA', width: 1, height: 1, caption: 'x' }] },
    { kind: 'list', items: ['a'], boxes: true },
    { kind: 'signature', lines: ['name'] },
    { kind: 'page' },
  ],
}
/** Anything at all, packed as a sheet is. */
const packed = (value: unknown) =>
  `1.${btoa(strFromU8(deflateSync(strToU8(JSON.stringify(value))), true))
    .replace(/\+/g, '-')
    .replace(/\//g, '_')
    .replace(/=+$/, '')}`

describe('sheets in a link', () => {
  it('come back as they were, but for photos and what drawings are taken apart by; lines to a tenth of a millimetre', async () => {
    const link = packSheets([sheet])
    expect(link).toMatch(/^1\.[\w-]+$/)
    const [back] = await unpackSheets(link)
    expect(back!.title).toBe(sheet.title)
    expect(back!.head).toEqual(sheet.head)
    expect(back!.blocks.map(({ kind }) => kind)).toEqual(sheet.blocks.map(({ kind }) => kind).filter((kind) => kind !== 'photos'))
    const plate = back!.blocks.find((block) => block.kind === 'plate')!
    expect(plate.kind === 'plate' && plate.plate.marks[0]).toMatchObject({
      points: [
        { x: 0.1, y: 1 },
        { x: 9, y: 9 },
      ],
    })
    expect(plate.kind === 'plate' && plate.plate.places).toBeUndefined()
  })
  it('a link that lost its end is told from one of a newer version and from none', async () => {
    const link = packSheets([sheet])
    await expect(unpackSheets(link.slice(0, -40))).rejects.toThrow()
    await expect(unpackSheets('')).rejects.toThrow('none')
    await expect(unpackSheets(link.replace('1.', '2.'))).rejects.toThrow('newer')
  })
  it('what is no sheet is refused: unknown blocks, scripts, pictures from elsewhere, numbers that are words', async () => {
    const bad: unknown[] = [
      {},
      [],
      [{ ...sheet, blocks: [{ kind: 'script', text: 'x' }] }],
      [{ ...sheet, blocks: [{ kind: 'photos', photos: [{ url: 'https://example.invalid/x.jpg', width: 1, height: 1, caption: '' }] }] }],
      [{ ...sheet, blocks: [{ kind: 'heading', text: { html: 'x' } }] }],
      [{ ...sheet, blocks: [{ kind: 'plate', plate: { id: 'p', title: '', width: 'wide', height: 1, marks: [] } }] }],
      [{ ...sheet, blocks: [{ kind: 'constructor' }] }],
      [{ ...sheet, extra: 1 }],
    ]
    for (const value of bad) await expect(unpackSheets(packed(value))).rejects.toThrow()
  })
  it('a small text that unpacks to a huge one is stopped', async () => {
    await expect(unpackSheets(packed('x'.repeat(30_000_000)))).rejects.toThrow('tooLarge')
  })
})
