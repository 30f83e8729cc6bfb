<script setup lang="ts">
import { computed } from 'vue'
/** A vertical dimension: a line between two heights, ended in oblique strokes, its figure beside it. */
const props = defineProps<{ x: number; from: number; to: number; label: string; side?: 'left' | 'right' }>()

const middle = computed(() => (props.from + props.to) / 2 + 4)
const ends = computed(() => [props.from, props.to].map((y) => `M${props.x - 4} ${y + 4}l8 -8`).join(''))
</script>

<template>
  <g>
    <path :d="`M${x} ${from}V${to}`" class="l-fine" />
    <path :d="ends" class="l-fine" />
    <text
      :x="side === 'left' ? x - 7 : x + 7"
      :y="middle"
      :text-anchor="side === 'left' ? 'end' : 'start'"
      class="t12 quiet figures halo"
      >{{ label }}</text
    >
  </g>
</template>
