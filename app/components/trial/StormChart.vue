<script setup lang="ts">
import type { ChartData, ChartOptions, Plugin } from 'chart.js'
import type { StormRun } from '#core/storm'
import { INCH, LITRE } from '#core/units/constants'
import { TERM_FACTS } from '#core/units/terms'
import { flow } from '#core/units/quantity'
import { Line } from 'vue-chartjs'
import { FONT, inkOf } from '~/components/charts/chartTheme'

/** What arrives, runs through links and is spilled by the moment, or how high each vessel stands; a line shows the moment. */
const props = defineProps<{ run: StormRun; moment: number; shows: 'flows' | 'levels'; names: Readonly<Record<string, string>> }>()
const emit = defineEmits<{ moment: [moment: number] }>()
const { say } = useSay()
const settings = useSettings()

const host = ref<HTMLElement>()
const chart = ref<{ chart?: { scales: { x?: { getValueForPixel(px: number): number | undefined } } } }>()
const theme = useThemeTick()
const ink = computed(() => (host.value && theme.value >= 0 ? inkOf(host.value) : undefined))

/** Points that a line of this width can show. */
const MOST_POINTS = 480
const stride = computed(() => Math.max(1, Math.ceil(props.run.moments / MOST_POINTS)))
const minute = (n: number) => (n * props.run.step) / 60
/** Values in the reader's unit by one factor, so that the lines stay smooth. */
const unitFactor = computed(() => {
  const metric = settings.system === 'metric'
  if (props.shows === 'levels') return metric ? { unit: 'mm', factor: 1000 } : { unit: 'in', factor: 1 / INCH }
  return metric ? { unit: 'L/s', factor: 1 / LITRE } : { unit: 'gpm', factor: 60 / TERM_FACTS[settings.terms].gallon }
})
const scaled = (of: ArrayLike<number>, less = 0) => {
  const points: { x: number; y: number }[] = []
  for (let n = 0; n < props.run.moments; n += stride.value)
    points.push({ x: minute(n), y: ((of[n] ?? 0) - less) * unitFactor.value.factor })
  return points
}
const spilling = computed(() => {
  const sum = new Float32Array(props.run.moments)
  for (const { kind, to, rate } of props.run.flows)
    if ((kind === 'overflow' && to === undefined) || kind === 'rim') for (let n = 0; n < sum.length; n++) sum[n]! += Math.max(0, rate[n]!)
  return sum
})
const links = computed(() => props.run.flows.filter(({ kind, rate }) => kind === 'link' && rate.length > 0))
const DASHES = [[], [7, 4], [3, 3], [10, 3, 2, 3], [1, 3], [12, 4]]

