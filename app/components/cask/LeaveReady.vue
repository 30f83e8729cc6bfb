<script setup lang="ts">
import { MOST_VESSELS } from '#core/edits'

/** What to leave ready for one more vessel. It takes a vessel put down to know, so that is done for whoever opens it. */
const bench = useWorkbench()
const { readyLines } = useLeaveReady()
const { say } = useSay()
const store = computed(() => bench.assessed!.line.placed.store)
const open = ref(false)
const lines = computed(() => (open.value && bench.scheme ? readyLines(bench.scheme, store.value.id) : []))
</script>

<template>
  <details v-if="store.vessels.length < MOST_VESSELS" class="py-1 text-13" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>{{ say('group.ready.title') }}</summary>
    <ul class="list-disc pl-5">
      <li v-for="line in lines" :key="line">{{ line }}</li>
    </ul>
    <p v-if="open && lines.length === 0">{{ say('group.ready.none') }}</p>
  </details>
</template>
