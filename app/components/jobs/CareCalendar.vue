<script setup lang="ts">
import { dayOfClock } from '#core/log/moment'
import { layJobWords } from '~/locales/layWords'
import { saveFile } from '~/composables/saveFile'

/** Visits and care of all jobs, in one calendar; made as soon as it is there, since it is only fetched when it is asked for. */
const emit = defineEmits<{ done: [problem: string] }>()
const { repository } = useDatabase()
const { mergeLocaleMessage } = useI18n()
layJobWords({ mergeLocaleMessage })
const { say } = useSay()
const { calendarOf } = useCareCalendar()

onMounted(async () => {
  const jobs = (await repository.list()).flatMap(({ job }) =>
    job && !job.desk.archived && (job.log.since !== undefined || job.desk.due !== undefined) ? [job] : [],
  )
  const today = dayOfClock(new Date())
  if (jobs.length > 0) saveFile('Vernal Cask.ics', calendarOf('Vernal Cask', jobs, today), 'text/calendar')
  emit('done', jobs.length > 0 ? '' : say('care.calendarNone'))
})
</script>

<template>
  <span class="only-heard" role="status">{{ say('jobs.calendar') }}</span>
</template>
