<script setup lang="ts">
import { produce } from 'immer'
import { MOST_STEPS, readStorm } from '#core/rain'
import type { Scheme, TrialStorm } from '#core/scheme'
import { INCH } from '#core/units/constants'
import { rainDepth, share } from '#core/units/quantity'
import { FileTooLarge, readTextFile } from '~/composables/readTextFile'
import type { FieldRow } from '~/components/fields/fieldRow'
import { fieldTable, type Lens } from '~/components/fields/fieldTable'
import { message, saying, type Message } from '~/stores/messages'

/** Which storm, how full the vessels begin, which tap is opened when. Saved with the scheme. */
const bench = useWorkbench()
const { say, sayMessage } = useSay()
type Trial = Scheme['trial']
const trial = computed(() => bench.scheme!.trial)
const storm = computed(() => trial.value.storm)
const settings = useSettings()
/** A gauge is read in the reader's own units. */
const inches = computed(() => settings.system === 'imperial')
const problem = shallowRef<Message>()

const KINDS = ['block', 'triangle', 'type-two', 'design', 'gauge'] as const
/** Less than anybody can type, mm/h: one has to be the stronger. */
const APART = 1e-9
/** mm in one step: as much as the document takes. */
const MOST_A_STEP = 200
/** A month of a gauge by the minute is under this, bytes. */
const MOST_FILE = 4e6
function change(field: string, recipe: (scheme: Scheme) => Scheme) {
  bench.editScheme(message('edit.trial', { what: saying(`trial.field.${field}`) }), recipe)
}
const put = (next: TrialStorm) => change('kind', (scheme) => ({ ...scheme, trial: { ...scheme.trial, storm: next } }))
const depthOf = (from: TrialStorm) => ('depth' in from ? from.depth : bench.scheme!.designIntensity / 2)
const minutesOf = (from: TrialStorm) => ('minutes' in from ? from.minutes : 60)
function choose(kind: (typeof KINDS)[number]) {
  const depth = depthOf(storm.value)
  const minutes = minutesOf(storm.value)
  const intensity = bench.scheme!.designIntensity
  if (kind === 'block') put({ kind, depth, minutes })
  if (kind === 'triangle') put({ kind, depth, minutes, peak: 'centred' })
  if (kind === 'type-two') put({ kind, depth })
  if (kind === 'design')
    put({
      kind,
      shorter: { minutes: 5, intensity },
      longer: { minutes: 60, intensity: Math.round(intensity * 0.3 * 10) / 10 },
      minutes: 120,
    })
  if (kind === 'gauge') put({ kind, name: say('trial.gaugeName'), step: 300, depths: [1, 2, 4, 3, 1] })
}
const gaugeText = ref('')
function readGauge(text: string, name: string) {
  const read = readStorm(text)
  if ('problems' in read) {
    const [first] = read.problems
    problem.value = message(`trial.problem.${first!.problem}`, {
      line: String(first!.line),
      found: first!.found.slice(0, 60),
      most: String(MOST_STEPS),
    })
    return
  }
  const unit = inches.value ? INCH * 1000 : 1
  const depths = [...read.storm.intensity].map((rate) => (unit * rate * read.storm.step) / 3600)
  if (depths.some((depth) => depth > MOST_A_STEP)) {
    problem.value = message('trial.problem.tooWet', { most: rainDepth(MOST_A_STEP) })
    return
  }
  problem.value = undefined
  put({ kind: 'gauge', name, step: read.storm.step, depths })
}
async function readFile(event: Event) {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  try {
    if (file) readGauge(await readTextFile(file, MOST_FILE), file.name.slice(0, 100))
  } catch (error) {
    problem.value =
      error instanceof FileTooLarge
        ? message('jobs.import.tooLarge', { file: file!.name, size: error.size, most: error.most })
        : message('jobs.import.cannotRead', { file: file!.name })
  }
  input.value = ''
}
/** Fields of the trial are told by what they are, not by what stood in them. */
const table = computed(() =>
  fieldTable<Trial>(
    trial.value,
    (field, _from, _to, recipe) => change(field, (scheme) => produce(scheme, (draft) => void recipe(draft.trial))),
    say,
  ),
)
/** A number that some kinds of storm have. */
const part = (name: 'depth' | 'minutes'): Lens<Trial, number> => ({
  name,
  get: ({ storm: of }) => (name in of ? (of as Record<typeof name, number>)[name] : 0),
  put: ({ storm: of }, to) => Object.assign(of, { [name]: to }),
})
/** A number of one of the two points that a design storm is drawn through. */
const point = (which: 'shorter' | 'longer', key: 'minutes' | 'intensity'): Lens<Trial, number | undefined> => {
  const of = ({ storm: each }: Trial) => (each.kind === 'design' ? each[which] : undefined)
  return {
    name: `${which}${key === 'minutes' ? 'Minutes' : 'Intensity'}`,
    get: (each) => of(each)?.[key],
    put: (draft, to) => Object.assign(of(draft) ?? {}, { [key]: to }),
  }
}
const peak: Lens<Trial, 'early' | 'centred' | 'late'> = {
  name: 'peak',
  get: ({ storm: of }) => (of.kind === 'triangle' ? of.peak : 'centred'),
  put: ({ storm: of }, to) => Object.assign(of, { peak: to }),
}
const tap: Lens<Trial, string> = {
  name: 'opened',
  get: (of) => of.opened[0]?.tap ?? 'none',
  put: (draft, id) => {
    const { from = 0, lasts = 600 } = draft.opened[0] ?? {}
    draft.opened = id === 'none' ? [] : [{ tap: id, from, lasts }]
  },
}
/** Minutes are typed, seconds kept. */
const minutes = (name: 'from' | 'lasts'): Lens<Trial, number> => ({
  name,
  get: (of) => (of.opened[0]?.[name] ?? 0) / 60,
  put: (draft, to) => Object.assign(draft.opened[0] ?? {}, { [name]: to * 60 }),
})
const labelOf = (field: string) => ({ label: say(`trial.field.${field}`) })
const kinds = computed(() => KINDS.map((value) => ({ value, label: say(`trial.kind.${value}`) })))
/** What a storm is made of, by its kind. */
const shape = computed((): FieldRow[] => {
  const { measure, choice } = table.value
  const made = storm.value
  // Rain that lasts longer is longer, and weaker: each point ends where the other begins.
  const points = ({ shorter, longer }: Extract<TrialStorm, { kind: 'design' }>) => [
    measure(point('shorter', 'minutes'), 'count', [2, longer.minutes - 1], {
      ...labelOf('shorterMinutes'),
      why: { most: 'field.why.most.shorterRain' },
    }),
    measure(point('shorter', 'intensity'), 'rainRate', [longer.intensity + APART, 2000], {
      ...labelOf('shorterIntensity'),
      why: { least: 'field.why.least.shorterRain' },
    }),
    measure(point('longer', 'minutes'), 'count', [shorter.minutes + 1, 2880], {
      ...labelOf('longerMinutes'),
      why: { least: 'field.why.least.longerRain' },
    }),
    measure(point('longer', 'intensity'), 'rainRate', [0.5, shorter.intensity - APART], {
      ...labelOf('longerIntensity'),
      why: { most: 'field.why.most.longerRain' },
    }),
  ]
  const take = (to: string) => choose(to as (typeof KINDS)[number])
  return [
    { is: 'choice', key: 'kind', label: say('trial.storm'), value: made.kind, options: kinds.value, set: take },
    ...('depth' in made ? [measure(part('depth'), 'rainDepth', [0.1, 1000], labelOf('depth'))] : []),
    ...('minutes' in made ? [measure(part('minutes'), 'count', [2, 2880], labelOf('minutes'))] : []),
    ...(made.kind === 'triangle' ? [choice(peak, ['early', 'centred', 'late'], { ...labelOf('peak'), ids: 'trial.peak' })] : []),
    ...(made.kind === 'design' ? points(made) : []),
  ]
})
/** How full the vessels begin, and which tap is opened when. */
const rest = computed((): FieldRow[] => {
  const { measure, choice } = table.value
  const taps = bench.scheme!.taps.map(({ id, name }) => ({ value: id, label: name }))
  const spans = [
    measure(minutes('from'), 'count', [0, 2880], labelOf('from')),
    measure(minutes('lasts'), 'count', [1, 2880], labelOf('lasts')),
  ]
  return [
    measure('start', 'share', [0, 1], { ...labelOf('start'), note: say('trial.startNote', { share: share(trial.value.start) }) }),
    ...(taps.length > 0 ? [choice(tap, [{ value: 'none', label: say('trial.noTap') }, ...taps], labelOf('opened'))] : []),
    ...(trial.value.opened.length > 0 ? spans : []),
  ]
})
</script>

