<script setup lang="ts">
import type { Point } from '~/drawing/shapes'
import type { TrainScene } from '~/drawing/trainScene'

/** The train between gutter and vessel: pipes and the devices on them, and nothing else. */
const props = defineProps<{ train: TrainScene; pipeWidth: number; prefix: string; flowing?: boolean }>()

const half = computed(() => props.pipeWidth / 2)
const path = (points: readonly Point[]) => points.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join('')
const offset = (points: readonly Point[], by: number) => path(points.map(({ x, y }) => ({ x: x + by, y })))
/** No corner is drawn longer than this many half widths, px: a sharp turn is cut off. */
const LONGEST_MITRE = 2
/** Two walls of a pipe of a width along a route, mitred at its turns. */
function walls(points: readonly Point[], width: number): string {
  const turns = points.slice(1).map(({ x, y }, i) => Math.atan2(y - points[i]!.y, x - points[i]!.x))
  const side = (sign: number) =>
    points.map(({ x, y }, i) => {
      const into = turns[Math.max(0, i - 1)]!
      const out = turns[Math.min(turns.length - 1, i)]!
      const half = Math.atan2(Math.sin(out - into), Math.cos(out - into)) / 2
      const reach = ((width * sign) / 2) * Math.min(LONGEST_MITRE, 1 / Math.max(0.1, Math.cos(half)))
      const turn = into + half
      return { x: x - Math.sin(turn) * reach, y: y + Math.cos(turn) * reach }
    })
  return path(side(1)) + path(side(-1))
}
/** A standing-water pipe is full up to its level, and not above. */
const standing = computed(() => {
  const { across } = props.train
  if (!across || across.level === undefined) return ''
  const [first, ...rest] = across.route
  return path([{ x: first!.x, y: Math.max(first!.y, across.level) }, ...rest])
})
const hosePath = computed(() => {
  const [from, to] = props.train.hose ?? []
  return from && to ? `M${from.x} ${from.y}C${from.x + 14} ${from.y} ${to.x - 14} ${to.y} ${to.x} ${to.y}` : ''
})
/** A chamber's foot narrows to its drain. */
const chamberPath = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) =>
  `M${x} ${y}v${height}M${x + width} ${y}v${height}M${x - 1.5} ${y + height}h${width + 3}`
</script>

