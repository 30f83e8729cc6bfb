<script setup lang="ts">
import { addOutlet, removeOutlet, setHighPoints, stretchGutter } from '#core/edits'
import { GUTTER_SIZES, sizeOf } from '#core/gutter'
import type { Gutter, Outlet } from '#core/scheme'
import { flow, length, span } from '#core/units/quantity'
import type { FieldRow } from '~/components/fields/fieldRow'
import type { Lens } from '~/components/fields/fieldTable'
import { message } from '~/stores/messages'

/** The gutter and its hole. Decides whether the design rain gets into the pipe or goes over the edge. */
const bench = useWorkbench()
const settings = useSettings()
const { set, tableOf } = useEdits()
const { say, text } = useSay()

const designs = computed(() => bench.assessment?.gutters ?? [])
const design = computed(() => designs.value.find(({ outlet }) => outlet.id === bench.outletChosen) ?? bench.assessed?.gutter)
const outlets = computed(() =>
  designs.value.map(({ gutter, outlet }) => ({
    value: outlet.id,
    label: say('gutter.outletOf', { gutter: gutter.name, n: gutter.outlets.indexOf(outlet) + 1 }),
  })),
)

/** Rows of the gutter, and of the hole in it that is in hand. */
const gutterTable = computed(() => {
  if (!design.value) return undefined
  const { gutter } = design.value
  return tableOf(gutter, (draft) => draft.gutters.find(({ id }) => id === gutter.id))
})
const outletTable = computed(() => {
  if (!design.value) return undefined
  const { outlet } = design.value
  return tableOf(outlet, (draft) => draft.gutters.flatMap(({ outlets: all }) => all).find(({ id }) => id === outlet.id))
})
const limits = computed(() => {
  if (!design.value) return []
  const { limits: each, arriving } = design.value
  const least = Math.min(each.gutter, each.outlet, each.pipe)
  // No gutter leads to an outlet at the top of its fall, and none can be too small for it.
  return (['gutter', 'outlet', 'pipe'] as const)
    .filter((name) => Number.isFinite(each[name]))
    .map((name) => ({
      name,
      passes: each[name],
      neck: each[name] === least,
      short: each[name] < arriving,
    }))
})
const PROFILES = ['half-round', 'rectangular', 'trapezoid', 'k-style'] as const
/** Sizes as they are sold, in the reader's own units first. */
const sizes = computed(() => [
  ...GUTTER_SIZES.toSorted((a, b) => Number(b.system === settings.system) - Number(a.system === settings.system)).map(
    ({ key, profile, width }) => ({
      value: key,
      label: `${say(`word.${profile}`)} ${text(length(width))}`,
    }),
  ),
  { value: 'own', label: say('gutter.ownSize') },
])
const size = computed(() => (design.value && sizeOf(design.value.gutter)?.key) ?? 'own')
const hole = computed((): FieldRow[] => {
  if (!design.value || !gutterTable.value || !outletTable.value) return []
  const { gutter, outlet } = design.value
  const { measure, choice } = outletTable.value
  const { id } = outlet
  /** A hole that is told to be higher or lower may no longer be the one that leads: it stays in hand all the same. */
  const height = measure('height', 'length', [0.3, 12], { name: 'outletHeight', measure: `outletHeight:${id}` })
  const kept = (to: number) => {
    bench.outletChosen = id
    height.set(to)
  }
  const along = [0, gutter.length] as const
  /** Whether the outlet stays in the hole in which it was found. */
  const stays: Lens<Outlet, 'stays' | 'moves'> = {
    name: 'outletIs',
    get: ({ was }) => (was === undefined ? 'stays' : 'moves'),
    put: (draft, to) => (draft.was = to === 'moves' ? draft.at : undefined),
  }
  return [
    gutterTable.value.text('name', { name: 'gutterName', label: say('gutter.name') }),
    measure('at', 'span', along, { name: 'outletAt', measure: `outletAt:${id}` }),
    choice(stays, ['stays', 'moves'], { ids: 'choice.outletIs' }),
    ...(outlet.was === undefined ? [] : [measure('was', 'span', along, { name: 'outletWas', note: say('gutter.oldHole') })]),
    { ...height, set: kept },
  ]
})
const channel = computed((): FieldRow[] => {
  if (!design.value || !gutterTable.value) return []
  const { id, profile } = design.value.gutter
  const { measure, choice } = gutterTable.value
  const sold: Lens<Gutter, string> = {
    name: 'size',
    get: () => size.value,
    put: (draft, key) => {
      const found = GUTTER_SIZES.find((each) => each.key === key)
      if (found) Object.assign(draft, { profile: found.profile, width: found.width, sole: found.sole, depth: found.depth })
    },
  }
  /** The depth follows the width of a half-round; other profiles keep their own. */
  const width: Lens<Gutter, number> = {
    name: 'width',
    get: (of) => of.width,
    put: (draft, to) => Object.assign(draft, { width: to }, draft.profile === 'half-round' && { depth: to / 2 }),
  }
  const run: Lens<Gutter, number> = { name: 'run', get: ({ length: long }) => long, put: stretchGutter }
  const own = [
    choice('profile', PROFILES),
    measure(width, 'length', [0.03, 1], { measure: `gutterWidth:${id}` }),
    ...(profile === 'half-round' ? [] : [measure('depth', 'length', [0.02, 0.6], { measure: `gutterDepth:${id}` })]),
  ]
  return [
    choice(sold, sizes.value),
    ...(size.value === 'own' ? own : []),
    measure(run, 'span', [0.1, 500]),
    measure('fall', 'fall', [0, 0.1], { measure: `gutterFall:${id}`, note: say(`gutter.fallNote.${settings.system}`) }),
    measure('board', 'length', [0, 3], { note: say('gutter.boardNote') }),
  ]
})
const RESULTS = ['not-tried', 'races', 'stands'] as const
const tried = computed((): FieldRow[] => {
  if (!design.value || !gutterTable.value) return []
  const { measure, choice } = gutterTable.value
  const { bucket, length: long } = design.value.gutter
  return [
    choice('bucket.result', RESULTS, { name: 'bucket', note: say('gutter.bucketNote') }),
    ...(bucket.result === 'stands' ? [measure('bucket.at', 'span', [0, long], { name: 'standsAt' })] : []),
    choice('material', ['plastic', 'metal']),
  ]
})
const rain = computed((): FieldRow[] => {
  const { scheme } = bench
  if (!scheme || !design.value || !outletTable.value) return []
  const note = say(`gutter.intensityNote.${settings.system}`)
  return [
    outletTable.value.measure('bore', 'length', [0.02, 0.3], { name: 'outletBore', measure: `outletBore:${design.value.outlet.id}` }),
    tableOf(scheme, (draft) => draft).measure('designIntensity', 'rainRate', [5, 1000], { name: 'intensity', note }),
  ]
})
const toggleGuard = () =>
  set('guard', '', '', (draft) => {
    const found = draft.gutters.find(({ id }) => id === design.value!.gutter.id)
    if (found) found.guard = !found.guard
  })
