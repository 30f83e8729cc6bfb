<script setup lang="ts">
import { clockWords } from '~/sheets/blocks/useCutsAndHoles'
import { useElementSize } from '@vueuse/core'
import { pipeItem, type CutGroup, type Hole } from '#core/build'
import { clearHole, setHole, setKerf } from '#core/edits'
import { SEALS, shelfDefaults, type Seal } from '#core/scheme'
import { count, length, typed } from '#core/units/quantity'
import { HOLE_COLUMNS, holeRows, PIECE_COLUMNS, pieceRows } from '~/components/build/cutTable'
import { saveCsv, saveXlsx, type Table } from '~/components/build/saveTables'
import { message, saying } from '~/stores/messages'

/** Saw and drill: how long every piece is and out of which length it comes, how wide every hole is and where it goes. */
const bench = useWorkbench()
const { say, text } = useSay()
const { sayCut, sayPipe, sayPart } = useBuildWords()
const { bars, vessels } = usePlates()
const { set, setJob } = useEdits()
const settings = useSettings()

const groups = computed(() => bench.build!.groups)
const holes = computed(() => bench.build!.holes)
/** As wide as it is shown, four pixels to the millimetre. */
const pane = useTemplateRef<HTMLElement>('pane')
const { width } = useElementSize(pane)
const paper = computed(() => Math.max(80, Math.floor(width.value / 4)))
const barPlates = computed(() => new Map(bars(paper.value).map((plate) => [plate.id.replace('bars:', ''), plate])))
const vesselPlates = computed(() => vessels(paper.value))

function seal(hole: Hole, to: Seal) {
  bench.editScheme(message('edit.sealChosen', { hole: holeTold(hole), seal: saying(`build.seal.${to}`) }), (scheme) =>
    setHole(scheme, hole.key, to, 0),
  )
}
function card(hole: Hole, to: number) {
  bench.editScheme(message('edit.holeSized', { hole: holeTold(hole), size: typed('fine', to) }), (scheme) =>
    to > 0 ? setHole(scheme, hole.key, hole.seal ?? 'washers', to) : clearHole(scheme, hole.key),
  )
}
const holeTold = ({ of, role }: Hole) => saying('build.holeOf', { name: of.name, role: saying(`build.holeRole.${role}`) })
const holeName = (hole: Hole) => say('build.holeOf', holeTold(hole).values)
const takeKerf = (to: number) => {
  const from = bench.scheme!.build.kerf
  set('kerf', { kind: 'mesh', value: from }, { kind: 'mesh', value: to }, (draft) => void Object.assign(draft, setKerf(bench.scheme!, to)))
}
/** Pieces and holes as tables that are taken elsewhere: to the shop's saw, or to whoever drills. */
function tables(): Table[] {
  const head = (columns: readonly string[]) => columns.map((each) => say(`build.csv.${each}`))
  return [
    {
      title: say('build.cutList'),
      header: head(PIECE_COLUMNS),
      rows: pieceRows(groups.value, settings.system, {
        pipe: ({ pipe }) => sayPipe(pipe),
        part: sayPart,
        yes: say('word.yes'),
        no: say('word.no'),
      }),
    },
    {
      title: say('build.holeList'),
      header: head(HOLE_COLUMNS),
      rows: holeRows(holes.value, settings.system, {
        role: ({ role }) => say(`build.holeRole.${role}`),
        cutter: ({ cutter, tap }) => `${say(`build.cutter.${cutter}`)}${tap ? `, ${say('build.tapped')}` : ''}`,
        clock: (hour) => say('build.hour', { n: clockWords(hour) }),
        seal: ({ seal }) => say(`build.seal.${seal!}`),
      }),
    },
  ]
}
const fileName = (title: string) => `${bench.job!.name} ${bench.scheme!.name} ${title}`
/** Length in which the reader's shop sells a pipe. */
function sellsIn({ pipe, stock }: CutGroup, to: number) {
  const item = pipeItem(pipe)
  setJob('sold', length(stock), length(to), (job) => {
    const known = job.shelf.find((each) => each.item === item)
    if (known) known.sold = to
    else job.shelf.push({ ...shelfDefaults(item), sold: to })
  })
}
</script>

