<script setup lang="ts">
/** How far the bands are, or what they say; apart from the rest of the answer, so that its progress repaints nothing else. */
const bench = useWorkbench()
const { between } = useBands()
const { say } = useSay()
</script>

<template>
  <div class="flex min-h-8 items-center gap-2 text-13" role="status">
    <template v-if="bench.simulation.bandsProgress">
      <progress
        class="h-2 w-24"
        :value="bench.simulation.bandsProgress.done"
        :max="bench.simulation.bandsProgress.of"
        :aria-label="say('bands.title')"
      />
      {{ say('bands.progress', { ...bench.simulation.bandsProgress }) }}
      <button type="button" class="btn" @click="bench.stopBands()">{{ say('bands.stop') }}</button>
    </template>
    <template v-else-if="bench.simulation.bands">
      {{
        say('bands.done', {
          records: bench.simulation.bands.records,
          years: bench.simulation.bands.years,
          met: between('met'),
          days: between('daysMet'),
          short: between('longest'),
        })
      }}
    </template>
    <button v-else type="button" class="btn" @click="bench.runEnsemble()">{{ say('bands.run') }}</button>
  </div>
</template>
