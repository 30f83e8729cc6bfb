<script setup lang="ts">
import type { Scene } from '~/drawing/scene'
import type { Point } from '~/drawing/shapes'

/** The parts of one line, eave to ground, and nothing else: no words, no notes. Dashed when it is not built yet. */
const props = defineProps<{
  scene: Scene
  prefix: string
  flowing?: boolean
  /** Levels to show instead of full ones, m above the paving, by the vessel's id. */
  levels?: Readonly<Record<string, number>>
}>()

const path = (points: readonly Point[]) => points.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join('')

const s = computed(() => props.scene)
const half = computed(() => s.value.pipe.width / 2)
const gutterPath = computed(() => {
  const { centre, width, depth, box } = s.value.gutter
  const [l, r] = [centre.x - width / 2, centre.x + width / 2]
  return box
    ? `M${l} ${centre.y - depth}V${centre.y}H${r}V${centre.y - depth}`
    : `M${l} ${centre.y - depth}q0 ${depth} ${width / 2} ${depth}q${width / 2} 0 ${width / 2} ${-depth}`
})
const roofPath = computed(() => {
  const { from, to, thickness } = s.value.roof
  return {
    top: `M${from.x} ${from.y - thickness}L${to.x} ${to.y - thickness}`,
    under: `M${from.x} ${from.y}L${to.x} ${to.y}`,
    ends: `M${to.x} ${to.y}V${to.y - thickness}M${from.x} ${from.y - thickness - 3}l3 5 -6 4 3 5`,
  }
})
const can = computed(() => {
  const { can: box } = s.value
  if (!box) return ''
  const { x, y, width, height } = box
  const lip = height * 0.22
  return `M${x} ${y + height}V${y + lip}q0 ${-lip * 0.7} ${width * 0.25} ${-lip * 0.7}h${width * 0.5}q${width * 0.25} 0 ${width * 0.25} ${lip * 0.7}V${y + height}zM${x + width} ${y + height * 0.75}l${width * 0.45} ${-height * 0.5}l5 3`
})
</script>

<template>
  <g>
    <rect v-bind="s.wall" :fill="`url(#${prefix}-timber)`" />
    <path :d="`M${s.wall.x} ${s.wall.y}v${s.wall.height}M${s.wall.x + s.wall.width} ${s.wall.y}v${s.wall.height}`" class="l-seen" />
    <rect v-bind="s.plinth" class="f-paper" />
    <rect v-bind="s.plinth" :fill="`url(#${prefix}-masonry)`" />
    <rect v-bind="s.plinth" class="l-cut" />

    <path :d="roofPath.under" class="l-ground" />
    <path :d="roofPath.top" class="l-seen" />
    <path :d="roofPath.top" class="l-water-fine" transform="translate(0 -3)" :class="{ flowing }" />
    <path :d="roofPath.ends" class="l-seen" />
    <path :d="gutterPath" class="l-cut f-paper" />

    <TrainParts :train="s.train" :pipe-width="s.pipe.width" :prefix="prefix" :flowing="flowing" />
    <path v-if="s.cut" :d="`M${s.pipe.x} ${s.cut.lower + 8}V${s.foot}`" class="l-hidden" />
    <path v-if="s.foot > 0" :d="`M${s.pipe.x - half} ${s.foot}q1 6 10 8h14M${s.pipe.x + half} ${s.foot - 2}q2 3 8 4h10`" class="l-cut" />
    <g v-for="bracket in s.brackets" :key="bracket">
      <rect :x="s.pipe.x - half - 3" :y="bracket - 4" :width="s.pipe.width + 6" height="8" class="f-paper l-cut" />
      <path :d="`M${s.pipe.x - half - 3} ${bracket}H${s.wall.x + s.wall.width}`" class="l-seen" />
    </g>
    <VesselParts
      v-for="each in s.group"
      :key="each.id"
      :vessel="each"
      :prefix="prefix"
      :scale="s.scale"
      v-bind="levels?.[each.id] === undefined ? {} : { surface: s.y(levels[each.id]!) }"
    />
    <g v-for="link in s.links" :key="link.id" :data-link="link.id">
      <path :d="path(link.route)" class="hose" :stroke-width="link.width" />
      <path :d="path(link.route)" class="hose-inside" :class="{ flowing: flowing && !link.shut }" />
      <path v-if="link.shut" :d="`M${link.middle.x} ${link.middle.y - 8}v16m-6 -16h12`" class="l-pencil" />
    </g>
    <path :d="`M${s.vessel.body.x} ${s.draw}h${s.vessel.body.width}`" class="l-hidden" />

    <g v-if="s.overflow">
      <path :d="path(s.overflow.route)" class="hose" />
      <path :d="path(s.overflow.route)" class="hose-inside" />
    </g>
    <g v-if="s.cut">
      <path :d="path(s.cut.hose)" class="hose" />
      <path :d="path(s.cut.hose)" class="hose-inside" :class="{ flowing }" />
      <rect v-bind="s.cut.trough" class="f-sheet l-cut" />
      <path
        :d="`M${s.cut.trough.x - 4} ${s.cut.upper}h${s.cut.trough.width + 8}M${s.cut.trough.x - 4} ${s.cut.lower}h${s.cut.trough.width + 8}`"
        class="l-pencil"
      />
    </g>
    <g v-if="s.tap">
      <path :d="`M${s.tap.at.x} ${s.tap.at.y}H${s.tap.spout.x}V${s.tap.spout.y}`" class="tap" />
      <path :d="`M${(s.tap.at.x + s.tap.spout.x) / 2} ${s.tap.at.y - 2}v-6m-5 0h10`" class="l-cut" />
    </g>
    <path v-if="can" :d="can" class="l-seen" />
  </g>
</template>

<style scoped>
.hose {
  stroke: var(--ink);
  stroke-width: 7;
  fill: none;
  stroke-linejoin: round;
}
.hose-inside {
  stroke: var(--water-wash);
  stroke-width: 3;
  fill: none;
  stroke-linejoin: round;
}
.tap {
  stroke: var(--ink);
  stroke-width: 4;
  fill: none;
  stroke-linejoin: round;
}
</style>
