<script setup lang="ts">
import type { VesselScene } from '~/drawing/groupScene'
import { lidScale } from '~/drawing/scene'
import type { Box } from '~/drawing/shapes'

/** One vessel on its stand, with the water that stands in it. */
const props = defineProps<{
  vessel: VesselScene
  prefix: string
  /** px per metre. */
  scale: number
  /** y of its water's surface; as drawn where left out. */
  surface?: number
}>()

const water = computed(() => {
  const { water: box, floor } = props.vessel
  if (props.surface === undefined) return box
  const top = Math.min(floor, Math.max(props.vessel.rim - 3, props.surface))
  return { ...box, y: top, height: Math.max(0, floor - top) }
})
/** Two columns of blocks under a slab, with the joints of their courses. */
function blocksOf(box: Box) {
  const slab = Math.min(10, box.height * 0.2)
  const column = box.width * 0.37
  const body = box.height - slab
  const courses = Math.max(1, Math.round(body / (0.22 * props.scale)))
  return {
    slab,
    columns: [box.x + 4, box.x + box.width - column - 4].map((x) => ({ x, y: box.y + slab, width: column, height: body })),
    joints: Array.from({ length: courses - 1 }, (_, i) => box.y + slab + (body * (i + 1)) / courses),
  }
}
const legsOf = (box: Box) =>
  `M${box.x + 4} ${box.y + 3}L${box.x + 8} ${box.y + box.height}M${box.x + box.width - 4} ${box.y + 3}L${box.x + box.width - 8} ${box.y + box.height}M${box.x + 6} ${box.y + box.height / 2}h${box.width - 12}`
const parts = computed(() =>
  props.vessel.stand.parts
    .filter(({ box }) => box.height > 1)
    .map((part) => ({
      ...part,
      blocks: part.kind === 'blocks' ? blocksOf(part.box) : undefined,
      legs: part.kind === 'stand' || part.kind === 'timber' || part.kind === 'frame' ? legsOf(part.box) : undefined,
    })),
)
const lid = computed(() => {
  const { body, rim } = props.vessel
  const k = lidScale(props.vessel)
  return `M${body.x - 5 * k} ${rim}v${-4 * k}q${2 * k} ${-8 * k} ${14 * k} ${-9 * k}h${body.width - 18 * k}q${12 * k} ${k} ${14 * k} ${9 * k}v${4 * k}z`
})
const bars = computed(() => {
  const { body } = props.vessel
  const across = Array.from({ length: 4 }, (_, i) => `M${body.x + (body.width * (i + 1)) / 5} ${body.y}v${body.height}`)
  const down = Array.from({ length: 4 }, (_, i) => `M${body.x} ${body.y + (body.height * (i + 1)) / 5}h${body.width}`)
  return [...across, ...down].join('')
})
</script>

<template>
  <g>
    <g v-for="(part, i) in parts" :key="i">
      <g v-if="part.blocks">
        <template v-for="column in part.blocks.columns" :key="column.x">
          <rect v-bind="column" class="f-paper" />
          <rect v-bind="column" :fill="`url(#${prefix}-masonry)`" class="l-cut-edge" />
          <path v-for="joint in part.blocks.joints" :key="joint" :d="`M${column.x} ${joint}h${column.width}`" class="l-seen" />
        </template>
        <rect :x="part.box.x" :y="part.box.y" :width="part.box.width" :height="part.blocks.slab" class="f-paper" />
        <rect
          :x="part.box.x"
          :y="part.box.y"
          :width="part.box.width"
          :height="part.blocks.slab"
          :fill="`url(#${prefix}-concrete)`"
          class="l-cut-edge"
        />
      </g>
      <g v-else-if="part.legs">
        <path :d="part.legs" class="l-cut" />
        <rect :x="part.box.x" :y="part.box.y" :width="part.box.width" height="5" class="f-paper l-cut" />
      </g>
      <g v-else>
        <rect v-bind="part.box" class="f-paper" />
        <rect v-bind="part.box" :fill="`url(#${prefix}-${part.kind === 'gravel-pad' ? 'gravel' : 'concrete'})`" class="l-cut-edge" />
      </g>
    </g>

    <rect v-bind="vessel.body" class="f-sheet" />
    <WaterBody :box="water" :prefix="prefix" />
    <path v-if="vessel.tote" :d="bars" class="l-faint" />
    <path
      :d="`M${vessel.body.x} ${vessel.rim}V${vessel.body.y + vessel.body.height}H${vessel.body.x + vessel.body.width}V${vessel.rim}`"
      class="l-cut"
    />
    <path v-if="vessel.lid === 'sealed'" :d="lid" class="l-cut f-sheet" />
    <path v-else-if="vessel.lid === 'screened'" :d="`M${vessel.body.x - 4} ${vessel.rim}h${vessel.body.width + 8}`" class="screen" />
    <path
      v-if="vessel.floor < vessel.body.y + vessel.body.height - 3"
      :d="`M${vessel.body.x} ${vessel.floor}h${vessel.body.width}`"
      class="l-seen"
    />
  </g>
</template>

<style scoped>
.l-cut-edge {
  stroke: var(--ink);
  stroke-width: 1.75;
}
.screen {
  stroke: var(--ink);
  stroke-width: 4;
  stroke-dasharray: 3 2;
  fill: none;
}
</style>
