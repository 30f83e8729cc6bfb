export interface WantedNote {
  key: string
  /** Height it would like to stand at, px. */
  y: number
  /** px it takes, gap to the next included. */
  size: number
}

/**
 * Places margin notes: each as near as may be to the height of its part, in the water's order, none on another.
 *
 * The chosen note stays where its part is; the others give way from it upward and downward. When they run out at an
 * end, the whole file of notes shifts back inside, the chosen one with it.
 *
 * @returns top of each note, px, in the order given
 */
export function placeNotes(notes: readonly WantedNote[], chosen: number, top: number, bottom: number): number[] {
  if (notes.length === 0) return []
  const at = notes.map(({ y }) => y)
  const pin = chosen >= 0 && chosen < notes.length ? chosen : 0
  at[pin] = Math.min(Math.max(at[pin]!, top), bottom - notes[pin]!.size)
  for (let i = pin - 1; i >= 0; i--) at[i] = Math.min(at[i]!, at[i + 1]! - notes[i]!.size)
  for (let i = pin + 1; i < at.length; i++) at[i] = Math.max(at[i]!, at[i - 1]! + notes[i - 1]!.size)
  const last = at.length - 1
  const over = at[last]! + notes[last]!.size - bottom
  if (over > 0)
    for (let i = last, limit = bottom; i >= 0; i--) {
      at[i] = Math.min(at[i]!, limit - notes[i]!.size)
      limit = at[i]!
    }
  for (let i = 0, limit = top; i < at.length; i++) {
    at[i] = Math.max(at[i]!, limit)
    limit = at[i]! + notes[i]!.size
  }
  return at
}

/** Pushes rising positions apart to at least `gap`, each as little as may be, kept between the ends where there is room. */
export function pushApart(wanted: readonly number[], gap: number, top: number, bottom: number): number[] {
  return placeNotes(
    wanted.map((y, i) => ({ key: String(i), y, size: gap })),
    0,
    top,
    bottom + gap,
  )
}
