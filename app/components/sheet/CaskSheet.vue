<script setup lang="ts">
import { word, type Told } from '#core/figures/told'
import type { Shown } from '~/composables/useEdits'
import { chooseVessel, setStand } from '#core/edits'
import type { Vessel } from '#core/scheme'
import { length, mass, pressure, volume } from '#core/units/quantity'
import { CATALOGUE } from '#core/vessel'
import { message } from '~/stores/messages'

/** The vessel and what it stands on. Decides how much there is between tap and full, and how much more would help. */
defineProps<{ wide?: boolean }>()
const bench = useWorkbench()
const { set } = useEdits()
const { say, text } = useSay()

const assessed = computed(() => bench.assessed)
const vessel = computed(() => assessed.value?.line.placed.vessel)
const key = computed(
  () =>
    CATALOGUE.find(
      ({ family, nominal, body }) =>
        family === vessel.value?.family && nominal === vessel.value.nominal && body.height === vessel.value.body.height,
    )?.key ?? 'own',
)
const options = computed(() => [
  ...CATALOGUE.map(({ key: each, family, nominal }) => ({ value: each, label: `${say(`word.${family}`)}, ${text(volume(nominal))}` })),
  ...(key.value === 'own' ? [{ value: 'own', label: say('cask.own') }] : []),
])

function choose(next: string) {
  const entry = CATALOGUE.find((each) => each.key === next)
  if (!entry || !vessel.value) return
  const { key: _, ...chosen } = entry
  bench.editScheme(
    message('edit.field', { field: say('field.name.vessel'), from: volume(vessel.value.nominal), to: volume(entry.nominal) }),
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
/** Own dimensions: the inside follows the outside with the same walls, and the label what it then holds. */
function resize(part: 'width' | 'depth' | 'height', value: number) {
  const { body } = vessel.value!
  change(
    part === 'height' ? 'vesselHeight' : part === 'width' ? 'vesselWidth' : 'vesselDepth',
    length(body[part]),
    length(value),
    (draft) => {
      const { body: next } = draft
      const before = { width: next.width, depth: next.depth, height: next.height }
      next[part] = value
      const isRound = next.kind !== 'upright' || next.plan === 'round'
      if (isRound && part !== 'height') next.width = next.depth = value
      if (next.kind === 'upright') next.area *= (next.width * next.depth) / (before.width * before.depth)
      next.rim = Math.max(next.floor + 0.02, next.rim + next.height - before.height)
      if (next.kind === 'upright') draft.nominal = next.area * (next.rim - next.floor)
      draft.base.width = Math.max(draft.base.width, next.width)
      draft.base.depth = Math.max(draft.base.depth, next.depth)
    },
  )
}
function stand(height: number) {
  bench.editScheme(message('edit.stand', { from: length(vessel.value!.base.height), to: length(height) }), (scheme) =>
    setStand(scheme, vessel.value!.id, height),
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
      <ChoiceField :label="say('field.name.vessel')" :model-value="key" :options="options" @update:model-value="choose" />
      <QuantityField
        :label="say(vessel.body.kind === 'upright' && vessel.body.plan === 'box' ? 'field.name.vesselWidth' : 'field.name.vesselAcross')"
        kind="length"
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
      <h3 class="h3 rule pt-2">{{ say('cask.stand') }}</h3>
      <ChoiceField
        :label="say('field.name.baseKind')"
        :model-value="vessel.base.kind"
        :options="words('ground', 'slab', 'blocks', 'timber', 'stand', 'gravel-pad', 'deck')"
        @update:model-value="(v) => change('baseKind', word(vessel!.base.kind), word(v), (draft) => (draft.base.kind = v))"
      />
      <QuantityField
        :label="say('field.name.stand')"
        kind="length"
        :model-value="vessel.base.height"
        :least="0"
        :most="3"
        @update:model-value="stand"
      />
      <QuantityField
        :label="say('field.name.standWidth')"
        kind="length"
        :model-value="Math.min(vessel.base.width, vessel.base.depth)"
        :least="0.1"
        :most="10"
        @update:model-value="
          (v) => change('standWidth', length(vessel!.base.width), length(v), (draft) => (draft.base.width = draft.base.depth = v))
        "
      />
      <ChoiceField
        :label="say('field.name.soil')"
        :model-value="vessel.base.soil"
        :options="words('soft-garden', 'clay', 'sand', 'sandy-gravel', 'paving')"
        @update:model-value="(v) => change('soil', word(vessel!.base.soil), word(v), (draft) => (draft.base.soil = v))"
      />
      <ChoiceField
        :label="say('field.name.tied')"
        :model-value="vessel.base.tied ? 'yes' : 'no'"
        :options="words('yes', 'no')"
        @update:model-value="
          (v) => change('tied', word(vessel!.base.tied ? 'yes' : 'no'), word(v), (draft) => (draft.base.tied = v === 'yes'))
        "
      />
      <p class="text-13 text-ink-2">
        {{
          say('cask.weighs', {
            mass: mass(assessed.standing.fullMass),
            bearing: pressure(assessed.standing.bearing),
            ballast: volume(assessed.standing.ballast),
          })
        }}
      </p>
      <BaseBuild />
      <DipTable />
    </template>
    <div class="md:hidden"><AnswerView v-if="!wide" /></div>
  </div>
</template>
