import { visible } from '#core/units/visible'

/** Hands the reader a file to keep. */
export function saveFile(name: string, content: string | Uint8Array<ArrayBuffer>, type: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = visible(name).replace(/[\\/:*?"<>|\ufffd]/g, '-')
  link.click()
  // The download has to begin before the address goes.
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
