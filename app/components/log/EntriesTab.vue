<script setup lang="ts">
import { problemOf } from '#core/problems'
import Papa from 'papaparse'
import {
  clockOffset,
  heightTold,
  importedId,
  layoutOf,
  levelAs,
  LogLineError,
  readLine,
  readSenML,
  SeriesReader,
  writeLogCsv,
  writeSenML,
  type Imported,
  type TableLayout,
} from '#core/log'
import type { Saying } from '#core/figures/told'
import { ENTRY_KINDS, type Entry } from '#core/scheme'
import { count } from '#core/units/quantity'
import { saveFile } from '~/composables/saveFile'
import { message, type Message, saying } from '~/stores/messages'

/** All that was written down, newest first: read, changed, taken out, brought in from a table or a logger, taken away as one. */
defineProps<{ today: number }>()
const bench = useWorkbench()
const { log, entries, vessels, path, remove, importAll } = useLog()
const { say, sayMessage } = useSay()
const settings = useSettings()
const { moment, entryText } = useLogWords()
const { pictures, lookUp } = usePhotos()
const { keep: keepSeries } = useSeries()

const only = ref<'all' | Entry['kind']>('all')
const PAGE = 100
const shownCount = ref(PAGE)
watch(only, () => (shownCount.value = PAGE))
const chosen = computed(() => (only.value === 'all' ? entries.value : entries.value.filter(({ kind }) => kind === only.value)))
const shown = computed(() => chosen.value.slice(-shownCount.value).toReversed())
watch(
  () => shown.value.flatMap(({ photos }) => photos ?? []),
  (ids) => void lookUp(ids),
  { immediate: true },
)
const kinds = computed(() => [
  { value: 'all' as const, label: say('log.allKinds') },
  ...ENTRY_KINDS.filter((kind) => entries.value.some((entry) => entry.kind === kind)).map((value) => ({
    value,
    label: say(`word.entry-${value}`),
  })),
])

const editing = ref<string>()

const vessel = ref('')
const into = computed(() => vessel.value || vessels.value[0]?.id || '')
/** The order in which the reader's country writes a date, for those of a table that may be read both ways. */
const usual = computed(() => (settings.terms === 'en-US' ? 'mdy' : 'dmy'))
/** Of the last table, where its dates did not tell: as which they were read. */
const guessed = ref<'dmy' | 'mdy'>()
const progress = ref<number>()
const problem = shallowRef<Message>()
let stopped = false
/** What the last table is called: a file by its name, one that was typed by a word. */
const fileName = shallowRef<string | Saying>('')
function tellWrong(error: unknown) {
  problem.value =
    error instanceof LogLineError
      ? message(`log.import.${error.problem}`, { line: error.line, text: error.text })
      : message('log.import.failed', { why: problemOf(error) })
}
/** What the last table did, told until the next. */
const imported = shallowRef<Imported>()
function forgetLast() {
  problem.value = undefined
  imported.value = undefined
  guessed.value = undefined
}
function takeIn(more: Entry[], sums = false) {
  if (more.length === 0) problem.value = message('log.import.empty', { file: fileName.value })
  else imported.value = importAll(more, fileName.value, sums)
}
const told = computed(() => {
  // Told of the log as the table left it: after an undo, or anything else, it is no longer so.
  if (imported.value?.log !== log.value) return []
  const file = fileName.value
  const counts = imported.value
  const parts = (['added', 'known', 'renewed', 'byHand'] as const).filter((each) => counts[each] > 0)
  return [
    ...(counts.added === 0 ? [say('log.import.nothing', { file })] : []),
    ...parts.map((each) => say(`log.import.${each}`, { file, n: count(counts[each]) })),
    ...(guessed.value ? [say(`log.import.${guessed.value}`)] : []),
  ]
})
/** A logger's table: the entries of its days, and its readings beside them. */
async function takeInAll(reader: SeriesReader, file: string) {
  const from = stamp()
  const { condenser } = reader
  takeIn(
    condenser.entries((n) => importedId(from, n), clockOffset),
    condenser.byDay,
  )
  if (imported.value) await keepSeries(file, reader.series(), imported.value.ids)
}
const stamp = () => Date.now().toString(36)
async function bringIn(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  forgetLast()
  fileName.value = file.name
  stopped = false
  if (/json$/i.test(file.name)) {
    if (file.size > 64e6) {
      problem.value = message('log.import.failed', { why: saying('log.import.large') })
      return
    }
    try {
      const read = readSenML(await file.text(), into.value, Date.now() / 1000, clockOffset)
      const reader = new SeriesReader()
      for (const each of read) reader.add([each])
      await takeInAll(reader, file.name)
    } catch (error) {
      tellWrong(error)
    }
    return
  }
  let reader = new SeriesReader()
  let layout: TableLayout | undefined
  let line = 0
  let wrong: unknown
  progress.value = 0
  Papa.parse<string[]>(file, {
    chunkSize: 1 << 20,
    chunk({ data, meta }, parser) {
      try {
        for (const cells of data) {
          line++
          if (!layout) reader = new SeriesReader((layout = layoutOf(cells, data.slice(1), usual.value)).own)
          else reader.add(readLine(layout, cells, line, into.value, clockOffset))
        }
      } catch (error) {
        wrong = error
        parser.abort()
        return
      }
      progress.value = file.size > 0 ? Math.min(1, meta.cursor / file.size) : 1
      if (stopped) {
        parser.abort()
        return
      }
      // A breath for the page between two chunks.
      parser.pause()
      setTimeout(() => parser.resume(), 0)
    },
    complete() {
      progress.value = undefined
      if (stopped) return
      if (wrong !== undefined) {
        tellWrong(wrong)
        return
      }
      guessed.value = !layout || layout.certain ? undefined : usual.value
      void takeInAll(reader, file.name).catch(tellWrong)
    },
    error(error: Error) {
      progress.value = undefined
      tellWrong(error)
    },
  })
}
const stopImport = () => (stopped = true)

