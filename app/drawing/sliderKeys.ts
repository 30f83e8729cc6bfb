/** Steps that a page is. */
const PAGE = 10

export interface SliderRange {
  value: number
  step: number
  /** Step with Shift held. */
  fine: number
  min: number
  max: number
}

/**
 * Where a key leads that every slider knows: arrows by a step, Page keys by ten, Home and End to the ends.
 *
 * @returns undefined for any other key; else a value within the range
 * Source: keyboard pattern of the slider role, WAI-ARIA Authoring Practices 1.2.
 */
export function sliderKey({ key, shiftKey }: Pick<KeyboardEvent, 'key' | 'shiftKey'>, range: SliderRange): number | undefined {
  const { value, min, max } = range
  const by = shiftKey ? range.fine : range.step
  const to: Record<string, number> = {
    ArrowUp: value + by,
    ArrowRight: value + by,
    ArrowDown: value - by,
    ArrowLeft: value - by,
    PageUp: value + PAGE * by,
    PageDown: value - PAGE * by,
    Home: min,
    End: max,
  }
  const wanted = Object.hasOwn(to, key) ? to[key] : undefined
  return wanted === undefined ? undefined : Math.min(max, Math.max(min, wanted))
}
