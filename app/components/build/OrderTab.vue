<script setup lang="ts">
import { dateFormat } from '#core/units/intl'
import { causesOf, PHASES, symptomsOf, TEST_SYMPTOMS, workHours, type Step, type Symptom } from '#core/build'
import { lineCut } from '#core/levels'

/** What to do next, and what never before what. Decides the next hour's work; every tick is kept. */
const bench = useWorkbench()
const { say } = useSay()
const { sayPart } = useBuildWords()
const { steps, kept, done, stale, held, left, measuredLine, tick, begin, callOff, record, stepName, clock } = useOrder()
const { cropOf, numbers } = usePlates()

const WHICH = ['all', 'open', 'bench', 'two'] as const
const which = ref<(typeof WHICH)[number]>('all')
const shown = computed(() =>
  steps.value.filter(
    (step) =>
      which.value === 'all' || (which.value === 'bench' ? step.bench : which.value === 'two' ? step.hands === 2 : !done.value.has(step.id)),
  ),
)
const phases = computed(() =>
  PHASES.flatMap((phase) => {
    const own = shown.value.filter((step) => step.phase === phase)
    return own.length > 0 ? [{ phase, steps: own }] : []
  }),
)
const numberOf = (step: Step) => steps.value.indexOf(step) + 1
const next = computed(() =>
  steps.value.find((step) => !done.value.has(step.id) && step.after.every((id) => done.value.has(id)) && !held(step)),
)
const open = ref<string>()
const hours = computed(() => Math.round(workHours(steps.value.filter(({ id }) => !done.value.has(id))) * 2) / 2)

const partsOf = (step: Step) =>
  step.parts.map((key) => [numbers.value.get(key), sayPart(key)].filter((each) => each !== undefined).join(' '))

const resultOf = (step: Step) => kept.value.tests.find(({ test }) => test === step.id)
/** What a test showed; empty where it was right or has not been made. */
const faultOf = (step: Step) => (resultOf(step)?.fault ?? '') as Symptom | ''
const notes = reactive<Record<string, string>>({})
const faults = (step: Step): Symptom[] => {
  const path = bench.assessment!.path
  const usual = TEST_SYMPTOMS[step.kind] ?? []
  return usual.filter((symptom) => causesOf(path, symptom).length > 0)
}
const shownAs = (all: readonly Symptom[]) => all.map((value) => ({ value, label: say(`build.symptom.${value}`) }))
const symptom = ref<Symptom>()
const symptoms = computed(() => (bench.assessment ? symptomsOf(bench.assessment.path) : []))
const causes = (of: Symptom) => (bench.assessment ? causesOf(bench.assessment.path, of) : [])
const when = (id: string) => {
  const at = kept.value.done.find(({ step }) => step === id)?.at
  return at === undefined ? '' : dateFormat(useSettings().terms, { day: 'numeric', month: 'short' }).format(at)
}
const upperOf = (step: Step) => {
  const found = measuredLine(step.id)
  return found ? lineCut(found.line)!.upper : 0
}
</script>

