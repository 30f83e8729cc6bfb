<script setup lang="ts">
import { downFigure, heldFigure, lastsFigure, type StoreLife, type TodayLine } from '#core/living'
import { FARTHEST, quantileOf, rising } from '#core/weather'
import { days, rainDepth, share, temperature, volume } from '#core/units/quantity'
import type { LivingAnswer } from '~/workers/simulation.worker'

/**
 * What there is, how long it lasts, and at most five things worth doing today, what costs most if it is left first. Each is done
 * with one touch, which writes it down.
 */
const props = defineProps<{ living: LivingAnswer }>()
const { draft, add, scheme } = useLog()
const { say, text } = useSay()
const { day, hourOf, shortDay, weekday, todayText } = useLogWords()

const storeName = (id: string) => scheme.value?.stores.find((each) => each.id === id)?.name ?? ''
function lasts({ left }: StoreLife): string {
  if (!left) return ''
  const { low, high } = left
  if (high < 1) return say('log.dryToday')
  if (low >= FARTHEST) return say('log.lastsLong')
  const { today } = props.living
  const to = high >= FARTHEST ? say('log.orLonger') : shortDay(today + Math.round(high))
  return say('log.lasts', { from: shortDay(today + Math.round(low)), to })
}
const level = ({ held }: StoreLife) => (held && held.full > 0 ? held.litres / held.full : 0)

const lineText = (line: TodayLine) => todayText(line, props.living.today)
function byText(by: number, hour: number | undefined): string {
  const when = day(by, props.living.today)
  if (hour === undefined) return by <= props.living.today ? say('today.byToday') : say('today.by', { when })
  return by <= props.living.today ? say('today.byTodayAt', { at: hourOf(hour) }) : say('today.byAt', { when, at: hourOf(hour) })
}
const doneButton = ({ done }: TodayLine) => (done ? say(`today.done.${done.kind}`) : '')
const act = ({ done }: TodayLine) => done && add(draft(done))

const sky = computed(() => {
  const { forecast } = props.living
  const at = (members: readonly (readonly number[])[], k: number, part: number) =>
    quantileOf(rising(members.map((member) => member[k]!)), part)
  return Array.from({ length: forecast.days }, (_, k) => ({
    day: forecast.start + k,
    low: at(forecast.rain, k, 0.1),
    middle: at(forecast.rain, k, 0.5),
    high: at(forecast.rain, k, 0.9),
    wet: forecast.rain.filter((member) => member[k]! >= 1).length / forecast.rain.length,
    night: at(forecast.low, k, 0.5),
  }))
})
const most = computed(() => Math.max(10, ...sky.value.map(({ high }) => high)))
const tall = (depth: number) => `${Math.round((100 * depth) / most.value)}%`
const rationName = ({ without, share: part }: StoreLife['rations'][number]) => {
  const names = without.map((id) => scheme.value?.demands.find((each) => each.id === id)?.name ?? '').join(', ')
  if (without.length === 0) return say('log.ration.half')
  return part < 1 ? say('log.ration.withoutHalf', { names }) : say('log.ration.without', { names })
}
</script>

