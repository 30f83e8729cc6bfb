<script setup lang="ts">
import { weibull, YEARS_FOR_ONE_IN_TEN } from '#core/balance'
import type { MonthTable } from '#core/rain'
import { rainDepth } from '#core/units/quantity'

/**
 * A record at one glance: a square for every month of every year, as large as its rain, a cross where it is missing, and the
 * year's total beside it. Two paths draw it all, so that a hundred years cost no more than ten.
 */
const props = defineProps<{ table: MonthTable }>()
const { say, text, shortMonth } = useSay()

const LEFT = 40
const CELL = 20
const BAR = 72
const WIDTH = LEFT + 12 * CELL + 8 + BAR
const HEAD = 16
const row = computed(() => (props.table.years.length > 60 ? 9 : props.table.years.length > 35 ? 11 : 14))
const height = computed(() => HEAD + props.table.years.length * row.value + 4)

const totals = computed(() =>
  props.table.years.map((year, y) => {
    const months = props.table.totals.slice(y * 12, y * 12 + 12)
    return {
      year,
      total: months.reduce((sum, each) => sum + (Number.isNaN(each) ? 0 : each), 0),
      whole: !months.some((each) => Number.isNaN(each)),
    }
  }),
)
const wholeTotals = computed(() => totals.value.filter(({ whole }) => whole).map(({ total }) => total))
const marks = computed(() => {
  const sums = wholeTotals.value
  if (sums.length === 0) return []
  const most = Math.max(...sums)
  const chances = sums.length >= YEARS_FOR_ONE_IN_TEN ? [0.1, 0.5, 0.9] : [0.5]
  return chances.map((chance) => ({ chance, depth: weibull(sums, chance), x: LEFT + 12 * CELL + 8 + (weibull(sums, chance) / most) * BAR }))
})
const drawn = computed(() => {
  const { years, totals: cells } = props.table
  const most = Math.max(1, ...Array.from(cells, (cell) => (Number.isNaN(cell) ? 0 : cell)))
  const largest = Math.max(1, ...totals.value.map(({ total }) => total))
  let squares = ''
  let missing = ''
  let bars = ''
  let partBars = ''
  years.forEach((_, y) => {
    const middle = HEAD + (y + 0.5) * row.value
    for (let m = 0; m < 12; m++) {
      const value = cells[y * 12 + m]!
      const x = LEFT + (m + 0.5) * CELL
      if (Number.isNaN(value)) missing += `M${x - 2} ${middle - 2}l4 4m0 -4l-4 4`
      else {
        const side = Math.sqrt(value / most) * (row.value - 1)
        squares += `M${(x - side / 2).toFixed(1)} ${(middle - side / 2).toFixed(1)}h${side.toFixed(1)}v${side.toFixed(1)}h${(-side).toFixed(1)}z`
      }
    }
    const { total, whole } = totals.value[y]!
    const bar = `M${LEFT + 12 * CELL + 8} ${middle - row.value / 2 + 1.5}h${((total / largest) * BAR).toFixed(1)}v${row.value - 3}H${LEFT + 12 * CELL + 8}z`
    if (whole) bars += bar
    else partBars += bar
  })
  return { squares, missing, bars, partBars }
})
const labels = computed(() => {
  const every = row.value < 12 ? 5 : 2
  return props.table.years.flatMap((year, y) => (y === 0 || year % every === 0 ? [{ year, y: HEAD + (y + 0.5) * row.value + 4 }] : []))
})
const description = computed(() => {
  const sums = wholeTotals.value
  return say('sky.tableText', {
    n: props.table.years.length,
    least: rainDepth(sums.length > 0 ? Math.min(...sums) : 0),
    most: rainDepth(sums.length > 0 ? Math.max(...sums) : 0),
    missing: Array.from(props.table.totals).filter((cell) => Number.isNaN(cell)).length,
  })
})
</script>

<template>
  <figure>
    <div class="max-h-80 overflow-y-auto" tabindex="0" role="region" :aria-label="say('sky.table')">
      <svg :viewBox="`0 0 ${WIDTH} ${height}`" class="sheet-drawing w-full" role="img" :aria-label="description">
        <text v-for="m in 12" :key="m" :x="LEFT + (m - 0.5) * CELL" y="11" text-anchor="middle" class="t12">
          {{ shortMonth(m - 1).slice(0, 1) }}
        </text>
        <text :x="LEFT + 12 * CELL + 8" y="11" class="t12">{{ say('sky.year') }}</text>
        <text v-for="label in labels" :key="label.year" :x="LEFT - 6" :y="label.y" text-anchor="end" class="t12 figures">
          {{ label.year }}
        </text>
        <path :d="drawn.squares" fill="var(--water)" />
        <path :d="drawn.missing" stroke="var(--pencil)" stroke-width="1.2" fill="none" />
        <path :d="drawn.bars" fill="var(--water-wash)" stroke="var(--water)" stroke-width=".75" />
        <path :d="drawn.partBars" fill="none" stroke="var(--ink-3)" stroke-width=".75" stroke-dasharray="3 2" />
        <path v-for="mark in marks" :key="mark.chance" :d="`M${mark.x} ${HEAD}V${height}`" stroke="var(--ink)" stroke-dasharray="2 3" />
      </svg>
    </div>
    <figcaption class="text-12 text-ink-3">
      {{ say('sky.tableNote') }}
      <template v-if="marks.length === 3">{{
        say('sky.tenths', {
          dry: text(rainDepth(marks[0]!.depth)),
          middle: text(rainDepth(marks[1]!.depth)),
          wet: text(rainDepth(marks[2]!.depth)),
        })
      }}</template>
    </figcaption>
  </figure>
</template>
