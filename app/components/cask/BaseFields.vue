<script setup lang="ts">
import { word } from '#core/figures/told'
import { addBasePart, changeBasePart, removeBasePart, setStand } from '#core/edits'
import { baseHeight } from '#core/layout'
import { BASE_KINDS, type Base, type BaseKind, type Scheme } from '#core/scheme'
import { length } from '#core/units/quantity'
import { buildableNear, PACKING_MOST } from '#core/vessel'
import { message } from '~/stores/messages'

/** What a vessel stands on, part by part from the ground up: decides how high it stands, and what that is built of. */
const props = defineProps<{ vesselId: string }>()
const bench = useWorkbench()
const settings = useSettings()
const { set } = useEdits()
const { say, text } = useSay()

const placed = computed(() => bench.assessment!.path.vessels.get(props.vesselId)!)
const base = computed(() => placed.value.vessel.base)
const below = computed(() => {
  const { on } = placed.value.vessel
  return on === undefined ? undefined : bench.assessment!.path.vessels.get(on)?.vessel.name
})
const rim = computed(() => placed.value.foot + placed.value.vessel.body.rim)
const edit = (what: string, recipe: (scheme: Scheme) => Scheme) => bench.editScheme(message('edit.base', { what }), recipe)

const raise = (height: number) =>
  bench.editScheme(message('edit.stand', { from: length(baseHeight(base.value)), to: length(height) }), (scheme) =>
    setStand(scheme, props.vesselId, height),
  )
function change(field: 'soil' | 'standWidth' | 'standDepth' | 'ground' | 'tied', part: Partial<Base>) {
  const told = (of: Base) =>
    field === 'soil'
      ? word(of.soil)
      : field === 'tied'
        ? word(of.tied ? 'yes' : 'no')
        : length(field === 'ground' ? of.ground : field === 'standWidth' ? of.width : of.depth)
  set(field, told(base.value), told({ ...base.value, ...part }), (draft) => {
    const found = draft.stores.flatMap(({ vessels }) => vessels).find(({ id }) => id === props.vesselId)
    if (found) Object.assign(found.base, part)
  })
}
const options = (kinds: readonly BaseKind[]) => kinds.map((value) => ({ value, label: say(`word.${value}`) }))
/** What blocks cannot be laid to, and the heights on either side that they can. */
const odd = computed(() =>
  base.value.parts.flatMap(({ kind, height }) => {
    const near = buildableNear(kind, height, settings.system)
    const rest = height - near.below
    return rest > 5e-4 ? [{ rest, ...near, much: rest > PACKING_MOST, others: baseHeight(base.value) - height }] : []
  }),
)
</script>

<template>
  <section :aria-label="say('cask.stand')">
    <h3 class="h3 rule pt-2">{{ say('cask.stand') }}</h3>
    <p v-if="below" class="text-13">{{ say('cask.onAnother', { name: below }) }}</p>
    <QuantityField
      :label="say('field.name.stand')"
      kind="length"
      :model-value="baseHeight(base)"
      :least="-2"
      :most="3"
      @update:model-value="raise"
    />
    <QuantityField
      :label="say('field.name.rimHeight')"
      kind="length"
      :model-value="rim"
      :least="-5"
      :most="30"
      :note="say('cask.rimNote')"
      @update:model-value="(v) => raise(baseHeight(base) + v - rim)"
    />
    <ol class="py-1" :aria-label="say('cask.parts')">
      <li v-for="(part, i) in base.parts.toReversed()" :key="i" class="border-b border-hair py-1">
        <ChoiceField
          :label="say('cask.part', { n: base.parts.length - i })"
          :model-value="part.kind"
          :options="options(BASE_KINDS)"
          @update:model-value="
            (kind) => edit(say(`word.${kind}`), (scheme) => changeBasePart(scheme, vesselId, base.parts.length - 1 - i, { kind }))
          "
        />
        <QuantityField
          :label="say('cask.partHeight', { n: base.parts.length - i })"
          kind="length"
          :model-value="part.height"
          :least="0"
          :most="12"
          @update:model-value="
            (height) => edit(say(`word.${part.kind}`), (scheme) => changeBasePart(scheme, vesselId, base.parts.length - 1 - i, { height }))
          "
        />
        <button
          type="button"
          class="btn btn-bare ml-auto block"
          :aria-label="say('cask.partOut', { part: say(`word.${part.kind}`) })"
          @click="edit(say(`word.${part.kind}`), (scheme) => removeBasePart(scheme, vesselId, base.parts.length - 1 - i))"
        >
          {{ say('group.remove') }}
        </button>
      </li>
      <li v-if="base.parts.length === 0" class="text-13">{{ say('word.ground') }}</li>
    </ol>
    <p v-if="base.parts.length < 4" class="flex flex-wrap items-center gap-1 py-1 text-13">
      {{ say('cask.addPart') }}
      <button
        v-for="kind in BASE_KINDS"
        :key="kind"
        type="button"
        class="btn"
        @click="edit(say(`word.${kind}`), (scheme) => addBasePart(scheme, vesselId, kind))"
      >
        {{ say(`word.${kind}`) }}
      </button>
    </p>
    <div v-for="each in odd" :key="each.rest" class="py-1 text-13">
      <p :class="each.much ? 'text-pencil' : ''">{{ say(each.much ? 'cask.packingMuch' : 'cask.packing', { rest: length(each.rest) }) }}</p>
      <p class="flex flex-wrap gap-2">
        <button v-for="to in [each.below, each.above]" :key="to" type="button" class="btn" @click="raise(to + each.others)">
          {{ say('cask.buildTo', { height: text(length(to + each.others)) }) }}
        </button>
      </p>
    </div>
    <template v-if="!below">
      <QuantityField
        :label="say('field.name.ground')"
        kind="length"
        :model-value="base.ground"
        :least="-5"
        :most="10"
        :note="say('cask.groundNote')"
        @update:model-value="(ground) => change('ground', { ground })"
      />
      <QuantityField
        :label="say('field.name.standWidth')"
        kind="length"
        :model-value="base.width"
        :least="0.05"
        :most="20"
        @update:model-value="(width) => change('standWidth', { width })"
      />
      <QuantityField
        :label="say('field.name.standDepth')"
        kind="length"
        :model-value="base.depth"
        :least="0.05"
        :most="20"
        @update:model-value="(depth) => change('standDepth', { depth })"
      />
      <ChoiceField
        :label="say('field.name.soil')"
        :model-value="base.soil"
        :options="
          (['soft-garden', 'clay', 'sand', 'sandy-gravel', 'paving'] as const).map((value) => ({ value, label: say(`word.${value}`) }))
        "
        @update:model-value="(soil) => change('soil', { soil })"
      />
    </template>
    <ChoiceField
      :label="say('field.name.tied')"
      :model-value="base.tied ? 'yes' : 'no'"
      :options="(['yes', 'no'] as const).map((value) => ({ value, label: say(`word.${value}`) }))"
      @update:model-value="(v) => change('tied', { tied: v === 'yes' })"
    />
  </section>
</template>
