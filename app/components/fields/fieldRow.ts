import type { QuantityKind } from '#core/units/quantity'

/** A field of a sheet as a row of a table: what it is called, what it says, within what, and what an edit of it does. */
export type FieldRow = { key: string; label: string; note?: string } & (
  | {
      is: 'measure'
      kind: Extract<QuantityKind, 'length' | 'span' | 'volume' | 'flow' | 'pressure' | 'count' | 'plain' | 'share' | 'mesh'>
      /** SI, as are its ends. */
      value: number
      least: number
      most: number
      /** Key of the measure that it is, where it is one that is taken with a tape. */
      measure?: string
      set: (value: number) => void
    }
  | { is: 'choice'; value: string; options: readonly { value: string; label: string }[]; set: (value: string) => void }
  | { is: 'flag'; value: boolean; set: (value: boolean) => void }
)