/** A season typed or pasted as a table. */
const table = ref('')
function takeTable() {
  forgetLast()
  fileName.value = saying('log.table')
  try {
    const { data } = Papa.parse<string[]>(table.value.trim())
    const layout = layoutOf(data[0] ?? [], data.slice(1), usual.value)
    const prefix = stamp()
    const read = data.slice(1).flatMap((cells, i) => readLine(layout, cells, i + 2, into.value, clockOffset))
    takeIn(read.map((entry, n) => ({ ...entry, id: `t${prefix}-${n}` }) as Entry))
    guessed.value = layout.certain ? undefined : usual.value
    if (imported.value) table.value = ''
  } catch (error) {
    tellWrong(error)
  }
}

const name = computed(() => bench.job?.name ?? 'log')
const exportCsv = () => saveFile(`${name.value} log.csv`, writeLogCsv(entries.value), 'text/csv')
const exportSenML = () =>
  saveFile(
    `${name.value} log.senml.json`,
    writeSenML(entries.value, bench.job?.id ?? 'job', (entry) => {
      const body = path.value?.vessels.get(entry.vessel)?.vessel.body
      return body && levelAs(body, heightTold(body, entry), 'floor')
    }),
    'application/senml+json',
  )
</script>

<template>
  <section class="max-w-3xl">
    <div class="flex flex-wrap items-center gap-2">
      <h2 class="slab mr-auto text-18">{{ say('log.entries', { n: count(chosen.length) }) }}</h2>
      <ChoiceField :label="say('log.show')" :model-value="only" :options="kinds" @update:model-value="(kind) => (only = kind)" />
    </div>
    <EntryForm class="mt-1 border-t border-hair pt-2" />

    <SensorPanel :today="today" class="mt-2" />
    <details class="mt-2 text-13">
      <summary class="font-bold">{{ say('log.inOut') }}</summary>
      <ChoiceField
        v-if="vessels.length > 1"
        :label="say('log.levelsOf')"
        :model-value="into"
        :options="vessels.map(({ id, name: label }) => ({ value: id, label }))"
        @update:model-value="(id) => (vessel = id)"
      />
      <p class="text-ink-2">{{ say('log.import.text') }}</p>
      <div class="my-2 flex flex-wrap items-center gap-2">
        <label class="btn">
          {{ say('log.import.button') }}
          <input type="file" class="only-heard" accept=".csv,.txt,.json,text/csv,application/senml+json" @change="bringIn" />
        </label>
        <button type="button" class="btn" :disabled="entries.length === 0" @click="exportCsv">{{ say('log.exportCsv') }}</button>
        <button type="button" class="btn" :disabled="entries.length === 0" @click="exportSenML">{{ say('log.exportSenML') }}</button>
      </div>
      <p v-if="progress !== undefined" role="status">
        <progress :value="progress" max="1" /> {{ say('log.import.reading', { file: fileName }) }}
        <button type="button" class="btn btn-bare" @click="stopImport">{{ say('ui.cancel') }}</button>
      </p>
      <label class="grid gap-1"
        >{{ say('log.tableText') }}
        <textarea v-model="table" class="field num" rows="4" spellcheck="false" :placeholder="say('log.tableExample')" />
      </label>
      <button type="button" class="btn mt-1" :disabled="table.trim() === ''" @click="takeTable">{{ say('log.takeTable') }}</button>
    </details>
    <p v-if="told.length > 0" class="my-1 text-13" role="status">{{ told.join(' ') }}</p>
    <RawReadings />
    <p v-if="problem" class="my-1 border-2 border-pencil bg-sheet p-2 text-13" role="alert">{{ sayMessage(problem) }}</p>

    <p v-if="chosen.length === 0" class="py-3">{{ say('log.none') }}</p>
    <ol class="mt-1">
      <li v-for="entry in shown" :key="entry.id" class="entry">
        <span class="num text-13 text-ink-2">{{ moment(entry.at) }}</span>
        <span class="min-w-0">
          <b>{{ say(`word.entry-${entry.kind}`) }}</b> {{ entryText(entry) }}
          <span v-if="entry.who" class="cap">{{ entry.who }}</span>
          <span v-if="entry.note" class="block text-13">{{ entry.note }}</span>
          <span v-if="entry.photos" class="mt-1 flex flex-wrap gap-2">
            <template v-for="photo in entry.photos" :key="photo">
              <a v-if="pictures.get(photo)" :href="pictures.get(photo)" :download="`${photo}.jpg`"
                ><img
                  :src="pictures.get(photo)"
                  class="h-20 border border-ink"
                  :alt="say('log.photoOf', { what: entry.note ?? moment(entry.at) })"
              /></a>
              <span v-else class="cap">{{ say('log.photoGone') }}</span>
            </template>
          </span>
          <EntryForm
            v-if="editing === entry.id"
            class="mt-1 bg-sunk p-2"
            :entry="entry"
            @kept="editing = undefined"
            @close="editing = undefined"
          />
        </span>
        <span class="flex gap-1">
          <button
            type="button"
            class="btn btn-bare"
            :aria-label="say('log.changeOf', { what: moment(entry.at) })"
            @click="editing = entry.id"
          >
            {{ say('log.change') }}
          </button>
          <button type="button" class="btn btn-bare" :aria-label="say('log.removeOf', { what: moment(entry.at) })" @click="remove(entry)">
            {{ say('log.delete') }}
          </button>
        </span>
      </li>
    </ol>
    <button v-if="chosen.length > shown.length" type="button" class="btn mt-2" @click="shownCount += PAGE">
      {{ say('log.older', { n: count(chosen.length - shown.length) }) }}
    </button>
  </section>
</template>

<style scoped>
.entry {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: baseline;
  padding: 5px 0;
  border-top: 1px solid var(--hair);
}
@media (max-width: 999px) {
  .entry {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .entry > :first-child {
    grid-column: 1 / -1;
  }
}
</style>