<template>
  <!-- Its longest choice has a line with its name. -->
  <div class="[--label-width:6rem]">
    <FieldRows :rows="shape" />
    <template v-if="storm.kind === 'gauge'">
      <p class="py-1 text-13">
        {{
          say('trial.gaugeHolds', { name: storm.name, depth: rainDepth(storm.depths.reduce((a, b) => a + b, 0)), n: storm.depths.length })
        }}
      </p>
      <label class="block text-13">
        {{ say('trial.gaugePaste', { unit: say(inches ? 'trial.inches' : 'trial.millimetres') }) }}
        <textarea v-model="gaugeText" rows="3" class="field mt-1" placeholder="14:00,0.2&#10;14:05,1.4" />
      </label>
      <div class="mt-1 flex gap-2">
        <button type="button" class="btn" :disabled="gaugeText.trim() === ''" @click="readGauge(gaugeText, say('trial.gaugeName'))">
          {{ say('trial.gaugeRead') }}
        </button>
        <label class="btn cursor-pointer focus-within:outline-2"
          >{{ say('trial.gaugeFile') }}<input type="file" accept=".csv,.txt,text/csv,text/plain" class="only-heard" @change="readFile"
        /></label>
      </div>
      <p v-if="problem" role="alert" class="pt-1 text-13 text-pencil">{{ sayMessage(problem) }}</p>
    </template>
    <FieldRows :rows="rest" />
  </div>
</template>
