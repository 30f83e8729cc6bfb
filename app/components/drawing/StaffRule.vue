<script setup lang="ts">
import { computed } from 'vue'
/** A levelling staff: bars of one step, black and white by turns, standing on the paving. */
const props = defineProps<{ x: number; ground: number; top: number; step: number }>()

const WIDTH = 7
const bars = computed(() => {
  const count = Math.ceil((props.ground - props.top) / props.step)
  return Array.from({ length: count }, (_, i) => {
    const y = Math.max(props.top, props.ground - (i + 1) * props.step)
    return { y, height: props.ground - i * props.step - y, dark: i % 2 === 0 }
  })
})
</script>

<template>
  <g>
    <rect v-for="bar in bars" :key="bar.y" :x="x" :y="bar.y" :width="WIDTH" :height="bar.height" :class="bar.dark ? 'f-ink' : 'f-paper'" />
    <rect :x="x" :y="top" :width="WIDTH" :height="ground - top" class="l-seen" />
  </g>
</template>
