import { ref } from 'vue'

/** A finger rests so long on a handle before it drags it, ms; moved further than this before, px, it scrolls the page. */
const HOLD = 350
const SLIP = 8

/** Px on the screen for one unit of the drawing that a handle is in. */
export const screenScale = ({ target }: Pick<Event, 'target'>): number =>
  (target instanceof SVGElement ? target.ownerSVGElement?.getScreenCTM()?.a : undefined) ?? 1

interface DragOf<T> {
  begin(of: T, event: PointerEvent): void
  move(of: T, event: PointerEvent): void
  end(of: T): void
}

/**
 * Dragging of handles in a drawing. A mouse or a pen takes hold at once; a finger has to rest on the handle first, so that a
 * thumb that scrolls past it moves nothing.
 */
export function useDrag<T>(on: DragOf<T>) {
  const dragged = ref<T>()
  let waiting: { timer: ReturnType<typeof setTimeout>; x: number; y: number } | undefined

  const forget = () => {
    if (waiting) clearTimeout(waiting.timer)
    waiting = undefined
  }
  function take(of: T, event: PointerEvent, target: Element) {
    waiting = undefined
    target.setPointerCapture(event.pointerId)
    dragged.value = of as typeof dragged.value
    if (target instanceof SVGElement) target.focus()
    on.begin(of, event)
  }
  function down(of: T, event: PointerEvent) {
    const target = event.currentTarget
    if (!(target instanceof Element) || event.button > 0) return
    forget()
    if (event.pointerType === 'touch') {
      waiting = { timer: setTimeout(() => take(of, event, target), HOLD), x: event.clientX, y: event.clientY }
      return
    }
    take(of, event, target)
    event.preventDefault()
  }
  function move(event: PointerEvent) {
    if (waiting && Math.hypot(event.clientX - waiting.x, event.clientY - waiting.y) > SLIP) forget()
    if (dragged.value !== undefined) on.move(dragged.value as T, event)
  }
  function up() {
    forget()
    if (dragged.value === undefined) return
    const of = dragged.value as T
    dragged.value = undefined
    on.end(of)
  }

  return {
    dragged,
    /** What a handle listens to; `of` is given back with every move. */
    listeners: (of: T) => ({
      pointerdown: (event: PointerEvent) => down(of, event),
      pointermove: move,
      pointerup: up,
      pointercancel: up,
      // Held, the page stays where it is.
      touchmove: (event: TouchEvent) => dragged.value !== undefined && event.preventDefault(),
      contextmenu: (event: Event) => (dragged.value !== undefined || waiting !== undefined) && event.preventDefault(),
    }),
  }
}
