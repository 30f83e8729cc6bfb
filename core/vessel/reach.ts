import type { Port, Vessel } from '../scheme'

/** An arm goes through an opening from so wide on, and shoulders from so wide on, m. Common practice. */
const HAND = 0.11
const SHOULDERS = 0.35
/** How far down a hand gets through the one and the other, m. Nobody climbs in. Common practice. */
const ARM = 0.6
const LEANING = 1

/** Families whose lid comes off whole. */
const LIFTS_OFF = new Set<Vessel['family']>(['butt', 'slim-butt', 'bin'])
/** The screw cap in the top of every tote, m; six inches in another country. Common practice. */
const TOTE_CAP = 0.15
/** The widest way in from above, m; 0 where there is none. */
export function widestOpening({ family, body, lid, stands, ports }: Pick<Vessel, 'family' | 'body' | 'lid' | 'stands' | 'ports'>): number {
  const across = Math.min(body.width, body.depth)
  const cut = Math.max(0, ...ports.filter(({ role }) => role === 'lid').map(({ bore }) => bore))
  if (stands === 'upright' && (LIFTS_OFF.has(family) || lid === 'open')) return across
  return Math.max(cut, family === 'tote' && stands === 'upright' ? TOTE_CAP : 0)
}

/**
 * Whether a hand inside gets to a hole in the side, to hold the nut of what sits in it: through the lid or what is cut in the
 * top, an arm or a leaning body deep.
 *
 * @param port height of the hole above the vessel's foot, m
 * Source: common practice, no published source.
 */
export function handReaches(vessel: Pick<Vessel, 'family' | 'body' | 'lid' | 'stands' | 'ports'>, { at }: Pick<Port, 'at'>): boolean {
  const opening = widestOpening(vessel)
  const down = vessel.body.height - at
  return opening >= SHOULDERS ? down <= LEANING : opening >= HAND && down <= ARM
}
