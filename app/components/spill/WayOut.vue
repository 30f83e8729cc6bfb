<script setup lang="ts">
import { word, type Told } from '#core/figures/told'
import type { Shown } from '~/composables/useEdits'
import { produce } from 'immer'
import { firstSoak, soakRoof, soakStorms } from '#core/findings'
import { breakHole, canSiphon, gardenRule, soakNeed, SOIL_RATES } from '#core/overflow'
import { lengthAway, mayLeadOn, runKey, laidOverflow, overflowEnd } from '#core/layout'
import { surplusWays, takenBy, wayHead } from '#core/catch'
import type { OverflowRoute } from '#core/scheme'
import { area, hours, length, span, volume } from '#core/units/quantity'
import { message } from '~/stores/messages'

/** How the surplus leaves: its mouth, the hose behind it, a hoop's air, and the ground that takes it in. */
const props = defineProps<{ route: OverflowRoute }>()
const bench = useWorkbench()
const { set } = useEdits()
const { say } = useSay()

const placed = computed(() => bench.assessment!.path.vessels.get(props.route.from.vessel)!)
const invert = computed(() => placed.value.foot + (placed.value.vessel.ports.find(({ id }) => id === props.route.from.port)?.at ?? 0))
/** This way among all of its store's, and what it has to take in the design rain. */
const taken = computed(() => {
  const { path } = bench.assessment!
  for (const surplus of surplusWays(path, placed.value.store.id)) {
    const way = surplus.ways.find(({ kind, id }) => kind === 'overflow' && id === props.route.id)
    if (way) return { room: Math.max(0, way.rim - way.starts), ...wayHead(way, takenBy(surplus, way)) }
  }
  return undefined
})
const where = computed(() => overflowEnd(bench.scheme!, bench.assessment!.path.layout, props.route)?.where)
const garden = computed(() => where.value === 'rain-garden')
const soaking = computed(() => garden.value || where.value === 'soakaway')
const roof = computed(() => soakRoof(bench.assessment!.path, props.route))
const need = computed(() =>
  props.route.soak && roof.value > 0 ? soakNeed(props.route.soak, roof.value, soakStorms(bench.assessment!.path)) : undefined,
)

function change<F extends Told, T extends Told>(field: string, from: Shown<F>, to: Shown<T>, recipe: (route: OverflowRoute) => void) {
  set<F, T>(field, from, to, (draft) => {
    const found = draft.overflows.find((each) => each.id === props.route.id)
    if (found) recipe(found)
  })
}
const laid = computed(() => bench.assessment!.path.layout.runs.get(runKey('overflow', props.route.id))!)
const measure = (field: 'overflowEnd' | 'crest', part: 'end' | 'crest', value: number) =>
  change(field, length(props.route[part]), length(value), (route) => (route[part] = value))
/** How much of it lies on the ground, m. */
const onward = computed(() => lengthAway(laid.value))
const setOnward = (to: 'as-it-is' | 'corrugated') =>
  change('overflowOnward', word(props.route.onward ?? 'as-it-is'), word(to), (route) => {
    route.onward = to === 'corrugated' ? to : undefined
  })
function setMouth(mouth: OverflowRoute['mouth']) {
  change('mouth', word(props.route.mouth), word(mouth), (route) => {
    route.mouth = mouth
    // A hoop begins over its intake, with air at its crown.
    if (mouth === 'hooped' && route.crest < invert.value)
      Object.assign(route, { crest: Math.round((invert.value + 0.05) * 1000) / 1000, vented: true })
  })
}
const setSoak = (part: 'width' | 'length' | 'depth', value: number) =>
  change('soak', span(props.route.soak![part]), span(value), (route) => (route.soak![part] = value))
const startSoak = () =>
  bench.editScheme(message('edit.soak'), (scheme) =>
    produce(scheme, (draft) => {
      const found = draft.overflows.find((each) => each.id === props.route.id)
      if (found) found.soak = firstSoak(roof.value, garden.value)
    }),
  )
const soils = Object.entries(SOIL_RATES).map(([key, rate]) => ({ value: String(rate), key }))
const soilOptions = computed(() => [
  ...soils.map(({ value, key }) => ({ value, label: say(`spillway.soil.${key}`) })),
  ...(soils.some(({ value }) => Number(value) === props.route.soak?.rate)
    ? []
    : [{ value: String(props.route.soak?.rate), label: say('spillway.soil.measured') }]),
])
const SOAK_PARTS = [
  { part: 'width', least: 0.1, most: 100 },
  { part: 'length', least: 0.1, most: 200 },
  { part: 'depth', least: 0.02, most: 10 },
] as const
</script>

