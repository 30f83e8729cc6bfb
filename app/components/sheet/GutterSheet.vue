<script setup lang="ts">
import { word, type Told } from '#core/figures/told'
import type { Shown } from '~/composables/useEdits'
import { addOutlet, removeOutlet, setHighPoints, stretchGutter } from '#core/edits'
import { GUTTER_SIZES, sizeOf } from '#core/gutter'
import type { Gutter, Outlet } from '#core/scheme'
import { fall, flow, length, rainRate, span } from '#core/units/quantity'
import { message } from '~/stores/messages'

/** The gutter and its hole. Decides whether the design rain gets into the pipe or goes over the edge. */
const bench = useWorkbench()
const settings = useSettings()
const { set } = useEdits()
const { say, text } = useSay()

const chosen = ref<string>()
const designs = computed(() => bench.assessment?.gutters ?? [])
const design = computed(() => designs.value.find(({ outlet }) => outlet.id === chosen.value) ?? bench.assessed?.gutter)
const outlets = computed(() =>
  designs.value.map(({ gutter, outlet }) => ({
    value: outlet.id,
    label: say('gutter.outletOf', { gutter: gutter.name, n: gutter.outlets.indexOf(outlet) + 1 }),
  })),
)

function change<F extends Told, T extends Told>(
  field: string,
  from: Shown<F>,
  to: Shown<T>,
  recipe: (gutter: Gutter, outlet: Outlet) => void,
) {
  const { gutter, outlet } = design.value!
  set<F, T>(field, from, to, (draft) => {
    const found = draft.gutters.find(({ id }) => id === gutter.id)
    const hole = found?.outlets.find(({ id }) => id === outlet.id)
    if (found && hole) recipe(found, hole)
  })
}
/** Whether the outlet stays in the hole in which it was found. */
function setMoves(to: 'stays' | 'moves') {
  const { at } = design.value!.outlet
  const from = design.value!.outlet.was === undefined ? 'stays' : 'moves'
  change(
    'outletIs',
    say(`choice.outlet.${from}`),
    say(`choice.outlet.${to}`),
    (_, outlet) => (outlet.was = to === 'moves' ? at : undefined),
  )
}
const limits = computed(() => {
  if (!design.value) return []
  const { limits: each, arriving } = design.value
  const least = Math.min(each.gutter, each.outlet, each.pipe)
  return (['gutter', 'outlet', 'pipe'] as const).map((name) => ({
    name,
    passes: each[name],
    neck: each[name] === least,
    short: each[name] < arriving,
  }))
})
const profiles = computed(() =>
  (['half-round', 'rectangular', 'trapezoid', 'k-style'] as const).map((value) => ({ value, label: say(`word.${value}`) })),
)
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
function setSize(key: string) {
  const found = GUTTER_SIZES.find((each) => each.key === key)
  const named = (value: string) => sizes.value.find((each) => each.value === value)?.label ?? ''
  if (!found) return
  const { profile, width, sole, depth } = found
  change('size', named(size.value), named(key), (gutter) => void Object.assign(gutter, { profile, width, sole, depth }))
}
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
/** The sole and depth follow the width of a half-round; other profiles keep their own. */
function setWidth(width: number) {
  change('width', length(design.value!.gutter.width), length(width), (gutter) => {
    gutter.width = width
    if (gutter.profile === 'half-round') gutter.depth = width / 2
  })
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
      @update:model-value="(id) => (chosen = id)"
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
    <NameField
      :label="say('gutter.name')"
      :model-value="design.gutter.name"
      @update:model-value="(v) => change('gutterName', design!.gutter.name, v, (gutter) => void (gutter.name = v))"
    />
    <QuantityField
      :label="say('field.name.outletAt')"
      kind="span"
      :measure="`outletAt:${design.outlet.id}`"
      :model-value="design.outlet.at"
      :least="0"
      :most="design.gutter.length"
      @update:model-value="(v) => change('outletAt', span(design!.outlet.at), span(v), (_, outlet) => void (outlet.at = v))"
    />
    <ChoiceField
      :label="say('field.name.outletIs')"
      :model-value="design.outlet.was === undefined ? 'stays' : 'moves'"
      :options="(['stays', 'moves'] as const).map((value) => ({ value, label: say(`choice.outlet.${value}`) }))"
      @update:model-value="setMoves"
    />
    <QuantityField
      v-if="design.outlet.was !== undefined"
      :label="say('field.name.outletWas')"
      kind="span"
      :model-value="design.outlet.was"
      :least="0"
      :most="design.gutter.length"
      :note="say('gutter.oldHole')"
      @update:model-value="(v) => change('outletWas', span(design!.outlet.was ?? 0), span(v), (_, outlet) => void (outlet.was = v))"
    />
    <QuantityField
      :label="say('field.name.outletHeight')"
      kind="length"
      :measure="`outletHeight:${design.outlet.id}`"
      :model-value="design.outlet.height"
      :least="0.3"
      :most="12"
      @update:model-value="(v) => change('outletHeight', length(design!.outlet.height), length(v), (_, outlet) => (outlet.height = v))"
    />
    <ChoiceField :label="say('field.name.size')" :model-value="size" :options="sizes" @update:model-value="setSize" />
    <ChoiceField
      v-if="size === 'own'"
      :label="say('field.name.profile')"
      :model-value="design.gutter.profile"
      :options="profiles"
      @update:model-value="(v) => change('profile', word(design!.gutter.profile), word(v), (gutter) => (gutter.profile = v))"
    />
    <QuantityField
      v-if="size === 'own'"
      :label="say('field.name.width')"
      kind="length"
      :measure="`gutterWidth:${design.gutter.id}`"
      :model-value="design.gutter.width"
      :least="0.03"
      :most="1"
      @update:model-value="setWidth"
    />
    <QuantityField
      v-if="size === 'own' && design.gutter.profile !== 'half-round'"
      :label="say('field.name.depth')"
      kind="length"
      :measure="`gutterDepth:${design.gutter.id}`"
      :model-value="design.gutter.depth"
      :least="0.02"
      :most="0.6"
      @update:model-value="(v) => change('depth', length(design!.gutter.depth), length(v), (gutter) => (gutter.depth = v))"
    />
    <QuantityField
      :label="say('field.name.run')"
      kind="span"
      :model-value="design.gutter.length"
      :least="0.1"
      :most="500"
      @update:model-value="(v) => change('run', span(design!.gutter.length), span(v), (gutter) => stretchGutter(gutter, v))"
    />
    <QuantityField
      :label="say('field.name.fall')"
      kind="fall"
      :measure="`gutterFall:${design.gutter.id}`"
      :model-value="design.gutter.fall"
      :least="0"
      :most="0.1"
      :note="say(`gutter.fallNote.${settings.system}`)"
      @update:model-value="(v) => change('fall', fall(design!.gutter.fall), fall(v), (gutter) => void (gutter.fall = v))"
    />
    <QuantityField
      :label="say('field.name.board')"
      kind="length"
      :model-value="design.gutter.board"
      :least="0"
      :most="3"
      :note="say('gutter.boardNote')"
      @update:model-value="(v) => change('board', length(design!.gutter.board), length(v), (gutter) => void (gutter.board = v))"
    />
    <HangingTable v-if="bench.scheme" :gutter="design.gutter" :scheme="bench.scheme" />
    <ChoiceField
      :label="say('field.name.bucket')"
      :model-value="design.gutter.bucket.result"
      :options="(['not-tried', 'races', 'stands'] as const).map((value) => ({ value, label: say(`word.${value}`) }))"
      :note="say('gutter.bucketNote')"
      @update:model-value="
        (v) => change('bucket', say(`word.${design!.gutter.bucket.result}`), say(`word.${v}`), (gutter) => void (gutter.bucket.result = v))
      "
    />
    <QuantityField
      v-if="design.gutter.bucket.result === 'stands'"
      :label="say('field.name.standsAt')"
      kind="span"
      :model-value="design.gutter.bucket.at"
      :least="0"
      :most="design.gutter.length"
      @update:model-value="(v) => change('standsAt', span(design!.gutter.bucket.at), span(v), (gutter) => void (gutter.bucket.at = v))"
    />
    <ChoiceField
      :label="say('field.name.material')"
      :model-value="design.gutter.material"
      :options="(['plastic', 'metal'] as const).map((value) => ({ value, label: say(`word.${value}`) }))"
      @update:model-value="(v) => change('material', word(design!.gutter.material), word(v), (gutter) => void (gutter.material = v))"
    />
    <label class="flex items-center gap-2 py-1 text-13">
      <input
        type="checkbox"
        class="size-4 flex-none accent-ink"
        :checked="design.gutter.guard"
        @change="change('guard', '', '', (gutter) => void (gutter.guard = !gutter.guard))"
      />{{ say('gutter.guard') }}
    </label>
    <p class="text-12 text-ink-3">{{ say('gutter.guardNote') }}</p>
    <QuantityField
      :label="say('field.name.outletBore')"
      kind="length"
      :measure="`outletBore:${design.outlet.id}`"
      :model-value="design.outlet.bore"
      :least="0.02"
      :most="0.3"
      @update:model-value="(v) => change('outletBore', length(design!.outlet.bore), length(v), (_, outlet) => (outlet.bore = v))"
    />
    <QuantityField
      :label="say('field.name.intensity')"
      kind="rainRate"
      :model-value="bench.scheme!.designIntensity"
      :least="5"
      :most="1000"
      :note="say(`gutter.intensityNote.${settings.system}`)"
      @update:model-value="
        (v) => set('intensity', rainRate(bench.scheme!.designIntensity), rainRate(v), (draft) => (draft.designIntensity = v))
      "
    />
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
