<script setup lang="ts">
import { produce, type Draft } from 'immer'
import { stageOf } from '#core/desk/deskRow'
import { STAGES, type Job, type Stage } from '#core/scheme'

/** What is known of a job besides its water: what it is called, whom it is for, how far it is, what it waits for. */
const props = defineProps<{ job: Job }>()
const emit = defineEmits<{ change: [field: string, from: string, to: string, recipe: (job: Job) => Job]; close: [] }>()
const { say, dayName } = useSay()

const firstLine = (text: string) => text.split('\n')[0]!.slice(0, 60)
function set(field: string, from: string, to: string, recipe: (draft: Draft<Job>) => void) {
  if (from !== to) emit('change', field, firstLine(from), firstLine(to), (job) => produce(job, (draft) => void recipe(draft)))
}
/** A text of a job: what it is called in the history and on the page, and where it is kept. */
interface TextOf {
  field: string
  label: string
  most: number
  rows?: number
  get: (job: Job) => string
  put: (draft: Draft<Job>, to: string) => void
}
const ABOVE: readonly TextOf[] = [
  { field: 'jobName', label: 'jobs.name', most: 120, get: (job) => job.name, put: (draft, to) => (draft.name = to) },
  { field: 'scene', label: 'jobs.scene', most: 500, rows: 2, get: (job) => job.scene, put: (draft, to) => (draft.scene = to) },
  { field: 'letter.to', label: 'jobs.for', most: 400, rows: 3, get: (job) => job.letter.to, put: (draft, to) => (draft.letter.to = to) },
  { field: 'phone', label: 'jobs.col.phone', most: 60, get: (job) => job.desk.phone, put: (draft, to) => (draft.desk.phone = to) },
]
const BELOW: readonly TextOf[] = [
  {
    field: 'waitsFor',
    label: 'jobs.col.waitsFor',
    most: 200,
    get: (job) => job.desk.waitsFor,
    put: (draft, to) => (draft.desk.waitsFor = to),
  },
  { field: 'notes', label: 'jobs.notes', most: 4000, rows: 5, get: (job) => job.desk.notes, put: (draft, to) => (draft.desk.notes = to) },
]
const stage = computed(() => stageOf(props.job))
const stages = computed(() => (props.job.log.since === undefined ? STAGES : (['running', 'resting'] as const)))
const setStage = (to: Stage) =>
  set('stage', say(`word.stage-${stage.value}`), say(`word.stage-${to}`), (draft) => void (draft.desk.stage = to))
function setDue(event: Event) {
  const to = (event.target as HTMLInputElement).value
  set('due', props.job.desk.due ?? '', to, (draft) => void (draft.desk.due = to === '' ? undefined : to))
}
</script>

<template>
  <DialogFrame :title="say('jobs.details')" width="s" @close="emit('close')">
    <NameField
      v-for="each in ABOVE"
      :key="each.field"
      :label="say(each.label)"
      :model-value="each.get(job)"
      :most="each.most"
      :rows="each.rows"
      :empty="each.field !== 'jobName'"
      @update:model-value="(to) => set(each.field, each.get(job), to, (draft) => each.put(draft, to))"
    />
    <ChoiceField
      :label="say('jobs.stage')"
      :model-value="stage"
      :options="stages.map((value) => ({ value, label: say(`word.stage-${value}`) }))"
      :note="job.log.since === undefined ? undefined : say('jobs.stands', { since: dayName(job.log.since) })"
      @update:model-value="setStage"
    />
    <label class="grid grid-cols-[1fr_minmax(112px,auto)] items-center gap-x-3 py-1 text-13"
      >{{ say('jobs.col.due') }} <input class="field" type="date" :value="job.desk.due ?? ''" @change="setDue" />
    </label>
    <NameField
      v-for="each in BELOW"
      :key="each.field"
      :label="say(each.label)"
      :model-value="each.get(job)"
      :most="each.most"
      :rows="each.rows"
      :empty="each.field !== 'jobName'"
      @update:model-value="(to) => set(each.field, each.get(job), to, (draft) => each.put(draft, to))"
    />
    <slot />
  </DialogFrame>
</template>
