import { produce } from 'immer'
import type { Scheme } from '../scheme'

/** A pipe across that follows from where things stand: whatever its length was said to be to begin with is forgotten. */
export const followPlan = (scheme: Scheme, dropId: string): Scheme =>
  produce(scheme, (draft) => {
    const drop = draft.drops.find(({ id }) => id === dropId)
    for (const device of drop?.devices ?? []) if (device.kind === 'carrying-pipe') device.measured = undefined
  })
