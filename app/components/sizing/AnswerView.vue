<script setup lang="ts">
import { word } from '#core/figures/told'
import { LITRE } from '#core/units/constants'
import { days, rainDepth, share, volume } from '#core/units/quantity'
import { fieldEdit } from '~/stores/messages'

/** The answer by the years: how often there was water, in which months, in dry years too. What another size would do is a view of its own. */
const StoreYear = defineAsyncComponent(() => import('~/components/charts/StoreYear.vue'))
const bench = useWorkbench()
const figures = useFigures()
const { say, text, shortMonth } = useSay()

const balance = computed(() => bench.simulation.balance)
const years = computed(() => balance.value?.years)
const litres = (value: number) => volume(value * LITRE)

/** Whole years in order of what they met: one in ten dry, the middle, one in ten wet; the driest, middle and wettest when years are few. */
const picked = computed(() => {
  const counted = years.value?.years.filter(({ counted }) => counted) ?? []
  const all = counted.length > 0 ? counted : (years.value?.years ?? [])
  const sorted = all.toSorted((a, b) => a.used / Math.max(1, a.demand) - b.used / Math.max(1, b.demand))
  if (sorted.length === 0) return []
  const at = (chance: number) => sorted[Math.min(sorted.length - 1, Math.max(0, Math.round(chance * (sorted.length + 1)) - 1))]!
  const keys = ['dry', 'middle', 'wet'] as const
  const chosen = [at(0.1), at(0.5), at(0.9)]
  return keys.flatMap((key, i) => (i > 0 && chosen[i] === chosen[i - 1] ? [] : [{ key, account: chosen[i]! }]))
})
const strips = computed(() =>
  picked.value.map(({ key, account }) => {
    const { calendar } = balance.value!
    const first = calendar.year.indexOf(account.year)
    const length = calendar.year.lastIndexOf(account.year) - first + 1
    return {
      key,
      account,
      held: years.value!.store.subarray(first, first + length),
      short: years.value!.short.subarray(first, first + length),
      dry: account.daysWanted - account.daysMet,
    }
  }),
)
const met = (account: { used: number; demand: number }) => share(account.demand > 0 ? account.used / account.demand : 0)

const school = computed(() => bench.scheme?.spillRule ?? 'after-spillage')
function setSchool(next: 'after-spillage' | 'before-spillage') {
  bench.editScheme(fieldEdit('spillRule', word(school.value), word(next)), (scheme) => ({
    ...scheme,
    spillRule: next,
  }))
}
</script>

<template>
  <div>
    <p v-if="bench.simulation.failed" class="rule py-2 text-pencil" role="alert">
      {{ say('answer.failed', { why: bench.simulation.failed }) }}
    </p>
    <!-- What comes below stands out of sight from the start. -->
    <p v-else-if="!years" class="rule min-h-screen py-2">{{ say('answer.waiting') }}</p>
    <template v-else>
      <div class="rule flex flex-wrap items-center gap-x-6 gap-y-1 pt-2">
        <p class="text-13">{{ say('answer.metVolume') }} <FigureValue v-if="figures.met.value" :figure="figures.met.value" size="big" /></p>
        <p class="text-13">
          {{ say('answer.metDays') }} <FigureValue v-if="figures.daysMet.value" :figure="figures.daysMet.value" size="big" />
        </p>
        <p class="text-13">
          {{ say('answer.longest') }} <FigureValue v-if="figures.longest.value" :figure="figures.longest.value" size="big" />
        </p>
        <ChoiceField
          class="ml-auto [--label-width:0px]"
          :label="say('field.name.spillRule')"
          :model-value="school"
          :options="(['after-spillage', 'before-spillage'] as const).map((value) => ({ value, label: say(`word.${value}`) }))"
          @update:model-value="setSchool"
        />
      </div>
      <p v-if="figures.open.value" class="py-1 text-13" role="status">{{ say(`answer.open.${figures.open.value}`) }}</p>
      <p v-else-if="years.metRange.low !== undefined && years.metRange.fifth !== undefined" class="text-13 text-ink-2">
        {{
          say('answer.dryYears', {
            middle: share(years.metRange.middle),
            fifth: share(years.metRange.fifth),
            tenth: share(years.metRange.low),
          })
        }}
      </p>
      <div class="min-h-7"><CountOn class="pb-1" /></div>
      <h3 class="h3 pt-2">
        {{ say('answer.through', { volume: litres(years.volume) }) }}
        <span class="cap font-normal">{{ say('answer.throughNote', { years: years.years.length }) }}</span>
      </h3>
      <div
        v-for="strip in strips"
        :key="strip.key"
        class="grid grid-cols-[84px_minmax(0,1fr)_150px] items-center gap-3 py-1 max-md:grid-cols-[64px_minmax(0,1fr)]"
      >
        <p class="text-right text-13">
          <b>{{ say(`answer.${strip.key}`) }}</b><br /><span class="cap"
            >{{ strip.account.year }}, {{ text(rainDepth(strip.account.rain)) }}</span
          >
        </p>
        <div class="min-h-15 min-w-0">
          <StoreYear
            :held="strip.held"
            :short="strip.short"
            :full="years.volume"
            :label="String(strip.account.year)"
            :description="
              say('answer.stripText', {
                year: strip.account.year,
                met: met(strip.account),
                dry: days(strip.dry),
                longest: days(strip.account.longestShort),
              })
            "
          />
        </div>
        <p class="text-13 max-md:col-start-2">
          <b class="slab text-16">{{ say('answer.metOf', { met: met(strip.account) }) }}</b><br /><span class="cap">{{
            say('answer.dryOn', { dry: days(strip.dry), longest: strip.account.longestShort })
          }}</span>
        </p>
      </div>
      <div class="cap mr-[162px] ml-24 grid grid-cols-12 max-md:hidden">
        <span v-for="m in 12" :key="m">{{ shortMonth(m - 1) }}</span>
      </div>

      <SizesView />

      <div class="grid grid-cols-1 gap-x-6 lg:grid-cols-2">
        <AnswerMonths :years="years" :steady="bench.simulation.steady" />
        <AnswerYears :years="years.years" />
      </div>
    </template>
  </div>
</template>
