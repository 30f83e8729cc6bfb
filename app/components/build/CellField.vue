<script setup lang="ts">
import { numberFormat } from '#core/units/intl'
import { message, type Message } from '~/stores/messages'
/** A bare number in a row of many: its label is heard, not seen. Nothing typed takes the value away where that means something. */
const props = defineProps<{
  label: string
  modelValue: number | undefined
  most: number
  empty?: boolean
  digits?: number
  /** What it is a number of, where that is not said beside it. */
  unit?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [value: number | undefined] }>()
const { sayMessage } = useSay()
const { read, wrong } = useMeasure()
const settings = useSettings()

const problem = shallowRef<Message>()
const { textOf, type, taken } = useTyped()
/** No finer than it is typed here: out of feet a number comes with more places. */
const asFine = (value: number) => Number(value.toFixed(props.digits ?? 4))
const written = (value: number) =>
  numberFormat(settings.terms, { maximumFractionDigits: props.digits ?? 4, useGrouping: false }).format(value)
const shown = computed(() => (props.modelValue === undefined ? '' : written(props.modelValue)))
function commit(event: Event) {
  const raw = (event.target as HTMLInputElement).value
  const take = (value: number | undefined) => {
    problem.value = undefined
    taken()
    if (value !== props.modelValue) emit('update:modelValue', value)
  }
  if (raw.trim() === '' && props.empty) return take(undefined)
  const parsed = read('plain', raw)
  if (!parsed.ok) problem.value = wrong('plain', raw, parsed)
  else if (parsed.value < 0 || parsed.value > props.most)
    problem.value = message('field.problem.range', { least: 0, most: asFine(props.most) })
  else take(parsed.value)
}
</script>

<template>
  <span class="inline-flex flex-col">
    <span class="flex items-baseline gap-1">
      <input
        class="field w-20! text-right"
        inputmode="decimal"
        autocomplete="off"
        :aria-label="label"
        :value="textOf(shown)"
        :aria-invalid="problem !== undefined"
        @input="type"
        @change="commit"
      />
      <template v-if="unit">{{ unit }}</template>
    </span>
    <span v-if="problem" class="max-w-40 text-12 text-pencil" role="alert">{{ sayMessage(problem) }}</span>
  </span>
</template>
