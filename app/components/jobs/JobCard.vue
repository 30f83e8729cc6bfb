<script setup lang="ts">
import { assess } from '#core/assess'
import type { Job } from '#core/scheme'
import { showText } from '#core/units/format'
import { length, volume } from '#core/units/quantity'
import { CARD, CARD_FRAME, CARD_WALL } from '~/components/jobs/cardScale'
import { sceneOf } from '~/drawing/scene'

/** One job on the ground line: what it looks like, what it holds, what is worst about it. */
const props = defineProps<{ job: Job; /** px per metre, one for all cards. */ scale: number }>()
const { say } = useSay()

const assessment = computed(() => {
  const scheme = props.job.schemes.find(({ id }) => id === props.job.chosen)
  return scheme && assess(scheme)
})
const line = computed(() => assessment.value?.lines[0])
const scene = computed(() => (line.value ? sceneOf(line.value, CARD_FRAME, CARD_WALL, props.scale) : undefined))
const worst = computed(() => assessment.value?.findings.find(({ severity }) => severity !== 'note'))
</script>

<template>
  <svg
    v-if="scene"
    class="sheet-drawing card-scene"
    :viewBox="`0 0 ${CARD.width} ${CARD.height}`"
    preserveAspectRatio="xMinYMax meet"
    aria-hidden="true"
  >
    <HatchDefs :prefix="`j-${job.id}`" />
    <SectionScene :scene="scene" :prefix="`j-${job.id}`" />
  </svg>
  <div v-else class="card-scene" />
  <div class="card-body">
    <h2 class="slab text-18">
      <NuxtLink :to="`/job/${job.id}`" class="text-ink no-underline hover:underline">{{ job.name }}</NuxtLink>
    </h2>
    <p class="cap">{{ job.scene || say('jobs.noScene') }}</p>
    <p v-if="line" class="mt-1">
      <b class="slab text-22">{{ showText(volume(line.usable.volume), job) }}</b>
      {{ say('jobs.usable', { left: length(line.left.value) }, job) }}
    </p>
    <p v-if="worst" class="mt-1 grid grid-cols-[26px_1fr] gap-1 text-13">
      <svg viewBox="-12 -12 24 24" class="sheet-drawing size-6" role="img" :aria-label="say(`severity.${worst.severity}`)">
        <SnagMark :severity="worst.severity" :number="1" />
      </svg>
      {{ say(`finding.${worst.id}.say`, worst.values, job) }}
    </p>
    <p v-if="!line" class="text-pencil">{{ say('jobs.broken') }}</p>
    <slot />
  </div>
</template>
