<script setup lang="ts">
import { shutDownSteps, startUpSteps } from '#core/care'
import { isShutDown } from '#core/living'
import { dateOf, dayNumber, frostSeason } from '#core/rain'
import { nextOn } from '#core/weather'

/** Shutting down before the frost and starting again: ticked lists in order, made for this scheme. */
const props = defineProps<{ today: number }>()
const bench = useWorkbench()
const { log, entries, scheme, draft, add, tick } = useLog()
const { say } = useSay()
const { shortDay } = useLogWords()

const season = computed(() => (bench.job ? frostSeason(bench.job.site) : undefined))
const shut = computed(() => isShutDown(entries.value))
const list = computed(() => (shut.value ? 'start-up' : 'shut-down'))
const steps = computed(() => {
  const site = bench.job?.site
  if (!scheme.value || !site) return []
  return shut.value ? startUpSteps(scheme.value, site) : shutDownSteps(scheme.value, site)
})
/** Shutting down is thought of so long before the first frost, days. */
const AHEAD = 120
/** The winter that is coming or here: the year in which it begins, and its ends as day numbers. */
const winter = computed(() => {
  const { year } = dateOf(props.today)
  if (!season.value) return { year, first: undefined, last: undefined }
  const { first, last } = season.value
  const begins = (of: number) => dayNumber(of, 1, 1) + first - 1
  const own = begins(year) <= props.today + AHEAD ? year : year - 1
  return { year: own, first: begins(own), last: nextOn(last, begins(own), own) }
})
const isTicked = (step: string) =>
  log.value.ticked.some((each) => each.list === list.value && each.year === winter.value.year && each.step === step)
const open = computed(() => steps.value.filter(({ id }) => !isTicked(id)).length)
const finish = () => add(draft({ kind: 'season', to: shut.value ? 'started' : 'shut-down' }))
</script>

<template>
  <section class="max-w-2xl">
    <h2 class="slab text-18">{{ say(`season.title.${list}`) }}</h2>
    <p v-if="!season" class="text-13">{{ say('season.never') }}</p>
    <p v-else class="text-13">
      {{ say('season.when', { first: shortDay(winter.first!), last: shortDay(winter.last!) }) }}
      {{ say(shut ? 'season.isShut' : 'season.isOpen') }}
    </p>
    <ol v-if="steps.length > 0" class="mt-2">
      <li v-for="step in steps" :key="step.id" class="border-t border-hair py-2">
        <label class="flex items-start gap-3">
          <input
            type="checkbox"
            class="mt-1 size-5 flex-none accent-ink"
            :checked="isTicked(step.id)"
            @change="tick(list, winter.year, step.id)"
          />
          <span>{{ say(`season.${list}.${step.kind}`, step.values) }}</span>
        </label>
      </li>
    </ol>
    <button type="button" class="btn btn-go mt-2" @click="finish">{{ say(`season.finish.${list}`) }}</button>
    <p class="mt-1 text-13 text-ink-2">{{ open > 0 ? say('season.open', { n: open }) : say('season.all') }} {{ say('season.counts') }}</p>
  </section>
</template>
