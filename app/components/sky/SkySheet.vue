<script setup lang="ts">
import { saveFile } from '~/composables/saveFile'
import { word } from '#core/figures/told'
import { hemisphereOf, turnSeasons } from '#core/edits'
import { findGaps, isoDate, quickNormals, ghcnCsv, rainCsv, stationOf } from '#core/rain'
import type { FittedRain, Job, NormalsRain, RainSource } from '#core/scheme'
import { days, rainDepth } from '#core/units/quantity'
import type { FieldRow } from '~/components/fields/fieldRow'
import type { Lens } from '~/components/fields/fieldTable'

/** What falls: a record of one's own, monthly means, or a yearly total to make one from. Decides which years the answer stands on. */
const bench = useWorkbench()
const { setJob, jobTableOf } = useEdits()
const { say, text, dayName } = useSay()
const importing = ref(false)

const rain = computed(() => bench.job?.rain)
const annual = computed(() => (rain.value?.kind === 'annual' ? rain.value : undefined))
const normals = computed(() => (rain.value?.kind === 'normals' ? rain.value : undefined))
const fitted = computed(() => (rain.value?.kind === 'fitted' ? rain.value : undefined))
const leaning = computed(() => (rain.value?.kind === 'record' || rain.value?.kind === 'fitted' ? rain.value : undefined))
const gaps = computed(() => (bench.record ? findGaps(bench.record) : []))
const balanceRain = computed(() => bench.simulation.balance?.rain)
const years = computed(() => balanceRain.value?.years ?? [])
const settled = useYearsSettled()
const dry = computed(() => Math.max(0, ...years.value.map(({ longestDry }) => longestDry)))
const wet = computed(() => {
  const whole = years.value.filter(({ days: length }) => length >= 365)
  return whole.length > 0 ? Math.round(whole.reduce((sum, { wetDays }) => sum + wetDays, 0) / whole.length) : 0
})

const MADE = { spread: 0.16, years: 30, seed: 1 }
function useSource(next: RainSource) {
  if (rain.value) setJob('rain', word(rain.value.kind), word(next.kind), (draft) => void (draft.rain = next))
}
/** Monthly means to begin with: those of the yearly total, to be typed or pasted over. */
function useNormals() {
  const { totals, wetDays } = quickNormals(annual.value ?? { total: 700, pattern: 'even', hemisphere: 'north', wetDays: 140 })
  const round = (values: number[]) => values.map((value) => Math.round(value * 10) / 10)
  useSource({ kind: 'normals', totals: round(totals), wetDays: round(wetDays), ...MADE })
}
function useFitted(on: boolean) {
  const from = leaning.value
  if (!from) return
  const base = { record: from.record, gaps: from.gaps }
  useSource(on ? { kind: 'fitted', ...base, years: 100, seed: 1 } : { kind: 'record', ...base })
}
function setNormals(totals: number[], wetDays: number[]) {
  setJob('normals', '', '', (draft) => {
    if (draft.rain.kind === 'normals') Object.assign(draft.rain, { totals, wetDays })
  })
}
const made = computed(() => normals.value ?? fitted.value)
const seasons = computed(() => bench.job?.seasonFactors ?? [])
function setSeason(index: number, factor: number) {
  setJob('seasonFactor', seasons.value[index] ?? 1, factor, (draft) => void (draft.seasonFactors[index] = factor))
}
const SEASONS = ['winter', 'spring', 'summer', 'autumn'] as const

const PATTERNS = ['even', 'winter-wet', 'summer-wet', 'one-dry-season', 'two-wet-seasons'] as const
const SEEDS = [0, 4294967295] as const
/** Rows of rain that is made, of whatever kind; it may be of another by then. */
const ofRain = <R extends RainSource>(from: R) =>
  jobTableOf(from, (draft) => (draft.rain.kind === from.kind ? (draft.rain as R) : undefined))
/** Nothing is made in half a year, nor from half a seed. */
const whole = <K extends 'years' | 'seed'>(key: K): Lens<Record<K, number>, number> => ({
  name: key,
  get: (of) => of[key],
  put: (draft, to) => (draft[key] = Math.round(to) as Record<K, number>[K]),
})
const seedNote = computed(() => ({ note: say('sky.seedNote') }))
const madeRows = computed((): FieldRow[] => {
  if (!made.value) return []
  const { measure } = ofRain<NormalsRain | FittedRain>(made.value)
  return [
    measure(whole('years'), 'count', [1, 200]),
    ...(normals.value ? [ofRain(normals.value).measure('spread', 'share', [0, 0.6], { note: say('sky.spreadNote') })] : []),
    measure(whole('seed'), 'count', SEEDS, seedNote.value),
  ]
})
/** The seasons of all that grows turn with it. */
const hemisphere: Lens<Job, 'north' | 'south'> = {
  name: 'hemisphere',
  get: () => annual.value?.hemisphere ?? 'north',
  put: turnSeasons,
}
const annualRows = computed((): FieldRow[] => {
  if (!annual.value) return []
  const { measure, choice } = ofRain(annual.value)
  return [
    measure('total', 'rainDepth', [10, 12000]),
    choice('pattern', PATTERNS),
    jobTableOf(bench.job!, (draft) => draft).choice(hemisphere, ['north', 'south'], { note: say('sky.hemisphereNote') }),
    measure('wetDays', 'count', [3, 330]),
    measure(whole('seed'), 'count', SEEDS, seedNote.value),
  ]
})
const useTotal = () =>
  useSource({ kind: 'annual', total: 700, pattern: 'even', hemisphere: hemisphereOf(bench.job!.site.latitude), wetDays: 140, ...MADE })
