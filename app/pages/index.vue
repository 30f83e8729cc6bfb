<script setup lang="ts">
import { welcome } from '~/database/demo'
import JobsWait from '~/components/jobs/JobsWait.vue'

/**
 * The jobs page. What checks, draws and changes jobs is half of the application; their names can be read and opened while it is being
 * fetched.
 */
const JobsDesk = defineAsyncComponent({
  loader: () => import('~/components/jobs/JobsDesk.vue'),
  loadingComponent: JobsWait,
  delay: 0,
  // A page is held back until all in it is here, unless it says that it can wait.
  suspensible: false,
})
void useJobNames().read()
// The desk asks for it too, and tells what went wrong.
onMounted(() => void welcome().catch(() => {}))
</script>

<template>
  <JobsDesk />
</template>
