<script setup lang="ts">
import type { SteadyDraw, YearsResult } from '#core/balance'
import { LITRE } from '#core/units/constants'
import { days, share, volume } from '#core/units/quantity'

/** What the months caught and were asked for, a mean year's, and what can be counted on in each. */
defineProps<{ years: YearsResult; steady: SteadyDraw | undefined }>()
const { say, text, shortMonth } = useSay()
const litres = (value: number) => volume(value * LITRE)
</script>

<template>
  <AnswerTable :label="say('answer.byMonth')" :heads="['month', 'caught', 'wanted', 'met', 'short', 'countOn']">
    <tr v-for="(month, index) in years.months" :key="index" class="border-t border-hair">
      <th scope="row" class="text-left font-normal">{{ shortMonth(index) }}</th>
      <td class="num text-right">{{ text(litres(month.captured / years.years.length)) }}</td>
      <td class="num text-right">{{ text(litres(month.demand / years.years.length)) }}</td>
      <td class="num text-right font-bold">{{ month.demand > 0 ? text(share(month.used / month.demand)) : '–' }}</td>
      <td class="num text-right">
        {{ text(days(Math.round(((month.daysWanted - month.daysMet) / years.years.length) * 10) / 10)) }}
      </td>
      <td class="num text-right">
        {{ steady ? text(litres(steady.months[index]!)) : '–' }}
      </td>
    </tr>
  </AnswerTable>
</template>
