<script setup lang="ts">
import { TERM_FACTS } from '#core/units/terms'
import { stripFile } from '~/print/stripFile'
import { word } from '#core/figures/told'
import { chooseCut, setKerf } from '#core/edits'
import { fromReference, lineCut, PAPERS, stripPages, stripSvg, type CutSchool, type StripMark } from '#core/levels'
import type { AssessedLine } from '#core/assess'
import type { MarkReference } from '#core/scheme'
import { length, span, typed } from '#core/units/quantity'
import { strapCount } from '#core/levels'
import { pipeMarks, portMarks } from '~/components/drop/stripMarks'
import { saveFile } from '~/composables/saveFile'
import { message, fieldEdit } from '~/stores/messages'

/** Pencil, tape and saw: where to mark, what comes out, the second measurement before any cut, and a strip at true scale. */
const props = defineProps<{ assessed: AssessedLine }>()
const bench = useWorkbench()
const settings = useSettings()
const { say, text } = useSay()

const line = computed(() => props.assessed.line)
const drop = computed(() => line.value.intake.drop)
const sheet = computed(() => lineCut(line.value))
const references = computed(() => ({ rim: line.value.heights.rim, outlet: line.value.heights.outlet }))
const FROM: readonly MarkReference[] = ['paving', 'rim', 'outlet']
const read = (height: number, from: MarkReference) => text(length(fromReference(height, from, references.value)))

const takeKerf = (kerf: number) =>
  bench.editScheme(fieldEdit('kerf', typed('mesh', bench.scheme!.build.kerf), typed('mesh', kerf)), (scheme) => setKerf(scheme, kerf))
function cut(school: CutSchool) {
  const { intake, placed } = line.value
  bench.editScheme(message('edit.cutSchool', { school: word(school) }), (scheme) =>
    chooseCut(scheme, intake.drop.id, placed.vessel.id, school),
  )
}
const inUse = (school: { upper: number; piece: number }) =>
  Math.abs(school.upper - (line.value.heights.cut?.mark ?? 0)) < 5e-4 && Math.abs(school.piece - (line.value.trough?.piece ?? 0)) < 5e-4

const paper = ref<keyof typeof PAPERS>(TERM_FACTS[settings.terms].paper)
async function strip(which: 'pipe' | 'vessel', format: 'svg' | 'pdf') {
  const all: StripMark[] =
    which === 'pipe'
      ? sheet.value
        ? pipeMarks(props.assessed, sheet.value, say)
        : []
      : portMarks(props.assessed, bench.build?.holes ?? [], say)
  if (all.length === 0) return
  const name = which === 'pipe' ? drop.value.name : line.value.intake.vessel.name
  const words = {
    title: say(`strip.title.${which}`, { name }),
    note: say(which === 'pipe' ? 'strip.notePipe' : 'strip.noteVessel', {
      rim: line.value.intake.vessel.name,
      unit: word(settings.system === 'metric' ? 'mm' : 'imperial'),
    }),
    rulerMetric: say('strip.metric'),
    rulerInch: say('strip.inch'),
    join: (page: number) => say('strip.join', { page }),
  }
  const pages = stripPages(all, PAPERS[paper.value], words, settings.system)
  const file = `${name} ${which}.${format}`
  if (format === 'svg') return saveFile(file, stripSvg(pages), 'image/svg+xml')
  return saveFile(file, await stripFile(pages, say(`strip.title.${which}`, { name }), settings.terms), 'application/pdf')
}
const STRIPS = ['pipe', 'vessel'] as const
const FORMATS = ['svg', 'pdf'] as const
const carry = computed(() => line.value.carry)
</script>

