import type { MessageId } from '~/locales/messageIds'
import type { QuantityKind } from '#core/units/quantity'

/** What can be typed as a measure. */
export type FieldKind = Extract<
  QuantityKind,
  | 'length'
  | 'span'
  | 'volume'
  | 'rainDepth'
  | 'area'
  | 'count'
  | 'plain'
  | 'share'
  | 'angle'
  | 'rainRate'
  | 'latitude'
  | 'longitude'
  | 'fall'
  | 'mesh'
  | 'flow'
  | 'pressure'
>
/** Message ids that say why the ends of a measure are where they are, instead of only where. */
export interface WhyEnds {
  least?: MessageId
  most?: MessageId
}
/** One of a few, or of many by the other words that people have for it, apart by commas. */
export interface FieldOption<V extends string = string> {
  value: V
  label: string
  also?: string
}

/** A field of a sheet as a row of a table: what it is called, what it says, within what, and what an edit of it does. */
export type FieldRow = {
  key: string
  label: string
  note?: string | undefined
  /** Key of the measure that it is, where it is one that is taken with a tape: shown as a guess until it was. */
  measure?: string | undefined
} & (
  | {
      is: 'measure'
      kind: FieldKind
      /** SI, as are its ends; undefined where nothing is said. */
      value: number | undefined
      least: number
      most: number
      why?: WhyEnds | undefined
      set: (value: number) => void
      /** Says nothing any more; without it something has to be said. */
      clear?: (() => void) | undefined
    }
  | { is: 'choice' | 'search'; value: string; options: readonly FieldOption[]; set: (value: string) => void }
  | { is: 'flag'; value: boolean; set: (value: boolean) => void }
  /** Text of a line, or of several; never more letters than `most`, and not empty unless it may be. */
  | { is: 'text'; value: string; most: number; lines?: number | undefined; empty?: boolean | undefined; set: (value: string) => void }
)