<template>
  <div class="today">
    <section class="min-w-0">
      <div v-for="store in living.stores" :key="store.store" class="mb-3 flex items-end gap-3">
        <svg viewBox="0 0 44 64" class="sheet-drawing h-20 w-14 flex-none" aria-hidden="true">
          <rect x="4" :y="60 - 54 * level(store)" width="36" :height="54 * level(store)" class="water-fill" />
          <path :d="`M4 ${60 - 54 * level(store)}h36`" class="l-water" />
          <path d="M4 6v54h36V6" class="l-cut" fill="none" />
        </svg>
        <div v-if="store.held" class="min-w-0">
          <p class="cap">{{ storeName(store.store) }}, {{ say('log.readOn', { when: day(store.held.read, living.today) }) }}</p>
          <p>
            <FigureValue v-if="heldFigure(store)" :figure="heldFigure(store)!" size="big" />{{ ' ' }}
            <span class="text-ink-2">{{ say('log.ofFull', { full: volume(store.held.full / 1000) }) }}</span>
          </p>
          <p v-if="store.left">
            {{ lasts(store) }}
            <template v-if="lastsFigure(store) && store.left.low < FARTHEST && store.left.high >= 1">
              {{ say('log.middle') }} <FigureValue :figure="lastsFigure(store)!" />
            </template>
          </p>
        </div>
        <p v-else class="text-13">{{ say('log.neverRead', { store: storeName(store.store) }) }}</p>
      </div>
      <h2 class="slab text-18">{{ say('today.title', { day: day(living.today) }) }}</h2>
      <p v-if="living.lines.length === 0" class="py-2">{{ say('today.nothing') }}</p>
      <ol class="lines">
        <li v-for="line in living.lines" :key="`${line.id} ${line.about}`">
          <p>
            {{ lineText(line) }}
            <span v-if="line.over" class="text-ink-2">{{ say('today.over', { n: days(line.over) }) }}</span>
            <b v-if="line.by !== undefined" class="whitespace-nowrap">{{ byText(line.by, line.byHour) }}</b>
          </p>
          <button
            v-if="line.done"
            type="button"
            class="btn btn-go"
            :aria-label="`${doneButton(line)}: ${lineText(line)}`"
            @click="act(line)"
          >
            {{ doneButton(line) }}
          </button>
        </li>
      </ol>
      <p v-if="living.more > 0" class="text-13 text-ink-2">{{ say('today.more', { n: living.more }) }}</p>
    </section>
    <section class="min-w-0">
      <h2 class="slab text-18">{{ say('log.sky') }}</h2>
      <p class="cap">{{ say('log.simulated') }}</p>
      <ol class="sky" :aria-label="say('log.sky')">
        <li v-for="each in sky" :key="each.day">
          <span class="bars" aria-hidden="true">
            <i class="high" :style="{ height: tall(each.high) }" /><i class="middle" :style="{ height: tall(each.middle) }" />
          </span>
          <b class="text-12">{{ weekday(each.day) }}</b>
          <span class="num text-12">{{ text(rainDepth(each.middle)) }}</span>
          <span class="only-heard">{{ say('log.skyText', { most: rainDepth(each.high), chance: share(each.wet) }) }}</span>
          <span class="num text-12 text-ink-2">{{ text(share(each.wet)) }}</span>
          <span class="num text-12" :class="{ 'font-bold': each.night <= 0 }">{{ text(temperature(each.night)) }}</span>
        </li>
      </ol>
      <p class="text-12 text-ink-2">{{ say('log.skyKey') }}</p>
      <HoursAhead :forecast="living.forecast" :today="living.today" />
      <template v-for="store in living.stores" :key="store.store">
        <details v-if="store.rations.length > 0 && store.left && store.left.low < FARTHEST" class="mt-3">
          <summary class="font-bold">{{ say('log.rations', { store: storeName(store.store) }) }}</summary>
          <table class="mt-1 w-full text-13">
            <thead>
              <tr>
                <th scope="col" class="text-left">{{ say('log.ration.how') }}</th>
                <th scope="col" class="text-right">{{ say('log.ration.month') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr class="border-t border-hair">
                <th scope="row" class="text-left font-normal">{{ say('log.ration.all') }}</th>
                <td class="num text-right">{{ text(share(1 - store.left.month)) }}</td>
              </tr>
              <tr v-for="offer in store.rations" :key="rationName(offer)" class="border-t border-hair">
                <th scope="row" class="text-left font-normal">{{ rationName(offer) }}</th>
                <td class="num text-right">{{ text(share(1 - offer.left.month)) }}</td>
              </tr>
            </tbody>
          </table>
        </details>
        <p v-if="store.down && store.down.spills > 1" class="mt-3 text-13">
          {{ say('log.spillsSoon', { store: storeName(store.store), days: store.down.days, spills: volume(store.down.spills / 1000) }) }}
          <template v-if="downFigure(store) && store.down.litres > 0">
            {{ say('log.letGo') }} <FigureValue :figure="downFigure(store)!" />
            {{ say('log.letGoThen', { after: volume(store.down.spillsAfter / 1000), risk: share(store.down.notFull) }) }}
          </template>
        </p>
      </template>
    </section>
  </div>
</template>

<style scoped>
.today {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 8px 32px;
}
@media (max-width: 999px) {
  .today {
    grid-template-columns: minmax(0, 1fr);
  }
}
.water-fill {
  fill: var(--water-wash);
}
.lines {
  list-style: none;
  counter-reset: line;
}
.lines li {
  counter-increment: line;
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  padding: 8px 0;
  border-top: 1px solid var(--hair);
}
.lines li::before {
  content: counter(line);
  font-weight: 700;
}
.lines .btn {
  min-height: 44px;
}
.sky {
  display: grid;
  grid-template-columns: repeat(7, 1fr);
  gap: 2px;
  margin-top: 6px;
}
.sky li {
  display: grid;
  justify-items: center;
}
.bars {
  position: relative;
  display: block;
  width: 100%;
  height: 64px;
  border-bottom: 2px solid var(--ink);
}
.bars i {
  position: absolute;
  bottom: 0;
  left: 20%;
  right: 20%;
}
.high {
  background: var(--water-wash);
  border-top: 1px solid var(--water);
}
.middle {
  background: var(--water);
}
</style>
