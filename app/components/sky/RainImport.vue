<script setup lang="ts">
import { problemOf } from '#core/problems'
import { findGaps, isoDate, spliceRecords, RainFileError, readRain, readyRain, rainByYear, type Layout, type RainDraft } from '#core/rain'
import { gaugeRecord } from '#core/log'
import type { RainRecord } from '#core/scheme'
import { FileTooLarge, readTextFile } from '~/composables/readTextFile'
import { days as daysOf, rainDepth } from '#core/units/quantity'
import { message, type Message } from '~/stores/messages'

/** Bringing in a record: what was detected, what is wrong with it, what is missing; nothing is kept until it is said so. */
const emit = defineEmits<{ close: [] }>()
const bench = useWorkbench()
const { repository } = useDatabase()
const { say, sayMessage, text } = useSay()

/** A century of days with every column a station keeps is under 20 MB; more is another kind of file. */
const MOST_BYTES = 40e6

const raw = ref('')
const name = ref('')
const corrections = ref<Partial<Layout>>({})
const draft = shallowRef<RainDraft>()
const problem = shallowRef<Message>()
const gapChoice = ref<'leave-year-out' | 'generator' | 'dry'>('generator')
const kept = shallowRef<RainRecord[]>([])
onMounted(async () => {
  const own = bench.job && gaugeRecord(bench.job)
  const others = (await repository.records()).filter(({ id }) => id !== own?.id)
  // eslint-disable-next-line no-restricted-syntax -- A record's name is its own from here on, like one that was typed.
  kept.value = own ? [...others, { ...own, name: say('gauge.name', { job: bench.job!.name }).slice(0, 120) }] : others
})

function read() {
  try {
    draft.value = readRain(raw.value, corrections.value)
    problem.value = undefined
  } catch (error) {
    draft.value = undefined
    problem.value = message(error instanceof RainFileError ? `rainImport.problem.${error.reason}` : 'rainImport.problem.noDays')
  }
}
async function takeFile(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  try {
    raw.value = await readTextFile(file, MOST_BYTES)
  } catch (error) {
    draft.value = undefined
    problem.value =
      error instanceof FileTooLarge
        ? message('rainImport.problem.tooLarge', { size: error.size, most: error.most })
        : message('jobs.import.cannotRead', { file: file.name })
    return
  }
  name.value = file.name.replace(/\.[a-z]+$/i, '')
  corrections.value = {}
  read()
}
function takeText(event: Event) {
  raw.value = (event.target as HTMLTextAreaElement).value
  // eslint-disable-next-line no-restricted-syntax -- A record's name is its own from here on, like one that was typed.
  name.value = name.value || say('rainImport.pasted')
  corrections.value = {}
  if (raw.value.trim() !== '') read()
}
function correct(change: Partial<Layout>) {
  corrections.value = { ...corrections.value, ...change }
  read()
}

const layout = computed(() => draft.value?.layout)
const gaps = computed(() => (draft.value ? findGaps(draft.value) : []))
const preview = computed(() => {
  if (!draft.value) return undefined
  const record: RainRecord = {
    id: 'preview',
    name: 'preview',
    note: '',
    invented: false,
    start: draft.value.start,
    depths: draft.value.depths,
    ...(draft.value.low && draft.value.high ? { low: draft.value.low, high: draft.value.high } : {}),
  }
  const ready = readyRain({ kind: 'record', record: 'preview', gaps: gapChoice.value }, record)
  const years = rainByYear(ready.rain)
  return { ready, years, last: isoDate(Date.parse(`${draft.value.start}T00:00Z`) / 86_400_000 + draft.value.depths.length - 1) }
})
const words = <T extends string>(...values: T[]) => values.map((value) => ({ value, label: say(`word.${value}`) }))
const delimiters = computed(() =>
  ([',', ';', '\t', '|', ' '] as const).map((value) => ({
    value,
    label: say(
      `rainImport.delimiter.${value === ',' ? 'comma' : value === ';' ? 'semicolon' : value === '\t' ? 'tab' : value === '|' ? 'bar' : 'space'}`,
    ),
  })),
)
const columns = computed(() => draft.value?.columns.map((label, index) => ({ value: String(index), label })) ?? [])

