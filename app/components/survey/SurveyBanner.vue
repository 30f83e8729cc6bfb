<script setup lang="ts">
/** How much of what is shown rests on guesses, and which two of them matter most. Nothing where all is measured. */
const emit = defineEmits<{ go: [measure: string | undefined] }>()
const { say } = useSay()
const { count, measures, nameOf, guessed } = useSurvey()
const { weighed } = useWeights()
const heaviest = computed(() =>
  (weighed.value ?? [])
    .filter(({ key }) => guessed.value.has(key))
    .slice(0, 2)
    .flatMap(({ key }) => measures.value.find((each) => each.key === key) ?? []),
)
</script>

<template>
  <section v-if="count.taken < count.of" class="strip-survey text-13" :aria-label="say('survey.title')">
    <b>{{ say('survey.banner', { taken: count.taken, of: count.of }) }}</b>
    <span v-if="heaviest.length > 0">{{ say('survey.most') }}</span>
    <button v-for="measure in heaviest" :key="measure.key" type="button" class="btn" @click="emit('go', measure.key)">
      {{ nameOf(measure) }}
    </button>
    <button type="button" class="btn btn-go" @click="emit('go', undefined)">{{ say('survey.goOn') }}</button>
  </section>
</template>

<style scoped>
.strip-survey {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
  padding: 4px 16px;
  background: var(--sheet);
  border-bottom: 1px dashed var(--ink);
}
@media (max-width: 999px) {
  .strip-survey {
    padding: 6px 12px;
  }
}
</style>
