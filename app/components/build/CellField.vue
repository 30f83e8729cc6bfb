<script setup lang="ts">
import { parseNumber } from '#core/units/parse'

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
const settings = useSettings()

const problem = ref('')
const typed = ref<string>()
let writing = false
function write(event: Event) {
  typed.value = (event.target as HTMLInputElement).value
  writing = true
}
const shown = computed(() =>
  props.modelValue === undefined
    ? ''
    : new Intl.NumberFormat(settings.terms, { maximumFractionDigits: props.digits ?? 2, useGrouping: false }).format(props.modelValue),
)
watch(
  () => props.modelValue,
  () => {
    // What is half written stays, whatever comes back meanwhile.
    if (writing) return
    typed.value = undefined
    problem.value = ''
  },
)
function commit(event: Event) {
  const raw = (event.target as HTMLInputElement).value
  typed.value = raw
  writing = false
  if (raw.trim() === '' && props.empty) {
    problem.value = ''
    emit('update:modelValue', undefined)
    return
  }
  const parsed = parseNumber(raw)
  const { least = 0, most = 1e6 } = props
  if (!parsed.ok) problem.value = say(`field.problem.${parsed.problem}`, { text: raw, example: '12.5' })
  else if (parsed.value < least || parsed.value > most)
    problem.value = say('field.problem.range', { least: String(least), most: String(most) })
  else {
    problem.value = ''
    typed.value = undefined
    if (parsed.value !== props.modelValue) emit('update:modelValue', parsed.value)
  }
}
</script>

<template>
  <span class="inline-flex flex-col">
    <input
      class="field w-20! text-right"
      inputmode="decimal"
      autocomplete="off"
      :aria-label="label"
      :value="typed ?? shown"
      :aria-invalid="problem !== ''"
      @input="write"
      @change="commit"
    />
    <span v-if="problem" class="max-w-40 text-12 text-pencil" role="alert">{{ problem }}</span>
  </span>
</template>
