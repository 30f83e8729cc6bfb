<script setup lang="ts">
import { parseNumber } from '#core/units/parse'

/**
 * Twelve numbers, one a month, in the reader's own units; an even pair of rows that a thumb can hit.
 * Shown is `value / perUnit + offset`; bounds are of the value itself.
 */
const props = withDefaults(
  defineProps<{ label: string; modelValue: readonly number[]; perUnit?: number; offset?: number; least?: number; most: number }>(),
  { perUnit: 1, offset: 0, least: 0 },
)
const emit = defineEmits<{ 'update:modelValue': [value: number[]] }>()
const { say, shortMonth, month } = useSay()
const problem = ref('')
const { textOf, type, taken } = useTyped()

const shown = (value: number) => String(Math.round((value / props.perUnit + props.offset) * 100) / 100)
function set(index: number, event: Event) {
  const raw = (event.target as HTMLInputElement).value
  const parsed = parseNumber(raw)
  const value = parsed.ok ? (parsed.value - props.offset) * props.perUnit : NaN
  if (!Number.isFinite(value) || value < props.least - 1e-9 || value > props.most + 1e-9) {
    problem.value = say('field.problem.month', {
      text: raw,
      month: month(index),
      least: shown(props.least),
      most: shown(props.most),
    })
    return
  }
  problem.value = ''
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
          @input="type($event, index)"
          @change="set(index, $event)"
        />
      </label>
    </div>
    <p class="text-12 text-pencil" aria-live="polite">{{ problem }}</p>
  </fieldset>
</template>
