import type { Problem } from '../problems'
import type { Quantity } from '../units/quantity'

/** A word of the trade, by its id among the words of the locale files: said in the reader's own terms. */
export interface Word {
  readonly word: string
}
/** One side of a joint, said by kind, size and gender. */
export interface EndTold {
  readonly end: { readonly type: string; readonly size: string; readonly gender: string }
}
/** Pipe or hose by kind and size. */
export interface PipeTold {
  readonly pipe: { readonly type: string; readonly size: string }
}
/** Why two ends do not go together, by its id. */
export interface MismatchTold {
  readonly mismatch: string
}

/** A field of a sheet by its id: an edit goes on being told in the language that is spoken when it is read. */
export interface FieldTold {
  readonly field: string
}

/** A day of the calendar, as a file has it: written out as the reader's language writes it. */
export interface DayTold {
  readonly day: string
}

/** A month of the year, 0 for January, written out. */
export interface MonthTold {
  readonly month: number
}

/** One message within another, by its id: what was refused is told by the name that its edit has. */
export interface Saying {
  readonly saying: string
  readonly values: ToldValues
}

/**
 * What can be put into a message. A plain string is somebody's own word, such as a name: it is said as it stands and never
 * looked up, whatever it looks like. What is to be looked up says so by its type.
 */
export type Told =
  Quantity | string | number | Word | EndTold | PipeTold | MismatchTold | FieldTold | DayTold | MonthTold | Saying | Problem
export interface ToldValues {
  [name: string]: Told
}

export const word = (id: string): Word => ({ word: id })

/** Whether a value is this word. */
export const isWord = (value: Told | undefined, id: string): boolean => typeof value === 'object' && 'word' in value && value.word === id