/** Days whose least and greatest temperature came along. */
const warmDays = computed(() => draft.value?.low?.filter((low, i) => low !== null && draft.value!.high![i] !== null).length ?? 0)

async function keep() {
  if (!draft.value) return
  const record: RainRecord = {
    id: `rain-${crypto.randomUUID().slice(0, 13)}`,
    name: (name.value || say('rainImport.pasted')).slice(0, 120),
    note: '',
    invented: false,
    start: draft.value.start,
    depths: draft.value.depths,
    ...(draft.value.low && draft.value.high ? { low: draft.value.low, high: draft.value.high } : {}),
  }
  if (await bench.useRecord(record, gapChoice.value)) emit('close')
}
/** Records to join, in the order in which they were ticked: the first leads. */
const joining = ref<string[]>([])
function toggleJoin(id: string, on: boolean) {
  joining.value = on ? [...joining.value, id] : joining.value.filter((each) => each !== id)
}
async function join() {
  const parts = joining.value.flatMap((id) => kept.value.filter((record) => record.id === id))
  try {
    const joined = parts.map((record) => record.name).join(' + ')
    const kept = await bench.useRecord(
      spliceRecords(
        parts,
        `rain-${crypto.randomUUID().slice(0, 13)}`,
        joined.slice(0, 120),
        say('rainImport.joined', { names: joined }).slice(0, 500),
      ),
      gapChoice.value,
    )
    if (kept) emit('close')
  } catch (error) {
    problem.value = message('rainImport.problem.notKept', { why: problemOf(error) })
  }
}
async function reuse(record: RainRecord) {
  if (await bench.useRecord(record, gapChoice.value)) emit('close')
}
</script>

