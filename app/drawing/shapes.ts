/** A place on the sheet, px. */
export interface Point {
  x: number
  y: number
}
export interface Box {
  x: number
  y: number
  width: number
  height: number
}