<template>
  <g>
    <g v-for="(crossing, i) in train.crossings" :key="`wall-${i}`" data-part="wall-crossing">
      <path
        :d="`M${crossing.to - 8} ${crossing.at.y - 6}H${crossing.at.x}M${crossing.to - 8} ${crossing.at.y + 6}H${crossing.at.x}`"
        class="l-cut"
      />
    </g>
    <g v-for="(neck, i) in train.necks" :key="`neck-${i}`" data-part="neck">
      <path :d="path(neck)" :stroke-width="pipeWidth" class="bore" />
      <path :d="offset(neck, -half)" class="l-cut" />
      <path :d="offset(neck, half)" class="l-cut" />
      <path :d="path(neck)" class="l-water-fine" :class="{ flowing }" />
    </g>
    <g v-for="(run, i) in train.pipes" :key="`pipe-${i}`">
      <rect :x="run.x - half" :y="run.from" :width="pipeWidth" :height="Math.max(0, run.to - run.from)" class="f-paper" />
      <path :d="`M${run.x - half} ${run.from}V${run.to}M${run.x + half} ${run.from}V${run.to}`" class="l-cut" />
      <path v-if="!run.dry" :d="`M${run.x} ${run.from}V${run.to}`" class="l-water-fine" :class="{ flowing }" />
    </g>

    <g v-if="train.across" data-part="carrying-pipe">
      <path :d="path(train.across.route)" :stroke-width="train.across.width" class="bore" />
      <path :d="walls(train.across.route, train.across.width)" class="l-cut" />
      <path v-if="train.across.level === undefined" :d="path(train.across.route)" class="l-water-fine" :class="{ flowing }" />
      <template v-else>
        <path :d="standing" class="standing" :stroke-width="Math.max(2, train.across.width - 3)" />
        <path :d="`M${train.across.route[0]!.x - 10} ${train.across.level}H${train.across.route.at(-1)!.x}`" class="l-level" />
      </template>
      <path
        v-for="(strap, i) in train.across.straps"
        :key="`strap-${i}`"
        :d="`M${strap.x} ${strap.y - train.across.width / 2 - 3}v${train.across.width + 6}`"
        class="l-cut"
      />
      <path
        v-if="train.across.cleanOut"
        :d="`M${train.across.cleanOut.x - 9} ${train.across.cleanOut.y - 5}v10h-5v-10z`"
        class="l-cut f-paper"
      />
    </g>

    <g v-if="train.flush" data-part="first-flush">
      <rect v-bind="train.flush.tee" class="f-sheet l-cut" />
      <g v-for="(chamber, i) in train.flush.chambers" :key="`chamber-${i}`">
        <rect v-bind="chamber" class="f-wash" />
        <rect v-bind="chamber" :fill="`url(#${prefix}-water)`" />
        <path :d="chamberPath(chamber)" class="l-cut" />
        <path
          v-if="i > 0"
          :d="`M${train.flush.chambers[i - 1]!.x + chamber.width} ${chamber.y + chamber.height - 5}H${chamber.x}M${train.flush.chambers[i - 1]!.x + chamber.width} ${chamber.y + 5}H${chamber.x}`"
          class="l-seen"
        />
      </g>
      <template v-if="train.flush.ball">
        <path
          :d="`M${train.flush.chambers[0]!.x} ${train.flush.ball.y - train.flush.ball.radius - 2}H${train.flush.ball.x - train.flush.ball.seat}M${train.flush.ball.x + train.flush.ball.seat} ${train.flush.ball.y - train.flush.ball.radius - 2}H${train.flush.chambers[0]!.x + train.flush.chambers[0]!.width}`"
          class="l-cut"
        />
        <circle :cx="train.flush.ball.x" :cy="train.flush.ball.y" :r="train.flush.ball.radius" class="f-sheet l-cut" />
      </template>
      <path
        :d="`M${train.flush.chambers[0]!.x + train.flush.chambers[0]!.width / 2} ${train.flush.bottom}v6m-3 0h6m-3 0v5`"
        class="l-cut"
      />
    </g>

    <g v-for="(box, i) in train.screens" :key="`screen-${i}`" data-part="screen">
      <path :d="`M${box.x} ${box.y}v${box.height}h${box.width}v${-box.height}`" class="mesh f-paper" />
    </g>
    <g v-for="(adapter, i) in train.adapters" :key="`adapter-${i}`" data-part="adapter">
      <path
        :d="`M${adapter.x - adapter.upper / 2} ${adapter.top}h${adapter.upper}L${adapter.x + adapter.lower / 2} ${adapter.bottom}h${-adapter.lower}z`"
        class="l-cut f-sheet"
      />
    </g>
    <g v-for="(box, i) in train.filters" :key="`filter-${i}`" data-part="filter">
      <rect v-bind="box" class="f-sheet l-cut" />
      <path :d="`M${box.x} ${box.y + box.height}L${box.x + box.width} ${box.y}`" class="mesh" />
      <path :d="`M${box.x} ${box.y + box.height * 0.7}l-12 8`" class="l-seen" />
    </g>
    <g v-for="(head, i) in train.rainHeads" :key="`head-${i}`" data-part="rain-head">
      <path :d="`M${head.x - half} ${head.top - 6}v6M${head.x + half} ${head.top - 6}v6`" class="l-cut" />
      <path :d="`M${head.x} ${head.top}V${head.mesh}`" class="l-water-fine" :class="{ flowing }" />
      <path
        :d="`M${head.middle - head.across / 2} ${head.mesh}v${(head.bottom - head.mesh) * 0.45}L${head.x - head.spout / 2} ${head.bottom}h${head.spout}L${head.middle + head.across / 2} ${head.mesh + (head.bottom - head.mesh) * 0.45}v${-(head.bottom - head.mesh) * 0.45 + 6}z`"
        class="l-cut f-sheet"
      />
      <path :d="`M${head.middle - head.across / 2 - 2} ${head.mesh}L${head.middle + head.across / 2 + 2} ${head.mesh + 6}`" class="mesh" />
    </g>
    <g v-for="(tee, i) in train.tees" :key="`tee-${i}`" data-part="tee">
      <rect :x="tee.x - half - 2" :y="tee.y - half - 4" :width="pipeWidth + 4" :height="pipeWidth + 8" class="f-sheet l-cut" />
      <path :d="`M${tee.x + half + 2} ${tee.y - half}h8v${pipeWidth}h-8`" class="l-cut f-sheet" />
    </g>
    <g v-for="(shut, i) in train.shutOffs" :key="`winter-${i}`" data-part="winter-shut-off">
      <rect :x="shut.x - half - 3" :y="shut.y - 7" :width="pipeWidth + 6" height="14" class="f-sheet l-cut" />
      <path :d="`M${shut.x - half} ${shut.y + 5}L${shut.x + half} ${shut.y - 5}`" class="l-cut" />
      <path :d="`M${shut.x - half - 3} ${shut.y}h-10v10`" class="l-seen" />
    </g>
    <g v-if="train.float" data-part="float-shut">
      <path :d="path(train.float.byPass)" class="l-seen" />
      <rect
        :x="train.float.at.x - train.float.radius - 4"
        :y="train.float.at.y - 4"
        :width="train.float.radius * 2 + 8"
        :height="train.float.radius * 2 + 10"
        class="f-sheet l-cut"
      />
      <circle :cx="train.float.at.x" :cy="train.float.at.y + train.float.radius + 3" :r="train.float.radius" class="f-paper l-cut" />
    </g>
    <g v-if="hosePath">
      <path :d="hosePath" class="hose" />
      <path :d="hosePath" class="hose-inside" :class="{ flowing }" />
    </g>
    <g v-if="train.funnel" data-part="push-in">
      <path
        :d="`M${train.funnel.x - half + 3} ${train.funnel.y - 8}L${train.funnel.x + half} ${train.funnel.y - 2}v8h6v-10h-6M${train.funnel.x - half + 3} ${train.funnel.y - 8}v4L${train.funnel.x + half} ${train.funnel.y + 5}`"
        class="l-cut f-sheet"
      />
    </g>
    <g v-if="train.letIn" :data-part="train.letIn.flap ? 'flap' : 'twist'">
      <rect v-bind="train.letIn.body" class="f-sheet l-cut" />
      <path
        v-if="train.letIn.flap"
        :d="`M${train.letIn.body.x + train.letIn.body.width / 2} ${train.letIn.body.y + 6}L${train.letIn.body.x + 4} ${train.letIn.body.y + train.letIn.body.height * 0.6}`"
        class="l-cut"
      />
      <circle
        v-else
        :cx="train.letIn.body.x + train.letIn.body.width / 2"
        :cy="train.letIn.body.y + train.letIn.body.height / 2"
        :r="Math.min(7, train.letIn.body.width / 3)"
        class="l-cut f-paper"
      />
      <path
        :d="`M${train.letIn.body.x - 4} ${train.letIn.upper}h${train.letIn.body.width + 8}M${train.letIn.body.x - 4} ${train.letIn.lower}h${train.letIn.body.width + 8}`"
        class="l-pencil"
      />
    </g>
  </g>
</template>

<style scoped>
.bore {
  stroke: var(--paper);
  fill: none;
}
.standing {
  stroke: var(--water-wash);
  fill: none;
}
.mesh {
  stroke: var(--ink);
  stroke-width: 3;
  stroke-dasharray: 3 2;
}
.hose {
  stroke: var(--ink);
  stroke-width: 7;
  fill: none;
}
.hose-inside {
  stroke: var(--water-wash);
  stroke-width: 3;
  fill: none;
}
</style>
