<script setup lang="ts">
import type { FitReport } from '#core/rain'
import { rainDepth } from '#core/units/quantity'

/** A made record held against what it was made from, month by month. */
const props = defineProps<{ fit: FitReport }>()
const { say, text, shortMonth, month } = useSay()
const whole = (spread: number | undefined) => (spread === undefined ? '–' : String(Math.round(spread * 100)))
const rows = computed(() =>
  props.fit.source.months.map(({ total, wetDays }, m) => ({
    m,
    total,
    wetDays: Math.round(wetDays * 10) / 10,
    made: props.fit.made.months[m]!.total,
    madeWet: Math.round(props.fit.made.months[m]!.wetDays * 10) / 10,
  })),
)
</script>

<template>
  <details>
    <summary class="font-bold">{{ say('fit.title') }}</summary>
    <table class="w-full text-13">
      <thead>
        <tr class="text-12 text-ink-3">
          <th scope="col" class="text-left font-normal">{{ say('answer.col.month') }}</th>
          <th v-for="head in ['source', 'made', 'wet', 'madeWet']" :key="head" scope="col" class="text-right font-normal">
            {{ say(`fit.${head}`) }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.m" class="border-t border-hair">
          <th scope="row" class="text-left font-normal">{{ shortMonth(row.m) }}</th>
          <td class="num text-right">{{ text(rainDepth(row.total)) }}</td>
          <td class="num text-right">{{ text(rainDepth(row.made)) }}</td>
          <td class="num text-right">{{ row.wetDays }}</td>
          <td class="num text-right">{{ row.madeWet }}</td>
        </tr>
      </tbody>
    </table>
    <p class="text-12 text-ink-3">{{ say('fit.spread', { source: whole(fit.source.spread), made: whole(fit.made.spread) }) }}</p>
    <p v-if="fit.bounded.length > 0" class="text-12 text-pencil">
      {{ say('fit.bounded', { months: fit.bounded.map((m) => month(m)).join(', ') }) }}
    </p>
  </details>
</template>
