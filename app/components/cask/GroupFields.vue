<script setup lang="ts">
import { addVessel, arrangeStore, changeLink, levelBases, MOST_VESSELS, removeVessel, setLinkBores } from '#core/edits'
import { STORE_BORES } from '#core/pipe/bores'
import { length, span, volume } from '#core/units/quantity'
import { equaliseTime, isolations, levelTolerances, limitingVessel, linkCoefficient, meanArea, planPlaces } from '#core/vessel'
import { message } from '~/stores/messages'

/** The store's vessels: how many, how they hang together, what each link and each millimetre costs. */
const bench = useWorkbench()
const settings = useSettings()
const { say, text } = useSay()

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
  return equaliseTime([areas[0]!, areas[1]!], APART, link.bore, linkCoefficient(link)) / 60
})
const taken = computed(() => isolations(store.value))
const places = computed(() => [...planPlaces(store.value)].map(([id, place]) => ({ id, name: names.value[id]!, ...place })))
const plan = computed(() => {
  const width = Math.max(...places.value.map(({ along, width: w }) => along + w / 2))
  const out = Math.max(...places.value.map(({ out: o, depth }) => o + depth / 2))
  const left = Math.min(0, ...places.value.map(({ along, width: w }) => along - w / 2))
  return { left, width: width - left, out, scale: Math.min(70, 300 / Math.max(0.5, width - left)) }
})
function setPlace(id: string, part: 'along' | 'out', value: number) {
  const now = places.value.find((each) => each.id === id)!
  edit(say('group.moved', { name: names.value[id]! }), (scheme) => ({
    ...scheme,
    stores: scheme.stores.map((each) => ({
      ...each,
      vessels: each.vessels.map((vessel) =>
        vessel.id === id ? { ...vessel, place: { along: now.along, out: now.out, [part]: value } } : vessel,
      ),
    })),
  }))
}
const setBase = (id: string, height: number) =>
  edit(say('group.based', { name: names.value[id]! }), (scheme) => ({
    ...scheme,
    stores: scheme.stores.map((each) => ({
      ...each,
      vessels: each.vessels.map((vessel) => (vessel.id === id ? { ...vessel, base: { ...vessel.base, height } } : vessel)),
    })),
  }))
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
          <b>{{ vessel.name }}</b>
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
          :model-value="vessel.base.height"
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
        @click="edit(say('group.levelled'), (scheme) => levelBases(scheme, store.id, store.vessels[0]!.base.height))"
      >
        {{ say('group.level') }}
      </button>
    </div>
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
        <ChoiceField
          :label="say('group.bore')"
          :model-value="String(link.bore)"
          :options="boreOptions(link.bore)"
          @update:model-value="(v) => edit(say('group.bore'), (scheme) => changeLink(scheme, link.id, (each) => (each.bore = Number(v))))"
        />
        <QuantityField
          :label="say('group.length')"
          kind="span"
          :model-value="link.length"
          :least="0.01"
          :most="200"
          @update:model-value="(v) => edit(say('group.length'), (scheme) => changeLink(scheme, link.id, (each) => (each.length = v)))"
        />
        <QuantityField
          :label="say('group.fittings')"
          kind="plain"
          :model-value="link.fittings"
          :least="0"
          :most="100"
          :note="say('group.fittingsNote')"
          @update:model-value="(v) => edit(say('group.fittings'), (scheme) => changeLink(scheme, link.id, (each) => (each.fittings = v)))"
        />
        <ChoiceField
          :label="say('group.valve')"
          :model-value="link.valve"
          :options="(['none', 'open', 'shut'] as const).map((value) => ({ value, label: say(`group.valves.${value}`) }))"
          @update:model-value="(v) => edit(say('group.valve'), (scheme) => changeLink(scheme, link.id, (each) => (each.valve = v)))"
        />
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
        {{ say('group.evens', { apart: length(APART), minutes: evening < 10 ? evening.toFixed(1) : Math.round(evening) }) }}
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
          <span v-if="each.bare.length > 0" class="text-pencil">{{ say('group.noValve', { n: each.bare.length }) }}</span>
        </li>
      </ul>
      <p class="py-1 text-13 text-ink-2">{{ say('group.winter') }}</p>
      <h4 class="h3 pt-1">{{ say('group.plan') }}</h4>
      <svg
        class="sheet-drawing my-1 w-full"
        :viewBox="`-8 -14 ${plan.width * plan.scale + 16} ${plan.out * plan.scale + 40}`"
        role="img"
        :aria-label="say('group.planText', { n: places.length })"
      >
        <path :d="`M-6 0H${plan.width * plan.scale + 6}`" class="l-ground" />
        <text x="0" y="-4" class="t12 quiet">{{ say('group.wall') }}</text>
        <g v-for="each in places" :key="each.id">
          <rect
            :x="(each.along - each.width / 2 - plan.left) * plan.scale"
            :y="(each.out - each.depth / 2) * plan.scale"
            :width="each.width * plan.scale"
            :height="each.depth * plan.scale"
            :rx="store.vessels.find(({ id }) => id === each.id)!.family === 'tote' ? 0 : (each.width * plan.scale) / 2"
            class="f-wash l-cut"
          />
          <text :x="(each.along - plan.left) * plan.scale" :y="each.out * plan.scale + 4" text-anchor="middle" class="t12">
            {{ each.name }}
          </text>
        </g>
      </svg>
      <div v-for="each in places" :key="each.id" class="border-b border-hair">
        <QuantityField
          :label="say('group.along', { name: each.name })"
          kind="span"
          :model-value="each.along"
          :least="-100"
          :most="100"
          @update:model-value="(v) => setPlace(each.id, 'along', v)"
        />
        <QuantityField
          :label="say('group.out', { name: each.name })"
          kind="span"
          :model-value="each.out"
          :least="0"
          :most="100"
          @update:model-value="(v) => setPlace(each.id, 'out', v)"
        />
      </div>
      <p class="cap">{{ span(plan.width).value > 0 ? say('group.planNote', { width: span(plan.width) }) : '' }}</p>
    </template>
    <button type="button" class="btn mt-1" @click="starting = true">{{ say('starter.open') }}</button>
    <StartersDialog v-if="starting" @close="starting = false" />
  </section>
</template>
