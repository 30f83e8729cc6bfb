<script setup lang="ts">
import { onCurve, oneInchFills, shareOfYear } from '#core/balance'
import { LITRE } from '#core/units/constants'
import { days, share, volume } from '#core/units/quantity'

/** What another size would do: the curve with its bands and its knee, what each further vessel adds, sets that fit, rules that miss. */
const SweepChart = defineAsyncComponent(() => import('~/components/charts/SweepChart.vue'))
const bench = useWorkbench()
const { say, text } = useSay()
const { money, saving } = useMoney()
const shows = ref<'met' | 'short'>('met')
const litres = (value: number) => volume(value * LITRE)

const sweep = computed(() => bench.simulation.sweep)
/** The years of the store as it was when the sizes were tried, so that both are of one moment. */
const years = computed(() => sweep.value?.years)
const knee = computed(() => (sweep.value?.knee === undefined ? undefined : sweep.value.points[sweep.value.knee]))
const curve = (of: 'met' | 'shortDays') =>
  computed(() => sweep.value?.points.map((point) => ({ volume: point.volume, value: point[of] })) ?? [])
const curves = { met: curve('met'), shortDays: curve('shortDays') }
const at = (volumeLitres: number, of: 'met' | 'shortDays') => onCurve(curves[of].value, volumeLitres)
const metAt = (volumeLitres: number) => at(volumeLitres, 'met')
/** Litres asked for in a year, mean. */
const perYear = computed(() => (years.value ? (years.value.total.demand * 365.25) / years.value.store.length : 0))
const savedAt = (volumeLitres: number) => saving(metAt(volumeLitres) * perYear.value)
/** Another unit that adds less than this is not worth its ground. */
const WORTH_A_POINT = 0.01
/** What one, two, three more of the same vessel would add, in points, days and money. */
const more = computed(() => {
  const one = years.value?.volume ?? 0
  if (one <= 0) return []
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
/** As a number of its own, so that an edit which leaves it as it is draws nothing anew. */
const inch = computed(() => bench.assessed && oneInchFills(bench.assessed.roofArea.value) / LITRE)
const rules = computed(() => {
  if (inch.value === undefined || !years.value) return []
  const year = { yield: years.value.runoffPerYear, demand: perYear.value }
  return [
    { key: 'a', litres: shareOfYear(year.yield, year.demand, 0.05), say: 'rules.fivePercent' as const },
    { key: 'b', litres: shareOfYear(year.yield, year.demand, 0.06), say: 'rules.sixPercent' as const },
    { key: 'c', litres: inch.value, say: 'rules.oneInch' as const },
    { key: 'd', litres: perYear.value / 12, say: 'rules.averageMonth' as const },
  ]
})
const markers = computed(() => [
  ...(years.value ? [{ at: years.value.volume, label: '1', solid: true }] : []),
  ...rules.value.map(({ key, litres: at }) => ({ at, label: key, solid: false })),
])
</script>

<template>
  <div class="grid grid-cols-1 gap-x-6 lg:grid-cols-[minmax(0,1fr)_220px]">
    <div>
      <div class="rule mt-2 flex min-h-9 flex-wrap items-center gap-x-3 pt-2">
        <h3 class="h3 mr-auto">{{ say('answer.sizes') }}</h3>
        <SizesProgress />
        <ChoiceField
          class="[--label-width:0px]"
          :label="say('answer.shows')"
          :model-value="shows"
          :options="(['met', 'short'] as const).map((value) => ({ value, label: say(`answer.show.${value}`) }))"
          @update:model-value="(v) => (shows = v)"
        />
      </div>
      <BandsLine />
      <div :class="sweep && years ? 'h-44' : 'h-80'">
        <SweepChart
          v-if="sweep && years"
          class="h-full"
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
      </div>
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
