<script setup lang="ts">
/** How far the other sizes are, or what their curve shows; apart from them, so that its progress draws nothing else anew. */
const bench = useWorkbench()
const { say } = useSay()
</script>

<template>
  <div v-if="bench.simulation.progress" class="order-last flex w-full items-center gap-2 text-13" role="status">
    <progress
      class="h-2 w-24 accent-ink"
      :value="bench.simulation.progress.done"
      :max="bench.simulation.progress.of"
      :aria-label="say('answer.sizes')"
    />
    {{ say('answer.progress', { ...bench.simulation.progress }) }}
    <button type="button" class="btn" @click="bench.stopSizes()">{{ say('answer.stopSizes') }}</button>
  </div>
  <p v-else class="cap order-last w-full">{{ say(bench.simulation.bands ? 'answer.bandsNote' : 'answer.sizesNote') }}</p>
</template>
