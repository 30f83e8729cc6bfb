import type { Device, Drop } from '../scheme'
import { cutSheet, endSheet, type CutSheet } from './cutSheet'
import type { SectionLine } from './heights'

/** Where the pipe is sawn off for a device that sits on its end, m above the paving: at the foot of the plain stretch above it. */
export function pipeEndFor({ id }: Pick<Device, 'id'>, line: SectionLine | undefined): number | undefined {
  if (!line?.fed || (line.intake.device && cutSheet(line.intake.drop, line.intake.device, line.kerf))) return undefined
  // The last plain stretch above it: what is let in higher up parts the pipe for itself.
  const at = line.stretches.findIndex(({ device }) => device === id)
  const free = line.stretches.slice(0, Math.max(0, at)).findLast(({ item, from, to }) => item === 'free' && from > to)
  const first = line.intake.drop.devices.find(({ kind }) => kind === 'first-flush' || kind === 'carrying-pipe' || kind === 'float-shut')
  return free && first?.id === id ? free.to : undefined
}

/** The one cut that a line's pipe is marked and measured for: its diverter's, else where the train begins. */
export function lineCut(line: SectionLine): CutSheet | undefined {
  const { drop, device } = line.intake
  const own = device && cutSheet(drop, device, line.kerf)
  if (own) return own
  const first = drop.devices.find((each) => pipeEndFor(each, line) !== undefined)
  if (first) return cutSheet(drop, first, line.kerf, pipeEndFor(first, line))
  return line.fed && line.over ? endSheet(drop, { device: `end:${drop.id}`, kind: 'end' }, line.kerf, line.over.at) : undefined
}

/** Devices that sit in the old pipe: behind a first flush or a pipe across there is none of it. */
export function inOldPipe(drop: Drop): Device[] {
  const end = drop.devices.findIndex(({ kind }) => kind === 'first-flush' || kind === 'carrying-pipe')
  return end < 0 ? drop.devices : drop.devices.slice(0, end + 1)
}

/** What is sawn or drilled in a pipe that hangs there: what each of its devices asks for, and its end over a lid. */
export function pipeCuts(drop: Drop, line: SectionLine | undefined, kerf: number): CutSheet[] {
  const own = inOldPipe(drop).flatMap((device) => cutSheet(drop, device, kerf, pipeEndFor(device, line)) ?? [])
  const end = line && lineCut(line)
  return end?.kind === 'end' ? [...own, end] : own
}

/** Heights at which the old pipe is sawn beside its marked cut, for what sits above a stretch that stays, m above the paving. */
export function furtherCuts(line: SectionLine): { device: string; at: number }[] {
  const { stretches, heights, intake } = line
  if (!line.fed) return []
  const own = lineCut(line)
  return stretches.flatMap(({ item, from, to }, i) => {
    const above = stretches[i - 1]
    // Under the neck, the outlet or a let-in body's own lower line the pipe begins where it always began.
    const begins = item === 'free' && from - to > LEAST_STAY && above?.device !== undefined && from < heights.neckFoot - LEAST_STAY
    if (!begins || above.device === own?.device || intake.drop.devices.find(({ id }) => id === above.device)?.kind === 'neck') return []
    return OLD_PIPE_ENDS.has(above.item) ? [{ device: above.device!, at: from }] : []
  })
}
/** Less than this of the old pipe is not left hanging, m. */
const LEAST_STAY = 0.02
/** What sits in the old pipe's way with more of it below. */
const OLD_PIPE_ENDS = new Set<SectionLine['stretches'][number]['item']>(['rain-head', 'filter'])
