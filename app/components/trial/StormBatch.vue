<script setup lang="ts">
import { readStormTable } from '#core/rain'
import { worstOf, type BatchRow } from '#core/storm'
import { INCH } from '#core/units/constants'
import { rainDepth, volume } from '#core/units/quantity'
import { message, saying, type Message } from '~/stores/messages'

/** All design storms of a table at once: what each loses, the worst picked, and the place's own table put in. */
const props = defineProps<{ rows: readonly BatchRow[] | undefined; progress: { done: number; of: number } | undefined }>()
const emit = defineEmits<{ run: []; stop: [] }>()
const bench = useWorkbench()
const settings = useSettings()
const { say, sayMessage, text } = useSay()
/** Tables of the place are published in the reader's own units. */
const inches = computed(() => settings.system === 'imperial')
const unit = computed(() => say(inches.value ? 'trial.inches' : 'trial.millimetres'))

const worst = computed(() => (props.rows ? worstOf(props.rows) : undefined))
const periods = computed(() => [...new Set(props.rows?.map(({ years }) => years) ?? [])])
const lengths = computed(() => [...new Set(props.rows?.map(({ minutes }) => minutes) ?? [])])
const cell = (years: number, minutes: number) => props.rows!.find((row) => row.years === years && row.minutes === minutes)!
const tableText = ref('')
const tableProblem = shallowRef<Message>()
function readTable() {
  const read = readStormTable(tableText.value, inches.value ? INCH * 1000 : 1)
  if ('problems' in read) {
    const [first] = read.problems
    tableProblem.value = message(`trial.tableProblem.${first!.problem}`, {
      line: String(first!.line),
      column: String(first!.column),
      found: first!.found,
    })
    return
  }
  tableProblem.value = undefined
  tableText.value = ''
  bench.editScheme(message('edit.trial', { what: saying('trial.field.table') }), (scheme) => ({
    ...scheme,
    trial: { ...scheme.trial, table: read.table },
  }))
}
const tryStorm = (row: { depth: number; minutes: number }) =>
  bench.editScheme(message('edit.trial', { what: saying('trial.field.kind') }), (scheme) => ({
    ...scheme,
    trial: { ...scheme.trial, storm: { kind: 'triangle', depth: row.depth, minutes: row.minutes, peak: 'centred' } },
  }))
</script>

<template>
  <div>
    <h3 class="h3 rule mt-2 pt-2">{{ say('trial.batch') }}</h3>
    <p class="text-13 text-ink-2">{{ say(bench.scheme!.trial.table ? 'trial.ownTable' : 'trial.scaledTable') }}</p>
    <div class="flex flex-wrap items-center gap-2 py-1">
      <button type="button" class="btn" :disabled="progress !== undefined" @click="emit('run')">
        {{ say('trial.runBatch') }}
      </button>
      <template v-if="progress">
        <progress class="h-2 w-24" :value="progress.done" :max="progress.of" :aria-label="say('trial.batch')" />
        <span class="text-13" role="status">{{ say('answer.progress', { ...progress }) }}</span>
        <button type="button" class="btn" @click="emit('stop')">{{ say('trial.stopBatch') }}</button>
      </template>
    </div>
    <div v-if="rows" class="overflow-x-auto">
      <p v-if="worst" class="text-13">
        {{
          say('trial.worst', {
            years: worst.years,
            minutes: worst.minutes,
            depth: rainDepth(worst.depth),
            lost: volume(worst.lost),
            away: volume(worst.ledAway),
          })
        }}
        <button type="button" class="btn btn-bare" @click="tryStorm(worst)">{{ say('trial.tryIt') }}</button>
      </p>
      <table class="num mt-1 w-full text-12">
        <caption class="only-heard">
          {{
            say('trial.batchCaption')
          }}
        </caption>
        <thead>
          <tr>
            <th scope="col" class="text-left font-normal">{{ say('trial.min') }}</th>
            <th v-for="years in periods" :key="years" scope="col" class="text-right">{{ say('trial.years', { n: years }) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="minutes in lengths" :key="minutes" class="border-t border-hair">
            <th scope="row" class="text-left">{{ minutes }}</th>
            <td
              v-for="years in periods"
              :key="years"
              class="text-right"
              :class="{ 'font-bold text-pencil': cell(years, minutes).lost > 1e-4 }"
            >
              {{ text(volume(cell(years, minutes).lost)) }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <details class="mt-1">
      <summary class="cursor-pointer text-13">{{ say('trial.tablePaste', { unit }) }}</summary>
      <textarea
        v-model="tableText"
        rows="4"
        class="field mt-1"
        :aria-label="say('trial.tablePaste', { unit })"
        placeholder="min,10,30,60&#10;2,7,11,15&#10;10,12,19,26"
      />
      <button type="button" class="btn mt-1" :disabled="tableText.trim() === ''" @click="readTable">{{ say('trial.gaugeRead') }}</button>
      <p v-if="tableProblem" role="alert" class="pt-1 text-13 text-pencil">{{ sayMessage(tableProblem) }}</p>
    </details>
  </div>
</template>
