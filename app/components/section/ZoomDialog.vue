<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import type { AssessedLine } from '#core/assess'
import type { Station } from '#core/findings'

/**
 * The drawing over the whole screen, nearer in steps: drawn anew at each size, so that lines stay sharp. The finger moves it,
 * and so do the arrow keys.
 */
const props = defineProps<{ assessed: AssessedLine; chosen: Station }>()
const emit = defineEmits<{ close: [] }>()
const { say } = useSay()

const SIZES = [1, 1.5, 2, 3, 4] as const
const at = ref(1)
const pane = ref<HTMLElement>()
const { width } = useElementSize(pane)
/** A little higher than wide, as the section is: the drawing fills its sheet at every size. */
const drawn = computed(() => {
  const across = Math.max(300, Math.round(width.value * SIZES[at.value]!))
  return { width: across, height: Math.round(across * 1.03) }
})
/** What is in the middle stays in the middle. */
async function resize(to: number) {
  const box = pane.value
  const next = Math.min(SIZES.length - 1, Math.max(0, to))
  if (!box || next === at.value) return
  const ratio = SIZES[next]! / SIZES[at.value]!
  const middle = { x: box.scrollLeft + box.clientWidth / 2, y: box.scrollTop + box.clientHeight / 2 }
  at.value = next
  await nextTick()
  box.scrollTo(middle.x * ratio - box.clientWidth / 2, middle.y * ratio - box.clientHeight / 2)
}

/** Two fingers: a step nearer or farther each time their distance grows or shrinks by a third. */
let spread = 0
const distance = ({ touches: [a, b] }: TouchEvent) => (a && b ? Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY) : 0)
function touched(event: TouchEvent) {
  spread = distance(event)
}
function pinched(event: TouchEvent) {
  const now = distance(event)
  if (spread === 0 || now === 0) return
  if (now > spread * 1.33 || now < spread / 1.33) {
    void resize(at.value + (now > spread ? 1 : -1))
    spread = now
  }
}
const first = computed(() => props.assessed.line.intake.drop.name)
</script>

<template>
  <Dialog :open="true" @close="emit('close')">
    <DialogPanel class="fixed inset-0 z-40 flex flex-col bg-paper">
      <div class="flex items-center gap-2 border-b border-ink bg-sheet px-2 py-1.5">
        <DialogTitle class="min-w-0 flex-1 truncate text-16 font-bold">{{ say('zoom.title') }}: {{ first }}</DialogTitle>
        <button type="button" class="btn" :disabled="at === 0" @click="resize(at - 1)">{{ say('zoom.out') }}</button>
        <button type="button" class="btn" :disabled="at === SIZES.length - 1" @click="resize(at + 1)">{{ say('zoom.in') }}</button>
        <button type="button" class="btn" @click="emit('close')">{{ say('zoom.close') }}</button>
      </div>
      <div
        ref="pane"
        class="min-h-0 flex-1 overflow-auto"
        tabindex="0"
        role="region"
        :aria-label="say('zoom.title')"
        @touchstart.passive="touched"
        @touchmove.passive="pinched"
        @keydown.+="resize(at + 1)"
        @keydown.-="resize(at - 1)"
      >
        <SectionDrawing :assessed="assessed" v-bind="drawn" :chosen="chosen" :note-lines="[]" compact />
      </div>
      <p class="cap border-t border-hair px-2 py-1">{{ say('zoom.hint') }}</p>
    </DialogPanel>
  </Dialog>
</template>
