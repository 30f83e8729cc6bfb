<script setup lang="ts">
import type { Finding } from '#core/findings'
import type { Stop } from '#core/survey'

/** Snags as sentences with this job's numbers, worst first, each with its mend where one exists. */
const props = defineProps<{ findings: { finding: Finding; number: number }[]; total: number }>()
const bench = useWorkbench()
const { say } = useSay()
const { measures, guessed, nameOf } = useSurvey()
/** Where the measures are taken that a station's snags rest on. */
const RESTS_ON: Partial<Record<Finding['station'], readonly Stop[]>> = {
  sky: ['sky'],
  roof: ['roof'],
  gutter: ['roof', 'gutter'],
  drop: ['pipe', 'vessel'],
  cask: ['vessel'],
  spill: ['roof', 'vessel'],
  draw: ['vessel', 'can'],
}
const guesses = ({ station, severity }: Finding) =>
  severity === 'note'
    ? []
    : measures.value.filter(({ key, stop }) => guessed.value.has(key) && RESTS_ON[station]?.includes(stop)).map((each) => nameOf(each))
const { found, nameOf: nameOfTerm } = useTerms()
const wordsOf = ({ id, values }: Finding) => found(`${say(`finding.${id}.say`, values)} ${say(`finding.${id}.why`, values)}`)
const why = ref<string>()
const keyOf = ({ id, ids }: Finding) => `${id}-${Object.values(ids).join('-')}`
/** Which of several vessels a snag is about. */
function vesselName({ ids }: Finding): string {
  const vessels = bench.scheme?.stores.flatMap((store) => store.vessels) ?? []
  return vessels.length > 1 ? (vessels.find(({ id }) => id === ids.vessel)?.name ?? '') : ''
}
const title = computed(() => say('snag.count', { here: props.findings.length, total: props.total }))
</script>

<template>
  <section :aria-label="say('snag.title')">
    <div class="rule flex items-baseline justify-between pt-2">
      <h3 class="h3">{{ say('snag.title') }}</h3>
      <p class="cap">{{ title }}</p>
    </div>
    <p v-if="findings.length === 0" class="py-2 text-13 text-ink-2">{{ say('snag.none') }}</p>
    <ul>
      <li v-for="{ finding, number } in findings" :key="keyOf(finding)" class="grid grid-cols-[30px_1fr] py-1.5">
        <svg viewBox="-12 -12 24 24" class="sheet-drawing size-6" role="img" :aria-label="say(`severity.${finding.severity}`)">
          <SnagMark :severity="finding.severity" :number="number" />
        </svg>
        <div>
          <p>
            <b v-if="vesselName(finding)">{{ vesselName(finding) }}: </b>{{ say(`finding.${finding.id}.say`, finding.values) }}
          </p>
          <p v-if="guesses(finding).length > 0" class="text-12 text-ink-3">
            {{ say('snag.guesses', { names: guesses(finding).join(', ') }) }}
          </p>
          <div class="mt-1 flex flex-wrap items-center gap-2">
            <MendButton
              v-if="finding.mends"
              :finding="finding"
              :label="say('snag.mend', { what: say(`finding.${finding.id}.mend`, finding.values) })"
            />
            <button
              type="button"
              class="btn btn-bare"
              :aria-expanded="why === keyOf(finding)"
              @click="why = why === keyOf(finding) ? undefined : keyOf(finding)"
            >
              {{ say('snag.why') }}
            </button>
          </div>
          <MovesNote v-if="finding.mends" :finding="finding" />
          <ul v-if="finding.options.length > 0" class="mt-1">
            <li v-for="option in finding.options" :key="option.id" class="border-t border-hair py-1.5 text-13">
              <p>
                <b>{{ say(`finding.${finding.id}.option.${option.id}.name`, option.values) }}.</b>
                {{ say(`finding.${finding.id}.option.${option.id}.say`, option.values) }}
                <span v-if="option.fits === false" class="text-pencil">{{ say('snag.doesNotFit') }}</span>
              </p>
              <MovesNote :finding="finding" :option="option.id" />
              <div class="mt-1 flex flex-wrap gap-2">
                <MendButton
                  :finding="finding"
                  :option="option.id"
                  :label="say('snag.apply')"
                  :name="say('snag.applyNamed', { what: say(`finding.${finding.id}.option.${option.id}.name`, option.values) })"
                />
                <button
                  type="button"
                  class="btn"
                  :aria-label="say('snag.besideNamed', { what: say(`finding.${finding.id}.option.${option.id}.name`, option.values) })"
                  @click="bench.mendBeside(finding, option.id, say(`finding.${finding.id}.option.${option.id}.name`, option.values))"
                >
                  {{ say('snag.beside') }}
                </button>
              </div>
            </li>
          </ul>
          <p v-if="why === keyOf(finding)" class="mt-1 text-13 text-ink-2">
            {{ say(`finding.${finding.id}.why`, finding.values) }}
            <span class="text-12 text-ink-3">{{ say(`source.${finding.source}`) }}</span>
            <NuxtLink v-if="finding.source === 'ownRule'" class="text-12" to="/help/methods">{{ say('help.methods') }}</NuxtLink>
            <span v-if="wordsOf(finding).length > 0" class="block text-12">
              {{ say('help.words') }}:
              <span v-for="term in wordsOf(finding)" :key="term" class="mr-2">{{ nameOfTerm(term) }}<TermHint :term="term" /></span>
            </span>
          </p>
        </div>
      </li>
    </ul>
  </section>
</template>
