<script setup lang="ts">
/** What is unlikely of an entry, asked about before it is written down: it was meant, or it is changed. */
defineProps<{ asked: readonly string[] }>()
const emit = defineEmits<{ keep: []; change: [] }>()
const { say } = useSay()
</script>

<template>
  <div v-if="asked.length > 0" class="border-2 border-pencil bg-sheet p-2 text-13" role="alert">
    <p v-for="each in asked" :key="each">{{ each }}</p>
    <div class="mt-1 flex gap-2">
      <button type="button" class="btn btn-go" @click="emit('keep')">{{ say('log.keepAllTheSame') }}</button>
      <button type="button" class="btn" @click="emit('change')">{{ say('log.change') }}</button>
    </div>
  </div>
</template>
