<script setup lang="ts">
import { produce } from 'immer'
import { firstSoak, soakRoof, soakStorms } from '#core/findings'
import { breakHole, canSiphon, gardenRule, soakNeed, SOIL_RATES } from '#core/overflow'
import { lengthAway, mayLeadOn, runKey, laidOverflow, overflowEnd } from '#core/layout'
import { surplusWays, takenBy, wayHead } from '#core/catch'
import type { OverflowRoute } from '#core/scheme'
import { area, hours, length, span, volume } from '#core/units/quantity'
import type { FieldRow } from '~/components/fields/fieldRow'
import type { Lens } from '~/components/fields/fieldTable'
import { message } from '~/stores/messages'

/** How the surplus leaves: its mouth, the hose behind it, a hoop's air, and the ground that takes it in. */
const props = defineProps<{ route: OverflowRoute }>()
const bench = useWorkbench()
const { tableOf } = useEdits()
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

const laid = computed(() => bench.assessment!.path.layout.runs.get(runKey('overflow', props.route.id))!)
/** How much of it lies on the ground, m. */
const onward = computed(() => lengthAway(laid.value))
/** A hoop begins over its intake, with air at its crown. */
const mouth: Lens<OverflowRoute, OverflowRoute['mouth']> = {
  name: 'mouth',
  get: (route) => route.mouth,
  put: (draft, to) => {
    draft.mouth = to
    if (to === 'hooped' && draft.crest < invert.value)
      Object.assign(draft, { crest: Math.round((invert.value + 0.05) * 1000) / 1000, vented: true })
  },
}
const measured: Lens<OverflowRoute, number> = {
  name: 'overflowLength',
  get: (route) => route.measured ?? laid.value.length,
  put: (draft, to) => (draft.measured = to),
}
const leadsOn: Lens<OverflowRoute, 'as-it-is' | 'corrugated'> = {
  name: 'overflowOnward',
  get: (route) => route.onward ?? 'as-it-is',
  put: (draft, to) => (draft.onward = to === 'corrugated' ? to : undefined),
}
const MOUTHS = ['stub', 'standpipe', 'hooped'] as const
const ways = computed((): FieldRow[] => {
  const { route } = props
  const { measure, choice, flag } = tableOf(route, (draft) => draft.overflows.find(({ id }) => id === route.id))
  const { length: long, bends } = laid.value
  const siphons = canSiphon(laidOverflow(bench.assessment!.path.layout, route), invert.value)
  const onwardNote = say('spillway.onward', { length: span(onward.value) })
  const ventNote = say(siphons ? 'spillway.siphons' : 'spillway.breaks', { hole: length(breakHole(route.bore)) })
  return [
    choice(mouth, MOUTHS),
    measure(measured, 'span', [0, 500], { note: say('group.laid', { length: span(long), bends: bends.length }) }),
    ...((mayLeadOn(route) && onward.value > 0) || route.onward ? [choice(leadsOn, ['as-it-is', 'corrugated'], { note: onwardNote })] : []),
    measure('end', 'length', [0, 20], { name: 'overflowEnd' }),
    ...(route.mouth === 'hooped' ? [measure('crest', 'length', [0, 20]), flag('vented', { note: ventNote })] : []),
  ]
})
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
  ['width', 0.1, 100],
  ['length', 0.1, 200],
  ['depth', 0.02, 10],
] as const
const grounds = computed((): FieldRow[] => {
  const { soak } = props.route
  if (!soak) return []
  const { measure, choice } = tableOf(soak, (draft) => draft.overflows.find(({ id }) => id === props.route.id)?.soak)
  const rate: Lens<typeof soak, string> = { name: 'soak', get: (of) => String(of.rate), put: (draft, to) => (draft.rate = Number(to)) }
  return [
    choice(rate, soilOptions.value, { label: say('spillway.soilKind'), note: say('spillway.soilNote') }),
    choice('fill', ['open', 'gravel', 'crate'], { label: say('spillway.fill'), ids: 'spillway.fills' }),
    ...SOAK_PARTS.map(([key, ...ends]) => measure(key, 'span', ends, { key, name: 'soak', label: say(`spillway.${key}`) })),
  ]
})
</script>

<template>
  <div>
    <FieldRows :rows="ways" />
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
        <FieldRows :rows="grounds" />
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