const data = computed<ChartData<'line', { x: number; y: number }[]>>(() => {
  const colour = ink.value!
  const line = (points: { x: number; y: number }[], borderColor: string, borderDash: number[], width = 2) => ({
    data: points,
    borderColor,
    borderWidth: width,
    borderDash,
    pointRadius: 0,
    fill: false as boolean | string,
    backgroundColor: 'transparent' as string | CanvasPattern,
  })
  if (props.shows === 'levels')
    return { datasets: props.run.vessels.map((vessel, i) => line(scaled(vessel.level), colour.water, DASHES[i % DASHES.length]!)) }
  return {
    datasets: [
      line(scaled(props.run.arriving), colour.ink, []),
      ...links.value.map(({ rate }, i) => line(scaled(rate.map(Math.abs)), colour.water, DASHES[(i + 1) % DASHES.length]!, 1.5)),
      { ...line(scaled(spilling.value), colour.pencil, []), fill: 'origin', backgroundColor: `${colour.pencil}22` },
    ],
  }
})
/** Names stand at each line's own highest place; where two would meet the later one goes further on. */
const labels = computed(() => {
  const named =
    props.shows === 'levels'
      ? props.run.vessels.map(({ id }) => props.names[id] ?? id)
      : [
          say('trial.arriving'),
          ...links.value.map(({ from, to }) => say('trial.through', { from: props.names[from!]!, to: props.names[to!]! })),
          say('trial.spilling'),
        ]
  return data.value.datasets.map(({ data: points }, i) => {
    const most = points.reduce((best, point) => (point.y > best.y ? point : best), points[0] ?? { x: 0, y: 0 })
    return { name: named[i] ?? '', most, colour: i }
  })
})
const overlay: Plugin<'line'> = {
  id: 'moment',
  afterDatasetsDraw({ ctx, chartArea, scales, data: { datasets } }) {
    const [x, y] = [scales.x!, scales.y!]
    const colour = ink.value!
    ctx.save()
    ctx.font = `600 12px ${FONT.family}`
    const placed: { left: number; right: number; y: number }[] = []
    for (const { name, most, colour: i } of labels.value) {
      if (most.y <= 0) continue
      const width = ctx.measureText(name).width
      let left = Math.min(chartArea.right - width - 2, Math.max(chartArea.left + 4, x.getPixelForValue(most.x) + 8))
      let top = Math.max(chartArea.top + 12, y.getPixelForValue(most.y) - 4)
      const meets = () => placed.some((each) => Math.abs(each.y - top) < 15 && left < each.right + 6 && each.left - 6 < left + width)
      for (let n = 0; n < 12 && meets(); n++) top += 15
      if (meets()) left = chartArea.left + 4
      placed.push({ left, right: left + width, y: top })
      ctx.fillStyle = colour.sheet
      ctx.globalAlpha = 0.85
      ctx.fillRect(left - 2, top - 11, width + 4, 14)
      ctx.globalAlpha = 1
      ctx.fillStyle = datasets[i]!.borderColor as string
      ctx.fillText(name, left, top)
    }
    const at = x.getPixelForValue(minute(props.moment))
    ctx.strokeStyle = colour.ink
    ctx.lineWidth = 2
    ctx.beginPath()
    ctx.moveTo(at, chartArea.top)
    ctx.lineTo(at, chartArea.bottom)
    ctx.stroke()
    ctx.restore()
  },
}
const options = computed<ChartOptions<'line'>>(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false,
  parsing: false,
  events: [],
  layout: { padding: { top: 6, right: 10 } },
  plugins: { legend: { display: false }, tooltip: { enabled: false } },
  scales: {
    x: {
      type: 'linear',
      min: 0,
      max: minute(props.run.moments - 1),
      grid: { display: false },
      border: { color: ink.value!.ink },
      ticks: { color: ink.value!.quiet, font: FONT, maxTicksLimit: 9, callback: (value) => say('trial.minutes', { n: Number(value) }) },
    },
    y: {
      beginAtZero: props.shows === 'flows',
      grid: { color: ink.value!.hair },
      border: { display: false },
      title: { display: true, text: unitFactor.value.unit, color: ink.value!.quiet, font: FONT },
      ticks: { color: ink.value!.quiet, font: FONT, maxTicksLimit: 5 },
    },
  },
}))
const description = computed(() =>
  say('trial.chartText', {
    peak: flow(props.run.arriving.reduce((most, each) => Math.max(most, each), 0)),
    spill: flow(spilling.value.reduce((most, each) => Math.max(most, each), 0)),
  }),
)
function pick(event: PointerEvent) {
  if (event.buttons !== 1) return
  const value = chart.value?.chart?.scales.x?.getValueForPixel(event.offsetX)
  if (value !== undefined) emit('moment', Math.min(props.run.moments - 1, Math.max(0, Math.round((value * 60) / props.run.step))))
}
watch(
  () => props.moment,
  () => (chart.value?.chart as { draw?(): void } | undefined)?.draw?.(),
)
</script>

<template>
  <div ref="host" class="relative min-h-0" @pointerdown="pick" @pointermove="pick">
    <Line v-if="ink" ref="chart" :data="data" :options="options" :plugins="[overlay]" :aria-label="description" role="img" />
  </div>
</template>
