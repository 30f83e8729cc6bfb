<script setup lang="ts">
import { word, type Told } from '#core/figures/told'
import type { Shown } from '~/composables/useEdits'
import { chooseVessel, resizeVessel } from '#core/edits'
import type { Vessel } from '#core/scheme'
import { length, mass, pressure, volume } from '#core/units/quantity'
import { CATALOGUE, inCatalogue, soldIn, standing as standingOf } from '#core/vessel'
import { message } from '~/stores/messages'

/** The vessel and what it stands on. Decides how much there is between tap and full, and how much more would help. */
defineProps<{ wide?: boolean }>()
const bench = useWorkbench()
const { set } = useEdits()
const { say, text } = useSay()

const assessed = computed(() => bench.assessed)
const placed = computed(() => bench.vesselInHand)
const vessel = computed(() => placed.value?.vessel)
const standing = computed(() => placed.value && standingOf(bench.assessment!.path, placed.value))
const vessels = computed(() => [...(bench.assessment?.path.vessels.values() ?? [])].map((each) => each.vessel))
const settings = useSettings()
const key = computed(() => (vessel.value && inCatalogue(vessel.value)?.key) ?? 'own')
/** What is sold here, and what is there already wherever it was sold. */
const options = computed(() => {
  const here = soldIn(settings.system)
  const own = CATALOGUE.filter((each) => each.key === key.value && !here.includes(each))
  return [
    ...[...here, ...own].map(({ key: each, family, nominal }) => ({
      value: each,
      label: `${say(`word.${family}`)}, ${text(volume(nominal))}`,
      also: say(`search.also.${family}`),
    })),
    ...(key.value === 'own' ? [{ value: 'own', label: say('cask.own') }] : []),
  ]
})

function choose(next: string) {
  const entry = CATALOGUE.find((each) => each.key === next)
  if (!entry || !vessel.value) return
  const { key: _, ...chosen } = entry
  bench.editScheme(
    message('edit.field', { field: { field: 'vessel' }, from: volume(vessel.value.nominal), to: volume(entry.nominal) }),
    (scheme) => chooseVessel(scheme, vessel.value!.id, chosen),
  )
}
function change<F extends Told, T extends Told>(field: string, from: Shown<F>, to: Shown<T>, recipe: (vessel: Vessel) => void) {
  const id = vessel.value!.id
  set<F, T>(field, from, to, (draft) => {
    const found = draft.stores.flatMap(({ vessels }) => vessels).find((each) => each.id === id)
    if (found) recipe(found)
  })
}
function resize(part: 'width' | 'depth' | 'height', value: number) {
  const { id, body } = vessel.value!
  const field = part === 'height' ? 'vesselHeight' : part === 'width' ? 'vesselWidth' : 'vesselDepth'
  bench.editScheme(message('edit.field', { field: { field: field }, from: length(body[part]), to: length(value) }), (scheme) =>
    resizeVessel(scheme, id, part, value),
  )
}
const words = <T extends string>(...values: T[]) => values.map((value) => ({ value, label: say(`word.${value}`) }))
</script>

<template>
  <div v-if="assessed && vessel">
    <AnswerView v-if="wide" />
    <template v-else>
      <p class="rule flex items-baseline justify-between pt-2">
        <span class="h3">{{ say('cask.usable') }}</span> <FigureValue :figure="assessed.usableFigure" size="big" />
      </p>
      <p class="text-13 text-ink-2">
        {{
          say('cask.between', {
            top: length(assessed.usable.top),
            bottom: length(assessed.usable.bottom),
            nominal: volume(assessed.usable.nominal),
          })
        }}
      </p>
      <p class="py-1 text-13">{{ say('cask.widenHint') }}</p>
      <GroupFields />
      <h3 class="h3 rule pt-2">{{ say('cask.vessel') }}</h3>
      <ChoiceField
        v-if="vessels.length > 1"
        :label="say('cask.which')"
        :model-value="vessel.id"
        :options="vessels.map(({ id, name }) => ({ value: id, label: name }))"
        @update:model-value="(id) => (bench.vesselChosen = id)"
      />
      <NameField
        :label="say('cask.name')"
        :model-value="vessel.name"
        @update:model-value="(name) => change('vesselName', vessel!.name, name, (draft) => (draft.name = name))"
      />
      <SearchField :label="say('field.name.vessel')" :model-value="key" :options="options" @update:model-value="choose" />
      <QuantityField
        :label="say(vessel.body.kind === 'upright' && vessel.body.plan === 'box' ? 'field.name.vesselWidth' : 'field.name.vesselAcross')"
        kind="length"
        :measure="`vesselWidth:${vessel.id}`"
        :model-value="vessel.body.width"
        :least="0.1"
        :most="10"
        @update:model-value="(v) => resize('width', v)"
      />
      <QuantityField
        v-if="vessel.body.kind === 'upright' && vessel.body.plan === 'box'"
        :label="say('field.name.vesselDepth')"
        kind="length"
        :model-value="vessel.body.depth"
        :least="0.1"
        :most="10"
        @update:model-value="(v) => resize('depth', v)"
      />
      <QuantityField
        :label="say('field.name.vesselHeight')"
        kind="length"
        :measure="`vesselHeight:${vessel.id}`"
        :model-value="vessel.body.height"
        :least="0.1"
        :most="10"
        @update:model-value="(v) => resize('height', v)"
      />
      <ChoiceField
        :label="say('field.name.light')"
        :model-value="vessel.light"
        :options="words('opaque', 'clad', 'translucent', 'clear')"
        @update:model-value="(v) => change('light', word(vessel!.light), word(v), (draft) => (draft.light = v))"
      />
      <ChoiceField
        :label="say('field.name.held')"
        :model-value="vessel.held"
        :options="words('new', 'food', 'unknown', 'chemical')"
        @update:model-value="(v) => change('held', word(vessel!.held), word(v), (draft) => (draft.held = v))"
      />
      <BaseFields :vessel-id="vessel.id" />
      <p class="text-13 text-ink-2">
        {{
          say('cask.weighs', {
            mass: mass(standing!.fullMass),
            bearing: pressure(standing!.bearing),
            ballast: volume(standing!.ballast),
          })
        }}
      </p>
      <SitePlan />
      <PortFields :vessel-id="vessel.id" />
      <BaseBuild :vessel-id="vessel.id" />
      <DipTable />
    </template>
    <div class="md:hidden"><AnswerView v-if="!wide" /></div>
  </div>
</template>
