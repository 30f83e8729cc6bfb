import { leaveReady } from '#core/offers/leaveReady'
import type { Scheme } from '#core/scheme'
import { length } from '#core/units/quantity'

/** What to leave ready for one more vessel, in words; nothing where no more fit. */
export function useLeaveReady() {
  const { say } = useSay()
  function readyLines(scheme: Scheme, storeId: string): string[] {
    const ready = leaveReady(scheme, storeId)
    if (!ready) return []
    const name = scheme.stores.flatMap(({ vessels }) => vessels).find(({ id }) => id === ready.beside)!.name
    const { hole, pad } = ready
    return [
      hole
        ? say('group.ready.hole', { vessel: name, bore: length(hole.bore), at: length(hole.at), above: length(hole.above) })
        : say('group.ready.there', { vessel: name }),
      say('group.ready.pad', {
        vessel: name,
        apart: length(pad.apart),
        width: length(pad.width),
        depth: length(pad.depth),
        top: length(pad.top),
      }),
    ]
  }
  return { readyLines }
}
