<script setup lang="ts">
import { problemOf } from '#core/problems'
import { CAUSES, type Cause } from '#core/log'
import { dateOf, dayNumber } from '#core/rain'
import { rainDepth, volume } from '#core/units/quantity'
import type { Lesson } from '#core/standIns'
import { message, type Message } from '~/stores/messages'

/** Learning to read a system on a simulated one: days go by fast, something is wrong, and a guess has its price. */
const bench = useWorkbench()
const { scheme } = useLog()
const { say, sayMessage, text } = useSay()
const { shortDay } = useLogWords()
const today = useToday()

const PACE = 7
/** Months in which lessons begin. */
const SPRING = { north: 4, south: 10 }
const NUMBERS = [1, 2, 3, 4, 5, 6] as const
const NOT_HIDDEN: readonly Cause[] = ['sound', 'soaked', 'intakeShort', 'linkShut', 'misread']
const GUESSES = CAUSES.filter((cause) => !NOT_HIDDEN.includes(cause))
const lesson = shallowRef<Lesson>()
const upTo = ref(0)
const wrong = ref<Cause[]>([])
const solved = ref(false)
const gaveUp = ref(false)
const lost = ref(0)
const problem = shallowRef<Message>()
let tries = 0

async function begin(number: number) {
  problem.value = undefined
  const { makeLesson } = await import('#core/standIns')
  const { readyRain } = await import('#core/rain')
  const { job, record } = bench
  const store = scheme.value?.stores[0]
  if (!job || !scheme.value || !store) return
  try {
    const ready = readyRain(job.rain, record, { site: job.site, seasonFactors: job.seasonFactors })
    // Through a summer: there is rain, and there is thirst.
    const start = dayNumber(dateOf(today.value).year - 1, job.site.latitude < 0 ? SPRING.south : SPRING.north, 1)
    lesson.value = makeLesson(number, scheme.value, store.id, ready, job.site, 1000 * number + (Date.now() % 997) + ++tries, start)
  } catch (error) {
    problem.value = message('trainer.cannot', { why: problemOf(error) })
    return
  }
  upTo.value = 14
  wrong.value = []
  solved.value = false
  gaveUp.value = false
  lost.value = 0
}
const over = computed(() => solved.value || gaveUp.value)
async function settle() {
  const { litresLost, WRONG_GUESS } = await import('#core/standIns')
  if (lesson.value) lost.value = litresLost(lesson.value, upTo.value) + WRONG_GUESS * wrong.value.length
}
function goOn() {
  if (!lesson.value) return
  upTo.value = Math.min(lesson.value.days, upTo.value + PACE)
  void settle()
}
function guess(cause: Cause) {
  if (!lesson.value) return
  if (cause === lesson.value.cause) solved.value = true
  else wrong.value = [...wrong.value, cause]
  void settle()
}
function giveUp() {
  gaveUp.value = true
  void settle()
}

/** What a reader of the log sees so far: litres each day by the readings, and the rain. */
const seen = computed(() => {
  const { value } = lesson
  if (!value) return []
  return Array.from({ length: upTo.value }, (_, day) => ({
    day: value.start + day,
    rain: value.depths[day]!,
    drawn: value.reality.drawn[day]!,
    held: value.reality.held[day]!,
    sound: value.soundHeld[day]!,
  }))
})
const phone = usePhone()
const WIDTH = computed(() => (phone.value ? 366 : 640))
const HEIGHT = 200
const most = computed(() => Math.max(1, ...(lesson.value ? [...lesson.value.soundHeld, ...lesson.value.reality.held] : [1])))
const wettest = computed(() => Math.max(10, ...(lesson.value?.depths ?? [10])))
const xAt = (i: number) => (WIDTH.value * i) / (lesson.value?.days ?? 1)
const line = (of: 'held' | 'sound') =>
  seen.value
    .map((each, i) => `${i === 0 ? 'M' : 'L'}${xAt(i).toFixed(1)} ${(HEIGHT - 20 - ((HEIGHT - 70) * each[of]) / most.value).toFixed(1)}`)
    .join('')
