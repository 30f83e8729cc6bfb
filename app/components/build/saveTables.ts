import { saveFile } from '~/composables/saveFile'
import type { Cell } from './billTable'
import { toCsv } from './toCsv'

/** A table that is taken elsewhere. */
export interface Table {
  /** What its sheet is called in a spreadsheet. */
  title: string
  header: string[]
  rows: Cell[][]
}

/** Saves one table as CSV. */
export const saveCsv = (name: string, { header, rows }: Table): void =>
  saveFile(
    `${name}.csv`,
    toCsv(
      header,
      rows.map((row) => row.map((cell) => cell ?? '')),
    ),
    'text/csv',
  )

/** A spreadsheet forbids some signs in the name of a sheet, and more than 31 letters. */
const sheetName = (title: string) => title.replaceAll(/[[\]:*?/\\]/g, ' ').slice(0, 31)

/** Saves tables as one spreadsheet, each on a sheet of its own. The writer is fetched when it is first wanted. */
export async function saveXlsx(name: string, tables: readonly Table[]): Promise<void> {
  const { default: writeXlsx } = await import('write-excel-file/browser')
  const book = await writeXlsx(
    tables.map(({ title, header, rows }) => ({
      sheet: sheetName(title),
      data: [header.map((value) => ({ value, fontWeight: 'bold' as const })), ...rows],
    })),
  ).toBlob()
  saveFile(`${name}.xlsx`, new Uint8Array(await book.arrayBuffer()), book.type)
}