<template>
  <section>
    <h3 class="h3 rule mt-2 pt-2">{{ say('drop.cut') }}</h3>
    <p v-if="!sheet" class="text-13 text-ink-2">{{ say('drop.noCut') }}</p>
    <template v-else>
      <table class="w-full text-13">
        <thead>
          <tr class="text-12 text-ink-3">
            <th scope="col" class="text-left font-normal">{{ say('drop.markFrom') }}</th>
            <th scope="col" class="text-right font-normal">{{ say('drop.upper') }}</th>
            <th v-if="sheet.lower !== undefined" scope="col" class="text-right font-normal">{{ say('drop.lower') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in FROM" :key="each" class="border-t border-hair">
            <th scope="row" class="py-1 text-left font-normal">
              {{ say(each === 'paving' ? 'drop.abovePaving' : each === 'rim' ? 'drop.belowRim' : 'drop.belowOutlet') }}
            </th>
            <td class="num text-right font-bold">{{ read(sheet.upper, each) }}</td>
            <td v-if="sheet.lower !== undefined" class="num text-right font-bold">{{ read(sheet.lower, each) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="sheet.piece" class="text-12 text-ink-2">
        {{
          say(sheet.piece.laps > 0 || sheet.piece.adapters > 0 ? 'drop.takesOut' : 'drop.takesOutPlain', {
            piece: length(sheet.piece.length),
            body: length(sheet.piece.body),
            laps: length(sheet.piece.laps),
            adapters: length(sheet.piece.adapters),
          })
        }}
      </p>
      <template v-if="assessed.cuts">
        <h3 class="h3 mt-2">{{ say('drop.schools') }}</h3>
        <ul>
          <li
            v-for="school in assessed.cuts.schools"
            :key="school.school"
            class="flex items-center justify-between gap-2 border-t border-hair py-1 text-13"
          >
            <span
              ><b>{{ say(`word.${school.school}`) }}</b>
              <span class="num">{{ text(length(school.upper)) }}, {{ text(length(school.lower)) }}</span
              ><br /><span class="text-12 text-ink-3">{{
                say(school.belowRim >= 0 ? 'drop.underRim' : 'drop.overRim', {
                  by: length(Math.abs(school.belowRim)),
                  piece: length(school.piece),
                })
              }}</span></span
            >
            <button type="button" class="btn" :disabled="inUse(school)" @click="cut(school.school)">
              {{ say(inUse(school) ? 'drop.inUse' : 'drop.use') }}
            </button>
          </li>
        </ul>
      </template>

      <h3 class="h3 mt-2">{{ say('drop.marks') }}</h3>
      <SecondMeasurement :assessed="assessed" :upper="sheet.upper" />

      <QuantityField
        :label="say('field.name.kerf')"
        kind="mesh"
        :model-value="bench.scheme!.build.kerf"
        :least="0"
        :most="0.01"
        @update:model-value="takeKerf"
      />
      <p v-if="sheet.saw.lower !== undefined" class="text-12 text-ink-3">
        {{
          say('drop.sawOn', {
            upper: text({ kind: 'fine', value: sheet.saw.upper }),
            lower: text({ kind: 'fine', value: sheet.saw.lower }),
          })
        }}
      </p>
      <h3 class="h3 mt-2">{{ say('drop.steps') }}</h3>
      <ol class="list-decimal pl-5 text-13">
        <li v-for="each in sheet.steps" :key="each.step">{{ say(`cutStep.${each.step}`, each.values) }}</li>
      </ol>
    </template>
    <p v-if="carry && !carry.wet" class="text-13 text-ink-2">
      {{ say('drop.straps', { straps: strapCount(carry.length, carry.strapEvery), every: span(carry.strapEvery) }) }}
    </p>
    <h3 class="h3 mt-2">{{ say('drop.strip') }}</h3>
    <p class="text-12 text-ink-3">{{ say('drop.stripNote') }}</p>
    <ChoiceField
      v-model="paper"
      :label="say('drop.paper')"
      :options="[
        { value: 'a4', label: say('choice.a4') },
        { value: 'letter', label: say('choice.letter') },
      ]"
    />
    <p v-for="which in STRIPS" :key="which" class="flex items-center justify-between gap-2 py-1 text-13">
      <span>{{ say(which === 'pipe' ? 'drop.stripPipe' : 'drop.stripVessel') }}</span>
      <span class="flex gap-2">
        <button
          v-for="format in FORMATS"
          :key="format"
          type="button"
          class="btn"
          :disabled="which === 'pipe' && !sheet"
          :aria-label="
            say('drop.stripNamed', { what: say(which === 'pipe' ? 'drop.stripPipe' : 'drop.stripVessel'), format: format.toUpperCase() })
          "
          @click="strip(which, format)"
        >
          {{ say(format === 'svg' ? 'drop.stripSvg' : 'drop.stripPdf') }}
        </button>
      </span>
    </p>
  </section>
</template>
