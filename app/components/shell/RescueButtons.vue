<script setup lang="ts">
/** What can be done where a part of the page failed: go back a step, or take the job away as a file. */
const emit = defineEmits<{ export: [] }>()
const bench = useWorkbench()
const { say } = useSay()
</script>

<template>
  <button type="button" class="btn" :disabled="!bench.undoable" @click="bench.undo()">{{ say('ui.undo') }}</button>
  <button type="button" class="btn" @click="emit('export')">{{ say('jobs.export') }}</button>
</template>
