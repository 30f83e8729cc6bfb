import type { StripPage } from '#core/levels'

/** A marking strip as the bytes of a PDF, with the writer and the fonts fetched when somebody asks for one. */
export async function stripFile(pages: readonly StripPage[], title: string, language: string): Promise<Uint8Array<ArrayBuffer>> {
  const [{ stripPdf }, { typefaceFor }] = await Promise.all([import('./stripPdf'), import('./shippedFaces')])
  return stripPdf(pages, { title, language }, await typefaceFor(JSON.stringify(pages)))
}
