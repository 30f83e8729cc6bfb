import type { Draft } from 'immer'
import { targetsOf } from '../layout'
import type { Drop, Scheme } from '../scheme'

/** Pipes that water comes into from a gutter or an overflow, by ends and devices of others however many follow one another. */
function ledPipes({ gutters, drops, overflows }: Scheme): Set<string> {
  const byId = new Map(drops.map((each) => [each.id, each]))
  const led = new Set<string>()
  const lead = (id: string) => {
    if (led.has(id)) return
    led.add(id)
    const pipe = byId.get(id)
    if (!pipe) return
    for (const to of [pipe.end, ...pipe.devices.flatMap(targetsOf)]) if (to.kind === 'drop') lead(to.drop)
  }
  for (const { drop } of gutters.flatMap(({ outlets }) => outlets)) lead(drop)
  for (const { to } of overflows) if (to.kind === 'drop') lead(to.drop)
  return led
}

/** Takes away the pipes that nothing leads into any more. */
export function removeUnledPipes(draft: Draft<Scheme>): void {
  const led = ledPipes(draft)
  draft.drops = (draft.drops as Drop[]).filter(({ id }) => led.has(id))
}
