<script setup lang="ts">
import { clockOffset, momentNow, writeMoment } from '#core/log'
import { dateOf, EARLIEST_YEAR, fromIsoDate } from '#core/rain'
import { rainDepth } from '#core/units/quantity'
import { tellEntryProblem } from '~/components/log/entryProblem'
import { message, type Message } from '~/stores/messages'

/** The job's own gauge: its readings are entries of the log, and the years can be stood on them. */
const bench = useWorkbench()
const { entries, draft, add, remove, problemsOf } = useLog()
const { say, sayMessage, text } = useSay()
const { moment } = useLogWords()

const day = ref(momentNow(new Date()).slice(0, 10))
const depth = ref(0)
const morning = ref(true)
const problem = shallowRef<Message>()
/** When a gauge is read, minutes since midnight. */
const MORNING = 7 * 60
const EVENING = 19 * 60

/** Unlikely, and asked about before it is kept. */
const asked = shallowRef<Message[]>([])
watch([day, depth, morning], () => (asked.value = []))

const box = useTemplateRef<HTMLElement>('box')
const refused = useRefused(() => box.value)
function put(meant: boolean) {
  asked.value = []
  if (refused()) return
  const read = fromIsoDate(day.value)
  if (Number.isNaN(read) || dateOf(read).year < EARLIEST_YEAR) {
    problem.value = message('gauge.noDay', { text: day.value })
    return
  }
  if (read > Date.now() / 86_400_000 + 1) {
    problem.value = message('gauge.future', { text: day.value })
    return
  }
  problem.value = undefined
  const minute = morning.value ? MORNING : EVENING
  const entry = draft({ kind: 'rain', depth: depth.value }, writeMoment(read, minute, clockOffset(read, minute)))
  const wrong = problemsOf(entry)
  const cannotBe = wrong.find((each) => each.refused)
  if (cannotBe?.id === 'future') problem.value = message('gauge.future', { text: moment(entry.at) })
  else if (cannotBe) problem.value = tellEntryProblem(cannotBe, 'rainDepth')
  else if (wrong.length > 0 && !meant) asked.value = wrong.map((each) => tellEntryProblem(each, 'rainDepth'))
  else add(entry)
}
const readings = computed(() => entries.value.filter(({ kind }) => kind === 'rain').toReversed())
const depthOf = (entry: (typeof readings.value)[number]) => (entry.kind === 'rain' ? entry.depth : 0)
</script>

<template>
  <details ref="box">
    <summary class="font-bold">{{ say('gauge.title', { n: readings.length }) }}</summary>
    <p class="text-13 text-ink-2">{{ say('gauge.sub') }}</p>
    <label class="grid grid-cols-[1fr_auto] items-center gap-3 py-1 text-13"
      >{{ say('gauge.day') }} <DateField v-model="day" class="max-w-40" />
    </label>
    <QuantityField
      :label="say('gauge.depth')"
      kind="rainDepth"
      :model-value="depth"
      :least="0"
      :most="1850"
      @update:model-value="(v) => (depth = v)"
    />
    <label class="flex items-center gap-2 py-1 text-13"
      ><input v-model="morning" type="checkbox" class="size-4 flex-none accent-ink" />{{ say('gauge.morning') }}</label
    >
    <div class="flex flex-wrap gap-2">
      <button type="button" class="btn" @click="put(false)">{{ say('gauge.add') }}</button>
      <button v-if="readings.length > 0" type="button" class="btn" @click="bench.useGauge()">{{ say('gauge.use') }}</button>
    </div>
    <p v-if="problem" class="text-13 text-pencil" role="alert">{{ sayMessage(problem) }}</p>
    <AskedBack :asked="asked.map(sayMessage)" @keep="put(true)" @change="asked = []" />
    <ul v-if="readings.length > 0" class="mt-1 max-h-40 overflow-y-auto text-13" tabindex="0" :aria-label="say('gauge.list')">
      <li
        v-for="reading in readings.slice(0, 200)"
        :key="reading.id"
        class="num flex items-center justify-between border-t border-hair py-0.5"
      >
        {{ moment(reading.at) }}, {{ text(rainDepth(depthOf(reading))) }}
        <button
          type="button"
          class="btn btn-bare"
          :aria-label="say('gauge.removeOf', { day: moment(reading.at) })"
          @click="remove(reading)"
        >
          {{ say('draw.remove') }}
        </button>
      </li>
    </ul>
  </details>
</template>
