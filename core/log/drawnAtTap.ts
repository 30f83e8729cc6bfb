import { tapFlow } from '../draw/tapFlow'
import type { WaterPath } from '../path/waterPath'
import type { Entry, EntryOf, Tap } from '../scheme'
import { levelAt } from '../vessel/levelVolume'
import { instantOf } from './entries'
import { heightTold, storeLevels } from './levels'

/** Steps of a minute that a falling level is followed by: a tenth of what it has in the first, at most. */
const STEPS_A_MINUTE = 4
const MOST_STEPS = 1200

/**
 * What runs out of a tap that stands open for a while, as its head falls with the water.
 *
 * Vessels that share a level fall together: a link that is slower than the tap lets its own vessel fall first, and less comes.
 *
 * @param height of the water over the foot of the tap's vessel as it is opened, m
 * @param minutes that it stands open, 0 or more
 * @returns m³; never more than stands over its open end
 * @throws RangeError when the tap's vessel is not on the path
 * Source: dV/dt = −Q(h), by Heun's method; a bare tap on upright walls has Torricelli's closed form.
 */
export function drawnAtTap(path: WaterPath, tap: Tap, height: number, minutes: number): number {
  const placed = path.vessels.get(tap.vessel)
  const port = placed?.vessel.ports.find(({ id }) => id === tap.port)
  if (!placed || !port) throw new RangeError(`no vessel ${tap.vessel} for tap ${tap.id}`)
  const levels = storeLevels(path, placed.store.id)
  const first = levels.vessels[0]!
  const surface = (litres: number) =>
    levels.shared ? first.foot + levels.heightFor(litres) : placed.foot + levelAt(placed.vessel.body, litres / 1000)
  const spout = placed.foot + port.at - tap.spoutBelow
  const litresASecond = (litres: number) => (litres > 0 ? tapFlow(tap, surface(litres), spout) * 1000 : 0)
  const steps = Math.min(MOST_STEPS, Math.max(1, Math.ceil(minutes * STEPS_A_MINUTE)))
  const step = (minutes * 60) / steps
  const start = levels.litresAt(tap.vessel, height)
  let held = start
  for (let k = 0; k < steps; k++) {
    const now = litresASecond(held)
    if (now === 0) break
    held -= (step * (now + litresASecond(held - step * now))) / 2
  }
  return Math.max(0, start - held) / 1000
}

/**
 * The last level that was read of a vessel before a moment, or of any that shares its level.
 *
 * @param instant minutes since 1970
 * @returns the reading, and the height of the water over the vessel's own foot, m; undefined where none was read
 * @throws RangeError when the vessel is not on the path
 */
export function levelBefore(
  path: WaterPath,
  entries: readonly Entry[],
  vessel: string,
  instant: number,
): { entry: EntryOf<'level'>; height: number } | undefined {
  const placed = path.vessels.get(vessel)
  if (!placed) throw new RangeError(`no vessel ${vessel}`)
  const { shared, vessels } = storeLevels(path, placed.store.id)
  const tells = (id: string) => id === vessel || (shared && vessels.some((each) => each.vessel.id === id))
  const entry = entries.findLast(
    (each): each is EntryOf<'level'> => each.kind === 'level' && tells(each.vessel) && instantOf(each) <= instant,
  )
  if (!entry) return undefined
  const read = path.vessels.get(entry.vessel)!
  return { entry, height: read.foot + heightTold(read.vessel.body, entry) - placed.foot }
}
