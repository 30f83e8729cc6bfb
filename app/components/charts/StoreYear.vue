<script setup lang="ts">
import type { ChartData, ChartOptions } from 'chart.js'
import { Line } from 'vue-chartjs'
import { inkOf, ripple } from './chartTheme'

/** What stood in the store on each day of one year; the days that went short are barred under the line. */
const props = defineProps<{ held: ArrayLike<number>; short: ArrayLike<number>; full: number; label: string; description: string }>()

const host = ref<HTMLElement>()
const theme = useThemeTick()
const ink = computed(() => (host.value && theme.value >= 0 ? inkOf(host.value) : undefined))

const data = computed<ChartData<'line'>>(() => ({
  labels: Array.from(props.held, (_, i) => i),
  datasets: [
    {
      data: Array.from(props.held),
      borderColor: ink.value!.water,
      borderWidth: 1.5,
      pointRadius: 0,
      fill: 'origin',
      backgroundColor: ripple(ink.value!),
      stepped: false,
    },
  ],
}))
const options = computed<ChartOptions<'line'>>(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false,
  events: [],
  layout: { padding: { top: 2, bottom: 0 } },
  plugins: { legend: { display: false }, tooltip: { enabled: false } },
  scales: { x: { display: false }, y: { display: false, min: 0, max: props.full * 1.02 } },
}))
const runs = computed(() => {
  const found: { from: number; days: number }[] = []
  for (let i = 0; i < props.short.length; i++) {
    if (!props.short[i]) continue
    const last = found.at(-1)
    if (last && last.from + last.days === i) last.days++
    else found.push({ from: i, days: 1 })
  }
  return found
})
</script>

<template>
  <div ref="host">
    <div class="h-13 border-x border-t border-hair">
      <Line v-if="ink" :aria-label="description" :data="data" :options="options" />
    </div>
    <svg :viewBox="`0 0 ${held.length} 8`" preserveAspectRatio="none" class="block h-2 w-full border-t-2 border-ink" aria-hidden="true">
      <rect v-for="run in runs" :key="run.from" :x="run.from" y="1" :width="run.days" height="6" class="f-pencil" />
    </svg>
  </div>
</template>
