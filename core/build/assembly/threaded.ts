import type { End } from '../../parts'

/** Something that is threaded on to the way of the water, with the ends that it offers above and below. */
export interface Threaded {
  part: string
  /** The part that the water leaves by, where it is another: the last of several tees. */
  last?: string
  /** None where it is open to what falls into it. */
  top?: End
  /** None where nothing goes on from it. */
  bottom?: End
}