function setGaps(value: 'leave-year-out' | 'generator' | 'dry') {
  setJob('gaps', word(leaning.value?.gaps ?? value), word(value), (draft) => {
    if (draft.rain.kind === 'record' || draft.rain.kind === 'fitted') draft.rain.gaps = value
  })
}
const words = <T extends string>(...values: T[]) => values.map((value) => ({ value, label: say(`word.${value}`) }))
function exportRecord(as: 'csv' | 'ghcn') {
  const { record } = bench
  if (!record) return
  const text = as === 'csv' ? rainCsv(record) : ghcnCsv(record, stationOf(record.name))
  saveFile(`${record.name}${as === 'csv' ? '' : ' GHCN-Daily'}.csv`, text, 'text/csv')
}
</script>

<template>
  <div>
    <div class="rule flex flex-wrap items-center justify-between gap-2 pt-2">
      <h3 class="h3">{{ say('sky.source') }}</h3>
      <div class="flex gap-2">
        <button type="button" class="btn" @click="importing = true">{{ say('sky.bringIn') }}</button>
        <button v-if="!normals" type="button" class="btn" @click="useNormals">{{ say('sky.useNormals') }}</button>
        <button v-if="!annual" type="button" class="btn" @click="useTotal">{{ say('sky.useTotal') }}</button>
      </div>
    </div>
    <template v-if="bench.record && leaning">
      <p class="pt-2 font-bold">{{ bench.record.name }}</p>
      <p class="text-13 text-ink-2">
        {{ bench.record.note || say('sky.fromFile', { start: dayName(bench.record.start), days: bench.record.depths.length }) }}
      </p>
      <p class="flex flex-wrap gap-2 py-1">
        <button type="button" class="btn" @click="exportRecord('csv')">{{ say('sky.exportCsv') }}</button>
        <button type="button" class="btn" @click="exportRecord('ghcn')">{{ say('sky.exportGhcn') }}</button>
      </p>
      <ChoiceField
        v-if="gaps.length > 0"
        :label="say('sky.gaps', { n: gaps.length })"
        :model-value="leaning.gaps"
        :options="words('leave-year-out', 'generator', 'dry')"
        @update:model-value="setGaps"
      />
      <details v-if="gaps.length > 0" class="text-13">
        <summary>{{ say('sky.listGaps') }}</summary>
        <ul class="max-h-32 overflow-y-auto">
          <li v-for="gap in gaps.slice(0, 200)" :key="gap.start" class="num">{{ isoDate(gap.start) }}, {{ text(days(gap.days)) }}</li>
        </ul>
      </details>
      <label class="flex items-center gap-2 py-1 text-13">
        <input
          type="checkbox"
          class="size-4 flex-none accent-ink"
          :checked="fitted !== undefined"
          @change="useFitted(($event.target as HTMLInputElement).checked)"
        />{{ say('sky.fitted') }}
      </label>
    </template>
    <NormalsEditor v-if="normals" :normals="normals" @change="setNormals" />
    <FieldRows :rows="madeRows" />
    <FieldRows :rows="annualRows" />
    <template v-if="years.length > 0">
      <h3 class="h3 rule mt-2 pt-2">{{ say('sky.years') }}</h3>
      <YearBars :years="years" />
      <p class="text-13 text-ink-2">{{ say('sky.longestDry', { days: days(dry) }) }} {{ say('sky.wetDays', { n: wet }) }}</p>
      <template v-if="balanceRain">
        <h3 class="h3 rule mt-2 pt-2">{{ say('sky.table') }}</h3>
        <RecordTable :table="balanceRain.table" />
        <details class="rule mt-2 pt-2">
          <summary class="font-bold">{{ say('sky.byYear') }}</summary>
          <div class="max-h-72 overflow-y-auto" tabindex="0" role="region" :aria-label="say('sky.byYear')">
            <table class="w-full text-13">
              <thead>
                <tr class="text-12 text-ink-3">
                  <th scope="col" class="text-left font-normal">{{ say('sky.col.year') }}</th>
                  <th v-for="head in ['total', 'wetDays', 'longestDry']" :key="head" scope="col" class="text-right font-normal">
                    {{ say(`sky.col.${head}`) }}
                  </th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="year in years" :key="year.year" class="border-t border-hair">
                  <th scope="row" class="num text-left font-normal">{{ year.year }}</th>
                  <td class="num text-right">{{ text(rainDepth(Math.round(year.total))) }}</td>
                  <td class="num text-right">{{ year.wetDays }}</td>
                  <td class="num text-right">{{ text(days(year.longestDry)) }}</td>
                </tr>
              </tbody>
            </table>
          </div>
        </details>
        <FitTable v-if="balanceRain.fit" class="rule mt-2 pt-2" :fit="balanceRain.fit" />
      </template>
    </template>
    <template v-if="settled">
      <GaugeLog class="rule mt-2 pt-2" />
      <SiteFields class="rule mt-2 pt-2" />
      <details class="rule mt-2 py-2">
        <summary class="font-bold">{{ say('sky.climate') }}</summary>
        <p class="text-13 text-ink-2">{{ say('sky.climateNote') }}</p>
        <QuantityField
          v-for="(season, index) in SEASONS"
          :key="season"
          :label="say(`sky.${season}`)"
          kind="share"
          :model-value="seasons[index] ?? 1"
          :least="0.2"
          :most="3"
          @update:model-value="(v) => setSeason(index, v)"
        />
      </details>
    </template>
    <LazyRainImport v-if="importing" @close="importing = false" />
  </div>
</template>
