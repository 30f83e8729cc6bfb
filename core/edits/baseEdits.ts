import { produce } from 'immer'
import { baseHeight } from '../layout'
import type { Base, BaseKind, Scheme } from '../scheme'
import { vesselOf } from './schemeEdits'

/** What a base is made of where nothing is known but that it has a height. */
const USUAL: BaseKind = 'blocks'

/**
 * Gives a base another height by what its uppermost part adds; a lower part gives way only where that one is used up, and
 * bare ground that is to be raised gets blocks. Sunk below its parts, the ground under it goes down.
 *
 * @param height of its top over the paving, m
 */
export function raiseBase(base: Base, height: number): void {
  let more = height - baseHeight(base)
  if (base.parts.length === 0) {
    if (height > base.ground) base.parts = [{ kind: USUAL, height: height - base.ground }]
    else base.ground = height
    return
  }
  for (const part of base.parts.toReversed()) {
    const next = Math.max(0, part.height + more)
    more -= next - part.height
    part.height = next
    if (more >= 0) return
  }
  base.ground += more
}

/** Lowest ground and highest part of a base that a document holds, m. */
const LOWEST_GROUND = -5
const HIGHEST_PART = 12

/** How low and how high `raiseBase` can set the top of a base, m above the paving. */
export function baseRange(base: Base): [least: number, most: number] {
  const top = base.parts.at(-1)
  return [LOWEST_GROUND, top ? baseHeight(base) - top.height + HIGHEST_PART : base.ground + HIGHEST_PART]
}

/** Raises or lowers what a vessel stands on. Cut and trough stay where they are: that is for the findings to say. */
export const setStand = (scheme: Scheme, vesselId: string, height: number): Scheme =>
  produce(scheme, (draft) => raiseBase(vesselOf(draft, vesselId).base, height))

/** Usual height of a part that is put in, m. Common practice. */
const PART_HEIGHT: Record<BaseKind, number> = {
  slab: 0.05,
  blocks: 0.25,
  timber: 0.4,
  stand: 0.3,
  'gravel-pad': 0.05,
  frame: 0.5,
  deck: 0.3,
}

/** Puts one more part on a base. @throws RangeError when there is no such vessel */
export const addBasePart = (scheme: Scheme, vesselId: string, kind: BaseKind): Scheme =>
  produce(scheme, (draft) => {
    vesselOf(draft, vesselId).base.parts.push({ kind, height: PART_HEIGHT[kind] })
  })

/** Takes a part out of a base: what was on it comes down by its height. */
export const removeBasePart = (scheme: Scheme, vesselId: string, at: number): Scheme =>
  produce(scheme, (draft) => {
    vesselOf(draft, vesselId).base.parts.splice(at, 1)
  })

/** Changes what one part of a base is, or how high. */
export const changeBasePart = (scheme: Scheme, vesselId: string, at: number, change: Partial<Base['parts'][number]>): Scheme =>
  produce(scheme, (draft) => {
    Object.assign(vesselOf(draft, vesselId).base.parts[at]!, change)
  })
