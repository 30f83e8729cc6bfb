import { measuresOf, type BadJoint, type End, type Placed } from '../parts'
import type { Assembly } from './assembly'
import type { CutGroup } from './cuts'
import type { Joint } from './joints'
import type { BuildStation } from './part'
import { joinerKey, type Piece, type Run } from './runs'

/** What lies in a row of parts from face to face, in the water's direction. */
export type DetailItem =
  /** A part, a port's wall, a bend, a tee: with the widths across its upper and its lower end, m. */
  | { kind: 'part'; part: string; widths: readonly [number, number] }
  | { kind: 'fitting'; placed: Placed; widths: readonly [number, number]; length: number }
  /** Something in the middle of a pipe: a coupling, a valve. */
  | { kind: 'body'; of: string; run: Run; width: number; length: number }
  | { kind: 'piece'; piece: Piece; run: Run; width: number; label?: string }
  /** Two ends that do not go together, or that nothing joins. */
  | { kind: 'gap'; joint: string; bad?: BadJoint }

/** One way through the parts, without a branch. */
export interface Detail {
  key: string
  station: BuildStation
  from: string
  to: string
  items: DetailItem[]
  joints: string[]
}

/** Width of what has no pipe's size: a wall, a bung, m. */
const NO_SIZE = 0.04
const widthOf = (end: End | undefined): number => (end && measuresOf(end)?.outside) ?? NO_SIZE

/** A joint as what is seen between its two parts; a joiner as the piece that it is cut as. */
function between({ key, placed, bad, state }: Joint, joiner: (key: string) => DetailItem | undefined): DetailItem[] {
  const gap = (after: number): DetailItem[] => {
    const found = bad.find((each) => each.after === after)
    return found ? [{ kind: 'gap', joint: key, bad: found }] : []
  }
  if (state === 'none') return [{ kind: 'gap', joint: key }]
  return [
    ...placed.flatMap((each, i): DetailItem[] => [
      ...gap(i),
      joiner(joinerKey(key, i)) ?? {
        kind: 'fitting',
        placed: each,
        widths: [widthOf(each.fitting.ends[each.turned ? 1 : 0]), widthOf(each.fitting.ends[each.turned ? 0 : 1])],
        length: each.fitting.reach,
      },
    ]),
    ...gap(placed.length),
  ]
}

/**
 * A scheme's parts as rows to be put together, one for every way that has something new in it: each joint stands in one row,
 * and so does each piece that is sawn, under the label of the cutting list.
 *
 * A row goes on through a branch along what was laid last, the way of the water; what leads aside begins a row of its own.
 */
export function detailsOf({ parts, joints, runs }: Assembly, groups: readonly CutGroup[]): Detail[] {
  const labels = new Map(groups.flatMap(({ cuts }) => cuts.map(({ piece, label }) => [piece, label] as const)))
  const byRun = new Map(runs.map((run) => [run.key, run]))
  const there = new Set(parts.flatMap(({ key, there: on }) => (on ? [key] : [])))
  const left = new Set(joints)
  const seen = new Set<string>()

  /** A part as what is seen of it: a pipe as its pieces and what lies between them. */
  const shown = (part: string, above: Joint | undefined, below: Joint | undefined): DetailItem[] => {
    const run = byRun.get(part)
    if (!run)
      return [
        { kind: 'part', part, widths: [widthOf(above?.lower.end ?? below?.upper.end), widthOf(below?.upper.end ?? above?.lower.end)] },
      ]
    if (seen.has(part)) return []
    seen.add(part)
    const width = widthOf({ ...run.pipe, gender: 'male' })
    const first = run.items.findIndex(({ kind }) => kind === 'piece')
    const last = run.items.findLastIndex(({ kind }) => kind === 'piece')
    // What lies before the first piece and behind the last belongs to the joints.
    return run.items.slice(first, last + 1).map((item): DetailItem => {
      if (item.kind === 'body') return { kind: 'body', of: item.of, run, width, length: item.length }
      const label = labels.get(item.key)
      return { kind: 'piece', piece: item, run, width, ...(label === undefined ? {} : { label }) }
    })
  }

  const joiner = (key: string): DetailItem | undefined => {
    const run = byRun.get(key)
    const piece = run?.items.find((item) => item.kind === 'piece')
    if (!run || piece?.kind !== 'piece') return undefined
    seen.add(key)
    const label = labels.get(piece.key)
    return { kind: 'piece', piece, run, width: widthOf({ ...run.pipe, gender: 'male' }), ...(label === undefined ? {} : { label }) }
  }
  const details: Detail[] = []
  const begin = () => [...left].find(({ upper }) => ![...left].some(({ lower }) => lower.part === upper.part)) ?? [...left][0]
  for (let joint = begin(); joint; joint = begin()) {
    const first = joint
    const items = shown(first.upper.part, undefined, first)
    const own: Joint[] = []
    for (let at: Joint | undefined = first; at;) {
      left.delete(at)
      own.push(at)
      const next: Joint | undefined = [...left].findLast(({ upper }) => upper.part === at!.lower.part)
      items.push(...between(at, joiner), ...shown(at.lower.part, at, next))
      at = next
    }
    const to = own.at(-1)!.lower.part
    const isNew =
      own.some(({ placed, upper, lower }) => placed.length > 0 || !isThere(there, upper.part) || !isThere(there, lower.part)) ||
      items.some((item) => item.kind === 'piece' && item.label !== undefined)
    if (isNew)
      details.push({
        key: first.key,
        station: first.station,
        from: first.upper.part,
        to,
        items,
        joints: own.map(({ key }) => key),
      })
  }
  // A piece that meets nothing on the list, as between the two bends of a swan neck.
  for (const run of runs) {
    if (seen.has(run.key) || !run.items.some((item) => item.kind === 'piece' && labels.has(item.key))) continue
    details.push({
      key: run.key,
      station: run.station,
      from: run.part,
      to: run.part,
      items: shown(run.key, undefined, undefined),
      joints: [],
    })
  }
  return details
}

/** A piece of a downpipe hangs there when its pipe does. */
const isThere = (there: ReadonlySet<string>, part: string): boolean => {
  const [kind, id] = part.split(':')
  return there.has(kind === 'pipe' ? `drop:${id}` : part)
}
