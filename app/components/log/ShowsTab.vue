<script setup lang="ts">
import { setSiteCatch } from '#core/edits'
import { caughtFigures, leakFigure, siteFigure, type StoreLife } from '#core/living'
import { isAlarm, sumMonths, tellsCatch, type MonthCaught, type Suspect } from '#core/log'
import { factor, length, rainDepth, share, volume } from '#core/units/quantity'
import { message } from '~/stores/messages'
import type { LivingAnswer } from '~/workers/simulation.worker'

/** What the log shows: what came against what should have, each rain, the site's own catch, and what is most likely wrong. */
defineProps<{ living: LivingAnswer }>()
const bench = useWorkbench()
const { scheme } = useLog()
const { say, text, shortMonth } = useSay()
const { shortDay, day } = useLogWords()
const { saving, money } = useMoney()

const litres = (value: number) => volume(value / 1000)
const storeOf = (id: string) => scheme.value?.stores.find((each) => each.id === id)
const floorOf = ({ store }: StoreLife) => storeOf(store)?.vessels[0]?.body.floor ?? 0

/** On a phone half as many months, drawn half as wide: letters stay as large. */
const phone = usePhone()
const WIDTH = computed(() => (phone.value ? 366 : 640))
const HEIGHT = 170
const BASE = 140
const SHOWN = computed(() => (phone.value ? 12 : 24))
function bars({ months }: StoreLife) {
  const last = months.slice(-SHOWN.value)
  const most = Math.max(1, ...last.map(({ expected, came }) => Math.max(expected, came)))
  const step = WIDTH.value / Math.max(6, last.length)
  const tall = (value: number) => ((BASE - 16) * value) / most
  return {
    most,
    step,
    bars: last.map((month, i) => ({
      month,
      x: i * step + step * 0.15,
      width: step * 0.7,
      expected: tall(month.expected),
      came: tall(Math.min(month.came, Math.max(month.expected, month.came))),
      past: tall(month.past),
      // Names of months need room: the first gives way to a January beside it.
      label:
        month.month === 0 || (i === 0 && month.month > 0 && month.month < 10)
          ? `${shortMonth(month.month)} ${month.year}`
          : i > 2 && month.month % 3 === 0
            ? shortMonth(month.month)
            : '',
    })),
  }
}
const yearOf = ({ months }: StoreLife) => sumMonths(months.slice(-12))
const cans = ({ store }: StoreLife): number | undefined => {
  const vessels = new Set(storeOf(store)?.vessels.map(({ id }) => id))
  return scheme.value?.taps.find(({ vessel }) => vessels.has(vessel))?.can.volume
}
const saved = (store: StoreLife) => {
  const sum = saving(yearOf(store).drawn)
  return sum === undefined ? '' : money(sum)
}

const PLOT = 240
const PAD = 30
function dots({ diagnosis }: StoreLife) {
  const rains = diagnosis?.rains ?? []
  const most = Math.max(10, ...rains.map(({ expected, event }) => Math.max(expected, event.came)))
  const at = (value: number) => PAD + ((PLOT - 2 * PAD) * Math.max(0, value)) / most
  return {
    most,
    dots: rains.map(({ expected, event, counts }) => ({
      key: event.to.instant,
      x: at(expected),
      y: PLOT - at(event.came),
      counts,
      text: say('log.dot', { when: shortDay(event.to.day), expected: litres(expected), came: litres(event.came) }),
    })),
  }
}

/** Nobody is surer than this of a butt that he has not seen. */
const SUREST = 0.99
const odds = ({ odds: chance }: Suspect) =>
  chance > SUREST
    ? say('log.oddsOver', { odds: share(SUREST) })
    : chance < 0.01
      ? say('log.oddsUnder', { odds: share(0.01) })
      : text(share(chance))
const name = (suspect: Suspect) => say(`log.cause.${suspect.cause}`)
function evidence(suspect: Suspect, life: StoreLife): string {
  const { cause, size = 0, since, leak } = suspect
  const values = {
    ...(cause === 'partly' || cause === 'intakeShort'
      ? { size: share(size) }
      : cause === 'misread'
        ? { n: size }
        : cause === 'linkShut'
          ? { size: length(size) }
          : { size: litres(size) }),
    ...(leak
      ? {
          height: length(leak.height - floorOf(life)),
          low: length(Math.max(0, leak.low - floorOf(life))),
          high: length(Math.max(0, leak.high - floorOf(life))),
        }
      : {}),
  }
  const said = say(`log.evidence.${cause}`, values)
  return since === undefined ? said : `${said} ${say('log.sinceDay', { when: day(Math.floor(since / 1440)) })}`
}
const told = ({ diagnosis }: StoreLife) => (diagnosis?.suspects ?? []).filter(({ odds }, i) => i < 2 || (i < 4 && odds >= 0.02))

