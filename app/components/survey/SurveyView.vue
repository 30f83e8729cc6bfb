<script setup lang="ts">
import { STOPS, type Measure } from '#core/survey'
import type { FieldRow } from '~/components/fields/fieldRow'

/**
 * A walk round the place with the tape in hand: one measure after another down the water, each with where the tape goes.
 * Decides which of the answer's figures rest on something that somebody read.
 */
defineProps<{ phone?: boolean }>()
const emit = defineEmits<{ done: [] }>()
const route = useRoute()
const router = useRouter()
const { say } = useSay()
const { measures, guessed, count, nameOf, valueOf, take, guess } = useSurvey()

/** Where the walk is: a measure by its key, or its end. */
const END = 'end'
const firstGuess = () => measures.value.find(({ key }) => guessed.value.has(key))?.key ?? END
const asked = () => String(route.query.measure ?? '')
const isThere = (key: string) => key === END || measures.value.some((each) => each.key === key)
/** What is in hand stays there when it is measured: a walk that begins at the first guess does not run ahead of its walker. */
const inHand = ref('')
watch(
  [asked, () => isThere(inHand.value)],
  () => {
    if (isThere(asked())) inHand.value = asked()
    else if (!isThere(inHand.value)) inHand.value = firstGuess()
  },
  { immediate: true },
)
const at = computed(() => {
  const found = measures.value.findIndex(({ key }) => key === inHand.value)
  return found >= 0 ? found : measures.value.length
})
const current = computed(() => measures.value[at.value])
const box = useTemplateRef<HTMLElement>('box')
const refused = useRefused(() => box.value)
async function go(index: number) {
  const key = measures.value[Math.max(0, index)]?.key ?? END
  await router.replace({ query: { ...route.query, measure: key } })
  await nextTick()
  box.value?.querySelector<HTMLElement>('input, select, h2')?.focus()
}
function right(measure: Measure) {
  if (refused()) return
  if (guessed.value.has(measure.key)) take(measure, measure.value)
  void go(at.value + 1)
}
function skip(measure: Measure) {
  if (!guessed.value.has(measure.key)) guess(measure)
  void go(at.value + 1)
}
const byStop = computed(() =>
  STOPS.map((stop) => ({ stop, list: measures.value.filter((each) => each.stop === stop) })).filter(({ list }) => list.length > 0),
)
const isGuess = (measure: Measure) => guessed.value.has(measure.key)
/** The measure in hand as a field. */
const rows = computed((): FieldRow[] => {
  const measure = current.value
  if (!measure) return []
  const { key, value } = measure
  const called = { key, label: nameOf(measure), measure: key, ...(!isGuess(measure) && { note: say('survey.isTaken') }) }
  if (measure.kind !== 'choice') {
    const { kind, value: at, least, most } = measure
    return [{ ...called, is: 'measure', kind, value: at, least, most, set: (to) => take(measure, to) }]
  }
  const many = measure.name === 'cover'
  const options = measure.options.map((each) => ({
    value: each,
    label: say(`word.${each}`),
    ...(many && { also: say(`search.also.${each}`) }),
  }))
  return [{ ...called, is: many ? 'search' : 'choice', value: String(value), options, set: (to: string) => take(measure, to) }]
})
</script>

