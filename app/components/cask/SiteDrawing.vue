<script setup lang="ts">
import type { SiteScene, SiteVessel } from '~/drawing/siteScene'
import type { Point } from '~/drawing/shapes'

/** The job from above or from the yard: roofs, walls, pipes, vessels, runs. What is to be moved is told by `handles`. */
defineProps<{
  scene: SiteScene
  chosen?: string | undefined
  handles?: (vessel: SiteVessel) => Handles
  placeHandles?: (place: SiteScene['places'][number]) => Handles
}>()
interface Handles {
  attrs: Record<string, unknown>
  on: Record<string, (event: never) => unknown>
}
const { say } = useSay()
const line = (points: readonly Point[]) => `M${points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}`
</script>

<template>
  <g>
    <path v-for="(corners, i) in scene.roofs" :key="i" :d="`${line(corners)}Z`" class="roof" />
    <path v-for="(eave, i) in scene.eaves" :key="`e${i}`" :d="line(eave)" class="eave" />
    <path v-if="scene.wall" :d="line(scene.wall)" class="wall" />
    <path :d="line(scene.ground)" :class="scene.aspect === 'plan' ? 'wall' : 'l-ground'" />
    <text :x="scene.ground[0].x" :y="scene.ground[0].y + (scene.aspect === 'plan' ? -5 : 14)" class="t12 quiet">
      {{ scene.aspect === 'plan' ? say('group.wall') : say('layout.paving') }}
    </text>
    <template v-for="pipe in scene.pipes" :key="pipe.id">
      <path v-if="pipe.top" :d="line([pipe.top, pipe.at])" class="upright" :stroke-width="pipe.radius * 2" />
      <circle v-else :cx="pipe.at.x" :cy="pipe.at.y" :r="pipe.radius" class="pipe" />
    </template>
    <g
      v-for="vessel in scene.vessels"
      :key="vessel.id"
      :class="{ chosen: vessel.id === chosen }"
      v-bind="handles?.(vessel).attrs ?? {}"
      v-on="handles?.(vessel).on ?? {}"
    >
      <path v-for="(layer, i) in vessel.base" :key="i" :d="`${line(layer)}Z`" class="layer" />
      <circle v-if="vessel.round" :cx="vessel.round.x" :cy="vessel.round.y" :r="vessel.round.radius" class="body" />
      <path v-else :d="`${line(vessel.outline)}Z`" class="body" />
      <path v-if="vessel.water" :d="`${line(vessel.water)}Z`" class="water" />
      <text v-if="!vessel.behind" :x="vessel.label.x" :y="vessel.label.y + 4" text-anchor="middle" class="t12 halo">{{ vessel.name }}</text>
    </g>
    <path v-for="run in scene.runs" :key="run.key" :d="line(run.points)" class="run" :class="run.kind" :stroke-width="run.width" />
    <g
      v-for="place in scene.places"
      :key="place.id"
      :transform="`translate(${place.at.x} ${place.at.y})`"
      v-bind="placeHandles?.(place).attrs ?? {}"
      v-on="placeHandles?.(place).on ?? {}"
    >
      <circle v-if="placeHandles" r="14" fill="transparent" />
      <path d="M0 0l-5 -9a5.6 5.6 0 1 1 10 0z" class="place" />
      <text :x="place.label.x - place.at.x" :y="place.label.y - place.at.y" text-anchor="middle" class="t12 halo">{{ place.name }}</text>
    </g>
    <path v-for="hole in scene.holes" :key="hole.id" :d="line([hole.at, hole.tip])" class="hole" :class="{ tap: hole.tap }" />
  </g>
</template>

<style scoped>
.roof {
  fill: none;
  stroke: var(--ink-3);
  stroke-width: 1;
  stroke-dasharray: 5 3;
}
.eave {
  fill: none;
  stroke: var(--ink-2);
  stroke-width: 2;
}
.wall {
  stroke: var(--ink);
  stroke-width: 3;
}
.upright {
  stroke: var(--ink-3);
  opacity: 0.6;
  fill: none;
}
.pipe {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}
.body {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.75;
}
.chosen .body {
  stroke-width: 3;
}
.layer {
  fill: var(--paper);
  stroke: var(--ink-2);
  stroke-width: 1;
}
.water {
  fill: var(--water-wash);
  stroke: var(--water);
  stroke-width: 1;
}
.run {
  fill: none;
  stroke: var(--water);
  stroke-linejoin: round;
  opacity: 0.85;
}
.overflow {
  stroke-dasharray: 8 3;
}
.place {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.75;
}
.hole {
  stroke: var(--ink);
  stroke-width: 2.5;
}
.tap {
  stroke-width: 4;
}
</style>
