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
  <div>
    <h3 class="h3 rule mt-2 pt-2">{{ say('answer.byMonth') }}</h3>
    <div class="overflow-x-auto" tabindex="0" role="region" :aria-label="say('answer.byMonth')">
      <table class="w-full text-13">
        <thead>
          <tr class="text-12 text-ink-3">
            <th
              v-for="head in ['month', 'caught', 'wanted', 'met', 'short', 'countOn']"
              :key="head"
              scope="col"
              class="font-normal"
              :class="head === 'month' ? 'text-left' : 'text-right'"
            >
              {{ say(`answer.col.${head}`) }}
            </th>
          </tr>
        </thead>
        <tbody>
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
        </tbody>
      </table>
    </div>
  </div>
</template>
