<script setup lang="ts">
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
</script>

<template>
  <div v-if="assessed && bench.scheme">
    <ChoiceField v-if="pipes.length > 1" v-model="inHand" :label="say('drop.whichLine')" :options="pipes" />
    <TrainList :assessed="assessed" />
    <TrainOffers />
    <PipeMeasures :assessed="assessed" />
    <TrainCapacity :assessed="assessed" :intensity="bench.scheme.designIntensity" />
    <HoseCatch
      v-if="bench.simulation.drop"
      :assessed="assessed"
      :hoses="bench.simulation.drop.hoses"
      :variants="bench.simulation.drop.variants"
    />
    <FlushSizing :assessed="assessed" :scheme="bench.scheme" />
    <CutPlan :assessed="assessed" />
  </div>
</template>
