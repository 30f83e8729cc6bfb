<script setup lang="ts">
import { entryFor, type CareDue } from '#core/care'
import { days } from '#core/units/quantity'
import type { LivingAnswer } from '~/workers/simulation.worker'
import { saveFile } from '~/composables/saveFile'

/** Care of the parts that this scheme has: when it was last done, when it is due, and as a calendar. */
const props = defineProps<{ living: LivingAnswer }>()
const bench = useWorkbench()
const { draft, add } = useLog()
const { say } = useSay()
const { day, rhythm } = useLogWords()

const rows = computed(() => props.living.care.toSorted((a, b) => (b.over ?? -9999) - (a.over ?? -9999)))
const name = ({ task }: CareDue) => say(`care.kind.${task.kind}`, task.values)
function due({ due: on, over }: CareDue): string {
  if (on === undefined || over === undefined) return say('care.afterRain')
  return over > 0
    ? say('care.overdue', { n: days(over) })
    : over === 0
      ? say('care.dueToday')
      : say('care.due', { when: day(on, props.living.today) })
}
const done = ({ task }: CareDue) => add(draft(entryFor(task)))

const { calendarOf } = useCareCalendar()
const exportCalendar = () =>
  bench.job && saveFile(`${bench.job.name}.ics`, calendarOf(bench.job.name, [bench.job], props.living.today), 'text/calendar')
const canTell = typeof Notification !== 'undefined'
const allowed = ref(canTell ? Notification.permission : 'denied')
const remind = async () => (allowed.value = await Notification.requestPermission())
</script>

<template>
  <section class="max-w-3xl">
    <div class="flex flex-wrap items-center gap-2">
      <h2 class="slab mr-auto text-18">{{ say('care.title') }}</h2>
      <button type="button" class="btn" @click="exportCalendar">{{ say('care.calendar') }}</button>
      <button v-if="canTell && allowed === 'default'" type="button" class="btn" @click="remind">{{ say('care.remind') }}</button>
    </div>
    <p v-if="canTell && allowed === 'granted'" class="text-13 text-ink-2">{{ say('care.reminds') }}</p>
    <p v-else-if="canTell && allowed === 'denied'" class="text-13 text-ink-2">{{ say('care.noReminders') }}</p>
    <ul class="mt-2">
      <li v-for="row in rows" :key="row.task.id" class="row" :class="{ over: (row.over ?? -1) >= 0 }">
        <span class="min-w-0">
          <b>{{ name(row) }}</b>
          <span class="block text-13 text-ink-2"
            >{{ rhythm(row.task) }} ·
            {{ row.last === undefined ? say('care.never') : say('care.last', { when: day(row.last, living.today) }) }}</span
          >
        </span>
        <span class="num text-13 whitespace-nowrap" :class="{ 'font-bold text-pencil': (row.over ?? -1) > 0 }">{{ due(row) }}</span>
        <button type="button" class="btn" :aria-label="say('care.doneOf', { what: name(row) })" @click="done(row)">
          {{ say('care.done') }}
        </button>
      </li>
    </ul>
    <p class="caution mt-3 text-13">{{ say('care.caution') }}</p>
  </section>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 12px;
  align-items: center;
  padding: 8px 0;
  border-top: 1px solid var(--hair);
}
.row .btn {
  min-height: 44px;
}
</style>
