<script setup lang="ts">
import { tellDevice } from '~/components/log/tellDevice'

/** Waits that run, wherever in the job one is; tells when one is over, on the page and by the device if it may. */
const { running, callOff, clock, stepName } = useOrder()
const { say } = useSay()

const over = computed(() => running.value.filter(({ left }) => left <= 0))
const next = computed(() => running.value.filter(({ left }) => left > 0).toSorted((a, b) => a.left - b.left)[0])
const told = new Set<string>()
watch(
  () => over.value.map(({ step }) => step.id).join(),
  () => {
    for (const { step } of over.value) {
      if (told.has(step.id)) continue
      told.add(step.id)
      void tellDevice(say('build.waitOver'), stepName(step), step.id)
    }
  },
  { immediate: true },
)
</script>

<template>
  <div v-if="running.length > 0" class="flex items-center gap-2">
    <span v-if="next" class="num text-13 whitespace-nowrap" data-testid="timer">{{ say('build.waits', { left: clock(next.left) }) }}</span>
    <span v-for="{ step } in over" :key="step.id" role="alert" class="flex items-center gap-2 border-2 border-water px-2 text-13 font-bold">
      {{ say('build.waitOver') }}
      <button type="button" class="btn btn-bare" :aria-label="say('build.waitSeen', { step: stepName(step) })" @click="callOff(step)">
        {{ say('ui.close') }}
      </button>
    </span>
  </div>
</template>
