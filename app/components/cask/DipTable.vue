<script setup lang="ts">
import { stripFile } from '~/print/stripFile'
import { PAPERS, stripPages, stripSvg, type StripMark } from '#core/levels'
import { length, volume } from '#core/units/quantity'
import { INCH } from '#core/units/constants'
import { TERM_FACTS } from '#core/units/terms'
import { dipMarks, dipTable, groupVolume } from '#core/vessel'
import { saveFile } from '~/composables/saveFile'

/** What a depth of water means in litres, for one vessel and for all; to be printed as a dip stick. */
const bench = useWorkbench()
const settings = useSettings()
const { say, text } = useSay()

const placed = computed(() => bench.vesselInHand!)
const shared = computed(() => placed.value.store.vessels.length > 1 && ['linked-low', 'manifold'].includes(placed.value.store.arrangement))
const step = computed(() => {
  const { body } = placed.value.vessel
  return settings.system === 'metric' ? (body.rim - body.floor > 0.6 ? 0.1 : 0.05) : 4 * INCH
})
const rows = computed(() =>
  dipTable(placed.value.vessel.body, step.value).map(({ depth, volume: held }) => ({
    depth,
    held,
    all: groupVolume(bench.assessment!.path, placed.value.store.id, placed.value.foot + placed.value.vessel.body.floor + depth),
  })),
)
const every = computed(() => {
  const most = placed.value.vessel.nominal
  if (settings.system === 'metric') return most > 0.5 ? 0.1 : 0.025
  const gallon = TERM_FACTS[settings.terms].gallon
  return (most > 0.5 ? 25 : 5) * gallon
})
function stick() {
  const { vessel } = placed.value
  const marks: StripMark[] = [
    { at: vessel.body.floor, text: say('dip.floor'), kind: 'edge', hole: 0 },
    ...dipMarks(vessel.body, every.value).map(({ at, volume: held }): StripMark => ({
      at,
      text: text(volume(held)),
      kind: 'level',
      hole: 0,
    })),
  ]
  const words = {
    title: say('dip.stickTitle', { name: vessel.name }),
    note: say('dip.stickNote'),
    rulerMetric: say('strip.metric'),
    rulerInch: say('strip.inch'),
    join: (page: number) => say('strip.join', { page }),
  }
  return stripPages(marks, PAPERS[settings.system === 'metric' ? 'a4' : 'letter'], words, settings.system)
}
async function savePdf() {
  saveFile(
    'dip-stick.pdf',
    await stripFile(stick(), say('dip.stickTitle', { name: placed.value.vessel.name }), settings.terms),
    'application/pdf',
  )
}
const saveSvg = () => saveFile('dip-stick.svg', stripSvg(stick()), 'image/svg+xml')
</script>

<template>
  <section :aria-label="say('dip.title')">
    <h3 class="h3 rule pt-2">{{ say('dip.title') }}</h3>
    <table class="num w-full text-13">
      <caption class="only-heard">
        {{
          say('dip.caption')
        }}
      </caption>
      <thead>
        <tr>
          <th scope="col" class="text-left">{{ say('dip.depth') }}</th>
          <th scope="col" class="text-right">{{ placed.vessel.name }}</th>
          <th v-if="shared" scope="col" class="text-right">{{ say('dip.all') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.depth" class="border-t border-hair">
          <th scope="row" class="text-left font-normal">{{ text(length(row.depth)) }}</th>
          <td class="text-right">{{ text(volume(row.held)) }}</td>
          <td v-if="shared" class="text-right">{{ text(volume(row.all)) }}</td>
        </tr>
      </tbody>
    </table>
    <div class="flex gap-2 py-1">
      <button type="button" class="btn" @click="savePdf">{{ say('dip.pdf') }}</button>
      <button type="button" class="btn" @click="saveSvg">{{ say('dip.svg') }}</button>
    </div>
  </section>
</template>
