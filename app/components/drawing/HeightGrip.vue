<script setup lang="ts">
import { computed } from 'vue'
import { useDrag } from '~/components/section/useDrag'
import { sliderKey } from '~/drawing/sliderKeys'
/**
 * A height that may move: dragged with a pointer (a finger rests on it first), nudged by the arrow keys (Shift for a fine step).
 * Heights are metres above the paving; `scale` turns a drag's pixels into them.
 */
const props = defineProps<{
  x: number
  y: number
  height: number
  scale: number
  step: number
  fine: number
  min: number
  max: number
  name: string
  valueText: string
  flip?: boolean
}>()
const emit = defineEmits<{ move: [height: number, settled: boolean] }>()

let start: { pointer: number; height: number } | undefined

const held = (height: number) => Math.min(props.max, Math.max(props.min, Math.round(height * 10000) / 10000))

const { dragged, listeners } = useDrag<'grip'>({
  begin: (_, event) => (start = { pointer: event.clientY, height: props.height }),
  move(_, event) {
    if (!start) return
    const raw = start.height + (start.pointer - event.clientY) / props.scale
    emit('move', held(Math.round(raw / props.fine) * props.fine), false)
  },
  end() {
    start = undefined
    emit('move', props.height, true)
  },
})
const dragging = computed(() => dragged.value !== undefined)
const onGrip = listeners('grip')
function key(event: KeyboardEvent) {
  const to = sliderKey(event, { value: props.height, step: props.step, fine: props.fine, min: props.min, max: props.max })
  if (to === undefined) return
  event.preventDefault()
  emit('move', held(to), true)
}
</script>

<template>
  <g
    class="grip"
    :class="{ dragging }"
    role="slider"
    tabindex="0"
    :aria-label="name"
    aria-orientation="vertical"
    :aria-valuemin="Math.round(min * 1000)"
    :aria-valuemax="Math.round(max * 1000)"
    :aria-valuenow="Math.round(height * 1000)"
    :aria-valuetext="valueText"
    :transform="`translate(${x} ${y})`"
    v-on="onGrip"
    @keydown="key"
  >
    <!-- As large as a thumb where one is used. -->
    <rect :x="flip ? -24 : 0" y="-12" width="24" height="24" fill="transparent" />
    <rect class="thumb" :x="flip ? -40 : -4" y="-22" width="44" height="44" fill="transparent" />
    <path :d="flip ? 'M-2 0l-6 -5h-8v10h8z' : 'M2 0l6 -5h8v10h-8z'" class="body" />
    <text v-if="dragging" :x="flip ? -20 : 20" y="-8" :text-anchor="flip ? 'end' : 'start'" class="t12 strong halo">{{ valueText }}</text>
  </g>
</template>

<style scoped>
.grip {
  cursor: ns-resize;
  touch-action: manipulation;
}
.thumb {
  pointer-events: none;
}
:root[data-mode='yard'] .thumb {
  pointer-events: auto;
}
.body {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-linejoin: round;
}
.grip:hover .body,
.grip:focus-visible .body,
.dragging .body {
  fill: var(--ink);
}
.grip:focus-visible {
  outline: 2.5px solid var(--focus);
  outline-offset: 1px;
}
</style>