const last = computed(() => seen.value.slice(-8).toReversed())
</script>

<template>
  <section class="max-w-3xl">
    <h2 class="slab text-18">{{ say('trainer.title') }}</h2>
    <p class="text-13">{{ say('trainer.text') }}</p>
    <div class="flex flex-wrap gap-1 py-2" role="group" :aria-label="say('trainer.lessons')">
      <button
        v-for="number in NUMBERS"
        :key="number"
        type="button"
        class="btn"
        :class="{ 'btn-go': lesson?.number === number }"
        @click="begin(number)"
      >
        {{ say('trainer.lesson', { n: number }) }}
      </button>
    </div>
    <p v-if="problem" class="border-2 border-pencil bg-sheet p-2" role="alert">{{ sayMessage(problem) }}</p>
    <template v-if="lesson">
      <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" class="sheet-drawing w-full" role="img" :aria-label="say('trainer.chart', { n: upTo })">
        <rect
          v-for="(each, i) in seen"
          :key="each.day"
          :x="xAt(i)"
          y="0"
          :width="WIDTH / lesson.days - 0.6"
          :height="(44 * each.rain) / wettest"
          class="rain"
        />
        <path v-if="over" :d="line('sound')" class="l-ghost" fill="none" />
        <path :d="line('held')" class="l-water" fill="none" />
        <path :d="`M0 ${HEIGHT - 20}h${WIDTH}`" class="l-cut" />
        <text x="0" :y="HEIGHT - 5" class="small">{{ shortDay(lesson.start) }}</text>
        <text :x="WIDTH" :y="HEIGHT - 5" text-anchor="end" class="small">{{ shortDay(lesson.start + lesson.days) }}</text>
      </svg>
      <div class="flex flex-wrap items-center gap-2 py-2">
        <button type="button" class="btn btn-go" :disabled="over || upTo >= lesson.days" @click="goOn">{{ say('trainer.goOn') }}</button>
        <button type="button" class="btn btn-bare" :disabled="over" @click="giveUp">{{ say('trainer.giveUp') }}</button>
        <span class="num" role="status">{{ say('trainer.score', { lost: volume(lost / 1000), n: wrong.length }) }}</span>
      </div>
      <p v-if="over" class="border-2 border-ink bg-sheet p-2" role="alert">
        {{
          say(solved ? 'trainer.solved' : 'trainer.truth', {
            cause: say(`log.cause.${lesson.cause}`),
            when: shortDay(lesson.start + lesson.from),
          })
        }}
        {{ say(`log.checkFor.${lesson.cause}`) }}
      </p>
      <fieldset v-else>
        <legend class="font-bold">{{ say('trainer.guess') }}</legend>
        <div class="flex flex-wrap gap-1">
          <button v-for="cause in GUESSES" :key="cause" type="button" class="btn" :disabled="wrong.includes(cause)" @click="guess(cause)">
            {{ say(`log.cause.${cause}`) }}
          </button>
        </div>
      </fieldset>
      <table class="num mt-2 w-full text-right text-13">
        <thead>
          <tr>
            <th v-for="each in ['day', 'rain', 'drawn', 'held'] as const" :key="each" scope="col">{{ say(`trainer.column.${each}`) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in last" :key="each.day" class="border-t border-hair">
            <th scope="row" class="text-right font-normal">{{ shortDay(each.day) }}</th>
            <td>{{ text(rainDepth(each.rain)) }}</td>
            <td>{{ text(volume(each.drawn / 1000)) }}</td>
            <td>{{ text(volume(each.held / 1000)) }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
.rain {
  fill: var(--water-wash);
  stroke: var(--water);
  stroke-width: 0.4;
}
.small {
  font-size: 12px;
  fill: var(--ink);
}
</style>
