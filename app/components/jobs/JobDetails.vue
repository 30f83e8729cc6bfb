<script setup lang="ts">
import { produce, type Draft } from 'immer'
import type { Told } from '#core/figures/told'
import { stageOf } from '#core/desk/deskRow'
import { STAGES, type Job, type Stage } from '#core/scheme'
import type { FieldRow } from '~/components/fields/fieldRow'
import { fieldTable, type Lens } from '~/components/fields/fieldTable'

/** What is known of a job besides its water: what it is called, whom it is for, how far it is, what it waits for. */
const props = defineProps<{ job: Job }>()
const emit = defineEmits<{ change: [field: string, from: Told, to: Told, recipe: (job: Job) => Job]; close: [] }>()
const { say, dayName } = useSay()

/** Texts are told by their first line. */
const firstLine = (told: Told) => (typeof told === 'string' ? told.split('\n')[0]!.slice(0, 60) : told)
function set(field: string, from: Told, to: Told, recipe: (draft: Draft<Job>) => void) {
  emit('change', field, firstLine(from), firstLine(to), (job) => produce(job, (draft) => void recipe(draft)))
}
const table = computed(() =>
  fieldTable<Job>(props.job, (field, from, to, recipe) => set(field, from, to, (draft) => void recipe(draft)), say),
)
const stages = computed(() => (props.job.log.since === undefined ? STAGES : (['running', 'resting'] as const)))
const above = computed((): FieldRow[] => {
  const { text, choice } = table.value
  const { since } = props.job.log
  const stage: Lens<Job, Stage> = { name: 'stage', get: stageOf, put: ({ desk }, to) => (desk.stage = to) }
  const note = since === undefined ? undefined : say('jobs.stands', { since: dayName(since) })
  return [
    text('name', { name: 'jobName', label: say('jobs.name') }),
    text('scene', { label: say('jobs.scene'), most: 500, lines: 2, empty: true }),
    text('letter.to', { name: 'letter.to', label: say('jobs.for'), most: 400, lines: 3, empty: true }),
    text('desk.phone', { label: say('jobs.col.phone'), most: 60, empty: true }),
    choice(stage, stages.value, { prefix: 'stage-', label: say('jobs.stage'), note }),
  ]
})
const below = computed((): FieldRow[] => {
  const { text } = table.value
  return [
    text('desk.waitsFor', { label: say('jobs.col.waitsFor'), most: 200, empty: true }),
    text('desk.notes', { label: say('jobs.notes'), most: 4000, lines: 5, empty: true }),
  ]
})
const dayTold = (day: string | undefined): Told => (day ? { day } : '')
function setDue(to: string) {
  set('due', dayTold(props.job.desk.due), dayTold(to), (draft) => void (draft.desk.due = to === '' ? undefined : to))
}
</script>

<template>
  <DialogFrame :title="say('jobs.details')" width="s" @close="emit('close')">
    <FieldRows :rows="above" />
    <label class="grid grid-cols-[1fr_minmax(112px,auto)] items-center gap-x-3 py-1 text-13"
      >{{ say('jobs.col.due') }} <DateField :model-value="job.desk.due ?? ''" @update:model-value="setDue" />
    </label>
    <FieldRows :rows="below" />
    <slot />
  </DialogFrame>
</template>
