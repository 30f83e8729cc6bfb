<script setup lang="ts">
import type { AssessedLine } from '#core/assess'
import { length } from '#core/units/quantity'

/** The cut at four times the section's size: pipe, the two marks, lip, rim and hose, with the mark to be dragged. */
const props = defineProps<{
  assessed: AssessedLine
  x: number
  y: number
  width: number
  height: number
  step: number
  fine: number
  stepText: string
}>()
const emit = defineEmits<{ mark: [height: number, settled: boolean]; inlet: [height: number, settled: boolean] }>()

const { say, text } = useSay()
const bare = (metres: number) => text(length(metres)).replace(/\s?mm$/, '')

/** px per metre; the height in the middle of the box; room for the title. */
const SCALE = 800
const TITLE = 30

const heights = computed(() => props.assessed.line.heights)
const cut = computed(() => heights.value.cut!)
const middle = computed(() => cut.value.lip)
const at = (height: number) => props.y + TITLE + (props.height - TITLE) / 2 - (height - middle.value) * SCALE
const inside = (height: number) => Math.min(props.y + props.height - 2, Math.max(props.y + TITLE, at(height)))
const g = computed(() => {
  const pipe = { left: props.x + 80, right: props.x + 80 + props.assessed.line.intake.drop.outside * SCALE }
  const butt = props.x + props.width - 46
  return { pipe, butt, top: props.y + TITLE, bottom: props.y + props.height }
})
/** Where the vessel is full: at the trough's lip, unless something lets the water go lower down. */
const full = computed(() => inside(heights.value.full))
const fullShown = computed(() => at(heights.value.full) < g.value.bottom)
const hose = computed(() => {
  const { pipe, butt } = g.value
  const from = inside(cut.value.spigot)
  const to = inside(heights.value.inlet)
  return `M${pipe.right} ${from}C${pipe.right + 34} ${from} ${butt - 34} ${to} ${butt} ${to}`
})
const fallText = computed(() => {
  const fall = cut.value.spigot - heights.value.inlet
  return say(fall >= 0 ? 'detail.hoseFalls' : 'detail.hoseRises', { by: length(Math.abs(fall)) })
})
/** The marks' figures keep clear of the grip that sits on the upper one. */
const markText = computed(() => ({
  upper: inside(cut.value.mark) - 16,
  lower: Math.max(inside(cut.value.lower) + 14, inside(cut.value.mark) + 28),
}))
</script>

<template>
  <g>
    <rect :x="x" :y="y" :width="width" :height="height" class="f-sheet l-seen" />
    <text :x="x + 10" :y="y + 19" class="strong">{{ say('detail.title') }}</text>
    <text :x="x + width - 10" :y="y + 19" text-anchor="end" class="t12 quiet">{{ stepText }}</text>
    <path
      :d="`M${g.pipe.left} ${g.top}V${inside(cut.mark)}M${g.pipe.right} ${g.top}V${inside(cut.mark)}M${g.pipe.left} ${inside(cut.lower)}V${g.bottom}M${g.pipe.right} ${inside(cut.lower)}V${g.bottom}`"
      class="l-cut"
    />
    <path :d="`M${g.pipe.left + 6} ${g.top}V${inside(cut.lip) - 4}M${g.pipe.right - 6} ${g.top}V${inside(cut.lip) - 4}`" class="l-water" />
    <rect :x="g.pipe.left - 8" :y="inside(cut.lip)" :width="g.pipe.right - g.pipe.left + 16" height="16" class="f-wash" />
    <rect :x="g.pipe.left - 8" :y="inside(cut.lip)" :width="g.pipe.right - g.pipe.left + 16" height="16" class="l-seen" />
    <path :d="hose" class="hose" />
    <path :d="hose" class="hose-inside" />
    <rect :x="g.butt" :y="full" width="44" :height="Math.max(0, g.bottom - full)" class="f-wash" />
    <path :d="`M${g.butt} ${inside(heights.rim)}V${g.bottom}M${g.butt - 5} ${inside(heights.rim)}h18`" class="l-cut" />
    <path v-if="fullShown" :d="`M${g.pipe.right + 12} ${full}H${x + width - 2}`" class="l-level" />
    <text :x="g.butt - 8" :y="inside(heights.rim) - 6" text-anchor="end" class="t12 quiet halo-sheet">{{
      say('detail.rim', { at: bare(heights.rim) })
    }}</text>
    <text
      v-if="fullShown"
      :x="g.butt - 8"
      :y="Math.max(full - 4, inside(heights.rim) + 12)"
      text-anchor="end"
      class="t12 of-water strong halo-sheet"
      >{{ say('detail.full', { at: bare(heights.full) }) }}</text
    >
    <path
      :d="`M${g.pipe.left - 14} ${inside(cut.mark)}H${g.pipe.right + 8}M${g.pipe.left - 14} ${inside(cut.lower)}H${g.pipe.right + 8}`"
      class="l-pencil"
    />
    <text :x="x + 8" :y="markText.upper" class="strong figures halo-sheet">{{ bare(cut.mark) }}</text>
    <text :x="x + 8" :y="markText.lower" class="strong figures halo-sheet">{{ bare(cut.lower) }}</text>
    <text :x="x + 8" :y="markText.lower + 16" class="t12 of-pencil strong figures">{{
      say('detail.out', { piece: length(cut.mark - cut.lower) })
    }}</text>
    <text :x="g.butt - 8" :y="g.bottom - 9" text-anchor="end" class="t12 quiet halo-sheet">{{ fallText }}</text>
    <HeightGrip
      flip
      :x="g.pipe.left - 16"
      :y="inside(cut.mark)"
      :height="cut.mark"
      :scale="SCALE"
      :step="step"
      :fine="fine"
      :min="0.05"
      :max="heights.outlet"
      :name="say('grip.mark')"
      :value-text="text(length(cut.mark))"
      @move="(height, settled) => emit('mark', height, settled)"
    />
    <HeightGrip
      :x="g.butt + 8"
      :y="inside(heights.inlet)"
      :height="heights.inlet"
      :scale="SCALE"
      :step="step"
      :fine="fine"
      :min="heights.foot"
      :max="heights.rim"
      :name="say('grip.inlet')"
      :value-text="text(length(heights.inlet))"
      @move="(height, settled) => emit('inlet', height, settled)"
    />
  </g>
</template>

<style scoped>
.hose {
  stroke: var(--ink);
  stroke-width: 22;
  fill: none;
}
.hose-inside {
  stroke: var(--water-wash);
  stroke-width: 17;
  fill: none;
}
</style>
