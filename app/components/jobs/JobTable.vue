<script setup lang="ts">
import { numberFormat } from '#core/units/intl'
import { produce } from 'immer'
import { askedFor } from '#core/desk/asked'
import type { DeskRow } from '#core/desk/deskRow'
import { isoDate } from '#core/rain'
import { dayOfClock } from '#core/log/moment'
import { STAGES, type Job, type Stage } from '#core/scheme'
import type { KeptJob } from '~/database/keptJob'

/** Many jobs, a line each: whose it is, how far it is, what it waits for, what was asked. Stage and day are changed where they stand. */
const props = defineProps<{ rows: DeskRow[]; jobs: readonly KeptJob[] }>()
const picked = defineModel<string[]>('picked', { required: true })
const emit = defineEmits<{
  change: [id: string, recipe: (job: Job) => Job]
  do: [id: string, what: 'details' | 'duplicate' | 'archive' | 'export' | 'remove']
}>()
const { say } = useSay()
const settings = useSettings()

const jobOf = computed(
  () => new Map(props.jobs.flatMap(({ job, row }) => (job ? [[row.id, { job, key: `${row.id} ${row.revision}` }] as const] : []))),
)
/** Sums take some milliseconds each: reckoned one by one while nothing else is to be done. */
const asked = shallowReactive(new Map<string, number | undefined>())
let waiting: ReturnType<typeof setTimeout> | undefined
function reckonNext() {
  const next = props.rows.find(({ id }) => !asked.has(jobOf.value.get(id)?.key ?? ''))
  const found = next && jobOf.value.get(next.id)
  if (!found) return
  asked.set(found.key, askedFor(found.job))
  waiting = setTimeout(reckonNext)
}
watch(
  [() => props.rows, jobOf],
  () => {
    clearTimeout(waiting)
    waiting = setTimeout(reckonNext)
  },
  { immediate: true },
)
onBeforeUnmount(() => clearTimeout(waiting))
function askedText(id: string): string {
  const found = jobOf.value.get(id)
  const sum = found && asked.get(found.key)
  return sum === undefined ? '–' : `${found!.job.money.currency}${numberFormat(settings.terms, { maximumFractionDigits: 0 }).format(sum)}`
}
const today = isoDate(dayOfClock(new Date()))
const setStage = (id: string, stage: Stage) => emit('change', id, (job) => produce(job, (draft) => void (draft.desk.stage = stage)))
const setDue = (id: string, due: string) =>
  emit('change', id, (job) => produce(job, (draft) => void (draft.desk.due = due === '' ? undefined : due)))
const all = computed({
  get: () => props.rows.length > 0 && props.rows.every(({ id }) => picked.value.includes(id)),
  set: (on) => (picked.value = on ? props.rows.map(({ id }) => id) : []),
})
/** A system that stands is running, whatever somebody would have it be; only that it rests is said beside that. */
const stands = (id: string) => jobOf.value.get(id)?.job.log.since !== undefined
const stagesFor = (id: string) => (stands(id) ? (['running', 'resting'] as const) : STAGES)
</script>

<template>
  <div role="region" :aria-label="say('jobs.title')">
    <table class="jobs w-full text-13">
      <thead>
        <tr class="text-12 text-ink-3">
          <th scope="col"><input v-model="all" type="checkbox" class="size-4 accent-ink" :aria-label="say('jobs.pickAll')" /></th>
          <th scope="col">{{ say('jobs.col.name') }}</th>
          <th scope="col">{{ say('jobs.col.customer') }}</th>
          <th scope="col">{{ say('jobs.col.phone') }}</th>
          <th scope="col">{{ say('jobs.stage') }}</th>
          <th scope="col">{{ say('jobs.col.due') }}</th>
          <th scope="col">{{ say('jobs.col.waitsFor') }}</th>
          <th scope="col" class="num">{{ say('jobs.col.asked') }}</th>
          <th scope="col">
            <span class="only-heard">{{ say('jobs.more') }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.id">
          <td>
            <input
              v-model="picked"
              type="checkbox"
              class="size-4 accent-ink"
              :value="row.id"
              :aria-label="say('jobs.pick', { name: row.name })"
            />
          </td>
          <th scope="row">
            <NuxtLink :to="`/job/${row.id}`" class="font-bold text-ink" :aria-label="say('jobs.openNamed', { name: row.name })">{{
              row.name
            }}</NuxtLink>
            <span class="cap block">{{ row.scene }}</span>
          </th>
          <td>
            {{ row.customer }}<span class="cap block">{{ row.address }}</span>
          </td>
          <td>
            <a v-if="row.phone" :href="`tel:${row.phone.replace(/[^+\d]/g, '')}`">{{ row.phone }}</a>
          </td>
          <td>
            <PickList
              :model-value="row.stage"
              :options="stagesFor(row.id).map((value) => ({ value, label: say(`word.stage-${value}`) }))"
              :aria-label="say('jobs.stageOf', { name: row.name })"
              @update:model-value="(stage) => setStage(row.id, stage)"
            />
          </td>
          <td>
            <DateField
              :class="{ 'text-pencil': row.due !== undefined && row.due < today }"
              :model-value="row.due ?? ''"
              :aria-label="say('jobs.dueOf', { name: row.name })"
              @update:model-value="(due) => setDue(row.id, due)"
            />
            <span v-if="row.due !== undefined && row.due < today" class="cap block">{{ say('jobs.overdue') }}</span>
          </td>
          <td>{{ row.waitsFor }}</td>
          <td class="num">{{ askedText(row.id) }}</td>
          <td><JobMenu :name="row.name" :archived="row.archived" @do="(what) => emit('do', row.id, what)" /></td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.jobs th,
.jobs td {
  padding: 5px 10px 5px 0;
  text-align: left;
  font-weight: 400;
  vertical-align: top;
}

.jobs select {
  min-width: 108px;
}
.jobs tbody tr {
  border-top: 1px solid var(--hair);
}
.jobs .num {
  text-align: right;
}
.jobs td:last-child :deep(ul),
.jobs td:last-child :deep([role='menu']) {
  right: 0;
  left: auto;
}
@media (max-width: 999px) {
  .jobs thead {
    display: none;
  }
  .jobs tbody tr {
    display: grid;
    grid-template-columns: 28px 1fr 1fr;
    gap: 4px 8px;
    padding: 10px 0;
  }
  .jobs tbody th {
    grid-column: 2 / 4;
    font-size: 15px;
  }
  .jobs tbody td,
  .jobs tbody th {
    padding: 0;
  }
  .jobs tbody td:nth-child(3),
  .jobs tbody td:nth-child(7) {
    grid-column: 2 / 4;
  }
  .jobs tbody td:nth-child(4),
  .jobs tbody td:nth-child(5),
  .jobs tbody td:nth-child(8) {
    grid-column: 2;
  }
  .jobs tbody td:nth-child(6),
  .jobs tbody td:nth-child(9) {
    grid-column: 3;
  }
  .jobs .num {
    text-align: left;
  }
}
</style>