<template>
  <div>
    <ChoiceField
      :label="say('field.name.mouth')"
      :model-value="route.mouth"
      :options="(['stub', 'standpipe', 'hooped'] as const).map((value) => ({ value, label: say(`word.${value}`) }))"
      @update:model-value="setMouth"
    />
    <QuantityField
      :label="say('field.name.overflowLength')"
      kind="span"
      :model-value="route.measured ?? laid.length"
      :least="0"
      :most="500"
      :note="say('group.laid', { length: span(laid.length), bends: laid.bends.length })"
      @update:model-value="(v) => change('overflowLength', span(route.measured ?? laid.length), span(v), (each) => (each.measured = v))"
    />
    <ChoiceField
      v-if="(mayLeadOn(route) && onward > 0) || route.onward"
      :label="say('field.name.overflowOnward')"
      :model-value="route.onward ?? 'as-it-is'"
      :options="(['as-it-is', 'corrugated'] as const).map((value) => ({ value, label: say(`word.${value}`) }))"
      :note="say('spillway.onward', { length: span(onward) })"
      @update:model-value="setOnward"
    />
    <QuantityField
      :label="say('field.name.overflowEnd')"
      kind="length"
      :model-value="route.end"
      :least="0"
      :most="20"
      @update:model-value="(v) => measure('overflowEnd', 'end', v)"
    />
    <template v-if="route.mouth === 'hooped'">
      <QuantityField
        :label="say('field.name.crest')"
        kind="length"
        :model-value="route.crest"
        :least="0"
        :most="20"
        @update:model-value="(v) => measure('crest', 'crest', v)"
      />
      <ChoiceField
        :label="say('field.name.vented')"
        :model-value="route.vented ? 'yes' : 'no'"
        :options="(['yes', 'no'] as const).map((value) => ({ value, label: say(`word.${value}`) }))"
        :note="
          say(canSiphon(laidOverflow(bench.assessment!.path.layout, route), invert) ? 'spillway.siphons' : 'spillway.breaks', {
            hole: length(breakHole(route.bore)),
          })
        "
        @update:model-value="(v) => change('vented', word(route.vented ? 'yes' : 'no'), word(v), (each) => (each.vented = v === 'yes'))"
      />
    </template>
    <p v-if="taken" class="py-1 text-13">
      {{
        say('spillway.head', {
          needed: length(taken.needed),
          mouth: length(taken.mouth),
          pipe: length(taken.pipe),
          room: length(taken.room),
        })
      }}
    </p>
    <template v-if="soaking">
      <h3 class="h3 rule pt-2">{{ say('spillway.ground') }}</h3>
      <p class="text-13 text-ink-2">
        {{
          say('spillway.quick', { roof: area(roof), garden: area(roof > 0 ? gardenRule(roof, route.soak?.rate ?? SOIL_RATES.loam) : 0) })
        }}
      </p>
      <button v-if="!route.soak" type="button" class="btn" @click="startSoak">{{ say('spillway.size') }}</button>
      <template v-else>
        <ChoiceField
          :label="say('spillway.soilKind')"
          :model-value="String(route.soak.rate)"
          :options="soilOptions"
          :note="say('spillway.soilNote')"
          @update:model-value="(v) => change('soil', String(route.soak!.rate), v, (each) => (each.soak!.rate = Number(v)))"
        />
        <ChoiceField
          :label="say('spillway.fill')"
          :model-value="route.soak.fill"
          :options="(['open', 'gravel', 'crate'] as const).map((value) => ({ value, label: say(`spillway.fills.${value}`) }))"
          @update:model-value="
            (v) => change('fill', say(`spillway.fills.${route.soak!.fill}`), say(`spillway.fills.${v}`), (each) => (each.soak!.fill = v))
          "
        />
        <QuantityField
          v-for="{ part, least, most } in SOAK_PARTS"
          :key="part"
          :label="say(`spillway.${part}`)"
          kind="span"
          :model-value="route.soak[part]"
          :least="least"
          :most="most"
          @update:model-value="(v) => setSoak(part, v)"
        />
        <p v-if="need" class="py-1 text-13">
          {{
            say('spillway.need', {
              wanted: volume(need.wanted),
              minutes: need.minutes,
              holds: volume(need.holds),
              half: hours(Math.min(9999, Math.round(need.halfEmpty))),
            })
          }}
        </p>
      </template>
    </template>
  </div>
</template>
