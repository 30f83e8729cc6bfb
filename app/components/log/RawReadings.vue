<script setup lang="ts">
import { MINUTES_A_DAY, thinned, writeSeriesCsv } from '#core/log'
import { count, length, rainDepth, share, volume, type Quantity } from '#core/units/quantity'
import { saveFile } from '~/composables/saveFile'
import type { SeriesRow } from '~/database/db'

/** Readings of loggers as they came: looked at over any stretch without a peak lost, taken away, deleted. */
const { rows, deleted, remove, putBack } = useSeries()
const { vessels } = useLog()
const { say, text } = useSay()
const { day } = useLogWords()
const bench = useWorkbench()
const shown = ref<string>()
const STRETCHES = { all: Infinity, month: 31, week: 7, day: 1 } as const
const stretch = ref<keyof typeof STRETCHES>('all')
/** Days back from the last at which the stretch ends. */
const back = ref(0)
watch(shown, () => ([stretch.value, back.value] = ['all', 0]))
watch(stretch, () => (back.value = 0))

const unitOf = ({ of }: SeriesRow, value: number): Quantity =>
  of.kind === 'rain' ? rainDepth(value) : of.by === 'share' ? share(value) : of.by === 'volume' ? volume(value) : length(value)
const nameOf = ({ of }: SeriesRow) =>
  of.kind === 'rain'
    ? say('log.raw.rain')
    : say(`log.raw.by.${of.by}`, { vessel: vessels.value.find(({ id }) => id === of.vessel)?.name ?? of.vessel })
const dayAt = (instant: number) => day(Math.floor(instant / MINUTES_A_DAY))
const spanOf = ({ instants }: SeriesRow) => ({ from: dayAt(instants[0] ?? 0), to: dayAt(instants.at(-1) ?? 0), n: count(instants.length) })

/** On a phone drawn as narrow as it is shown: letters stay as large. */
const phone = usePhone()
const WIDTH = computed(() => (phone.value ? 366 : 640))
const HEIGHT = 150
const TOP = 16
const BASE = 130
/** One column for two points of the picture. */
const COLUMNS = computed(() => WIDTH.value / 2)
function picture(row: SeriesRow) {
  const [first, last] = [row.instants[0] ?? 0, row.instants.at(-1) ?? 0]
  const long = Math.min(last - first, STRETCHES[stretch.value] * MINUTES_A_DAY)
  const to = Math.max(first + long, last - back.value * MINUTES_A_DAY)
  const from = to - long
  const columns = thinned(row, from, Math.max(to, from + 1), COLUMNS.value)
  // Rain is added up; of a level its least and most are drawn, so that no peak is lost.
  const isRain = row.of.kind === 'rain'
  const most = Math.max(1e-9, ...columns.map(({ high, sum }) => (isRain ? sum : high)))
  const y = (value: number) => BASE - ((BASE - TOP) * value) / most
  const path = columns
    .map(({ at, low, high, sum }) => {
      const [under, over] = isRain ? [0, sum] : [low, high]
      return `M${2 * at + 1} ${(y(under) + (isRain ? 0 : 0.75)).toFixed(1)}V${(y(over) - (isRain ? 0 : 0.75)).toFixed(1)}`
    })
    .join('')
  return { path, most: unitOf(row, most), from: dayAt(from), to: dayAt(to), atFirst: from <= first, atLast: to >= last }
}
const step = computed(() => (stretch.value === 'all' ? 0 : STRETCHES[stretch.value]))
const exportRow = (row: SeriesRow) => saveFile(`${bench.job?.name ?? 'log'} ${nameOf(row)}.csv`, writeSeriesCsv(row), 'text/csv')
</script>

<template>
  <details v-if="rows.length > 0 || deleted" class="mt-2 text-13">
    <summary class="font-bold">{{ say('log.raw.title', { n: rows.length }) }}</summary>
    <p class="text-ink-2">{{ say('log.raw.text') }}</p>
    <p v-if="deleted" role="status">
      {{ say('log.raw.deleted', { what: nameOf(deleted) }) }}
      <button type="button" class="btn btn-bare" @click="putBack">{{ say('log.raw.putBack') }}</button>
    </p>
    <ul>
      <li v-for="row in rows" :key="row.id" class="border-t border-hair py-2">
        <div class="flex flex-wrap items-center gap-2">
          <span class="mr-auto min-w-48"
            ><b>{{ nameOf(row) }}</b> {{ say('log.raw.span', spanOf(row)) }}
            <span class="cap block">{{ say('log.raw.file', { file: row.file }) }}</span></span
          >
          <button
            type="button"
            class="btn"
            :aria-expanded="shown === row.id"
            :aria-label="say(shown === row.id ? 'log.raw.hideOf' : 'log.raw.showOf', { what: nameOf(row) })"
            @click="shown = shown === row.id ? undefined : row.id"
          >
            {{ say(shown === row.id ? 'log.raw.hide' : 'log.raw.show') }}
          </button>
          <button type="button" class="btn" :aria-label="say('log.raw.exportOf', { what: nameOf(row) })" @click="exportRow(row)">
            {{ say('log.exportCsv') }}
          </button>
          <button type="button" class="btn" :aria-label="say('log.raw.deleteOf', { what: nameOf(row) })" @click="remove(row)">
            {{ say('log.delete') }}
          </button>
        </div>
        <figure v-if="shown === row.id" class="mt-2">
          <div class="flex flex-wrap items-center gap-2">
            <ButtonChoice
              v-model="stretch"
              :label="say('log.raw.stretch')"
              :options="(['all', 'month', 'week', 'day'] as const).map((value) => ({ value, label: say(`log.raw.${value}`) }))"
            />
            <template v-if="stretch !== 'all'">
              <button type="button" class="btn" :disabled="picture(row).atFirst" @click="back += step">{{ say('log.raw.before') }}</button>
              <button type="button" class="btn" :disabled="picture(row).atLast" @click="back = Math.max(0, back - step)">
                {{ say('log.raw.after') }}
              </button>
            </template>
          </div>
          <svg
            :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
            class="sheet-drawing mt-1 w-full"
            role="img"
            :aria-label="
              say('log.raw.picture', { what: nameOf(row), from: picture(row).from, to: picture(row).to, most: picture(row).most })
            "
          >
            <path :d="picture(row).path" class="readings" fill="none" />
            <path :d="`M0 ${BASE}h${WIDTH}`" class="l-cut" />
            <text x="0" y="11" class="small">{{ text(picture(row).most) }}</text>
            <text x="0" :y="BASE + 15" class="small">{{ picture(row).from }}</text>
            <text :x="WIDTH" :y="BASE + 15" class="small" text-anchor="end">{{ picture(row).to }}</text>
          </svg>
        </figure>
      </li>
    </ul>
  </details>
</template>

<style scoped>
.readings {
  stroke: var(--water);
  stroke-width: 2;
}
.small {
  font-size: 12px;
  fill: var(--ink);
}
</style>
