<script setup lang="ts">
import { MOST_STEPS, readStorm } from '#core/rain'
import type { Scheme, TrialStorm } from '#core/scheme'
import { INCH } from '#core/units/constants'
import { rainDepth, share } from '#core/units/quantity'
import { FileTooLarge, readTextFile } from '~/composables/readTextFile'
import { message } from '~/stores/messages'

/** Which storm, how full the vessels begin, which tap is opened when. Saved with the scheme. */
const bench = useWorkbench()
const { say } = useSay()
const trial = computed(() => bench.scheme!.trial)
const storm = computed(() => trial.value.storm)
const settings = useSettings()
/** A gauge is read in the reader's own units. */
const inches = computed(() => settings.system === 'imperial')
const problem = ref('')

const KINDS = ['block', 'triangle', 'type-two', 'design', 'gauge'] as const
/** mm in one step: as much as the document takes. */
const MOST_A_STEP = 200
/** A month of a gauge by the minute is under this, bytes. */
const MOST_FILE = 4e6
function change(field: string, recipe: (scheme: Scheme) => Scheme) {
  bench.editScheme(message('edit.trial', { what: say(`trial.field.${field}`) }), recipe)
}
const put = (next: TrialStorm) => change('kind', (scheme) => ({ ...scheme, trial: { ...scheme.trial, storm: next } }))
const set = (part: Partial<Scheme['trial']>, field: string) =>
  change(field, (scheme) => ({ ...scheme, trial: { ...scheme.trial, ...part } }))

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
    problem.value = say(`trial.problem.${first!.problem}`, {
      line: String(first!.line),
      found: first!.found.slice(0, 60),
      most: String(MOST_STEPS),
    })
    return
  }
  const unit = inches.value ? INCH * 1000 : 1
  const depths = [...read.storm.intensity].map((rate) => (unit * rate * read.storm.step) / 3600)
  if (depths.some((depth) => depth > MOST_A_STEP)) {
    problem.value = say('trial.problem.tooWet', { most: rainDepth(MOST_A_STEP) })
    return
  }
  problem.value = ''
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
        ? say('jobs.import.tooLarge', { file: file!.name, size: error.size, most: error.most })
        : say('jobs.import.cannotRead', { file: file!.name })
  }
  input.value = ''
}
const opened = computed(() => trial.value.opened[0])
function openTap(id: string) {
  set({ opened: id === 'none' ? [] : [{ tap: id, from: opened.value?.from ?? 0, lasts: opened.value?.lasts ?? 600 }] }, 'opened')
}
const changeOpened = (part: { from?: number; lasts?: number }) => set({ opened: [{ ...opened.value!, ...part }] }, 'opened')
</script>

<template>
  <div>
    <ChoiceField
      :label="say('trial.storm')"
      :model-value="storm.kind"
      :options="KINDS.map((value) => ({ value, label: say(`trial.kind.${value}`) }))"
      @update:model-value="choose"
    />
    <QuantityField
      v-if="'depth' in storm"
      :label="say('trial.field.depth')"
      kind="rainDepth"
      :model-value="storm.depth"
      :least="0.1"
      :most="1000"
      @update:model-value="
        (v) => change('depth', (s) => ({ ...s, trial: { ...s.trial, storm: { ...s.trial.storm, depth: v } as TrialStorm } }))
      "
    />
    <QuantityField
      v-if="'minutes' in storm"
      :label="say('trial.field.minutes')"
      kind="count"
      :model-value="storm.minutes"
      :least="2"
      :most="2880"
      @update:model-value="
        (v) => change('minutes', (s) => ({ ...s, trial: { ...s.trial, storm: { ...s.trial.storm, minutes: v } as TrialStorm } }))
      "
    />
    <ChoiceField
      v-if="storm.kind === 'triangle'"
      :label="say('trial.field.peak')"
      :model-value="storm.peak"
      :options="(['early', 'centred', 'late'] as const).map((value) => ({ value, label: say(`trial.peak.${value}`) }))"
      @update:model-value="(v) => storm.kind === 'triangle' && put({ ...storm, peak: v })"
    />
    <template v-if="storm.kind === 'design'">
      <template v-for="end in ['shorter', 'longer'] as const" :key="end">
        <QuantityField
          :label="say(`trial.field.${end}Minutes`)"
          kind="count"
          :model-value="storm[end].minutes"
          :least="2"
          :most="2880"
          @update:model-value="(v) => storm.kind === 'design' && put({ ...storm, [end]: { ...storm[end], minutes: v } })"
        />
        <QuantityField
          :label="say(`trial.field.${end}Intensity`)"
          kind="rainRate"
          :model-value="storm[end].intensity"
          :least="0.5"
          :most="2000"
          @update:model-value="(v) => storm.kind === 'design' && put({ ...storm, [end]: { ...storm[end], intensity: v } })"
        />
      </template>
    </template>
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
      <p v-if="problem" role="alert" class="pt-1 text-13 text-pencil">{{ problem }}</p>
    </template>
    <QuantityField
      :label="say('trial.field.start')"
      kind="share"
      :model-value="trial.start"
      :least="0"
      :most="1"
      :note="say('trial.startNote', { share: share(trial.start) })"
      @update:model-value="(v) => set({ start: v }, 'start')"
    />
    <ChoiceField
      v-if="bench.scheme!.taps.length > 0"
      :label="say('trial.field.opened')"
      :model-value="opened?.tap ?? 'none'"
      :options="[{ value: 'none', label: say('trial.noTap') }, ...bench.scheme!.taps.map(({ id, name }) => ({ value: id, label: name }))]"
      @update:model-value="openTap"
    />
    <template v-if="opened">
      <QuantityField
        :label="say('trial.field.from')"
        kind="count"
        :model-value="opened.from / 60"
        :least="0"
        :most="2880"
        @update:model-value="(v) => changeOpened({ from: v * 60 })"
      />
      <QuantityField
        :label="say('trial.field.lasts')"
        kind="count"
        :model-value="opened.lasts / 60"
        :least="1"
        :most="2880"
        @update:model-value="(v) => changeOpened({ lasts: v * 60 })"
      />
    </template>
  </div>
</template>
