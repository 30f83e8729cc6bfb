import * as Comlink from 'comlink'
import { passOnProblems } from './passOnProblems'
import type { PAPERS } from '#core/levels'
import type { Sheet } from '~/sheets/sheet'
import { sheetPdf } from '~/sheets/sheetPdf'
import type { Typeface } from '~/print/typeface'

/** Makes PDFs away from the page. */
const service = {
  async pdf(
    sheet: Sheet,
    paper: keyof typeof PAPERS,
    typeface: Typeface,
    progress: (share: number) => void,
  ): Promise<Uint8Array<ArrayBuffer>> {
    let told = 0
    const bytes = await sheetPdf(sheet, paper, typeface, (share) => {
      // A word back to the page now and then, not for every block.
      if (share - told < 0.1 && share < 1) return
      told = share
      progress(share)
    })
    return Comlink.transfer(bytes, [bytes.buffer])
  },
}
export type SheetsService = typeof service
passOnProblems()
Comlink.expose(service)