<template>
  <DialogFrame :title="say('rainImport.title')" width="l" @close="emit('close')">
    <p class="py-2 text-13 text-ink-2">{{ say('rainImport.forms') }}</p>
    <div class="grid gap-3 md:grid-cols-2">
      <label class="text-13"
        >{{ say('rainImport.file') }}
        <input class="field mt-1 py-1.5" type="file" accept=".csv,.txt,.dly,.tsv,.dat,text/csv,text/plain" @change="takeFile" />
      </label>
      <label class="text-13"
        >{{ say('rainImport.paste') }}
        <textarea class="field mt-1 h-16 font-normal" spellcheck="false" @input="takeText" />
      </label>
    </div>
    <p v-if="problem" class="mt-2 border-2 border-pencil p-2" role="alert">{{ sayMessage(problem) }}</p>
    <details v-if="!draft && kept.length > 0" class="mt-3">
      <summary class="font-bold">{{ say('rainImport.kept', { n: kept.length }) }}</summary>
      <ul>
        <li v-for="record in kept" :key="record.id" class="flex items-center justify-between gap-2 border-t border-hair py-1 text-13">
          <label class="flex min-w-0 items-center gap-2">
            <input
              type="checkbox"
              class="size-4 flex-none accent-ink"
              :checked="joining.includes(record.id)"
              @change="toggleJoin(record.id, ($event.target as HTMLInputElement).checked)"
            />{{ record.name }}</label
          >
          <button type="button" class="btn" :aria-label="say('rainImport.useNamed', { name: record.name })" @click="reuse(record)">
            {{ say('rainImport.use') }}
          </button>
        </li>
      </ul>
      <button v-if="joining.length > 1" type="button" class="btn mt-2" @click="join">
        {{ say('rainImport.join', { n: joining.length }) }}
      </button>
    </details>

    <template v-if="draft && layout && preview">
      <h3 class="h3 rule mt-3 pt-2">{{ say('rainImport.detected') }}</h3>
      <p v-if="draft.doubts.length > 0" class="text-13 text-pencil">
        {{ say('rainImport.doubt', { what: draft.doubts.map((doubt) => say(`rainImport.doubtful.${doubt}`)).join(', ') }) }}
      </p>
      <div class="grid gap-x-6 md:grid-cols-2">
        <template v-if="layout.kind === 'table'">
          <ChoiceField
            :label="say('rainImport.rainColumn')"
            :model-value="String(layout.rainColumn)"
            :options="columns"
            @update:model-value="(v) => correct({ rainColumn: Number(v) })"
          />
          <ChoiceField
            :label="say('rainImport.dateColumn')"
            :model-value="String(layout.dateColumn)"
            :options="columns"
            @update:model-value="(v) => correct({ dateColumn: Number(v) })"
          />
          <ChoiceField
            :label="say('rainImport.dateOrder')"
            :model-value="layout.dateOrder"
            :options="words('ymd', 'dmy', 'mdy')"
            @update:model-value="(v) => correct({ dateOrder: v })"
          />
          <ChoiceField
            :label="say('rainImport.delimiterName')"
            :model-value="layout.delimiter"
            :options="delimiters"
            @update:model-value="(v) => correct({ delimiter: v })"
          />
          <ChoiceField
            :label="say('rainImport.decimal')"
            :model-value="layout.decimal"
            :options="[
              { value: '.', label: say('rainImport.point') },
              { value: ',', label: say('rainImport.commaMark') },
            ]"
            @update:model-value="(v) => correct({ decimal: v as Layout['decimal'] })"
          />
          <QuantityField
            :label="say('rainImport.headerLines')"
            kind="count"
            :model-value="layout.headerLines"
            :least="0"
            :most="1000"
            @update:model-value="(v) => correct({ headerLines: Math.round(v) })"
          />
        </template>
        <ChoiceField
          :label="say('rainImport.unit')"
          :model-value="layout.unit"
          :options="words('mm', 'in', 'tenths')"
          @update:model-value="(v) => correct({ unit: v })"
        />
        <ChoiceField
          :label="say('rainImport.dayStamp')"
          :model-value="layout.dayStamp"
          :options="words('same-day', 'day-before')"
          @update:model-value="(v) => correct({ dayStamp: v })"
        />
      </div>
      <p class="mt-2" data-testid="import-sum">
        {{ say('rainImport.sum', { days: draft.daysRead, from: draft.start, to: preview.last, years: preview.ready.countedYears.length }) }}
      </p>
      <p v-if="warmDays > 0" class="text-13">{{ say('rainImport.air', { n: warmDays }) }}</p>
      <YearBars :years="preview.years" class="max-w-sm" />
      <p class="text-13 text-ink-2">
        {{
          say('rainImport.first', {
            list: draft.depths
              .slice(0, 5)
              .map((depth) => (depth === null ? '–' : text(rainDepth(depth))))
              .join(', '),
          })
        }}
      </p>

      <template v-if="draft.reports.length > 0">
        <h3 class="h3 rule mt-2 pt-2">{{ say('rainImport.lines', { n: draft.reports.length }) }}</h3>
        <ul class="max-h-36 overflow-y-auto text-13" tabindex="0">
          <li
            v-for="report in draft.reports.slice(0, 300)"
            :key="`${report.line}-${report.problem}-${report.text}`"
            class="border-t border-hair py-0.5"
          >
            <b>{{ say('rainImport.line', { n: report.line }) }}</b> {{ say(`rainImport.lineProblem.${report.problem}`) }}
            <code class="text-12 text-ink-3">{{ report.text }}</code>
          </li>
        </ul>
      </template>
      <template v-if="gaps.length > 0">
        <h3 class="h3 rule mt-2 pt-2">{{ say('rainImport.gaps', { n: gaps.length }) }}</h3>
        <ul class="max-h-28 overflow-y-auto text-13" tabindex="0">
          <li v-for="gap in gaps.slice(0, 300)" :key="gap.start" class="num">{{ isoDate(gap.start) }}, {{ text(daysOf(gap.days)) }}</li>
        </ul>
        <ChoiceField
          :label="say('rainImport.fill')"
          :model-value="gapChoice"
          :options="words('generator', 'leave-year-out', 'dry')"
          @update:model-value="(v) => (gapChoice = v)"
        />
      </template>
      <div class="rule mt-3 flex items-end justify-between gap-3 pt-2">
        <NameField class="flex-1" :label="say('rainImport.name')" :model-value="name" @update:model-value="(v) => (name = v)" />
        <button type="button" class="btn btn-go mb-2" @click="keep">{{ say('rainImport.keep') }}</button>
      </div>
    </template>
  </DialogFrame>
</template>
