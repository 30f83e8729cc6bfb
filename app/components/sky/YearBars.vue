<script setup lang="ts">
import type { YearOfRain } from '#core/rain'
import { rainDepth } from '#core/units/quantity'

/** Yearly totals as bars, the driest and wettest named; a table says the same. */
const props = defineProps<{ years: readonly YearOfRain[] }>()
const { say, text } = useSay()

const WIDTH = 340
const HEIGHT = 92
const TOP = 18
const whole = computed(() => props.years.filter(({ days }) => days >= 365))
const shown = computed(() => (whole.value.length > 0 ? whole.value : props.years))
const most = computed(() => Math.max(...shown.value.map(({ total }) => total)))
const least = computed(() => Math.min(...shown.value.map(({ total }) => total)))
const bars = computed(() => {
  const step = WIDTH / shown.value.length
  return shown.value.map(({ year, total }, i) => {
    const height = (total / most.value) * (HEIGHT - TOP)
    return {
      year,
      x: i * step + step * 0.12,
      width: Math.max(1, step * 0.76),
      y: HEIGHT - height,
      height,
      driest: total === least.value,
      wettest: total === most.value,
      total,
    }
  })
})
const marked = computed(() =>
  [bars.value.find(({ driest }) => driest), bars.value.find(({ wettest }) => wettest)].filter((bar) => bar !== undefined),
)
/** A name keeps inside the drawing, and two of them off each other. */
const labels = computed(() => {
  const half = 46
  const apart = 2 * half + 12
  const placed = marked.value.map((bar) => ({
    key: bar.year,
    text: `${bar.year}, ${text(rainDepth(bar.total))}`,
    x: Math.min(WIDTH - half, Math.max(half, bar.x + bar.width / 2)),
  }))
  const [a, b] = placed
  if (a && b && Math.abs(a.x - b.x) < apart) {
    const [left, right] = a.x <= b.x ? [a, b] : [b, a]
    left.x = Math.max(half, Math.min(left.x, right.x - apart))
    right.x = Math.min(WIDTH - half, Math.max(right.x, left.x + apart))
  }
  return placed
})
</script>

<template>
  <figure>
    <svg
      :viewBox="`0 0 ${WIDTH} ${HEIGHT + 2}`"
      class="sheet-drawing w-full"
      role="img"
      :aria-label="say('sky.yearsText', { n: shown.length, least: rainDepth(least), most: rainDepth(most) })"
    >
      <HatchDefs prefix="bars" />
      <g v-for="bar in bars" :key="bar.year">
        <rect
          :x="bar.x"
          :y="bar.y"
          :width="bar.width"
          :height="bar.height"
          :fill="bar.driest ? 'var(--sheet)' : 'url(#bars-water)'"
          :stroke="bar.driest || bar.wettest ? 'var(--ink)' : 'var(--water)'"
          :stroke-width="bar.driest || bar.wettest ? 1.75 : 0.75"
        />
      </g>
      <path :d="`M0 ${HEIGHT}H${WIDTH}`" class="l-cut" />
      <text v-for="label in labels" :key="label.key" :x="label.x" y="12" text-anchor="middle" class="t12 strong figures">
        {{ label.text }}
      </text>
    </svg>
  </figure>
</template>
