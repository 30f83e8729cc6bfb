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
      :label="say('jobs.name')"
      :model-value="job.name"
      @update:model-value="(v) => set('jobName', job.name, v, (draft) => void (draft.name = v))"
    />
    <NameField
      :label="say('jobs.scene')"
      :model-value="job.scene"
      :most="500"
      :rows="2"
      empty
      @update:model-value="(v) => set('scene', job.scene, v, (draft) => void (draft.scene = v))"
    />
    <NameField
      :label="say('jobs.for')"
      :model-value="job.letter.to"
      :most="400"
      :rows="3"
      empty
      @update:model-value="(v) => set('letter.to', job.letter.to, v, (draft) => void (draft.letter.to = v))"
    />
    <NameField
      :label="say('jobs.col.phone')"
      :model-value="job.desk.phone"
      :most="60"
      empty
      @update:model-value="(v) => set('phone', job.desk.phone, v, (draft) => void (draft.desk.phone = v))"
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
      :label="say('jobs.col.waitsFor')"
      :model-value="job.desk.waitsFor"
      :most="200"
      empty
      @update:model-value="(v) => set('waitsFor', job.desk.waitsFor, v, (draft) => void (draft.desk.waitsFor = v))"
    />
    <NameField
      :label="say('jobs.notes')"
      :model-value="job.desk.notes"
      :most="4000"
      :rows="5"
      empty
      @update:model-value="(v) => set('notes', job.desk.notes, v, (draft) => void (draft.desk.notes = v))"
    />
    <slot />
  </DialogFrame>
</template>
