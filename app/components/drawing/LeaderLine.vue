<script setup lang="ts">
import { computed } from 'vue'
import type { Point } from '~/drawing/shapes'

/** From a note to its part: level first, one bend at the most, ended in a ring; the chosen one heavy, with a dot. */
const props = defineProps<{ from: Point; to: Point; chosen?: boolean }>()

const LEVEL_RUN = 12
const path = computed(() => {
  const { from, to } = props
  return Math.abs(from.y - to.y) < 1 ? `M${from.x} ${from.y}H${to.x}` : `M${from.x} ${from.y}h${LEVEL_RUN}L${to.x} ${to.y}`
})
</script>

<template>
  <g>
    <path :d="path" :class="chosen ? 'l-cut' : 'l-fine'" />
    <circle :cx="to.x" :cy="to.y" :r="chosen ? 4.5 : 3.2" :class="chosen ? 'f-ink' : 'f-paper l-seen-ring'" />
  </g>
</template>

<style scoped>
.l-seen-ring {
  stroke: var(--ink-3);
  stroke-width: 1.25;
}
</style>
