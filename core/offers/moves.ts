import { word, type Word } from '../figures/told'
import { FINDING_RULES, type Finding } from '../findings'
import { footOf } from '../layout'
import type { Scheme } from '../scheme'
import { length, type Quantity } from '../units/quantity'

/** A height that a change moves: what it is, of which part, from where to where above the paving. */
export interface Move {
  /** Message id under `word.`, and the part's own name. */
  what: Word
  name: string
  from: Quantity
  to: Quantity
  /** What has been done by it already; nothing where nobody has begun. */
  fixed?: 'measured' | 'sawn' | 'drilled' | 'built'
}

/** Less is no move, m. */
const HAIR = 5e-4

/** What a height was done by: steps of the order of work, and readings. */
function fixedBy(key: string, { drops, build }: Scheme): Move['fixed'] {
  const done = new Set(build.done.map(({ step }) => step))
  const [kind, id = ''] = key.split(' ')
  if (kind === 'device') {
    if (done.has(`cut:${id}`)) return 'sawn'
    return drops.some(({ devices, marks }) => marks.measured.length > 0 && devices.some((device) => device.id === id))
      ? 'measured'
      : undefined
  }
  if (kind === 'port') return done.has(`drill:${id}`) ? 'drilled' : undefined
  return kind === 'base' && (done.has(`base:${id}`) || done.has(`cast:${id}`)) ? 'built' : undefined
}

interface Height {
  what: string
  name: string
  at: number
}

/** Every height that somebody marks, drills or builds by, m above the paving, by a key that stays when it moves. */
function heightsOf(scheme: Scheme): Map<string, Height> {
  const heights = new Map<string, Height>()
  const note = (key: string, what: string, name: string, at: number) => heights.set(key, { what, name, at })
  for (const drop of scheme.drops)
    for (const device of drop.devices) {
      if (device.kind === 'ring-trough') note(`device ${device.id}`, 'upperMark', drop.name, device.mark)
      else if (
        'height' in device &&
        (device.kind === 'twist' || device.kind === 'flap' || device.kind === 'push-in' || device.kind === 'float-shut')
      )
        note(`device ${device.id}`, device.kind, drop.name, device.height)
    }
  for (const vessel of scheme.stores.flatMap(({ vessels }) => vessels)) {
    const foot = footOf(scheme, vessel)
    note(`base ${vessel.id}`, 'standHeight', vessel.name, foot)
    for (const port of vessel.ports)
      if (port.role !== 'vent') note(`port ${vessel.id} ${port.id}`, `hole-${port.role}`, vessel.name, foot + port.at)
  }
  for (const route of scheme.overflows) if (route.mouth === 'hooped') note(`crest ${route.id}`, 'crest', '', route.crest)
  return heights
}

/** Heights that differ between two schemes: marks, stands, holes. */
export function movesBetween(before: Scheme, after: Scheme): Move[] {
  const [from, to] = [heightsOf(before), heightsOf(after)]
  return [...from].flatMap(([key, { what, name, at }]) => {
    const now = to.get(key)
    if (!now || Math.abs(now.at - at) <= HAIR) return []
    const fixed = fixedBy(key, before)
    return [{ what: word(what), name, from: length(at), to: length(now.at), ...(fixed ? { fixed } : {}) }]
  })
}

/** What a finding's mend, or one of its ways out, moves, so that nothing that has been marked or drilled moves in silence. */
export function movesOf(scheme: Scheme, finding: Finding, option?: string): Move[] {
  const rule = FINDING_RULES.find(({ id }) => id === finding.id)
  if (!rule?.mend || !(finding.mends || option !== undefined)) return []
  return movesBetween(scheme, rule.mend(scheme, finding, option))
}
