import type { Device } from '../scheme'
import { cutSheet, type CutSheet } from './cutSheet'
import type { SectionLine } from './heights'

/** Where the pipe is sawn off for a device that sits on its end, m above the paving: at the foot of the first plain stretch. */
export function pipeEndFor({ id }: Pick<Device, 'id'>, line: SectionLine | undefined): number | undefined {
  if (!line?.fed || (line.intake.device && cutSheet(line.intake.drop, line.intake.device))) return undefined
  const free = line.stretches.find(({ item, from, to }) => item === 'free' && from > to)
  const first = line.intake.drop.devices.find(({ kind }) => kind === 'first-flush' || kind === 'carrying-pipe' || kind === 'float-shut')
  return free && first?.id === id ? free.to : undefined
}

/** The one cut that a line's pipe is marked and measured for: its diverter's, else where the train begins. */
export function lineCut(line: SectionLine): CutSheet | undefined {
  const { drop, device } = line.intake
  const own = device && cutSheet(drop, device)
  if (own) return own
  const first = drop.devices.find((each) => pipeEndFor(each, line) !== undefined)
  return first && cutSheet(drop, first, pipeEndFor(first, line))
}
