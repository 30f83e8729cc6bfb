<script setup lang="ts">
import { hoursAhead, type Forecast, type HourAhead } from '#core/weather'
import { share } from '#core/units/quantity'

/** Today and tomorrow hour by hour. Decides when somebody has to be there: to turn a diverter, or to have let water go. */
const props = defineProps<{ forecast: Forecast; today: number }>()
const { say } = useSay()
const { day, hourOf } = useLogWords()

const DAYS = 2
/** Less likely than this it is not worth naming an hour. */
const WORTH = 0.1
const days = computed(() => {
  const hours = hoursAhead(props.forecast, DAYS)
  return Array.from({ length: hours.length / 24 }, (_, k) => {
    const own = hours.slice(24 * k, 24 * k + 24)
    return { number: own[0]!.day, own, likeliest: own.reduce((best, each) => (each.chance > best.chance ? each : best)) }
  })
})
function told({ number, likeliest }: { number: number; likeliest: HourAhead }): string {
  const near = day(number, props.today)
  const when = near.charAt(0).toLocaleUpperCase() + near.slice(1)
  return likeliest.chance < WORTH
    ? say('log.hours.dry', { when })
    : say('log.hours.likeliest', { when, at: hourOf(likeliest.hour), chance: share(likeliest.chance) })
}
</script>

<template>
  <div v-if="days.length > 0" class="mt-3">
    <h3 class="h3">{{ say('log.hours.title') }}</h3>
    <div v-for="each in days" :key="each.number" class="mt-1">
      <svg viewBox="0 0 240 40" class="block w-full" role="img" :aria-label="told(each)">
        <rect
          v-for="hour in each.own"
          :key="hour.hour"
          :x="hour.hour * 10 + 1"
          :y="32 - 30 * hour.chance"
          width="8"
          :height="30 * hour.chance"
          class="chance"
        />
        <path d="M0 32h240" class="floor" />
        <path v-for="hour in [6, 12, 18]" :key="hour" :d="`M${hour * 10} 32v4`" class="floor" />
      </svg>
      <p class="text-12" aria-hidden="true">{{ told(each) }}</p>
    </div>
    <p class="text-12 text-ink-2">{{ say('log.hours.key') }}</p>
  </div>
</template>

<style scoped>
.chance {
  fill: var(--water);
}
.floor {
  stroke: var(--ink);
  stroke-width: 1;
  fill: none;
}
@media (forced-colors: active) {
  .chance {
    fill: CanvasText;
  }
}
</style>
