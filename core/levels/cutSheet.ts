import { cutInOf } from '../catch/families'
import { nonNegative } from '../numeric/guards'
import type { Device, Drop, MarkReference } from '../scheme'
import type { ToldValues } from '../figures/told'
import { length } from '../units/quantity'
import { BRACKET_ROOM } from './train'

/** Two measurements of one mark may differ by this much, m: what pencil and tape make of it. Common practice. */
export const MARK_TOLERANCE = 0.002
/** A bracket this near above or below a cut holds the pipe, m. Common practice. */
export const BRACKET_REACH = 0.3
/** A bracket keeps this far off the cut, so that the device slides on, m. Common practice. */
export const BRACKET_CLEAR = 0.02

/**
 * Length to cut a joiner that goes into two sockets: the gap between their faces and both insertions, less a relief so that
 * it does not bottom out.
 *
 * @param insertions depth of each socket, m
 * @param gap between the faces, m (0 where they meet)
 * @example joinerLength([0.04, 0.05], 0, 0.01) // 0.08, not 0.09
 * Source: common practice, no published source; `joiner`.
 */
export function joinerLength(insertions: readonly [number, number], gap: number, relief: number): number {
  nonNegative('gap', gap)
  nonNegative('relief', relief)
  return gap + insertions[0] + insertions[1] - relief
}

/** One thing to do with the saw, in order (message ids under `cutStep.`). */
export interface CutStep {
  step: 'bracketAbove' | 'bracketBelow' | 'mark' | 'measureAgain' | 'cutLower' | 'cutUpper' | 'drill' | 'cutEnd' | 'deburr' | 'dryFit'
  values: ToldValues
}

export interface CutSheet {
  /** Device that it is for; for the end over a lid `end:` and the drop's own id. */
  device: string
  kind: Device['kind'] | 'end'
  /** Saw lines above the paving, m: upper and lower edge of what comes out. One line only where the pipe simply ends. */
  upper: number
  lower?: number
  /** What comes out between the lines, kerf included, and what it is made up of, m. */
  piece?: { length: number; body: number; laps: number; adapters: number }
  /** A hole to drill instead of cuts, m. */
  hole?: number
  kerf: number
  /** The blade's middle, half a kerf inside the waste, above the paving, m. */
  saw: { upper: number; lower?: number }
  /** Nearest bracket above and below that holds the pipe, m above the paving; undefined where none does. */
  brackets: { above: number | undefined; below: number | undefined }
  steps: CutStep[]
}

/** Nearest bracket within reach of a height on one side. */
function bracketNear(brackets: readonly number[], at: number, side: 1 | -1): number | undefined {
  const gap = (height: number) => side * (height - at)
  return brackets
    .filter((height) => gap(height) > BRACKET_CLEAR && gap(height) <= BRACKET_REACH + 1e-9)
    .toSorted((a, b) => gap(a) - gap(b))[0]
}

const bracketSteps = (upper: number, lower: number | undefined, brackets: CutSheet['brackets']): CutStep[] => [
  ...(brackets.above === undefined ? [{ step: 'bracketAbove' as const, values: { at: length(upper + BRACKET_ROOM - 0.05) } }] : []),
  ...(lower !== undefined && brackets.below === undefined
    ? [{ step: 'bracketBelow' as const, values: { at: length(Math.max(0.05, lower - BRACKET_ROOM + 0.05)) } }]
    : []),
]

const FINISH: readonly CutStep[] = [
  { step: 'deburr', values: {} },
  { step: 'dryFit', values: {} },
]
const measured = (at: number): CutStep[] => [
  { step: 'mark', values: { at: length(at) } },
  { step: 'measureAgain', values: {} },
]

/**
 * What to do to a downpipe with pencil, saw and drill for one device, in the order of the work: what holds the pipe first, no
 * cut before the second measurement, the lower cut before the upper so that the piece still hangs from the bracket above.
 *
 * The saw keeps to the waste side of both lines: what stays of the pipe has its full length.
 *
 * @param kerf width of the saw's cut, m
 * @param end height at which the pipe ends for a device that sits on its end, m
 * @returns undefined for a device that needs nothing sawn or drilled
 * Source: common practice, no published source.
 */
