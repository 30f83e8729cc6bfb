<script setup lang="ts">
import { cropWindow, marksWithin, WEIGHTS, type Plate, type PlateMark } from '~/sheets/plate'

/** A numbered drawing: the very marks that the PDF draws, in the colours of the screen. */
const props = defineProps<{ plate: Plate; number?: number; text?: string; crop?: { x: number; y: number }; bare?: boolean }>()

/** Paper shown round the place that a crop is taken of, mm. */
const CROP = { width: 64, height: 40 }
const shown = computed(() => {
  const { plate, crop } = props
  if (!crop) return { view: `0 0 ${plate.width} ${plate.height}`, marks: plate.marks }
  const view = cropWindow({ plate, at: crop }, CROP.width, CROP.height)
  return { view: `${view.x} ${view.y} ${view.width} ${view.height}`, marks: marksWithin(plate, view) }
})

const path = (mark: Extract<PlateMark, { kind: 'line' }>) =>
  mark.points.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(2)} ${y.toFixed(2)}`).join('') + (mark.closed ? 'Z' : '')
const hatch = ({ lines }: Extract<PlateMark, { kind: 'strokes' }>) =>
  lines.map((points) => points.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('')).join('')
const stroke = (mark: Exclude<PlateMark, { kind: 'text' }>) => {
  const { width, dash } = WEIGHTS[mark.weight]
  return { 'stroke-width': width, ...(dash ? { 'stroke-dasharray': dash.join(' ') } : {}) }
}
/** What is drilled through is on paper as large as it is, never fitted to anything. */
const trueScale = computed(() => props.plate.trueScale && !props.crop)
const title = computed(() => (props.number === undefined ? props.plate.title : `${props.number}. ${props.plate.title}`))
</script>

<template>
  <figure
    class="plate"
    :class="{ 'true-scale': trueScale }"
    :style="trueScale ? { '--wide': `${plate.width}mm`, '--high': `${plate.height}mm` } : undefined"
  >
    <figcaption v-if="!bare" class="text-13 font-bold">{{ title }}</figcaption>
    <svg :viewBox="shown.view" role="img" :aria-label="text ?? title" class="w-full">
      <template v-for="(mark, i) in shown.marks" :key="i">
        <path
          v-if="mark.kind === 'line'"
          :d="path(mark)"
          v-bind="stroke(mark)"
          :class="[`w-${mark.weight}`, `fill-${mark.fill ?? 'none'}`]"
        />
        <path v-else-if="mark.kind === 'strokes'" :d="hatch(mark)" v-bind="stroke(mark)" :class="[`w-${mark.weight}`, 'fill-none']" />
        <circle
          v-else-if="mark.kind === 'circle'"
          :cx="mark.centre.x"
          :cy="mark.centre.y"
          :r="mark.radius"
          v-bind="stroke(mark)"
          :class="[`w-${mark.weight}`, `fill-${mark.fill ?? 'none'}`]"
        />
        <text
          v-else
          :x="mark.at.x"
          :y="mark.at.y"
          :font-size="mark.size"
          :text-anchor="mark.anchor"
          :class="{ 'font-bold': mark.strong }"
          class="plate-text"
        >
          {{ mark.text }}
        </text>
      </template>
    </svg>
  </figure>
</template>

<style scoped>
@media print {
  .true-scale svg {
    width: var(--wide);
    height: var(--high);
    max-width: none;
    flex: none;
  }
}
.plate path,
.plate circle {
  stroke: var(--ink);
  stroke-linejoin: round;
}
.plate .w-water {
  stroke: var(--water);
}
.plate .w-pencil {
  stroke: var(--pencil);
}
.plate .w-clear {
  stroke: none;
}
.plate .w-faint,
.plate .w-fine {
  stroke: var(--ink-3);
}
.plate .fill-none {
  fill: none;
}
.plate .fill-sheet {
  fill: var(--sheet);
}
.plate .fill-wash {
  fill: var(--water-wash);
}
.plate .fill-ink {
  fill: var(--ink);
}
.plate-text {
  fill: var(--ink);
}
</style>
