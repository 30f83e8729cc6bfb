<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'

/** From outlet to vessel. Decides how the vessel is filled, whether the heights allow it, and where the saw goes. */
defineProps<{ wide?: boolean }>()
const bench = useWorkbench()
const { say } = useSay()

const assessed = computed(() => bench.assessed)
const keyOf = (drop: string, vessel: string) => `${drop} ${vessel}`
const inHand = computed({
  get: () => (assessed.value ? keyOf(assessed.value.line.intake.drop.id, assessed.value.line.intake.vessel.id) : ''),
  set: (key: string) => {
    const [drop = '', vessel = ''] = key.split(' ')
    bench.inHand = { drop, vessel }
  },
})
const pipes = computed(() =>
  bench.pipes.map(({ line: { intake, fed } }) => ({
    value: keyOf(intake.drop.id, intake.vessel.id),
    label: `${intake.drop.name}, ${fed ? intake.vessel.name : say('drop.notLed')}`,
  })),
)

/**
 * While a height is dragged, all but the capacities follows when the hand has rested for a moment: the drawing, its ledger
 * and the snags are what it is judged by, and they are never made to wait. What is typed or pressed is shown at once, so
 * that nobody acts on what stood here before. Line, scheme and path are of one moment.
 */
const moment = () =>
  bench.assessed && bench.scheme && bench.assessment
    ? { assessed: bench.assessed, scheme: bench.scheme, path: bench.assessment.path }
    : undefined
const later = shallowRef(moment())
const REST_MS = 60
watchDebounced(
  () => bench.assessed,
  () => (later.value = moment()),
  { debounce: REST_MS },
)
watch(
  () => bench.scheme,
  () => {
    if (!bench.inDrag) later.value = moment()
  },
)
</script>

<template>
  <div v-if="assessed && bench.scheme && later">
    <ChoiceField v-if="pipes.length > 1" v-model="inHand" :label="say('drop.whichLine')" :options="pipes" />
    <TrainList :assessed="later.assessed" />
    <TrainOffers />
    <PipeMeasures :assessed="later.assessed" />
    <TrainCapacity :assessed="assessed" :intensity="bench.scheme.designIntensity" />
    <HoseCatch
      v-if="bench.simulation.drop"
      :assessed="later.assessed"
      :hoses="bench.simulation.drop.hoses"
      :variants="bench.simulation.drop.variants"
    />
    <FlushSizing :assessed="later.assessed" :scheme="later.scheme" :path="later.path" />
    <CutPlan :assessed="later.assessed" />
  </div>
</template>
