<script setup lang="ts">
import type { Told } from '#core/figures/told'
import type { Shown } from '~/composables/useEdits'
import { FLEXIBLE_MOST } from '#core/levels'
import { length } from '#core/units/quantity'
import type { AssessedLine } from '#core/assess'
import type { Drop } from '#core/scheme'

/** The downpipe as it hangs, in a few measures. */
const props = defineProps<{ assessed: AssessedLine }>()
const { set } = useEdits()
const { say, text } = useSay()

const drop = computed(() => props.assessed.line.intake.drop)
function change<F extends Told, T extends Told>(field: string, from: Shown<F>, to: Shown<T>, recipe: (drop: Drop) => void) {
  const { id } = drop.value
  set<F, T>(field, from, to, (draft) => {
    const found = draft.drops.find((each) => each.id === id)
    if (found) recipe(found)
  })
}
/** How the pipe comes over its lid now; none where it stands above it, or something fitted leads the water there. */
const over = computed(() => {
  const kind = props.assessed.line.over?.kind
  return kind === 'straight' ? undefined : kind
})
const sayChoice = (value: string) => say(`choice.${value}`)
const words = <T extends string>(...values: T[]) => values.map((value) => ({ value, label: sayChoice(value) }))

const brackets = computed(() => drop.value.brackets.map((height) => text(length(height)).replace(/\u00A0/g, ' ')).join('; '))
const problem = ref('')
const { textOf, type, taken } = useTyped()
const { read, wrong } = useMeasure()
function setBrackets(event: Event) {
  const raw = (event.target as HTMLInputElement).value
  const parts = raw.split(/;|\band\b/).filter((part) => part.trim() !== '')
  const heights = parts.map((part) => read('length', part))
  const odd = heights.findIndex(({ ok }) => !ok)
  const failed = heights[odd]
  const values = heights.flatMap((parsed) => (parsed.ok ? [parsed.value] : [])).sort((a, b) => b - a)
  const { outlet } = props.assessed.line.heights
  problem.value =
    failed && !failed.ok
      ? wrong('length', parts[odd]!, failed)
      : values.some((value) => value > outlet)
        ? say('field.why.most.height', { most: length(outlet) })
        : ''
  if (problem.value !== '') return
  taken()
  change('brackets', brackets.value, values.map((value) => text(length(value))).join('; '), (draft) => (draft.brackets = values))
}
const id = useId()
</script>

<template>
  <section>
    <h3 class="h3 rule pt-2">{{ say('drop.existing') }}</h3>
    <NameField
      :label="say('drop.name')"
      :model-value="drop.name"
      @update:model-value="(v) => change('pipeName', drop.name, v, (draft) => (draft.name = v))"
    />
    <ChoiceField
      :label="say('field.name.shape')"
      :model-value="drop.shape"
      :options="words('round', 'rectangular', 'square')"
      @update:model-value="(v) => change('shape', sayChoice(drop.shape), sayChoice(v), (draft) => (draft.shape = v))"
    />
    <QuantityField
      :label="say('field.name.pipeBore')"
      kind="length"
      :model-value="drop.bore"
      :least="0.02"
      :most="0.3"
      :why="{ least: 'field.why.least.bore' }"
      @update:model-value="
        (v) =>
          change(
            'pipeBore',
            length(drop.bore),
            length(v),
            (draft) => ((draft.bore = v), (draft.outside = Math.max(draft.outside, v + 0.004))),
          )
      "
    />
    <QuantityField
      :label="say('field.name.pipeOutside')"
      kind="length"
      :measure="`pipeOutside:${drop.id}`"
      :model-value="drop.outside"
      :least="drop.bore"
      :most="0.4"
      @update:model-value="(v) => change('pipeOutside', length(drop.outside), length(v), (draft) => (draft.outside = v))"
    />
    <ChoiceField
      :label="say('field.name.material')"
      :model-value="drop.material"
      :options="words('plastic', 'metal')"
      @update:model-value="(v) => change('material', sayChoice(drop.material), sayChoice(v), (draft) => (draft.material = v))"
    />
    <QuantityField
      :label="say('field.name.offWall')"
      kind="length"
      :model-value="drop.offWall"
      :least="0"
      :most="1"
      @update:model-value="(v) => change('offWall', length(drop.offWall), length(v), (draft) => (draft.offWall = v))"
    />
    <ChoiceField
      :label="say('field.name.foot')"
      :model-value="drop.foot"
      :options="words('shoe', 'gully', 'open')"
      @update:model-value="(v) => change('foot', sayChoice(drop.foot), sayChoice(v), (draft) => (draft.foot = v))"
    />
    <ChoiceField
      v-if="over || drop.leadsOver"
      :label="say('field.name.leadsOver')"
      :model-value="drop.leadsOver ?? 'bends'"
      :options="words('bends', 'flexible')"
      :note="drop.leadsOver === 'flexible' && over !== 'flexible' ? say('drop.flexibleMost', { most: length(FLEXIBLE_MOST) }) : ''"
      @update:model-value="(v) => change('leadsOver', sayChoice(drop.leadsOver ?? 'bends'), sayChoice(v), (draft) => (draft.leadsOver = v))"
    />
    <div class="py-1">
      <label :for="id" class="text-13">{{ say('field.name.brackets') }}</label>
      <input :id="id" class="field" :value="textOf(brackets)" :aria-invalid="problem !== ''" @input="type" @change="setBrackets" />
      <p class="text-12" :class="problem ? 'text-pencil' : 'text-ink-3'" aria-live="polite">{{ problem || say('drop.bracketsNote') }}</p>
    </div>
  </section>
</template>
