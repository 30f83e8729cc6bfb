import type { WaterPath } from '../path/waterPath'
import { checkShape, entry as entrySchema, type Entry, type InputProblem } from '../scheme'
import { instantOf } from './entries'
import { volumeAt } from '../vessel/levelVolume'
import { heightTold } from './levels'
import { MINUTES_A_DAY, momentOf } from './moment'

/** What is wrong with an entry: refused, or asked back and kept if it was meant. */
export interface EntryProblem {
  /** Message id under `log.problem.` in the locale files. */
  id:
    | 'future'
    | 'aboveRim'
    | 'belowFloor'
    | 'shareOver'
    | 'volumeOver'
    | 'outside'
    | 'unsound'
    | 'roseWithoutRain'
    | 'tenTimes'
    | 'sameMoment'
    | 'drawnMore'
    | 'heavy'
  refused: boolean
  values: Record<string, number>
  /** Of what no job can keep: where in the entry, and what is wrong there. */
  of?: InputProblem
}

/** A clock may be a little fast, minutes. */
const CLOCK = 10
/** A day's rain over this is asked about, mm. Common practice. */
const HEAVY = 120
/** Ten times what the days around it had is a slip of the point or of the unit. */
const TIMES = 10
const AROUND_DAYS = 15
const LEAST_AROUND = 4
/** A level that rose so far between two readings without rain is asked about, m. */
const ROSE = 0.05

/** What a job could not keep of an entry, if anything: an amount beyond its ends, or something else. */
function unsound(entry: Entry): EntryProblem | undefined {
  const [wrong] = checkShape(entrySchema, entry)
  if (!wrong) return undefined
  const { least, most } = wrong.values ?? {}
  return wrong.problem === 'outside' && typeof least === 'number' && typeof most === 'number'
    ? { id: 'outside', refused: true, values: { least, most }, of: wrong }
    : { id: 'unsound', refused: true, values: {}, of: wrong }
}

/**
 * What is impossible or unlikely of an entry, beside those of the log.
 *
 * @param entries the others, in the order of their moments
 * @param now the moment it is written, minutes since 1970
 * @returns the refused first; empty where nothing is odd
 */
export function checkEntry(path: WaterPath, entries: readonly Entry[], entry: Entry, now: number): EntryProblem[] {
  const broken = unsound(entry)
  // Nothing can be reckoned with a moment that is none.
  if (broken?.of?.path === 'at') return [broken]
  const others = entries.filter(({ id }) => id !== entry.id)
  const at = instantOf(entry)
  const problems: EntryProblem[] = []
  const tell = (id: EntryProblem['id'], refused: boolean, values: EntryProblem['values'] = {}) => problems.push({ id, refused, values })
  if (at > now + CLOCK) tell('future', true)
  if (entry.kind === 'level') {
    const placed = path.vessels.get(entry.vessel)
    if (placed) {
      const { body } = placed.vessel
      const height = heightTold(body, entry)
      const holds = volumeAt(body, body.rim)
      if (entry.by === 'share' && entry.value > 1) tell('shareOver', true)
      else if (entry.by === 'volume' && entry.value > holds + 1e-9) tell('volumeOver', true, { volume: holds })
      else if (height > body.rim + 1e-9) tell('aboveRim', true, { deep: body.rim - body.floor })
      else if (height < body.floor - 1e-9) tell('belowFloor', true, { deep: body.rim - body.floor })
      const before = others.findLast((each) => each.kind === 'level' && each.vessel === entry.vessel && instantOf(each) < at)
      if (before?.kind === 'level') {
        const from = instantOf(before)
        const between = others.filter((each) => instantOf(each) > from && instantOf(each) <= at + MINUTES_A_DAY)
        const wet = between.some((each) => (each.kind === 'rain' && each.depth > 0) || each.kind === 'topped-up')
        const rose = height - heightTold(body, before)
        if (!wet && rose > ROSE) tell('roseWithoutRain', false, { rose })
      }
    }
  }
  if (entry.kind === 'drawn' || entry.kind === 'let-go') {
    const placed = path.vessels.get(entry.vessel)
    if (placed && entry.volume > placed.vessel.nominal * 3) tell('drawnMore', false, { volume: placed.vessel.nominal })
  }
  if (entry.kind === 'rain') {
    if (entry.depth > HEAVY) tell('heavy', false, { depth: entry.depth })
    const near = others.filter(
      (each) => each.kind === 'rain' && each.depth > 0 && Math.abs(instantOf(each) - at) < AROUND_DAYS * MINUTES_A_DAY,
    )
    const depths = near.map((each) => (each.kind === 'rain' ? each.depth : 0)).sort((a, b) => a - b)
    const most = depths.at(-1) ?? 0
    if (depths.length >= LEAST_AROUND && entry.depth > TIMES * depths[Math.floor(depths.length / 2)]! && entry.depth > 2 * most)
      tell('tenTimes', false, { usual: depths[Math.floor(depths.length / 2)]! })
  }
  const twin = others.find(
    (each) =>
      each.kind === entry.kind && instantOf(each) === at && (!('vessel' in each) || !('vessel' in entry) || each.vessel === entry.vessel),
  )
  if (twin && (entry.kind === 'rain' || entry.kind === 'level')) tell('sameMoment', false)
  // A level over the rim is told as that, not as a number out of its range.
  if (broken && !problems.some(({ refused }) => refused)) problems.push(broken)
  return problems.sort((a, b) => Number(b.refused) - Number(a.refused))
}

/** Minutes since 1970 of a moment as it is written. */
export const instantAt = (at: string): number => momentOf(at).instant
