<script setup lang="ts">
import { onCurve, oneInchFills, shareOfYear, vesselSets } from '#core/balance'
import { LITRE } from '#core/units/constants'
import { fromCatalogue } from '#core/vessel'
import { days, rainDepth, share, span, volume } from '#core/units/quantity'
import { message } from '~/stores/messages'

/** The answer by the years: how often there was water, in which months, in dry years too, and what another size would do. */
const StoreYear = defineAsyncComponent(() => import('~/components/charts/StoreYear.vue'))
const SweepChart = defineAsyncComponent(() => import('~/components/charts/SweepChart.vue'))
const bench = useWorkbench()
const figures = useFigures()
const { say, text, shortMonth } = useSay()
const { between } = useBands()
const { money, saving } = useMoney()
const shows = ref<'met' | 'short'>('met')

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
const met = (account: { used: number; demand: number }) => share(account.demand > 0 ? account.used / account.demand : 1)

const sweep = computed(() => bench.simulation.sweep)
const knee = computed(() => (sweep.value?.knee === undefined ? undefined : sweep.value.points[sweep.value.knee]))
const at = (volumeLitres: number, of: 'met' | 'shortDays') =>
  onCurve(sweep.value?.points.map((point) => ({ volume: point.volume, value: point[of] })) ?? [], volumeLitres)
const metAt = (volumeLitres: number) => at(volumeLitres, 'met')
const perYear = computed(() =>
  years.value ? years.value.total.demand * (years.value.usedPerYear / Math.max(1e-9, years.value.total.used)) : 0,
)
const savedAt = (volumeLitres: number) => saving(metAt(volumeLitres) * perYear.value)
/** Another unit that adds less than this is not worth its ground. */
const WORTH_A_POINT = 0.01
/** What one, two, three more of the same vessel would add, in points, days and money. */
const more = computed(() => {
  const one = years.value?.volume ?? 0
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
      little: n > 1 && adds < WORTH_A_POINT,
    }
  })
})
const nameOf = (key: string) => {
  const { family, nominal } = fromCatalogue(key)
  return `${say(`word.${family}`)} ${text(volume(nominal))}`
}
/** Sets that fit the room and the height, thinned to those that do clearly more than the one before. */
const sets = computed(() => {
  if (!sweep.value || !bench.scheme || !bench.assessed) return []
  const { heights, placed } = bench.assessed.line
  const all = vesselSets(sweep.value.points, bench.scheme.space, heights.outlet - placed.vessel.base.height).filter(
    ({ fits }) => fits !== false,
  )
  let before = -1
  return all.filter(({ met: value }) => {
    const worth = value - before >= 2 * WORTH_A_POINT
    if (worth) before = value
    return worth
  })
})
const rules = computed(() => {
  if (!years.value || !bench.assessed) return []
  const year = { yield: years.value.runoffPerYear, demand: perYear.value }
  return [
    { key: 'a', litres: shareOfYear(year.yield, year.demand, 0.05), say: 'rules.fivePercent' },
    { key: 'b', litres: shareOfYear(year.yield, year.demand, 0.06), say: 'rules.sixPercent' },
    { key: 'c', litres: oneInchFills(bench.assessed.roofArea.value) / LITRE, say: 'rules.oneInch' },
    { key: 'd', litres: perYear.value / 12, say: 'rules.averageMonth' },
  ]
})
const markers = computed(() => [
  ...(years.value ? [{ at: years.value.volume, label: '1', solid: true }] : []),
  ...rules.value.map(({ key, litres: at }) => ({ at, label: key, solid: false })),
])
const school = computed(() => bench.scheme?.spillRule ?? 'after-spillage')
function setSchool(next: 'after-spillage' | 'before-spillage') {
  bench.editScheme(message('edit.field', { field: say('field.name.spillRule'), from: school.value, to: next }), (scheme) => ({
    ...scheme,
    spillRule: next,
  }))
}
function setSpace(side: 'width' | 'depth' | 'height', value: number) {
  bench.editScheme(
    message('edit.field', { field: say(`sets.${side}`), from: span(bench.scheme!.space[side]), to: span(value) }),
    (scheme) => ({ ...scheme, space: { ...scheme.space, [side]: value } }),
  )
}
const tableYears = computed(() => years.value?.years ?? [])
</script>

