<script setup lang="ts">
import { findGaps, isoDate } from '#core/rain'
import type { AnnualRain, RainSource } from '#core/scheme'
import { days, rainDepth } from '#core/units/quantity'

/** What falls: a record of one's own, or a yearly total to make one from. Decides which years the answer stands on. */
const bench = useWorkbench()
const { setJob } = useEdits()
const { say, text } = useSay()
const importing = ref(false)

const rain = computed(() => bench.job?.rain)
const annual = computed(() => (rain.value?.kind === 'annual' ? rain.value : undefined))
const gaps = computed(() => (bench.record ? findGaps(bench.record) : []))
const years = computed(() => bench.simulation.balance?.rain.years ?? [])
const dry = computed(() => Math.max(0, ...years.value.map(({ longestDry }) => longestDry)))

function setAnnual<K extends keyof AnnualRain>(
  key: K,
  value: AnnualRain[K],
  from: Parameters<typeof setJob>[1],
  to: Parameters<typeof setJob>[2],
) {
  setJob(key, from, to, (draft) => {
    if (draft.rain.kind === 'annual') Object.assign(draft.rain, { [key]: value })
  })
}
function useTotal() {
  const made: RainSource = {
    kind: 'annual',
    total: 700,
    pattern: 'even',
    hemisphere: 'north',
    wetDays: 140,
    spread: 0.16,
    years: 30,
    seed: 1,
  }
  setJob('rain', say('word.record'), say('word.annual'), (draft) => {
    draft.rain = made
  })
}
function setGaps(value: 'leave-year-out' | 'generator' | 'dry') {
  const from = rain.value?.kind === 'record' ? rain.value.gaps : value
  setJob('gaps', from, value, (draft) => {
    if (draft.rain.kind === 'record') draft.rain.gaps = value
  })
}
const words = <T extends string>(...values: T[]) => values.map((value) => ({ value, label: say(`word.${value}`) }))
</script>

<template>
  <div>
    <div class="rule flex flex-wrap items-center justify-between gap-2 pt-2">
      <h3 class="h3">{{ say('sky.source') }}</h3>
      <div class="flex gap-2">
        <button type="button" class="btn" @click="importing = true">{{ say('sky.bringIn') }}</button>
        <button v-if="!annual" type="button" class="btn" @click="useTotal">{{ say('sky.useTotal') }}</button>
      </div>
    </div>
    <template v-if="bench.record && rain?.kind === 'record'">
      <p class="pt-2 font-bold">{{ bench.record.name }}</p>
      <p class="text-13 text-ink-2">
        {{ bench.record.note || say('sky.fromFile', { start: bench.record.start, days: bench.record.depths.length }) }}
      </p>
      <ChoiceField
        v-if="gaps.length > 0"
        :label="say('sky.gaps', { n: gaps.length })"
        :model-value="rain.gaps"
        :options="words('leave-year-out', 'generator', 'dry')"
        @update:model-value="setGaps"
      />
      <details v-if="gaps.length > 0" class="text-13">
        <summary>{{ say('sky.listGaps') }}</summary>
        <ul class="max-h-32 overflow-y-auto">
          <li v-for="gap in gaps.slice(0, 200)" :key="gap.start" class="num">{{ isoDate(gap.start) }}, {{ text(days(gap.days)) }}</li>
        </ul>
      </details>
    </template>
    <template v-if="annual">
      <QuantityField
        :label="say('field.name.total')"
        kind="rainDepth"
        :model-value="annual.total"
        :least="10"
        :most="12000"
        @update:model-value="(v) => setAnnual('total', v, rainDepth(annual!.total), rainDepth(v))"
      />
      <ChoiceField
        :label="say('field.name.pattern')"
        :model-value="annual.pattern"
        :options="words('even', 'winter-wet', 'summer-wet', 'one-dry-season', 'two-wet-seasons')"
        @update:model-value="(v) => setAnnual('pattern', v, annual!.pattern, v)"
      />
      <ChoiceField
        :label="say('field.name.hemisphere')"
        :model-value="annual.hemisphere"
        :options="words('north', 'south')"
        @update:model-value="(v) => setAnnual('hemisphere', v, annual!.hemisphere, v)"
      />
      <QuantityField
        :label="say('field.name.wetDays')"
        kind="count"
        :model-value="annual.wetDays"
        :least="3"
        :most="330"
        @update:model-value="(v) => setAnnual('wetDays', v, annual!.wetDays, v)"
      />
      <QuantityField
        :label="say('field.name.seed')"
        kind="count"
        :model-value="annual.seed"
        :least="0"
        :most="4294967295"
        :note="say('sky.seedNote')"
        @update:model-value="(v) => setAnnual('seed', Math.round(v), annual!.seed, v)"
      />
    </template>
    <template v-if="years.length > 0">
      <h3 class="h3 rule mt-2 pt-2">{{ say('sky.years') }}</h3>
      <YearBars :years="years" />
      <p class="text-13 text-ink-2">{{ say('sky.longestDry', { days: days(dry) }) }}</p>
    </template>
    <RainImport v-if="importing" @close="importing = false" />
  </div>
</template>
