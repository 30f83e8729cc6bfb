const KEY = 'vernal-cask-tour'
/** Steps of the first walk over a demo job; each is done by doing it. */
export const TOUR = ['look', 'mend', 'storm', 'cut', 'figure', 'end'] as const
export type TourStep = (typeof TOUR)[number]

const step = ref<TourStep>()
let read = false

/** The five-minute tour: left and taken up at will, on this device. */
export function useTour() {
  if (!read && import.meta.client) {
    read = true
    try {
      const kept = localStorage.getItem(KEY)
      step.value = TOUR.find((each) => each === kept)
    } catch {
      // Without storage it lasts as long as the page.
    }
  }
  function go(to: TourStep | undefined) {
    step.value = to
    try {
      if (to) localStorage.setItem(KEY, to)
      else localStorage.removeItem(KEY)
    } catch {
      // As above.
    }
  }
  const next = () => go(step.value && TOUR[TOUR.indexOf(step.value) + 1])
  return { step, go, next }
}
