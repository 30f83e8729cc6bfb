import type { Figure } from '#core/figures/figure'

interface OpenSlip {
  figure: Figure
  anchor: DOMRect
  /** Given back the focus when the slip closes. */
  opener: HTMLElement
}

const slip = shallowRef<OpenSlip>()

/** The one working slip: a second replaces the first. */
export function useSlip() {
  function toggle(figure: Figure, opener: HTMLElement) {
    slip.value = slip.value?.opener === opener ? undefined : { figure, anchor: opener.getBoundingClientRect(), opener }
  }
  function close(refocus = true) {
    if (refocus) slip.value?.opener.focus()
    slip.value = undefined
  }
  return { slip, toggle, close }
}
