<script setup lang="ts">
import { onCurve, oneInchFills, shareOfYear, type YearsResult } from '#core/balance'
import { LITRE } from '#core/units/constants'
import { days, share, volume } from '#core/units/quantity'

/** What another size would do: the curve with its bands and its knee, what each further vessel adds, sets that fit, rules that miss. */
const props = defineProps<{ years: YearsResult }>()
const SweepChart = defineAsyncComponent(() => import('~/components/charts/SweepChart.vue'))
const bench = useWorkbench()
const { say, text } = useSay()
const { money, saving } = useMoney()
const shows = ref<'met' | 'short'>('met')
const litres = (value: number) => volume(value * LITRE)

const sweep = computed(() => bench.simulation.sweep)
const knee = computed(() => (sweep.value?.knee === undefined ? undefined : sweep.value.points[sweep.value.knee]))
const at = (volumeLitres: number, of: 'met' | 'shortDays') =>
  onCurve(sweep.value?.points.map((point) => ({ volume: point.volume, value: point[of] })) ?? [], volumeLitres)
const metAt = (volumeLitres: number) => at(volumeLitres, 'met')
/** Litres asked for in a year, mean. */
const perYear = computed(() => (props.years.total.demand * 365.25) / props.years.store.length)
const savedAt = (volumeLitres: number) => saving(metAt(volumeLitres) * perYear.value)
/** Another unit that adds less than this is not worth its ground. */
const WORTH_A_POINT = 0.01
/** What one, two, three more of the same vessel would add, in points, days and money. */
const more = computed(() => {
  const one = props.years.volume
  if (one <= 0 || !sweep.value) return []
  return [1, 2, 3, 4, 5].map((n) => {
    const before = (n - 1) * one
    const saved = savedAt(n * one)
    const savedBefore = savedAt(before)
    const adds = n === 1 ? metAt(one) : metAt(n * one) - metAt(before)
    return {
      n,
      litres: n * one,
      adds,
      days: Math.max(0, at(before, 'shortDays') - at(n * one, 'shortDays')),
      saves: saved === undefined || savedBefore === undefined ? undefined : saved - (n === 1 ? 0 : savedBefore),
      costs: n === 1 ? bench.cost : bench.oneMoreCosts,
      little: n > 1 && adds < WORTH_A_POINT,
    }
  })
})
const rules = computed(() => {
  if (!bench.assessed) return []
  const year = { yield: props.years.runoffPerYear, demand: perYear.value }
  return [
    { key: 'a', litres: shareOfYear(year.yield, year.demand, 0.05), say: 'rules.fivePercent' },
    { key: 'b', litres: shareOfYear(year.yield, year.demand, 0.06), say: 'rules.sixPercent' },
    { key: 'c', litres: oneInchFills(bench.assessed.roofArea.value) / LITRE, say: 'rules.oneInch' },
    { key: 'd', litres: perYear.value / 12, say: 'rules.averageMonth' },
  ]
})
const markers = computed(() => [
  { at: props.years.volume, label: '1', solid: true },
  ...rules.value.map(({ key, litres: at }) => ({ at, label: key, solid: false })),
])
</script>

<template>
  <div class="grid gap-x-6 lg:grid-cols-[1fr_220px]">
    <div>
      <div class="rule mt-2 flex min-h-9 flex-wrap items-center gap-x-3 pt-2">
        <h3 class="h3">{{ say('answer.sizes') }}</h3>
        <div v-if="bench.simulation.progress" class="flex flex-1 items-center gap-2 text-13" role="status">
          <progress
            class="h-2 w-24 accent-ink"
            :value="bench.simulation.progress.done"
            :max="bench.simulation.progress.of"
            :aria-label="say('answer.sizes')"
          />
          {{ say('answer.progress', { ...bench.simulation.progress }) }}
          <button type="button" class="btn" @click="bench.stopSizes()">{{ say('answer.stopSizes') }}</button>
        </div>
        <p v-else class="cap flex-1">{{ say(bench.simulation.bands ? 'answer.bandsNote' : 'answer.sizesNote') }}</p>
        <ChoiceField
          :label="say('answer.shows')"
          :model-value="shows"
          :options="(['met', 'short'] as const).map((value) => ({ value, label: say(`answer.show.${value}`) }))"
          @update:model-value="(v) => (shows = v)"
        />
      </div>
      <BandsLine />
      <SweepChart
        v-if="sweep"
        :sweep="sweep"
        :bands="bench.simulation.bands"
        :shows="shows"
        :markers="markers"
        :description="
          say('answer.sweepText', {
            now: share(years.met),
            volume: litres(years.volume),
            knee: litres(knee?.volume ?? 0),
            kneeMet: share(knee?.met ?? 0),
          })
        "
      />
      <p v-if="knee" class="text-13">{{ say('answer.knee', { volume: litres(knee.volume), met: share(knee.met) }) }}</p>
      <ul class="mt-1 grid grid-cols-5 gap-1.5">
        <li v-for="unit in more" :key="unit.n" class="unit px-1 py-1.5 text-center text-12" :class="{ now: unit.n === 1 }">
          <b class="slab block text-15">{{
            unit.n === 1 ? text(share(unit.adds)) : say('answer.points', { n: Math.round(unit.adds * 100) })
          }}</b>
          {{ say(unit.n === 1 ? 'answer.theOne' : 'answer.inAll', { volume: litres(unit.litres) }) }}
          <span class="block">{{ say('answer.fewerDays', { days: text(days(Math.round(unit.days))) }) }}</span>
          <span v-if="unit.saves !== undefined" class="block">{{ say('answer.savesMore', { amount: money(unit.saves) }) }}</span>
          <span v-if="unit.costs !== undefined" class="block">{{ say('answer.costsMore', { amount: money(unit.costs) }) }}</span>
          <span v-if="unit.little" class="block text-pencil">{{ say('answer.littleMore') }}</span>
        </li>
      </ul>
      <VesselSets :saved-at="savedAt" />
    </div>
    <div>
      <h3 class="h3 rule mt-2 pt-2">{{ say('rules.title') }}</h3>
      <ol>
        <li v-for="each in rules" :key="each.key" class="border-t border-hair py-1 text-13">
          <b>{{ each.key }} {{ say(each.say, { volume: litres(each.litres) }) }}</b
          ><br /><span class="text-12 text-ink-3">{{ say(`${each.say}Miss`, { met: share(metAt(each.litres)) }) }}</span>
        </li>
      </ol>
    </div>
  </div>
</template>

<style scoped>
.unit {
  border: 1px dashed var(--ink-3);
}
.now {
  border: 2px solid var(--ink);
  background: var(--water-wash);
}
</style>
