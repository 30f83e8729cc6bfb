/** Widths of a sheet beside its drawing, px at letters of 16 px. */
const LEAST = 360
const MOST = 560
const SHARE = 0.3
const LETTERS = 16

/** Width of the sheet beside a drawing, px, in a room of so many px: it grows with the reader's letters, to half of the room. */
export function sheetWidth(room: number, letters: number): number {
  const larger = Math.max(1, letters / LETTERS)
  return Math.round(Math.min(room / 2, MOST * larger, Math.max(LEAST * larger, room * SHARE)))
}

/** The same for the page as it is shown. @param room width of drawing and sheet together, px */
export const useSheetWidth = (room: () => number) =>
  computed(() => sheetWidth(room(), import.meta.client ? parseFloat(getComputedStyle(document.documentElement).fontSize) : LETTERS))
