import type { End } from '../parts'
import type { Assembly } from './assembly'
import type { PartsInputs } from './partsInputs'
import { nestCuts, type CuttingPlan } from './nest'
import { piecesOf, type Run } from './runs'

/** One piece to saw, under the label that the drawing and the sheet share. */
export interface Cut {
  /** `A1`: pipe A, first piece. */
  label: string
  run: Run
  /** The piece's own key within its run. */
  piece: string
  /** Off the saw, m. */
  length: number
  gap: number
  depths: readonly [number, number]
  relief: number
  /** Added so that a hose does not pull, m. */
  slack: number
}

/** All pieces of one pipe and how they come out of what is sold. */
export interface CutGroup {
  letter: string
  pipe: Pick<End, 'type' | 'size'>
  cuts: Cut[]
  /** Length sold, m; 0 for hose, which comes off a reel. */
  stock: number
  /** Pieces by their place in `cuts`. */
  plan?: CuttingPlan
  /** Already on the wall: sawn where it hangs, not out of a new length. */
  there: boolean
}

/**
 * A cut as it is told on a page: every figure on the page's own grid, and a sum that is true there. What a tape cannot tell is
 * left to the gap, which is measured at the work.
 *
 * @param grid the least that the page tells, m
 */
export function cutSum({ length, depths, relief, slack }: Pick<Cut, 'length' | 'depths' | 'relief' | 'slack'>, grid: number) {
  const on = (metres: number) => Math.round(metres / grid) * grid
  const told = { length: on(length), depths: [on(depths[0]), on(depths[1])] as const, relief: on(relief), slack: on(slack) }
  const gap = told.length - told.depths[0] - told.depths[1] + told.relief - told.slack
  if (gap >= -1e-9) return { ...told, gap: Math.max(0, gap) }
  // Faces that touch: what rounding has put over goes off the second insertion, so that the sum stays true.
  return { ...told, depths: [told.depths[0], told.depths[1] + gap] as const, gap: 0 }
}

const letterOf = (n: number): string => (n < 26 ? '' : letterOf(Math.floor(n / 26) - 1)) + String.fromCharCode(65 + (n % 26))

/**
 * Every piece of pipe and hose, grouped by what it is cut from, labelled and nested.
 *
 * @param kerf width of a cut, m
 * @param stays whether a part is on the wall already
 */
export function cutGroups(
  { runs }: Pick<Assembly, 'runs'>,
  inputs: PartsInputs,
  kerf: number,
  stays: (part: string) => boolean,
): CutGroup[] {
  const groups = new Map<string, { pipe: Run['pipe']; there: boolean; runs: Run[] }>()
  for (const run of runs) {
    const there = stays(run.part)
    // What hangs on the wall and is left whole is nobody's cut.
    if (there && !run.sawn) continue
    const key = `${there} ${run.pipe.type} ${run.pipe.size}`
    const group = groups.get(key) ?? { pipe: run.pipe, there, runs: [] }
    groups.set(key, group)
    group.runs.push(run)
  }
  return [...groups.values()]
    .toSorted((a, b) => Number(a.there) - Number(b.there))
    .map(({ pipe, there, runs: own }, n) => {
      const letter = letterOf(n)
      const cuts = own
        .flatMap((run) => piecesOf(run).map((piece) => ({ run, piece })))
        .map(({ run, piece }, i): Cut => ({
          label: `${letter}${i + 1}`,
          run,
          piece: piece.key,
          length: piece.length,
          gap: piece.gap,
          depths: piece.depths,
          relief: piece.relief,
          slack: piece.slack,
        }))
      const stock = inputs.sold(pipe)
      const plan =
        stock > 0 && !there
          ? nestCuts(
              cuts.map(({ length }) => length),
              stock,
              kerf,
            )
          : undefined
      return { letter, pipe, cuts, stock, there, ...(plan ? { plan } : {}) }
    })
}