function useCatch({ store, diagnosis }: StoreLife) {
  const ratio = diagnosis?.site?.ratio
  if (ratio === undefined || !bench.job) return
  const standing = scheme.value?.id
  bench.edit(message('log.edit.catch', { store: storeOf(store)?.name ?? '', ratio: factor(ratio) }), (job) => ({
    ...job,
    schemes: job.schemes.map((each) => (each.id === standing ? setSiteCatch(each, store, ratio) : each)),
  }))
}
const monthName = ({ month, year }: MonthCaught) => `${shortMonth(month)} ${year}`
const isNews = (ratio: number) => Math.abs(ratio - 1) > 0.03
</script>

<template>
  <section v-for="life in living.stores" :key="life.store" class="max-w-3xl">
    <h2 class="slab text-18">{{ say('log.caught', { store: storeOf(life.store)?.name ?? '' }) }}</h2>
    <p v-if="life.months.length === 0" class="py-2">{{ say('log.none') }}</p>
    <template v-else>
      <p>
        {{ say('log.year') }} <FigureValue :figure="caughtFigures(life).came" />
        {{ say(yearOf(life).atLeast ? 'log.cameAtLeast' : 'log.cameOf') }}
        <FigureValue :figure="caughtFigures(life).expected" />
        {{ say('log.yearRest', { past: litres(yearOf(life).past), drawn: litres(yearOf(life).drawn) }) }}
        <template v-if="cans(life)">{{ say('log.inCans', { n: Math.round(yearOf(life).drawn / 1000 / cans(life)!) }) }}</template>
        <template v-if="saved(life)"> {{ say('log.saved', { money: saved(life) }) }}</template>
      </p>
      <figure class="mt-2">
        <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" class="sheet-drawing w-full" role="img" :aria-label="say('log.caughtText')">
          <g v-for="bar in bars(life).bars" :key="`${bar.month.year} ${bar.month.month}`">
            <rect :x="bar.x" :y="BASE - bar.came" :width="bar.width" :height="bar.came" class="came" />
            <rect :x="bar.x" :y="BASE - bar.came - bar.past" :width="bar.width" :height="bar.past" class="past" />
            <rect :x="bar.x" :y="BASE - bar.expected" :width="bar.width" :height="bar.expected" class="expected" />
            <text v-if="bar.label" :x="bar.x" :y="BASE + 16" class="small">{{ bar.label }}</text>
          </g>
          <path :d="`M0 ${BASE}h${WIDTH}`" class="l-cut" />
          <text x="0" y="11" class="small">{{ text(litres(bars(life).most)) }}</text>
        </svg>
        <figcaption class="flex flex-wrap gap-4 text-13">
          <span><i class="key came-key" /> {{ say('log.key.came') }}</span>
          <span><i class="key past-key" /> {{ say('log.key.past') }}</span>
          <span><i class="key" /> {{ say('log.key.expected') }}</span>
        </figcaption>
      </figure>
      <details class="text-13">
        <summary>{{ say('log.asTable') }}</summary>
        <div class="overflow-x-auto" tabindex="0" :aria-label="say('log.asTable')">
          <table class="num w-full text-right">
            <thead>
              <tr>
                <th v-for="each in ['month', 'rain', 'expected', 'came', 'past', 'drawn'] as const" :key="each" scope="col">
                  {{ say(`log.column.${each}`) }}
                </th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="month in life.months.toReversed()" :key="monthName(month)" class="border-t border-hair">
                <th scope="row" class="text-left font-normal">{{ monthName(month) }}</th>
                <td>{{ text(rainDepth(month.rain)) }}</td>
                <td>{{ text(litres(month.expected)) }}</td>
                <td>{{ month.atLeast ? say('log.atLeast', { value: litres(month.came) }) : text(litres(month.came)) }}</td>
                <td>{{ text(litres(month.past)) }}</td>
                <td>{{ text(litres(month.drawn)) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </details>
    </template>

    <h3 class="slab mt-4 text-16">{{ say('log.wrong') }}</h3>
    <p v-if="!life.diagnosis">{{ say('log.tooFew') }}</p>
    <template v-else>
      <p :class="{ 'font-bold': isAlarm(life.diagnosis) }">
        {{ say(isAlarm(life.diagnosis) ? 'log.alarm' : 'log.allWell', { n: life.diagnosis.events }) }}
      </p>
      <ol class="mt-1">
        <li v-for="(suspect, i) in told(life)" :key="suspect.cause" class="border-t border-hair py-2">
          <p class="flex items-baseline gap-3">
            <b>{{ name(suspect) }}</b> <span class="num">{{ odds(suspect) }}</span>
            <span v-if="suspect.cause === 'leak' && leakFigure(life, floorOf(life))">
              <FigureValue :figure="leakFigure(life, floorOf(life))!" /> {{ say('log.aDay') }}
            </span>
          </p>
          <p class="text-13">{{ evidence(suspect, life) }}</p>
          <p v-if="i < 2 && suspect.cause !== 'sound'" class="text-13">
            <b>{{ say('log.check') }}</b> {{ say(`log.checkFor.${suspect.cause}`) }}
          </p>
        </li>
      </ol>
    </template>

    <template v-if="life.diagnosis && life.diagnosis.rains.length > 0">
      <h3 class="slab mt-4 text-16">{{ say('log.eachRain') }}</h3>
      <div class="flex flex-wrap gap-4">
        <svg
          :viewBox="`0 0 ${PLOT} ${PLOT}`"
          class="sheet-drawing w-60 flex-none"
          role="img"
          :aria-label="say('log.dotsText', { n: life.diagnosis.rains.length })"
        >
          <path :d="`M${PAD} ${PLOT - PAD}H${PLOT - PAD + 8}M${PAD} ${PLOT - PAD}V${PAD - 8}`" class="l-cut" fill="none" />
          <path :d="`M${PAD} ${PLOT - PAD}L${PLOT - PAD} ${PAD}`" class="l-ghost" />
          <circle v-for="dot in dots(life).dots" :key="dot.key" :cx="dot.x" :cy="dot.y" r="4" :class="dot.counts ? 'dot' : 'dot-open'">
            <title>{{ dot.text }}</title>
          </circle>
          <text :x="PLOT - PAD" :y="PLOT - 10" class="small" text-anchor="end">
            {{ say('log.axisExpected', { most: litres(dots(life).most) }) }}
          </text>
          <text :x="PAD - 4" :y="PAD - 14" class="small">{{ say('log.axisCame') }}</text>
        </svg>
        <div class="min-w-56 flex-1 text-13">
          <p>{{ say('log.dotsKey') }}</p>
          <template v-if="life.diagnosis.site && siteFigure(life)">
            <p class="mt-2">
              {{ say('log.site') }} <FigureValue :figure="siteFigure(life)!" size="big" />
              {{
                say('log.siteBand', {
                  low: factor(life.diagnosis.site.low),
                  high: factor(life.diagnosis.site.high),
                  n: life.diagnosis.site.events,
                })
              }}
            </p>
            <p v-if="!tellsCatch(life.diagnosis)">{{ say('log.catchWhenWell') }}</p>
            <button v-else-if="isNews(life.diagnosis.site.ratio)" type="button" class="btn btn-go mt-1" @click="useCatch(life)">
              {{ say('log.useCatch') }}
            </button>
            <p v-else>{{ say('log.catchAgrees') }}</p>
          </template>
          <p v-else class="mt-2">{{ say('log.fewRains') }}</p>
        </div>
      </div>
      <LossesOnTheWay :life="life" />
    </template>
  </section>
</template>

<style scoped>
.came {
  fill: var(--water);
}
.past {
  fill: var(--water-wash);
}
.expected {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.25;
}
.small {
  font-size: 12px;
  fill: var(--ink);
}
.dot {
  fill: var(--water);
}
.dot-open {
  fill: none;
  stroke: var(--ink-3);
}
.key {
  display: inline-block;
  width: 14px;
  height: 12px;
  border: 1.25px solid var(--ink);
  vertical-align: -1px;
}
.came-key {
  background: var(--water);
}
.past-key {
  background: var(--water-wash);
}
</style>