export function cutSheet(drop: Pick<Drop, 'brackets'>, device: Device, kerf: number, end?: number): CutSheet | undefined {
  const cut = cutInOf(device)
  if (cut) {
    const { upper, lower, body, laps, adapters } = cut
    const brackets = { above: bracketNear(drop.brackets, upper, 1), below: bracketNear(drop.brackets, lower, -1) }
    return {
      device: device.id,
      kind: device.kind,
      upper,
      lower,
      piece: { length: upper - lower, body, laps, adapters },
      kerf,
      saw: { upper: upper - kerf / 2, lower: lower + kerf / 2 },
      brackets,
      steps: [
        ...bracketSteps(upper, lower, brackets),
        ...measured(upper),
        { step: 'cutLower', values: { at: length(lower) } },
        { step: 'cutUpper', values: { at: length(upper) } },
        ...FINISH,
      ],
    }
  }
  if (device.kind === 'push-in') {
    const brackets = { above: bracketNear(drop.brackets, device.height, 1), below: bracketNear(drop.brackets, device.height, -1) }
    return {
      device: device.id,
      kind: device.kind,
      upper: device.height,
      hole: device.hole,
      kerf: 0,
      saw: { upper: device.height },
      brackets,
      steps: [...measured(device.height), { step: 'drill', values: { hole: length(device.hole) } }, ...FINISH],
    }
  }
  return end === undefined ? undefined : endSheet(drop, { device: device.id, kind: device.kind }, kerf, end)
}

/** The pipe sawn off once, for what comes under its end. */
export function endSheet(drop: Pick<Drop, 'brackets'>, of: Pick<CutSheet, 'device' | 'kind'>, kerf: number, end: number): CutSheet {
  const brackets = { above: bracketNear(drop.brackets, end, 1), below: undefined }
  return {
    ...of,
    upper: end,
    kerf,
    saw: { upper: end - kerf / 2 },
    brackets,
    steps: [...bracketSteps(end, undefined, brackets), ...measured(end), { step: 'cutEnd', values: { at: length(end) } }, ...FINISH],
  }
}

/** Heights that a mark is measured from, m above the paving. */
export interface References {
  rim: number
  outlet: number
}

/** A height above the paving as a tape reads it from a reference: upward from the paving and down from the other two. */
export function fromReference(height: number, reference: MarkReference, { rim, outlet }: References): number {
  return reference === 'paving' ? height : reference === 'rim' ? rim - height : outlet - height
}

/** `moved`: the plan has the mark elsewhere than when it was measured. */
export type MarkState = 'moved' | 'measureOnce' | 'measureAgain' | 'measureThird' | 'agreed' | 'thirdDecides' | 'noneAgree' | 'notThere'

export interface MarkVerdict {
  state: MarkState
  /** The reading that the plan asks for, m, from the chosen reference. */
  wanted: number
  /** What two readings agree on, m. */
  reading?: number
  /** By how much the two readings differ, or the agreed one is off the plan, m. */
  off: number
  /** Whether the saw may be taken up. */
  mayCut: boolean
}

/**
 * The second measurement before any cut. Two readings must agree with one another within 2 mm; where they do not a third one
 * decides by the pair that agrees; and what they agree on must be the plan's mark.
 *
 * @param readings in the order they were taken, m from one reference
 * @param wanted what the plan's mark reads from the same reference, m
 */
export function judgeMarks(readings: readonly number[], wanted: number): MarkVerdict {
  const [first, second, third] = readings
  const near = (a: number, b: number) => Math.abs(a - b) <= MARK_TOLERANCE + 1e-9
  const settled = (state: 'agreed' | 'thirdDecides', a: number, b: number): MarkVerdict => {
    const reading = (a + b) / 2
    const off = reading - wanted
    return Math.abs(off) <= MARK_TOLERANCE + 1e-9
      ? { state, wanted, reading, off, mayCut: true }
      : { state: 'notThere', wanted, reading, off, mayCut: false }
  }
  if (first === undefined) return { state: 'measureOnce', wanted, off: 0, mayCut: false }
  if (second === undefined) return { state: 'measureAgain', wanted, off: 0, mayCut: false }
  if (near(first, second)) return settled('agreed', first, second)
  const off = second - first
  if (third === undefined) return { state: 'measureThird', wanted, off, mayCut: false }
  const [a, b] = Math.abs(third - first) <= Math.abs(third - second) ? [first, third] : [second, third]
  return near(a, b) ? settled('thirdDecides', a, b) : { state: 'noneAgree', wanted, off, mayCut: false }
}

/** Straps along a pipe: their number, so that none is farther from the next than asked, with one at each end. */
export const strapCount = (run: number, every: number): number => Math.max(2, Math.ceil(run / every - 1e-9) + 1)
