<script setup lang="ts">
import type { Severity } from '#core/findings'

/** The mark of a snag, told by its shape: square stops the job, lozenge goes wrong, open lozenge could be better, ring is a note. */
defineProps<{ severity: Severity; number: number; x?: number; y?: number }>()
</script>

<template>
  <g :transform="`translate(${x ?? 0} ${y ?? 0})`">
    <rect v-if="severity === 'stops'" x="-9" y="-9" width="18" height="18" class="f-pencil" />
    <path v-else-if="severity === 'goes-wrong'" d="M0 -11L11 0 0 11 -11 0z" class="f-pencil" />
    <path v-else-if="severity === 'better'" d="M0 -10.5L10.5 0 0 10.5 -10.5 0z" class="open-mark" />
    <circle v-else r="8.5" class="open-mark" />
    <text
      y="4"
      text-anchor="middle"
      class="t12 strong"
      :class="severity === 'stops' || severity === 'goes-wrong' ? 'on-ink' : 'of-pencil'"
      >{{ number }}</text
    >
  </g>
</template>

<style scoped>
.open-mark {
  fill: var(--sheet);
  stroke: var(--pencil);
  stroke-width: 1.5;
}
</style>
