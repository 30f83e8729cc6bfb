<script setup lang="ts">
import { numberFormat } from '#core/units/intl'
/** A bare number in a row of many: its label is heard, not seen. Nothing typed takes the value away where that means something. */
const props = defineProps<{
  label: string
  modelValue: number | undefined
  least?: number
  most?: number
  empty?: boolean
  digits?: number
}>()
const emit = defineEmits<{ 'update:modelValue': [value: number | undefined] }>()
const { say } = useSay()
const { read, wrong } = useMeasure()
const settings = useSettings()

const problem = ref('')
const { textOf, type, taken } = useTyped()
const shown = computed(() =>
  props.modelValue === undefined
    ? ''
    : numberFormat(settings.terms, { maximumFractionDigits: props.digits ?? 2, useGrouping: false }).format(props.modelValue),
)
function commit(event: Event) {
  const raw = (event.target as HTMLInputElement).value
  const take = (value: number | undefined) => {
    problem.value = ''
    taken()
    if (value !== props.modelValue) emit('update:modelValue', value)
  }
  if (raw.trim() === '' && props.empty) return take(undefined)
  const parsed = read('plain', raw)
  const { least = 0, most = 1e6 } = props
  if (!parsed.ok) problem.value = wrong('plain', raw, parsed)
  else if (parsed.value < least || parsed.value > most) problem.value = say('field.problem.range', { least, most })
  else take(parsed.value)
}
</script>

<template>
  <span class="inline-flex flex-col">
    <input
      class="field w-20! text-right"
      inputmode="decimal"
      autocomplete="off"
      :aria-label="label"
      :value="textOf(shown)"
      :aria-invalid="problem !== ''"
      @input="type"
      @change="commit"
    />
    <span v-if="problem" class="max-w-40 text-12 text-pencil" role="alert">{{ problem }}</span>
  </span>
</template>
