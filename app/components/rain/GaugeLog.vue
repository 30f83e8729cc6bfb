<script setup lang="ts">
import { dateOf, EARLIEST_YEAR, fromIsoDate, isoDate, withReading } from '#core/rain'
import { gaugeId } from '~/database/jobRepository'
import type { RainRecord } from '#core/scheme'
import { rainDepth } from '#core/units/quantity'

/** The job's own gauge: a reading a day, kept as a record like any other, so that it can be joined to a longer one. */
const bench = useWorkbench()
const { repository } = useDatabase()
const { say, text } = useSay()

const id = computed(() => gaugeId(bench.job?.id ?? ''))
const log = shallowRef<RainRecord>()
const day = ref(new Date().toISOString().slice(0, 10))
const depth = ref(0)
const morning = ref(true)
const problem = ref('')
onMounted(async () => {
  log.value = await repository.record(id.value)
})

const fresh = (): RainRecord => ({
  id: id.value,
  name: say('gauge.name', { job: bench.job?.name ?? '' }).slice(0, 120),
  note: '',
  invented: false,
  start: day.value,
  depths: [],
})
/** A gauge emptied in the morning holds the day before. */
const DAY_BEFORE = 1

async function keep(next: RainRecord) {
  if (!(await bench.keepRecord(next))) return
  log.value = next
  problem.value = ''
}
async function add() {
  const read = fromIsoDate(day.value)
  const { year } = dateOf(read)
  if (Number.isNaN(read) || year < EARLIEST_YEAR) {
    problem.value = say('gauge.noDay', { text: day.value })
    return
  }
  if (read > Date.now() / 86_400_000 + 1) {
    problem.value = say('gauge.future', { text: day.value })
    return
  }
  let next: RainRecord
  try {
    next = withReading(log.value ?? fresh(), read - (morning.value ? DAY_BEFORE : 0), depth.value)
  } catch {
    // More than two centuries from the other readings: a slip of the pen.
    problem.value = say('gauge.noDay', { text: day.value })
    return
  }
  await keep(next)
}
const readings = computed(() => {
  const { start, depths } = log.value ?? { start: '1970-01-01', depths: [] }
  const first = fromIsoDate(start)
  return depths.flatMap((each, i) => (each === null ? [] : [{ day: first + i, depth: each }])).toReversed()
})
async function use() {
  if (log.value) await bench.useRecord(log.value, 'generator')
}
</script>

<template>
  <details>
    <summary class="font-bold">{{ say('gauge.title', { n: readings.length }) }}</summary>
    <p class="text-13 text-ink-2">{{ say('gauge.sub') }}</p>
    <label class="grid grid-cols-[1fr_auto] items-center gap-3 py-1 text-13"
      >{{ say('gauge.day') }} <input v-model="day" class="field max-w-40" type="date" />
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
      <button type="button" class="btn" @click="add">{{ say('gauge.add') }}</button>
      <button v-if="readings.length > 0" type="button" class="btn" @click="use">{{ say('gauge.use') }}</button>
    </div>
    <p v-if="problem" class="text-13 text-pencil" role="alert">{{ problem }}</p>
    <ul v-if="readings.length > 0" class="mt-1 max-h-40 overflow-y-auto text-13" tabindex="0" :aria-label="say('gauge.list')">
      <li
        v-for="reading in readings.slice(0, 200)"
        :key="reading.day"
        class="num flex items-center justify-between border-t border-hair py-0.5"
      >
        {{ isoDate(reading.day) }}, {{ text(rainDepth(reading.depth)) }}
        <button
          type="button"
          class="btn btn-bare"
          :aria-label="say('gauge.removeOf', { day: isoDate(reading.day) })"
          @click="keep(withReading(log!, reading.day, null))"
        >
          {{ say('draw.remove') }}
        </button>
      </li>
    </ul>
  </details>
</template>
