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
}

/** Less is no move, m. */
const HAIR = 5e-4

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
    return now && Math.abs(now.at - at) > HAIR ? [{ what: word(what), name, from: length(at), to: length(now.at) }] : []
  })
}

/** What a finding's mend, or one of its ways out, moves, so that nothing that has been marked or drilled moves in silence. */
export function movesOf(scheme: Scheme, finding: Finding, option?: string): Move[] {
  const rule = FINDING_RULES.find(({ id }) => id === finding.id)
  if (!rule?.mend || !(finding.mends || option !== undefined)) return []
  return movesBetween(scheme, rule.mend(scheme, finding, option))
}