function addHighPoint() {
  const { gutter } = design.value!
  const at = gutter.length / 2
  bench.editScheme(message('edit.highPointAt', { to: span(at) }), (scheme) => setHighPoints(scheme, gutter.id, [...gutter.highPoints, at]))
}
function dropHighPoints() {
  const { gutter } = design.value!
  bench.editScheme(message('edit.highPointsGone', { gutter: gutter.name }), (scheme) => setHighPoints(scheme, gutter.id, []))
}
function addHole() {
  const { gutter } = design.value!
  // Where none is yet: the end farther from the outlets there are.
  const at = gutter.outlets.every((each) => each.at > gutter.length / 2) ? 0 : gutter.length
  bench.editScheme(message('edit.outletAdded', { gutter: gutter.name }), (scheme) =>
    addOutlet(scheme, gutter.id, at, say('gutter.newPipe')),
  )
}
function closeHole() {
  const { gutter, outlet } = design.value!
  bench.editScheme(message('edit.outletClosed', { gutter: gutter.name }), (scheme) => removeOutlet(scheme, outlet.id))
}
</script>

<template>
  <div v-if="design">
    <ChoiceField
      v-if="outlets.length > 1"
      class="rule pt-2"
      :label="say('gutter.which')"
      :model-value="design.outlet.id"
      :options="outlets"
      @update:model-value="(id) => (bench.outletChosen = id)"
    />
    <PlanSketch v-if="bench.scheme" :scheme="bench.scheme" />
    <div class="flex flex-wrap gap-2 pb-1">
      <button type="button" class="btn" @click="addHole">{{ say('gutter.addOutlet') }}</button>
      <button v-if="design.gutter.outlets.length > 1" type="button" class="btn" @click="closeHole">{{ say('gutter.closeOutlet') }}</button>
      <button type="button" class="btn" @click="addHighPoint">{{ say('gutter.addHighPoint') }}</button>
      <button v-if="design.gutter.highPoints.length > 0" type="button" class="btn" @click="dropHighPoints">
        {{ say('gutter.noHighPoint') }}
      </button>
    </div>
    <h3 class="h3 rule pt-2">{{ say('ui.measures') }}</h3>
    <FieldRows :rows="hole" />
    <FieldRows :rows="channel" />
    <HangingTable v-if="bench.scheme" :gutter="design.gutter" :scheme="bench.scheme" />
    <FieldRows :rows="tried" />
    <label class="flex items-center gap-2 py-1 text-13">
      <input type="checkbox" class="size-4 flex-none accent-ink" :checked="design.gutter.guard" @change="toggleGuard" />{{
        say('gutter.guard')
      }}
    </label>
    <p class="text-12 text-ink-3">{{ say('gutter.guardNote') }}</p>
    <FieldRows :rows="rain" />
    <label class="flex items-center gap-2 py-1 text-13">
      <input
        type="checkbox"
        class="size-4 flex-none accent-ink"
        :checked="bench.scheme!.windOnPitch"
        @change="set('windOnPitch', '', '', (draft) => void (draft.windOnPitch = !draft.windOnPitch))"
      />{{ say('gutter.wind') }}
    </label>
    <details class="text-13">
      <summary>{{ say('gutter.intensityHelp') }}</summary>
      <p class="text-ink-2">{{ say('gutter.intensityWhere') }}</p>
    </details>
    <h3 class="h3 rule pt-2">{{ say('gutter.carries') }}</h3>
    <table class="mt-1 w-full text-13">
      <tbody>
        <tr>
          <th scope="row" class="py-1 text-left font-normal">{{ say('gutter.arriving') }}</th>
          <td class="text-right">
            <FigureValue v-if="bench.assessed && design.outlet === bench.assessed.gutter.outlet" :figure="bench.assessed.arriving" />
            <b v-else class="num">{{ text(flow(design.arriving)) }}</b>
          </td>
        </tr>
        <tr v-for="limit in limits" :key="limit.name" class="border-t border-hair">
          <th scope="row" class="py-1 text-left font-normal">
            {{ say(`gutter.${limit.name}`) }} <span v-if="limit.neck" class="text-ink-3">{{ say('gutter.neck') }}</span>
          </th>
          <td class="num text-right font-bold" :class="{ 'text-pencil': limit.short }">
            {{ text(flow(limit.passes)) }}<span v-if="limit.short"> {{ say('gutter.tooLittle') }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <h3 class="h3 rule mt-2 pt-2">{{ say('outlet.title') }}</h3>
    <OutletSchools v-if="bench.scheme" :design="design" :scheme="bench.scheme" />
  </div>
</template>
