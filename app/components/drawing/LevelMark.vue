<script setup lang="ts">
/** A water level: chain-dotted, with an open triangle standing on it. */
defineProps<{ from: number; to: number; y: number; label?: string }>()
</script>

<template>
  <g>
    <path :d="`M${from} ${y}H${to}`" class="l-level" />
    <path :d="`M${to - 16} ${y - 8}h10l-5 7z`" class="l-water-fine" />
    <text v-if="label" :x="to - 22" :y="y - 4" text-anchor="end" class="t12 of-water halo">{{ label }}</text>
  </g>
</template>
