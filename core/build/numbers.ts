import type { Assembly } from './assembly'
import { COUNTED, type Part } from './part'
import { couplingOf, couplingsIn } from './runs'

/** Number of a fitting, among the numbers of parts. */
export const fittingKey = (id: string): string => `fitting:${id}`

/** What a number is given to: everything that is put in, a base as one thing; straps, brackets and the like are only counted. */
const numberedAs = ({ key, there, item }: Part): string | undefined => {
  if (there || COUNTED.test(item)) return undefined
  const [kind, id] = key.split(':')
  return kind === 'base' ? `base:${id}` : key
}

/**
 * Numbers of what has to be built, in the water's order, by part key, then those of the fittings between, one for each kind:
 * drawings, bill and steps share them. What was there before has none; all layers of a base have one, which is also kept
 * under the base's own key.
 */
export function numberParts({ parts, joints, runs }: Pick<Assembly, 'parts' | 'joints' | 'runs'>): Map<string, number> {
  const numbers = new Map<string, number>()
  let last = 0
  for (const part of parts) {
    const as = numberedAs(part)
    if (as === undefined) continue
    if (!numbers.has(as)) numbers.set(as, ++last)
    numbers.set(part.key, numbers.get(as)!)
  }
  const there = new Set(parts.flatMap((part) => (part.there ? [part.key] : [])))
  const fittings = [
    ...joints.flatMap(({ placed }) => placed.flatMap(({ fitting }) => (fitting.form === 'piece' ? [] : [fitting.id]))),
    ...runs.filter((run) => !there.has(run.part) && couplingsIn(run) > 0).map(({ pipe }) => couplingOf(pipe)),
  ]
  for (const id of fittings) if (!numbers.has(fittingKey(id))) numbers.set(fittingKey(id), ++last)
  return numbers
}
