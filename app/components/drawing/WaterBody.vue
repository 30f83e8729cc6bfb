<script setup lang="ts">
import { computed } from 'vue'
import type { Box } from '~/drawing/shapes'

/** Water standing in something: washed, rippled, close set under the surface, with an open triangle on its level. */
const props = defineProps<{ box: Box; prefix: string }>()

/** Depth under the surface in which the ripples stand close, px. */
const NEAR_SURFACE = 34
const close = computed(() => Math.min(NEAR_SURFACE, props.box.height))
</script>

<template>
  <g v-if="box.height > 0.5">
    <rect :x="box.x" :y="box.y" :width="box.width" :height="box.height" class="f-wash" />
    <rect :x="box.x" :y="box.y" :width="box.width" :height="close" :fill="`url(#${prefix}-water-close)`" />
    <rect :x="box.x" :y="box.y + close" :width="box.width" :height="box.height - close" :fill="`url(#${prefix}-water)`" />
    <path :d="`M${box.x} ${box.y}h${box.width}`" class="l-water" />
  </g>
</template>
