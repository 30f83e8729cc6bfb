<script setup lang="ts">
import { shutDownSteps, startUpSteps } from '#core/care'
import { isShutDown } from '#core/living'
import { dateOf, frostSeason } from '#core/rain'
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
const steps = computed(() => (scheme.value ? (shut.value ? startUpSteps(scheme.value) : shutDownSteps(scheme.value)) : []))
const { year: thisYear } = dateOf(props.today)
const next = computed(() => {
  if (!season.value) return undefined
  const { first, last } = season.value
  return { first: nextOn(first, props.today - 120, thisYear - 1), last: nextOn(last, props.today, thisYear) }
})
const isTicked = (step: string) => log.value.ticked.some((each) => each.list === list.value && each.year === thisYear && each.step === step)
const open = computed(() => steps.value.filter(({ id }) => !isTicked(id)).length)
const finish = () => add(draft({ kind: 'season', to: shut.value ? 'started' : 'shut-down' }))
</script>

<template>
  <section class="max-w-2xl">
    <h2 class="slab text-18">{{ say(`season.title.${list}`) }}</h2>
    <p v-if="!season" class="text-13">{{ say('season.never') }}</p>
    <p v-else-if="next" class="text-13">
      {{ say('season.when', { first: shortDay(next.first), last: shortDay(next.last) }) }}
      {{ say(shut ? 'season.isShut' : 'season.isOpen') }}
    </p>
    <ol v-if="steps.length > 0" class="mt-2">
      <li v-for="step in steps" :key="step.id" class="border-t border-hair py-2">
        <label class="flex items-start gap-3">
          <input
            type="checkbox"
            class="mt-1 size-5 flex-none accent-ink"
            :checked="isTicked(step.id)"
            @change="tick(list, thisYear, step.id)"
          />
          <span>{{ say(`season.${list}.${step.kind}`, step.values) }}</span>
        </label>
      </li>
    </ol>
    <button type="button" class="btn btn-go mt-2" @click="finish">{{ say(`season.finish.${list}`) }}</button>
    <p class="mt-1 text-13 text-ink-2">{{ open > 0 ? say('season.open', { n: open }) : say('season.all') }} {{ say('season.counts') }}</p>
  </section>
</template>
