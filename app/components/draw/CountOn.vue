<script setup lang="ts">
import { plain, volume } from '#core/units/quantity'

/** What can be counted on from the store as it is, in the asker’s own unit: cans a week, and litres behind them. */
const bench = useWorkbench()
const figures = useFigures()
const { say, shortMonth } = useSay()

const steady = computed(() => bench.simulation.steady)
/** Months in a row as "May to Sep", others one by one. */
const season = computed(() => {
  const on = steady.value?.inSeason ?? []
  if (on.every(Boolean)) return say('countOn.allYear')
  const inside = (m: number) => on[(m + 12) % 12] === true
  return on
    .flatMap((is, m) => {
      if (!is || inside(m - 1)) return []
      let end = m
      while (inside(end + 1)) end++
      return [end === m ? shortMonth(m) : say('countOn.span', { from: shortMonth(m), to: shortMonth(end % 12) })]
    })
    .join(', ')
})
const when = computed(() => {
  const { mayFail, years } = steady.value!
  return say(mayFail > 0 ? 'countOn.nineInTen' : 'countOn.always', { years })
})
</script>

<template>
  <p v-if="steady && figures.steady.value" class="text-13" data-testid="count-on">
    {{ say('countOn.lead') }}
    <b v-if="figures.can.value !== undefined && figures.cansAWeek.value !== undefined">{{
      say('countOn.cans', { n: plain(figures.cansAWeek.value), can: volume(figures.can.value) })
    }}</b><template v-if="figures.can.value !== undefined && figures.cansAWeek.value !== undefined">{{ ', ' }}</template>
    <FigureValue :figure="figures.steady.value" /> {{ say('countOn.week') }}, {{ season }}; {{ when }}
  </p>
</template>