<template>
  <div>
    <p class="text-15">
      <b>{{ say('build.next') }}</b> {{ next ? `${next.on ? `${next.on}: ` : ''}${stepName(next)}` : say('build.allDone') }}
    </p>
    <p class="text-13 text-ink-2" data-testid="progress">{{ say('build.progress', { done: done.size, of: steps.length, hours }) }}</p>
    <ButtonChoice
      v-model="which"
      class="py-1"
      :label="say('build.show')"
      :options="WHICH.map((value) => ({ value, label: say(`build.which.${value}`) }))"
    />
    <section v-for="{ phase, steps: own } in phases" :key="phase">
      <h3 class="h3 rule mt-2 pt-2">{{ say(`build.phase.${phase}`) }}</h3>
      <ol>
        <li
          v-for="step in own"
          :key="step.id"
          class="border-b border-hair py-1.5"
          :class="{ 'bg-water-wash': step === next }"
          :data-step="step.id"
        >
          <div class="grid grid-cols-[28px_1fr_auto] items-start gap-x-2 max-md:grid-cols-[56px_1fr_auto] max-md:items-center">
            <input
              type="checkbox"
              class="mt-0.5 size-6 accent-ink max-md:size-14"
              :checked="done.has(step.id)"
              :disabled="(!done.has(step.id) && held(step) !== undefined) || measuredLine(step.id) !== undefined"
              :aria-label="say('build.tick', { n: numberOf(step), step: stepName(step) })"
              @change="tick(step, !done.has(step.id))"
            />
            <button
              type="button"
              class="min-h-7 text-left text-13 max-md:min-h-14 max-md:text-16"
              :aria-expanded="open === step.id"
              @click="open = open === step.id ? undefined : step.id"
            >
              <b class="num mr-1.5">{{ numberOf(step) }}</b>
              <span v-if="step.on" class="mr-1 font-semibold">{{ step.on }}:</span>
              <span :class="{ 'text-ink-3': done.has(step.id) }">{{ stepName(step) }}</span>
              <span class="block text-12 text-ink-3">
                {{
                  [
                    step.bench ? say('build.benchTag') : '',
                    step.hands === 2 ? say('build.twoTag') : '',
                    step.wait > 0 ? say('build.waitTag', { time: clock(step.wait) }) : '',
                    when(step.id),
                  ]
                    .filter(Boolean)
                    .join(' · ')
                }}
              </span>
            </button>
            <span v-if="step.wait > 0" class="text-right text-12">
              <button
                v-if="!kept.timers.some((each) => each.step === step.id)"
                type="button"
                class="btn"
                :disabled="held(step) !== undefined"
                @click="begin(step)"
              >
                {{ say('build.begin') }}
              </button>
              <template v-else>
                <b class="num block text-15">{{ left(step) > 0 ? clock(left(step)) : say('build.waitOver') }}</b>
                <button type="button" class="btn btn-bare" @click="callOff(step)">{{ say('build.callOff') }}</button>
              </template>
            </span>
          </div>
          <p v-if="stale.has(step.id)" class="pl-9 text-12 font-bold text-pencil">{{ say('build.staleStep') }}</p>
          <p v-if="!done.has(step.id) && held(step)" class="pl-9 text-12 font-semibold text-pencil">
            {{ say('build.held', { step: stepName(held(step)!) }) }}
          </p>
          <div v-if="measuredLine(step.id) && (open === step.id || step === next)" class="pl-9">
            <SecondMeasurement :assessed="measuredLine(step.id)!" :upper="upperOf(step)" />
          </div>
          <div v-if="open === step.id || (step.test && step === next)" class="grid gap-x-4 pl-9 text-13 md:grid-cols-[1fr_auto]">
            <div>
              <p>
                <b>{{ say('build.right') }}</b> {{ say(`build.step.${step.kind}.right`, step.values) }}
              </p>
              <p v-for="caution in step.cautions" :key="caution" class="font-semibold">! {{ say(`build.caution.${caution}`) }}</p>
              <p v-if="step.tools.length" class="text-ink-2">
                {{ say('build.toolsFor') }} {{ step.tools.map((tool) => say(`build.tool.${tool}`)).join(' · ') }}
              </p>
              <p v-if="step.parts.length" class="text-ink-2">{{ say('build.partsFor') }} {{ partsOf(step).join(' · ') }}</p>
              <div v-if="step.test" class="mt-1 flex flex-wrap items-center gap-2">
                <input
                  v-model="notes[step.id]"
                  class="field min-w-40 flex-1"
                  :aria-label="say('build.noteOf', { n: numberOf(step) })"
                  :placeholder="resultOf(step)?.note || say('build.note')"
                  maxlength="500"
                />
                <button type="button" class="btn" @click="record(step, { result: 'right', fault: '', note: notes[step.id] ?? '' })">
                  {{ say('build.resultIs.right') }}
                </button>
                <PickList
                  class="w-auto!"
                  :aria-label="say('build.faultOf', { n: numberOf(step) })"
                  :model-value="faultOf(step)"
                  :options="shownAs(faults(step))"
                  :unpicked="say('build.itShows')"
                  @update:model-value="(fault) => record(step, { result: 'wrong', fault, note: notes[step.id] ?? '' })"
                />
              </div>
            </div>
            <div v-if="cropOf(step)" class="w-64 border border-hair">
              <PlateDrawing
                :plate="cropOf(step)!.plate"
                :crop="cropOf(step)!.at"
                bare
                :text="say('build.cropText', { name: step.on || sayPart(cropOf(step)!.key) })"
              />
            </div>
          </div>
          <div v-if="resultOf(step)" class="pl-9 text-13">
            <p :class="resultOf(step)!.result === 'wrong' ? 'font-bold text-pencil' : 'font-semibold'">
              {{ say(`build.resultIs.${resultOf(step)!.result}`)
              }}{{ resultOf(step)!.fault ? `: ${say(`build.symptom.${resultOf(step)!.fault}`)}` : '' }} {{ resultOf(step)!.note }}
            </p>
            <ul v-if="resultOf(step)!.fault">
              <li v-for="each in causes(resultOf(step)!.fault as Symptom)" :key="each.cause">
                – {{ say('build.causeIs', { look: say(`build.cause.${each.cause}.look`), mend: say(`build.cause.${each.cause}.do`) }) }}
              </li>
            </ul>
          </div>
        </li>
      </ol>
    </section>
    <section>
      <h3 class="h3 rule mt-2 pt-2">{{ say('build.faultFinder') }}</h3>
      <PickList
        class="w-auto!"
        :aria-label="say('build.whatShows')"
        :model-value="symptom ?? ''"
        :options="shownAs(symptoms)"
        :unpicked="say('build.whatShows')"
        @update:model-value="(each) => (symptom = each)"
      />
      <ol v-if="symptom" class="list-decimal pl-6 text-13">
        <li v-for="each in causes(symptom)" :key="each.cause" class="py-0.5">
          <b>{{ say(`station.${each.station}`) }}:</b>
          {{ say('build.causeIs', { look: say(`build.cause.${each.cause}.look`), mend: say(`build.cause.${each.cause}.do`) }) }}
        </li>
      </ol>
    </section>
  </div>
</template>
