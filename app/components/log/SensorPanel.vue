<script setup lang="ts">
import { problemOf } from '#core/problems'
import { clockOffset, momentNow, writeMoment } from '#core/log'
import { TIP, type SensorReading, type SensorSource } from '#core/standIns/sensors'
import { length, rainDepth } from '#core/units/quantity'
import { message, type Message, saying } from '~/stores/messages'

/** A gauge and a level sensor that ship with it: their readings as they come, an hour a second, and a day of them kept as entries. */
const props = defineProps<{ today: number }>()
const bench = useWorkbench()
const { scheme, draft, importAll } = useLog()
const { say, sayMessage } = useSay()
const { shortDay } = useLogWords()

const HOUR_MS = 1000
/** A day is kept just before it ends. */
const LAST_MINUTES = 23 * 60 + 55
const source = shallowRef<SensorSource>()
const day = ref(0)
const hour = ref(0)
const readings = shallowRef<SensorReading[]>([])
const problem = shallowRef<Message>()
/** A day was kept just now. */
const kept = ref(false)
let held = 0
let next = 0
let timer: ReturnType<typeof setInterval> | undefined

const store = computed(() => scheme.value?.stores[0])
async function start() {
  problem.value = undefined
  kept.value = false
  const { climateOf, seedOf, simulatedSensors } = await import('#core/standIns')
  const { readyRain } = await import('#core/rain')
  const { job, record } = bench
  if (!job || !scheme.value || !store.value) return
  try {
    const ready = readyRain(job.rain, record, { site: job.site, seasonFactors: job.seasonFactors })
    source.value = simulatedSensors(scheme.value, store.value.id, climateOf(ready, job.site, seedOf(job.id)))
  } catch (error) {
    problem.value = message('log.sensors.cannot', { why: problemOf(error) })
    return
  }
  held = 40
  begin(props.today - 7)
  timer = setInterval(tick, HOUR_MS)
}
function begin(on: number) {
  day.value = on
  hour.value = 0
  const made = source.value!.day(on, held)
  readings.value = made.readings
  next = made.held
}
/** The last day that is whole: what can be kept. */
const whole = shallowRef<{ day: number; tips: number; depth: number | undefined }>()
function tick() {
  if (hour.value < 24) {
    hour.value++
    const last = seen.value.findLast((each) => each.kind === 'level')
    if (hour.value === 24) whole.value = { day: day.value, tips: tips.value, depth: last?.kind === 'level' ? last.depth : undefined }
  } else {
    held = next
    begin(day.value + 1)
  }
}
function stop() {
  clearInterval(timer)
  source.value = undefined
}
onBeforeUnmount(stop)

const seen = computed(() => readings.value.filter(({ second }) => second < hour.value * 3600))
const tips = computed(() => seen.value.filter(({ kind }) => kind === 'tip').length)
const level = computed(() => {
  const found = seen.value.findLast((each) => each.kind === 'level' && each.second >= (hour.value - 1) * 3600)
  return found?.kind === 'level' ? found.depth : undefined
})
function keep() {
  const [vessel] = store.value?.vessels ?? []
  if (!whole.value) return
  const { day: of, tips: count, depth } = whole.value
  const at = writeMoment(of, LAST_MINUTES, clockOffset(of, LAST_MINUTES))
  const stamp = `${momentNow(new Date()).replace(/\D/g, '')}-${of}`
  const entries = [{ ...draft({ kind: 'rain', depth: Math.round(count * TIP * 10) / 10 }, at), id: `s${stamp}-r` }]
  if (vessel && depth !== undefined)
    entries.push({
      ...draft({ kind: 'level', vessel: vessel.id, by: 'floor', value: Math.round(depth * 1000) / 1000 }, at),
      id: `s${stamp}-l`,
    })
  if (!importAll(entries, saying('log.sensors.title'), false)) return
  kept.value = true
  whole.value = undefined
}
</script>

<template>
  <details class="text-13">
    <summary class="font-bold">{{ say('log.sensors.title') }}</summary>
    <p class="text-ink-2">{{ say('log.sensors.text') }}</p>
    <p v-if="problem" class="text-pencil" role="alert">{{ sayMessage(problem) }}</p>
    <div class="my-1 flex flex-wrap items-center gap-3">
      <button v-if="!source" type="button" class="btn" @click="start">{{ say('log.sensors.start') }}</button>
      <template v-else>
        <button type="button" class="btn" @click="stop">{{ say('log.sensors.stop') }}</button>
        <span class="num">{{ say('log.sensors.hour', { day: shortDay(day), hour }) }}</span>
        <span class="num">{{ say('log.sensors.rain', { depth: rainDepth(tips * TIP), n: tips }) }}</span>
        <span class="num">{{ level === undefined ? say('log.sensors.gone') : say('log.sensors.level', { depth: length(level) }) }}</span>
        <button v-if="whole" type="button" class="btn" @click="keep">{{ say('log.sensors.keep', { day: shortDay(whole.day) }) }}</button>
      </template>
      <span role="status">{{ kept ? say('log.sensors.kept') : '' }}</span>
    </div>
  </details>
</template>