<template>
  <div class="survey" :class="{ phone }">
    <nav v-if="!phone" class="side bg-sheet" :aria-label="say('survey.list')">
      <h2 class="slab text-22">{{ say('survey.title') }}</h2>
      <p class="text-13 text-ink-2">{{ say('survey.count', { taken: count.taken, of: count.of }) }}</p>
      <template v-for="{ stop, list } in byStop" :key="stop">
        <h3 class="h3 rule mt-2 pt-1">{{ say(`survey.stop.${stop}`) }}</h3>
        <ul>
          <li v-for="measure in list" :key="measure.key">
            <button
              type="button"
              class="row"
              :class="{ here: current?.key === measure.key }"
              :aria-current="current?.key === measure.key ? 'step' : undefined"
              @click="go(measures.indexOf(measure))"
            >
              <span>{{ nameOf(measure) }}</span>
              <span class="num" :class="isGuess(measure) ? 'guess' : 'font-bold'">{{ valueOf(measure) }}</span>
              <span class="cap">{{ say(isGuess(measure) ? 'survey.guessed' : 'survey.taken') }}</span>
            </button>
          </li>
        </ul>
      </template>
      <button type="button" class="btn mt-3" @click="go(measures.length)">{{ say('survey.toEnd') }}</button>
    </nav>
    <section ref="box" class="step" :aria-label="say('survey.title')">
      <template v-if="current">
        <p class="cap">
          {{ say('survey.at', { n: at + 1, of: measures.length, stop: say(`survey.stop.${current.stop}`) }) }}
        </p>
        <progress class="h-1.5 w-full" :value="at" :max="measures.length" :aria-label="say('survey.progress')" />
        <h2 class="slab mt-2 text-22" tabindex="-1">{{ nameOf(current) }}</h2>
        <TapePicture :name="current.name" />
        <p class="py-1 text-15">{{ say(`survey.how.${current.name}`) }}</p>
        <div class="big"><FieldRows :rows="rows" /></div>
        <div class="foot">
          <button type="button" class="btn" :disabled="at === 0" @click="go(at - 1)">{{ say('survey.back') }}</button>
          <button type="button" class="btn" @click="skip(current)">{{ say('survey.skip') }}</button>
          <button type="button" class="btn btn-go" @click="right(current)">
            {{ say(isGuess(current) ? 'survey.right' : 'survey.next') }}
          </button>
        </div>
        <button type="button" class="btn btn-bare mt-2" @click="emit('done')">{{ say('survey.toDrawing') }}</button>
      </template>
      <template v-else>
        <h2 class="slab text-22" tabindex="-1">{{ say('survey.count', { taken: count.taken, of: count.of }) }}</h2>
        <p class="py-1 text-15">{{ say(count.taken === count.of ? 'survey.allTaken' : 'survey.someGuessed') }}</p>
        <GuessWeights v-if="count.taken < count.of" @go="(key) => go(measures.findIndex((each) => each.key === key))" />
        <div class="foot">
          <button type="button" class="btn" @click="go(measures.length - 1)">{{ say('survey.back') }}</button>
          <NuxtLink class="btn no-underline" :to="{ query: { doing: 'build', part: 'sheets' } }">{{ say('survey.print') }}</NuxtLink>
          <button type="button" class="btn btn-go" @click="emit('done')">{{ say('survey.toDrawing') }}</button>
        </div>
      </template>
    </section>
  </div>
</template>

<style scoped>
.survey {
  display: flex;
  flex: 1;
  min-width: 0;
  min-height: 0;
}
.side {
  flex: 0 0 400px;
  padding: 12px 16px;
  overflow-y: auto;
  border-right: 2px solid var(--ink);
}
.row {
  display: grid;
  grid-template-columns: 1fr auto 74px;
  align-items: baseline;
  gap: 8px;
  width: 100%;
  min-height: var(--touch);
  padding: 2px 6px;
  text-align: left;
  font-size: 0.8125rem;
}
.row > :nth-child(2) {
  text-align: right;
}
.row.here {
  outline: 2px solid var(--ink);
  background: var(--paper);
}
.guess {
  border-bottom: 1.5px dashed var(--ink-2);
}
.step {
  flex: 1;
  max-width: 680px;
  padding: 12px 28px 24px;
  overflow-y: auto;
}
.phone .step {
  padding: 8px 14px 90px;
}
.big :deep(.field) {
  min-height: 48px;
  font-size: 1.25rem;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 12px;
}
.foot .btn {
  flex: 1 1 28%;
  min-height: 48px;
  text-decoration: none;
}
.phone .foot {
  position: fixed;
  inset: auto 0 0 0;
  margin: 0;
  padding: 10px 12px;
  background: var(--sunk);
  border-top: 2px solid var(--ink);
}
</style>
