<script setup lang="ts">
import type { MessageId } from '~/locales/messageIds'
import {
  addVessel,
  arrangeStore,
  changeFrame,
  changeLink,
  levelBases,
  MOST_VESSELS,
  removeVessel,
  setLinkBores,
  setStand,
} from '#core/edits'
import { baseHeight, linkLine, runKey } from '#core/layout'
import { STORE_BORES } from '#core/pipe/bores'
import { length, span, volume } from '#core/units/quantity'
import { equaliseTime, isolations, levelTolerances, limitingVessel, linkCoefficient, meanArea } from '#core/vessel'
import type { Link } from '#core/scheme'
import type { FieldRow } from '~/components/fields/fieldRow'
import { fieldTable, type Lens } from '~/components/fields/fieldTable'
import { message } from '~/stores/messages'

/** The store's vessels: how many, how they hang together, what each link and each millimetre costs. */
const bench = useWorkbench()
const settings = useSettings()
const { say, text, number } = useSay()

const store = computed(() => bench.assessed!.line.placed.store)
const path = computed(() => bench.assessment!.path)
const several = computed(() => store.value.vessels.length > 1)
const names = computed(() => Object.fromEntries(store.value.vessels.map(({ id, name }) => [id, name])))
const starting = ref(false)
const edit = (what: string, change: Parameters<typeof bench.editScheme>[1]) => bench.editScheme(message('edit.group', { what }), change)

const bores = computed(() => STORE_BORES[settings.system])
/** Links are sold by name; a bore of its own stays as it is until another is chosen. */
const boreOptions = (bore: number) => [
  ...bores.value.map(({ key, bore: each }) => ({ value: String(each), label: say(`bore.${key}`) })),
  ...(bores.value.some(({ bore: each }) => each === bore) ? [] : [{ value: String(bore), label: text(length(bore)) }]),
]
const tolerances = computed(() => (several.value ? levelTolerances(path.value, store.value.id) : []))
const worst = computed(() => tolerances.value.toSorted((a, b) => Math.max(b.high, b.low) - Math.max(a.high, a.low))[0])
const unit = computed(() => (settings.system === 'metric' ? 0.001 : 0.00635))
const limiting = computed(() => names.value[limitingVessel(path.value, store.value.id)] ?? '')
/** From a hand's breadth apart. */
const APART = 0.1
const evening = computed(() => {
  const [link] = store.value.links.filter(({ kind }) => kind === 'low' || kind === 'manifold')
  if (!link) return undefined
  const areas = [link.from, link.to].map(({ vessel }) => meanArea(store.value.vessels.find(({ id }) => id === vessel)!.body))
  return equaliseTime([areas[0]!, areas[1]!], APART, link.bore, linkCoefficient(linkLine(path.value.layout, link))) / 60
})
const taken = computed(() => {
  const { taps, pumps } = bench.scheme!
  const intakes = path.value.intakes.get(store.value.id) ?? []
  return isolations(
    store.value,
    [...taps.map(({ vessel }) => vessel), ...pumps.map(({ from }) => from.vessel)],
    intakes.map(({ vessel }) => vessel.id),
  )
})
/** Measures of the frame that a stack or a tower stands in. */
const FRAME = [
  { part: 'tiers', kind: 'count', least: 1, most: 6 },
  { part: 'clearHeight', kind: 'length', least: 0.1, most: 5 },
  { part: 'width', kind: 'length', least: 0.1, most: 20 },
  { part: 'depth', kind: 'length', least: 0.1, most: 20 },
] as const
const frame = computed((): FieldRow[] => {
  const { frame: stands, id } = store.value
  if (!stands) return []
  const { measure, flag } = fieldTable(
    stands,
    (field, _from, _to, recipe) => edit(say(`group.frame.${field}`), (scheme) => changeFrame(scheme, id, (draft) => void recipe(draft))),
    say,
  )
  return [
    ...FRAME.map(({ part, kind, least, most }) => measure(part, kind, [least, most], { label: say(`group.frame.${part}`) })),
    flag('anchored', { label: say('group.frame.anchored') }),
  ]
})
const VALVES = ['none', 'open', 'shut'] as const
/** What is bought of a link, what was measured of it, and its valve. */
function linkRows(link: Link) {
  const { choice, measure } = fieldTable(
    link,
    (field, _from, _to, recipe) =>
      edit(say(`group.${field}` as MessageId), (scheme) => changeLink(scheme, link.id, (draft) => void recipe(draft))),
    say,
  )
  const { length: long } = runOf(link.id)
  const called = (field: string) => ({ label: say(`group.${field}` as MessageId) })
  const bore: Lens<Link, string> = { name: 'bore', get: (of) => String(of.bore), put: (draft, to) => (draft.bore = Number(to)) }
  const measured: Lens<Link, number> = { name: 'measured', get: (of) => of.measured ?? long, put: (draft, to) => (draft.measured = to) }
  return {
    bore: choice(bore, boreOptions(link.bore), called('bore')),
    rest: [
      measure(measured, 'span', [0.01, 200], { ...called('measured'), note: say('group.measuredNote') }),
      choice('valve', VALVES, { ...called('valve'), ids: 'group.valves' }),
    ],
  }
}
const setBase = (id: string, height: number) =>
  edit(say('group.based', { name: names.value[id]! }), (scheme) => setStand(scheme, id, height))
