<script setup lang="ts">
import type { YearsResult } from '#core/balance'
import { LITRE } from '#core/units/constants'
import { days, rainDepth, share, volume } from '#core/units/quantity'

/** Year by year: the rain, what was used, how much of what was asked for was there, and the longest spell without. */
defineProps<{ years: YearsResult['years'] }>()
const { say, text } = useSay()
</script>

<template>
  <AnswerTable low :label="say('answer.byYear')" :heads="['year', 'rain', 'used', 'met', 'longest']">
    <tr v-for="year in years" :key="year.year" class="border-t border-hair">
      <th scope="row" class="num text-left font-normal">
        {{ year.year }}<span v-if="!year.counted"> {{ say('answer.part') }}</span>
      </th>
      <td class="num text-right">{{ text(rainDepth(Math.round(year.rain))) }}</td>
      <td class="num text-right">{{ text(volume(year.used * LITRE)) }}</td>
      <td class="num text-right font-bold">{{ text(share(year.demand > 0 ? year.used / year.demand : 0)) }}</td>
      <td class="num text-right">{{ text(days(year.longestShort)) }}</td>
    </tr>
  </AnswerTable>
</template>
