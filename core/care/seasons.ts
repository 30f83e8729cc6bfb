import type { Told } from '../figures/told'

import { clippedUnderSnow } from '../gutter'
import { isHandTurned } from '../log/written'
import type { Scheme, Site } from '../scheme'

/** One step of shutting down for the frost, or of starting again. */
export interface SeasonStep {
  /** Kind and part. */
  id: string
  kind: SeasonStepKind
  values: Record<string, Told>
}
export const SEASON_STEPS = [
  'divert',
  'shutOff',
  'gutterLeft',
  'gutterOut',
  'openFlush',
  'drainCarry',
  'partLinks',
  'drainVessel',
  'leaveRoom',
  'tapOpen',
  'hoseIn',
  'pumpIn',
  'capLid',
  'cover',
  'look',
] as const
export type SeasonStepKind = (typeof SEASON_STEPS)[number]

/** Over this a vessel is too large to be emptied for the frost: room for ice is left instead, m³. Common practice. */
export const LARGE = 0.6

/**
 * Shutting down before frost, in order, for what a scheme has: water led away first, then what is left let out from above to
 * below, then what can be carried in, then what has to be shut. Large vessels are left a tenth empty for the ice.
 * Common practice, after the trade's own sheets.
 */
export function shutDownSteps(scheme: Scheme, site: Pick<Site, 'low' | 'high'>): SeasonStep[] {
  const { drops, stores, taps, pumps } = scheme
  const steps: SeasonStep[] = []
  const add = (kind: SeasonStepKind, id: string, values: SeasonStep['values'] = {}) => steps.push({ id: `${kind}-${id}`, kind, values })
  for (const { name, devices } of drops)
    for (const device of devices) {
      if (isHandTurned(device)) add('divert', device.id, { pipe: name })
      if (device.kind === 'winter-shut-off') add('shutOff', device.id, { pipe: name })
    }
  // Where nothing can be turned, the pipe is led past by hand.
  for (const { id, name, devices, end } of drops) {
    const leads = end.kind === 'vessel' || devices.some((device) => 'hose' in device)
    if (leads && !devices.some((device) => isHandTurned(device) || device.kind === 'winter-shut-off')) add('gutterLeft', id, { pipe: name })
  }
  // Once nothing runs through them any more.
  for (const { id, name } of clippedUnderSnow(scheme, site)) add('gutterOut', id, { gutter: name })
  for (const { name, devices } of drops)
    for (const device of devices) {
      if (device.kind === 'first-flush') add('openFlush', device.id, { pipe: name })
      if (device.kind === 'carrying-pipe' && device.wet) add('drainCarry', device.id, { pipe: name })
    }
  for (const { name, links } of stores) if (links.length > 0) add('partLinks', links[0]!.id, { store: name, n: links.length })
  for (const { vessels } of stores)
    for (const { id, name, nominal } of vessels) add(nominal > LARGE ? 'leaveRoom' : 'drainVessel', id, { vessel: name })
  for (const { id, name, hose } of taps) {
    add('tapOpen', id, { tap: name })
    if (hose) add('hoseIn', id, { tap: name })
  }
  for (const { id } of pumps) add('pumpIn', id)
  for (const { vessels } of stores)
    for (const { id, name, lid } of vessels) add(lid === 'sealed' ? 'cover' : 'capLid', id, { vessel: name })
  if (drops.length > 0) add('look', 'all')
  return steps
}

/** Starting again: the same in the other order, and a look at what the frost has done. */
export function startUpSteps(scheme: Scheme, site: Pick<Site, 'low' | 'high'>): SeasonStep[] {
  const down = shutDownSteps(scheme, site)
  const look = down.filter(({ kind }) => kind === 'look')
  return [...look, ...down.filter(({ kind }) => kind !== 'look').toReversed()]
}
