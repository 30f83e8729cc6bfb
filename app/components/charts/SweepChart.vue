<script setup lang="ts">
import type { ChartData, ChartOptions } from 'chart.js'
import { Line } from 'vue-chartjs'
import type { EnsembleAnswer } from '#core/balance'
import type { SweepAnswer } from '#core/service'
import { LITRE } from '#core/units/constants'
import { days, volume } from '#core/units/quantity'
import { FONT, inkOf, markerPlugin, type Marker } from './chartTheme'

/**
 * Demand met (or days that go short) against store: the line of this record, the band of thousands of made years once it is
 * reckoned, else the one between a dry and a wet year; the present store and the rules of thumb as uprights.
 */
const props = defineProps<{
  sweep: SweepAnswer
  bands?: EnsembleAnswer | undefined
  shows: 'met' | 'short'
  markers: readonly Marker[]
  description: string
}>()

const { text } = useSay()
const host = ref<HTMLElement>()
const theme = useThemeTick()
const ink = computed(() => (host.value && theme.value >= 0 ? inkOf(host.value) : undefined))

type Point = { x: number; y: number }
const scale = computed(() => (props.shows === 'met' ? 100 : 1))
const main = computed<Point[]>(() =>
  props.sweep.points.map(({ volume: x, met, shortDays }) => ({ x, y: props.shows === 'met' ? met * 100 : shortDays })),
)
/** The band's lower and upper edge, by volume. */
const edges = computed<{ low: Point[]; high: Point[] }>(() => {
  const { bands } = props
  if (bands) {
    const values = props.shows === 'met' ? bands.met : bands.shortDays
    const points = bands.volumes.map((x, i) => ({ x, ...values[i]! })).sort((p, q) => p.x - q.x)
    return {
      low: points.map(({ x, low }) => ({ x, y: low * scale.value })),
      high: points.map(({ x, high }) => ({ x, y: high * scale.value })),
    }
  }
  if (props.shows === 'short') return { low: [], high: [] }
  const year = (pick: 'low' | 'high') => props.sweep.points.map(({ volume: x, range }) => ({ x, y: (range[pick] ?? NaN) * 100 }))
  return { low: year('low'), high: year('high') }
})
const data = computed<ChartData<'line', Point[]>>(() => ({
  datasets: [
    { data: main.value, borderColor: ink.value!.ink, borderWidth: 2.25, pointRadius: 0 },
    { data: edges.value.low, borderColor: ink.value!.water, borderWidth: 1, borderDash: [3, 3], pointRadius: 0 },
    {
      data: edges.value.high,
      borderColor: ink.value!.water,
      borderWidth: 1,
      borderDash: [3, 3],
      pointRadius: 0,
      fill: '-1',
      backgroundColor: ink.value!.wash,
    },
  ],
}))
const mostDays = computed(() => Math.max(1, ...main.value.map(({ y }) => y), ...edges.value.high.map(({ y }) => y)))
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
      ...(props.shows === 'met' ? { max: 100 } : { suggestedMax: mostDays.value }),
      grid: { color: ink.value!.hair },
      ticks: {
        color: ink.value!.quiet,
        font: FONT,
        ...(props.shows === 'met' ? { stepSize: 20 } : { maxTicksLimit: 6 }),
        callback: (value) => (props.shows === 'met' ? `${value} %` : text(days(Number(value)))),
      },
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
  <div ref="host">
    <Line v-if="ink" :aria-label="description" :data="data" :options="options" :plugins="plugins" />
  </div>
</template>