<template>
  <div ref="pane">
    <p class="flex flex-wrap justify-end gap-2 pb-2">
      <button v-for="table in tables()" :key="table.title" type="button" class="btn" @click="saveCsv(fileName(table.title), table)">
        {{ say('files.as', { what: table.title, kind: 'CSV' }) }}
      </button>
      <button type="button" class="btn" @click="saveXlsx(fileName(say('build.tab.cuts')), tables())">xlsx</button>
    </p>
    <p class="text-13 text-ink-2">{{ say('build.cutRule') }}</p>
    <section v-for="group in groups" :key="group.letter">
      <h3 class="h3 rule mt-2 pt-2">{{ group.letter }} · {{ sayPipe(group.pipe) }}{{ group.there ? ` (${say('build.onWall')})` : '' }}</h3>
      <div class="overflow-x-auto" tabindex="0" role="region" :aria-label="sayPipe(group.pipe)">
        <table class="w-full text-13">
          <thead>
            <tr class="text-12 text-ink-3">
              <th scope="col" class="text-left font-normal">{{ say('build.label') }}</th>
              <th scope="col" class="text-right font-normal">{{ say('build.cutTo') }}</th>
              <th scope="col" class="text-right font-normal max-md:hidden">{{ say('build.insertions') }}</th>
              <th scope="col" class="pl-3 text-left font-normal">{{ say('build.for') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="cut in group.cuts" :key="cut.label" class="border-t border-hair">
              <th scope="row" class="num py-1 text-left">{{ cut.label }}</th>
              <td class="num text-right font-bold">{{ sayCut(cut).length }}</td>
              <td class="num text-right text-ink-2 max-md:hidden">{{ sayCut(cut).sum }}</td>
              <td class="pl-3">{{ sayPart(cut.run.part) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <template v-if="group.plan">
        <p class="text-13">
          {{
            say(group.plan.proven ? 'build.nestedBest' : 'build.nestedFound', {
              n: count(group.plan.bars.length),
              stock: length(group.stock),
              bound: count(group.plan.bound),
            })
          }}
        </p>
        <p v-if="group.plan.tooLong.length > 0" class="text-13 font-bold text-pencil">
          {{ say('build.tooLong', { labels: group.plan.tooLong.map((i) => group.cuts[i]!.label).join(', ') }) }}
        </p>
        <PlateDrawing v-if="barPlates.get(group.letter)" :plate="barPlates.get(group.letter)!" />
        <QuantityField
          :label="say('field.name.sold')"
          kind="length"
          :model-value="group.stock"
          :least="0.3"
          :most="20"
          @update:model-value="(to) => sellsIn(group, to)"
        />
      </template>
    </section>
    <QuantityField
      :label="say('field.name.kerf')"
      kind="mesh"
      :model-value="bench.scheme!.build.kerf"
      :least="0"
      :most="0.01"
      @update:model-value="takeKerf"
    />

    <h3 class="h3 rule mt-2 pt-2">{{ say('build.holeList') }}</h3>
    <p class="text-13 font-semibold">{{ say('build.caution.cardWins') }}</p>
    <ol>
      <li v-for="(hole, i) in holes" :key="hole.key" class="border-b border-hair py-1.5 text-13" :data-hole="hole.key">
        <p class="flex flex-wrap items-baseline justify-between gap-x-3">
          <span
            ><b class="num mr-1.5">{{ i + 1 }}</b> {{ holeName(hole) }}</span
          >
          <span class="num font-bold">{{
            hole.diameter > 0 ? text({ kind: 'fine', value: hole.diameter }) : say('build.noSuchSeal')
          }}</span>
        </p>
        <p class="text-12 text-ink-2">
          {{ say(`build.cutter.${hole.cutter}`) }}<template v-if="hole.tap">, {{ say('build.tapped') }}</template
          ><template v-if="hole.of.kind === 'vessel' && hole.role !== 'lid'"
            >; {{ say('build.centreAt', { above: length(hole.above), clock: clockWords(hole.clock ?? 6) }) }}</template
          ><template v-if="hole.belowRim !== undefined">, {{ say('build.belowRimLong', { at: length(hole.belowRim) }) }}</template
          ><template v-if="hole.seal"
            >; {{ say(`build.hand.${hole.hand}`)
            }}<template v-if="hole.gasket !== 'none'">, {{ say(`build.gasket.${hole.gasket}`) }}</template></template
          >
        </p>
        <div v-if="hole.seal" class="flex flex-wrap items-center gap-x-4">
          <label class="flex items-center gap-2 text-12">
            {{ say('build.sealedBy') }}
            <PickList
              class="w-auto!"
              :model-value="hole.seal"
              :options="SEALS.map((value) => ({ value, label: say(`build.seal.${value}`) }))"
              :aria-label="say('build.sealOf', { hole: holeName(hole) })"
              @update:model-value="(to) => seal(hole, to)"
            />
          </label>
          <QuantityField
            class="min-w-56"
            :label="say('build.card')"
            kind="mesh"
            :model-value="hole.source === 'own' ? hole.diameter : 0"
            :least="0"
            :most="0.5"
            @update:model-value="(to) => card(hole, to)"
          />
        </div>
        <p v-for="caution in hole.cautions.filter((each) => each !== 'cardWins')" :key="caution" class="font-semibold">
          ! {{ say(`build.caution.${caution}`) }}
        </p>
      </li>
    </ol>
    <PlateDrawing v-for="plate in vesselPlates" :key="plate.id" class="mt-3" :plate="plate" />
  </div>
</template>
