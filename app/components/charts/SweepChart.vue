<script setup lang="ts">
import type { ChartData, ChartOptions } from 'chart.js'
import { Line } from 'vue-chartjs'
import type { SweepAnswer } from '#core/service'
import { LITRE } from '#core/units/constants'
import { volume } from '#core/units/quantity'
import { FONT, inkOf, markerPlugin, type Marker } from './chartTheme'

/** Demand met against store, with the band between a dry and a wet year, the present store and the rules of thumb. */
const props = defineProps<{ sweep: SweepAnswer; markers: readonly Marker[]; description: string }>()

const { text } = useSay()
const host = ref<HTMLElement>()
const theme = useThemeTick()
const ink = computed(() => (host.value && theme.value >= 0 ? inkOf(host.value) : undefined))

const line = (pick: (point: SweepAnswer['points'][number]) => number | undefined) =>
  props.sweep.points.map((point) => ({ x: point.volume, y: (pick(point) ?? NaN) * 100 }))
const data = computed<ChartData<'line'>>(() => ({
  datasets: [
    { data: line(({ met }) => met), borderColor: ink.value!.ink, borderWidth: 2.25, pointRadius: 0 },
    { data: line(({ range }) => range.low), borderColor: ink.value!.water, borderWidth: 1, borderDash: [3, 3], pointRadius: 0 },
    {
      data: line(({ range }) => range.high),
      borderColor: ink.value!.water,
      borderWidth: 1,
      borderDash: [3, 3],
      pointRadius: 0,
      fill: '-1',
      backgroundColor: ink.value!.wash,
    },
  ],
}))
const options = computed<ChartOptions<'line'>>(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false,
  events: [],
  layout: { padding: { top: 20 } },
  plugins: { legend: { display: false }, tooltip: { enabled: false } },
  scales: {
    x: {
      type: 'linear',
      min: 0,
      max: props.sweep.points.at(-1)?.volume ?? 1,
      grid: { color: ink.value!.hair, drawTicks: true },
      ticks: { color: ink.value!.quiet, font: FONT, maxTicksLimit: 7, callback: (value) => text(volume(Number(value) * LITRE)) },
    },
    y: {
      min: 0,
      max: 100,
      grid: { color: ink.value!.hair },
      ticks: { color: ink.value!.quiet, font: FONT, stepSize: 20, callback: (value) => `${value} %` },
    },
  },
}))
const plugins = [
  markerPlugin(
    () => props.markers,
    () => ink.value!,
  ),
]
</script>

<template>
  <div ref="host" class="h-44">
    <Line v-if="ink" :aria-label="description" :data="data" :options="options" :plugins="plugins" />
  </div>
</template>
