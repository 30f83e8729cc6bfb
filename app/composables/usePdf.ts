import { problemOf, type Problem } from '#core/problems'
import * as Comlink from 'comlink'
import type { PAPERS } from '#core/levels'
import type { Sheet } from '~/sheets/sheet'
import { typefaceFor } from '~/print/shippedFaces'
import type { SheetsService } from '~/workers/sheets.worker'

let hand: Comlink.Remote<SheetsService> | undefined
const worker = () =>
  (hand ??= Comlink.wrap<SheetsService>(new Worker(new URL('../workers/sheets.worker.ts', import.meta.url), { type: 'module' })))

/** PDFs of sheets, made in a worker. */
export function usePdf() {
  const state = shallowReactive<{ making: string | undefined; share: number; failed: Problem | undefined }>({
    making: undefined,
    share: 0,
    failed: undefined,
  })
  async function make(sheet: Sheet, paper: keyof typeof PAPERS): Promise<Uint8Array<ArrayBuffer> | undefined> {
    if (state.making) return undefined
    state.making = sheet.id
    state.share = 0
    state.failed = undefined
    try {
      const pdf = await worker().pdf(
        sheet,
        paper,
        await typefaceFor(JSON.stringify(sheet)),
        Comlink.proxy((share: number) => (state.share = share)),
      )
      return pdf
    } catch (error) {
      state.failed = problemOf(error)
      return undefined
    } finally {
      state.making = undefined
    }
  }
  return { state, make }
}