<template>
  <div>
    <p v-if="bench.simulation.failed" class="rule py-2 text-pencil" role="alert">
      {{ say('answer.failed', { why: bench.simulation.failed }) }}
    </p>
    <p v-else-if="!years" class="rule py-2">{{ say('answer.waiting') }}</p>
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
          class="ml-auto"
          :label="say('field.name.spillRule')"
          :model-value="school"
          :options="(['after-spillage', 'before-spillage'] as const).map((value) => ({ value, label: say(`word.${value}`) }))"
          @update:model-value="setSchool"
        />
      </div>
      <h3 class="h3 pt-2">
        {{ say('answer.through', { volume: litres(years.volume) }) }}
        <span class="cap font-normal">{{ say('answer.throughNote', { years: years.years.length }) }}</span>
      </h3>
      <div
        v-for="strip in strips"
        :key="strip.key"
        class="grid grid-cols-[84px_1fr_150px] items-center gap-3 py-1 max-md:grid-cols-[64px_1fr]"
      >
        <p class="text-right text-13">
          <b>{{ say(`answer.${strip.key}`) }}</b><br /><span class="cap"
            >{{ strip.account.year }}, {{ text(rainDepth(strip.account.rain)) }}</span
          >
        </p>
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
        <p class="text-13 max-md:col-start-2">
          <b class="slab text-16">{{ say('answer.metOf', { met: met(strip.account) }) }}</b><br /><span class="cap">{{
            say('answer.dryOn', { dry: days(strip.dry), longest: strip.account.longestShort })
          }}</span>
        </p>
      </div>
      <div class="months cap max-md:hidden">
        <span v-for="m in 12" :key="m">{{ shortMonth(m - 1) }}</span>
      </div>

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
              <button type="button" class="btn" @click="bench.stopSimulation()">{{ say('answer.stop') }}</button>
            </div>
            <p v-else class="cap flex-1">{{ say(bench.simulation.bands ? 'answer.bandsNote' : 'answer.sizesNote') }}</p>
            <ChoiceField
              :label="say('answer.shows')"
              :model-value="shows"
              :options="(['met', 'short'] as const).map((value) => ({ value, label: say(`answer.show.${value}`) }))"
              @update:model-value="(v) => (shows = v)"
            />
          </div>
          <div class="flex min-h-8 items-center gap-2 text-13" role="status">
            <template v-if="bench.simulation.bandsProgress">
              <progress
                class="h-2 w-24 accent-ink"
                :value="bench.simulation.bandsProgress.done"
                :max="bench.simulation.bandsProgress.of"
                :aria-label="say('bands.title')"
              />
              {{ say('bands.progress', { ...bench.simulation.bandsProgress }) }}
              <button type="button" class="btn" @click="bench.stopSimulation()">{{ say('answer.stop') }}</button>
            </template>
            <template v-else-if="bench.simulation.bands">
              {{
                say('bands.done', {
                  records: bench.simulation.bands.records,
                  years: bench.simulation.bands.years,
                  met: between('met'),
                  short: between('longest'),
                })
              }}
            </template>
            <button v-else type="button" class="btn" @click="bench.runEnsemble()">{{ say('bands.run') }}</button>
          </div>
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
              <span v-if="unit.little" class="block text-pencil">{{ say('answer.littleMore') }}</span>
            </li>
          </ul>
          <details class="rule mt-2 pt-2" open>
            <summary class="h3">{{ say('sets.title') }}</summary>
            <div class="grid gap-x-4 md:grid-cols-3">
              <QuantityField
                v-for="side in ['width', 'depth', 'height'] as const"
                :key="side"
                :label="say(`sets.${side}`)"
                kind="span"
                :model-value="bench.scheme!.space[side]"
                :least="0"
                :most="side === 'height' ? 20 : 200"
                @update:model-value="(v) => setSpace(side, v)"
              />
            </div>
            <div class="max-h-72 overflow-auto" tabindex="0" role="region" :aria-label="say('sets.title')">
              <table class="w-full text-13">
                <thead>
                  <tr class="text-12 text-ink-3">
                    <th
                      v-for="head in ['set', 'usable', 'met', 'short', 'saves']"
                      :key="head"
                      scope="col"
                      class="font-normal"
                      :class="head === 'set' ? 'text-left' : 'text-right'"
                    >
                      {{ say(`sets.col.${head}`) }}
                    </th>
                  </tr>
                </thead>
                <tbody>
                  <tr v-for="set in sets" :key="`${set.key}-${set.count}`" class="border-t border-hair">
                    <th scope="row" class="text-left font-normal">{{ set.count }} × {{ nameOf(set.key) }}</th>
                    <td class="num text-right">{{ text(litres(set.usable)) }}</td>
                    <td class="num text-right font-bold">{{ text(share(set.met)) }}</td>
                    <td class="num text-right">{{ text(days(Math.round(set.shortDays))) }}</td>
                    <td class="num text-right">{{ savedAt(set.usable) === undefined ? '–' : money(savedAt(set.usable)!) }}</td>
                  </tr>
                </tbody>
              </table>
            </div>
            <p class="text-12 text-ink-3">{{ say(sets.some(({ fits }) => fits === undefined) ? 'sets.unmeasured' : 'sets.note') }}</p>
          </details>
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

      <div class="grid gap-x-6 lg:grid-cols-2">
        <div>
          <h3 class="h3 rule mt-2 pt-2">{{ say('answer.byMonth') }}</h3>
          <div class="overflow-x-auto" tabindex="0" role="region" :aria-label="say('answer.byMonth')">
            <table class="w-full text-13">
              <thead>
                <tr class="text-12 text-ink-3">
                  <th
                    v-for="head in ['month', 'caught', 'wanted', 'met', 'short']"
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
                  <td class="num text-right font-bold">{{ month.demand > 0 ? text(met(month)) : '–' }}</td>
                  <td class="num text-right">
                    {{ text(days(Math.round(((month.daysWanted - month.daysMet) / years.years.length) * 10) / 10)) }}
                  </td>
                </tr>
              </tbody>
            </table>
          </div>
        </div>
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
                <tr v-for="year in tableYears" :key="year.year" class="border-t border-hair">
                  <th scope="row" class="num text-left font-normal">
                    {{ year.year }}<span v-if="!year.counted"> {{ say('answer.part') }}</span>
                  </th>
                  <td class="num text-right">{{ text(rainDepth(Math.round(year.rain))) }}</td>
                  <td class="num text-right">{{ text(litres(year.used)) }}</td>
                  <td class="num text-right font-bold">{{ text(met(year)) }}</td>
                  <td class="num text-right">{{ text(days(year.longestShort)) }}</td>
                </tr>
              </tbody>
            </table>
          </div>
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.months {
  display: grid;
  grid-template-columns: repeat(12, 1fr);
  margin-left: 96px;
  margin-right: 162px;
}
.unit {
  border: 1px dashed var(--ink-3);
}
.now {
  border: 2px solid var(--ink);
  background: var(--water-wash);
}
</style>
