<script setup lang="ts">
import type { YearsResult } from '#core/balance'
import { LITRE } from '#core/units/constants'
import { days, rainDepth, share, volume } from '#core/units/quantity'

/** Year by year: the rain, what was used, how much of what was asked for was there, and the longest spell without. */
defineProps<{ years: YearsResult['years'] }>()
const { say, text } = useSay()
</script>

<template>
  <div>
    <h3 class="h3 rule mt-2 pt-2">{{ say('answer.byYear') }}</h3>
    <div class="max-h-72 overflow-y-auto" tabindex="0" role="region" :aria-label="say('answer.byYear')">
      <table class="w-full text-13">
        <thead>
          <tr class="text-12 text-ink-3">
            <th
              v-for="head in ['year', 'rain', 'used', 'met', 'longest']"
              :key="head"
              scope="col"
              class="font-normal"
              :class="head === 'year' ? 'text-left' : 'text-right'"
            >
              {{ say(`answer.col.${head}`) }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="year in years" :key="year.year" class="border-t border-hair">
            <th scope="row" class="num text-left font-normal">
              {{ year.year }}<span v-if="!year.counted"> {{ say('answer.part') }}</span>
            </th>
            <td class="num text-right">{{ text(rainDepth(Math.round(year.rain))) }}</td>
            <td class="num text-right">{{ text(volume(year.used * LITRE)) }}</td>
            <td class="num text-right font-bold">{{ text(share(year.demand > 0 ? year.used / year.demand : 0)) }}</td>
            <td class="num text-right">{{ text(days(year.longestShort)) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
