<script setup lang="ts">
import { numberIn } from '#core/units/terms'
import { message, type Message } from '~/stores/messages'

/**
 * Twelve numbers, one a month, in the reader's own units; an even pair of rows that a thumb can hit.
 * Shown is `value / perUnit + offset`; bounds are of the value itself.
 */
const props = withDefaults(
  defineProps<{
    label: string
    modelValue: readonly number[]
    perUnit?: number
    offset?: number
    least?: number
    most: number
    /** Why a month cannot have a value that is within its ends; nothing where it can. */
    wrong?: (month: number, value: number) => Message | undefined
  }>(),
  { perUnit: 1, offset: 0, least: 0 },
)
const emit = defineEmits<{ 'update:modelValue': [value: number[]] }>()
const { sayMessage, shortMonth, month } = useSay()
const { read } = useMeasure()
const settings = useSettings()
/** What is wrong with what was typed, by month: it stands there until something else is. */
const problems = reactive(new Map<number, Message>())
const { textOf, type, taken } = useTyped()

const inUnits = (value: number) => Math.round((value / props.perUnit + props.offset) * 100) / 100
const shown = (value: number) => numberIn(inUnits(value), settings.terms)
function set(index: number, event: Event) {
  const raw = (event.target as HTMLInputElement).value
  // What stands there already, as far as it is shown: no edit.
  if (raw === shown(props.modelValue[index]!)) {
    problems.delete(index)
    taken(index)
    return
  }
  const parsed = read('plain', raw)
  const value = parsed.ok ? (parsed.value - props.offset) * props.perUnit : NaN
  if (!Number.isFinite(value) || value < props.least - 1e-9 || value > props.most + 1e-9) {
    problems.set(
      index,
      message('field.problem.month', {
        text: raw,
        month: { month: index },
        least: inUnits(props.least),
        most: inUnits(props.most),
      }),
    )
    return
  }
  const against = props.wrong?.(index, value)
  if (against) {
    problems.set(index, against)
    return
  }
  problems.delete(index)
  taken(index)
  emit(
    'update:modelValue',
    props.modelValue.map((old, i) => (i === index ? value : old)),
  )
}
</script>

<template>
  <fieldset class="py-1">
    <legend class="text-13">{{ label }}</legend>
    <div class="mt-1 grid grid-cols-6 gap-1">
      <label v-for="(value, index) in modelValue" :key="index" class="text-12 text-ink-3">
        {{ shortMonth(index) }}
        <input
          class="field text-center !px-0"
          type="text"
          inputmode="decimal"
          :value="textOf(shown(value), index)"
          :aria-label="`${label}, ${month(index)}`"
          :aria-invalid="problems.has(index)"
          @input="type($event, index)"
          @change="set(index, $event)"
          @keydown.enter="set(index, $event)"
        />
      </label>
    </div>
    <div class="text-12 text-pencil" aria-live="polite">
      <p v-for="[index, what] in problems" :key="index">{{ sayMessage(what) }}</p>
    </div>
  </fieldset>
</template>
