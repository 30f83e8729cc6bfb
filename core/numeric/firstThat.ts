/**
 * The first of a row for which something holds, by halving: it is asked of few, where asking takes long.
 *
 * @param holds once it holds for one, it holds for all after it
 * @returns undefined where it holds for none
 */
export function firstThat<T>(row: readonly T[], holds: (each: T) => boolean): T | undefined {
  let from = 0
  let to = row.length
  while (from < to) {
    const middle = (from + to) >>> 1
    if (holds(row[middle]!)) to = middle
    else from = middle + 1
  }
  return row[from]
}