const runOf = (id: string) => path.value.layout.runs.get(runKey('link', id))!
</script>

<template>
  <section :aria-label="say('group.title')">
    <h3 class="h3 rule pt-2">{{ say('group.title') }}</h3>
    <ChoiceField
      v-if="several"
      :label="say('group.arrangement')"
      :model-value="store.arrangement"
      :options="(['linked-low', 'cascade', 'stacked', 'manifold'] as const).map((value) => ({ value, label: say(`group.as.${value}`) }))"
      :note="say(`group.about.${store.arrangement}`)"
      @update:model-value="(v) => edit(say(`group.as.${v}`), (scheme) => arrangeStore(scheme, store.id, v))"
    />
    <ul>
      <li v-for="vessel in store.vessels" :key="vessel.id" class="border-b border-hair py-1">
        <div class="flex items-center justify-between gap-2 text-13">
          <button
            type="button"
            class="btn btn-bare font-semibold"
            :aria-pressed="bench.vesselInHand?.vessel.id === vessel.id"
            @click="bench.vesselChosen = vessel.id"
          >
            {{ vessel.name }}
          </button>
          <span class="num">{{ text(volume(vessel.nominal)) }}</span>
          <button
            v-if="several"
            type="button"
            class="btn btn-bare"
            :aria-label="say('group.removeNamed', { name: vessel.name })"
            @click="edit(say('group.removed', { name: vessel.name }), (scheme) => removeVessel(scheme, vessel.id))"
          >
            {{ say('group.remove') }}
          </button>
        </div>
        <QuantityField
          v-if="several && vessel.on === undefined"
          :label="say('group.base', { name: vessel.name })"
          kind="length"
          :model-value="baseHeight(vessel.base)"
          :least="0"
          :most="3"
          @update:model-value="(v) => setBase(vessel.id, v)"
        />
      </li>
    </ul>
    <div class="flex flex-wrap gap-2 py-1">
      <button
        type="button"
        class="btn"
        :disabled="store.vessels.length >= MOST_VESSELS"
        @click="edit(say('group.added'), (scheme) => addVessel(scheme, store.id))"
      >
        {{ say('group.add') }}
      </button>
      <button
        v-if="several"
        type="button"
        class="btn"
        @click="edit(say('group.levelled'), (scheme) => levelBases(scheme, store.id, baseHeight(store.vessels[0]!.base)))"
      >
        {{ say('group.level') }}
      </button>
    </div>
    <LeaveReady />
    <template v-if="several">
      <p v-if="worst && store.arrangement !== 'cascade' && store.arrangement !== 'stacked'" class="py-1 text-13">
        {{
          say('group.tolerance', {
            unit: length(unit),
            name: names[worst.vessel]!,
            high: volume(worst.high * unit),
            low: volume(worst.low * unit),
            limiting,
          })
        }}
      </p>
      <h4 class="h3 pt-1">{{ say('group.links') }}</h4>
      <div v-for="link in store.links" :key="link.id" class="border-b border-hair py-1">
        <p class="text-13 font-semibold">{{ say('trial.linkName', { from: names[link.from.vessel]!, to: names[link.to.vessel]! }) }}</p>
        <FieldRows :rows="[linkRows(link).bore]" />
        <p class="py-1 text-13">
          {{ say('group.laid', { length: span(runOf(link.id).length), bends: runOf(link.id).bends.length }) }}
        </p>
        <FieldRows :rows="linkRows(link).rest" />
      </div>
      <div v-if="store.links.length > 1" class="flex flex-wrap items-center gap-1 py-1 text-13">
        {{ say('group.allLinks') }}
        <button
          v-for="each in bores"
          :key="each.key"
          type="button"
          class="btn"
          @click="edit(say('group.bore'), (scheme) => setLinkBores(scheme, store.id, each.bore))"
        >
          {{ say(`bore.${each.key}`) }}
        </button>
      </div>
      <p v-if="evening !== undefined" class="py-1 text-13">
        {{ say('group.evens', { apart: length(APART), minutes: number(evening, evening < 10 ? 1 : 0) }) }}
      </p>
      <h4 class="h3 pt-1">{{ say('group.isolate') }}</h4>
      <ul class="text-13">
        <li v-for="each in taken" :key="each.vessel" class="py-0.5">
          {{
            say(each.cutOff.length > 0 ? 'group.cutsOff' : 'group.cutsNone', {
              name: names[each.vessel]!,
              n: each.shut.length,
              others: each.cutOff.map((id) => names[id]!).join(', '),
            })
          }}
          <span v-if="each.taps || each.inlets" class="text-pencil">
            {{ say(each.taps && each.inlets ? 'group.lastBoth' : each.taps ? 'group.lastTap' : 'group.lastInlet') }}
          </span>
          <span v-if="each.bare.length > 0" class="text-pencil">{{ say('group.noValve', { n: each.bare.length }) }}</span>
        </li>
      </ul>
      <p class="py-1 text-13 text-ink-2">{{ say('group.winter') }}</p>
    </template>
    <template v-if="store.frame">
      <h4 class="h3 pt-1">{{ say('group.frame.title') }}</h4>
      <FieldRows :rows="frame" />
    </template>
    <button type="button" class="btn mt-1" @click="starting = true">{{ say('starter.open') }}</button>
    <LazyStartersDialog v-if="starting" @close="starting = false" />
  </section>
</template>
