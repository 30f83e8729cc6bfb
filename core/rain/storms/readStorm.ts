import Papa from 'papaparse'
import { LONGEST_CELL } from '../import/layout'
import type { Storm } from './storm'

export interface StormProblem {
  problem: 'empty' | 'noTime' | 'backwards' | 'step' | 'notANumber' | 'negative' | 'tooLong'
  /** Line of the text, from 1. */
  line: number
  found: string
}

/** Seconds of a clock or of a count of minutes: `14:05`, `14:05:30`, `2024-06-01 14:05`, `2024-06-01T14:05`, `35`. */
function secondsOf(cell: string): number {
  if (cell.length > LONGEST_CELL) return NaN
  const whole = /^(\d{4}-\d{2}-\d{2})[T ](\d{1,2}):(\d{2})(?::(\d{2}))?$/.exec(cell)
  if (whole) return Date.parse(`${whole[1]}T${whole[2]!.padStart(2, '0')}:${whole[3]}:${whole[4] ?? '00'}Z`) / 1000
  const clock = /^(\d{1,2}):(\d{2})(?::(\d{2}))?$/.exec(cell)
  if (clock) return Number(clock[1]) * 3600 + Number(clock[2]) * 60 + Number(clock[3] ?? 0)
  return /^\d+(\.\d+)?$/.test(cell) ? Number(cell) * 60 : NaN
}

const LEAST_STEP = 60
const MOST_STEP = 900
/** As many steps as the document keeps of one storm: a month of quarters of an hour. */
export const MOST_STEPS = 2880
/** Enough to mend a paste by. */
const MOST_PROBLEMS = 20

/**
 * A gauge's own record of a storm: a time and the depth (mm) that fell since the reading before, every 1 to 15 minutes.
 * Steps that were left out because nothing fell are dry.
 */
export function readStorm(text: string): { storm: Storm } | { problems: StormProblem[] } {
  const rows = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' }).data
  const first = Number.isFinite(secondsOf(rows[0]?.[0]?.trim() ?? '')) ? 0 : 1
  const readings: { at: number; depth: number }[] = []
  const problems: StormProblem[] = []
  rows.slice(first).forEach((row, i) => {
    const line = i + first + 1
    const [time = '', amount = ''] = row.map((cell) => cell.trim())
    const at = secondsOf(time)
    const depth = amount === '' || amount.length > LONGEST_CELL ? NaN : Number(amount.replace(',', '.'))
    const before = readings.at(-1)
    if (!Number.isFinite(at)) problems.push({ problem: 'noTime', line, found: time })
    else if (!Number.isFinite(depth)) problems.push({ problem: 'notANumber', line, found: amount })
    else if (depth < 0) problems.push({ problem: 'negative', line, found: amount })
    else if (before && at <= before.at) problems.push({ problem: 'backwards', line, found: time })
    else readings.push({ at, depth })
  })
  if (problems.length > 0) return { problems: problems.slice(0, MOST_PROBLEMS) }
  if (readings.length < 2) return { problems: [{ problem: 'empty', line: 1, found: '' }] }
  const step = readings.slice(1).reduce((least, { at }, i) => Math.min(least, at - readings[i]!.at), Infinity)
  if (step < LEAST_STEP || step > MOST_STEP) return { problems: [{ problem: 'step', line: first + 2, found: String(step / 60) }] }
  const start = readings[0]!.at
  if ((readings.at(-1)!.at - start) / step >= MOST_STEPS)
    return { problems: [{ problem: 'tooLong', line: rows.length, found: rows.at(-1)![0]! }] }
  const uneven = readings.findIndex(({ at }) => Math.abs(((at - start) / step) % 1) > 1e-9)
  if (uneven >= 0) return { problems: [{ problem: 'step', line: uneven + first + 1, found: rows[uneven + first]![0]! }] }
  const intensity = new Float64Array((readings.at(-1)!.at - start) / step + 1)
  for (const { at, depth } of readings) intensity[(at - start) / step] = (depth * 3600) / step
  return { storm: { step, intensity } }
}
